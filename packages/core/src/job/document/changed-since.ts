import type { JobDocument } from './document';

/** What of a job a file depends on, in words, by the parts of its document. */
const PARTS = {
  source: 'the picture',
  vector: 'how its file is taken',
  square: 'Square up',
  ink: 'Ink',
  line: 'Line',
  piece: 'Piece',
  units: 'the unit',
} as const;
type Part = keyof typeof PARTS;

/**
 * How paths are worked out: a new number whenever the same document may come to other paths than before. Files that were handed off before there
 * were any tell of none, and are of the first.
 */
const ENGINE = '6';
const FIRST = '1';

/** Marks of the parts of a job as they are, and of how its paths were worked out: two are the same where nothing was changed. */
export type JobState = Partial<Record<Part | 'engine', string>>;

export const stateOf = (document: JobDocument): JobState => ({
  ...Object.fromEntries(
    (Object.keys(PARTS) as Part[]).map((part) => [
      part,
      markOf(JSON.stringify((document as unknown as Record<string, unknown>)[part] ?? null)),
    ]),
  ),
  engine: ENGINE,
});

/** What has changed since a state, in words; nothing of one that tells nothing. */
export const changedSince = (before: JobState, document: JobDocument): string[] => {
  const now = stateOf(document);
  const parts = (Object.keys(PARTS) as Part[]).filter((part) => part in before && before[part] !== now[part]);
  const isNew = Object.keys(before).length > 0 && (before.engine ?? FIRST) !== ENGINE;
  return [...parts.map((part) => PARTS[part]), ...(isNew ? ['how Drelk works paths out'] : [])];
};

/** FNV-1a over 53 bits in two halves: enough to tell states of one job apart. */
function markOf(text: string): string {
  let [a, b] = [0x811c9dc5, 0x01000193];
  for (let i = 0; i < text.length; i++) {
    a = Math.imul(a ^ text.charCodeAt(i), 0x01000193);
    b = Math.imul(b ^ text.charCodeAt(i), 0x85ebca6b);
  }
  return (a >>> 0).toString(36) + (b >>> 0).toString(36);
}
