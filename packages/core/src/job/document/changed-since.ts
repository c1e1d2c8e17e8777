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

/** Marks of the parts of a job as they are: two are the same where nothing was changed. */
export type JobState = Partial<Record<Part, string>>;

export const stateOf = (document: JobDocument): JobState =>
  Object.fromEntries(
    (Object.keys(PARTS) as Part[]).map((part) => [
      part,
      markOf(JSON.stringify((document as unknown as Record<string, unknown>)[part] ?? null)),
    ]),
  );

/** What has changed since a state, in words; nothing of one that tells nothing. */
export const changedSince = (before: JobState, document: JobDocument): string[] => {
  const now = stateOf(document);
  return (Object.keys(before) as Part[])
    .filter((part) => before[part] !== now[part])
    .map((part) => PARTS[part]);
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
