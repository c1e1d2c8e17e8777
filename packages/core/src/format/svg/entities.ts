import { DrelkError } from '../../error';

/** The document type of a file, with what it declares. */
const DECLARED = /<!DOCTYPE[^[>]*\[([\s\S]*?)\]\s*>/;
const ENTITY = /<!ENTITY\s+([\w.-]+)\s+(?:"([^"]*)"|'([^']*)')\s*>/g;
const REFERENCE = /&([\w.-]+);/g;
/** Entities stand for others so deep at most, and a file becomes so many times as long. */
const DEEPEST = 4;
const LONGEST = 4;

/**
 * A file's text with the general entities that it declares itself put in (XML 1.0, section 4.4). Nothing outside the file is looked for. Throws
 * `too-large` where they would blow it up.
 */
export function withEntities(text: string): string {
  const declared = DECLARED.exec(text);
  if (!declared) return text;
  const values = new Map(
    [...declared[1].matchAll(ENTITY)].map(([, name, double, single]) => [name, double ?? single ?? '']),
  );
  if (values.size === 0) return text;
  const most = LONGEST * text.length;
  let whole = text.slice(0, declared.index) + text.slice(declared.index + declared[0].length);
  for (let depth = 0; depth < DEEPEST; depth++) {
    let length = whole.length;
    for (const [, name] of whole.matchAll(REFERENCE)) length += values.get(name)?.length ?? 0;
    if (length > most)
      throw new DrelkError(
        'too-large',
        'The entities of this file would make it very much longer.',
        'Save it again without them.',
      );
    const next = whole.replace(REFERENCE, (reference, name: string) => values.get(name) ?? reference);
    if (next === whole) break;
    whole = next;
  }
  return whole;
}
