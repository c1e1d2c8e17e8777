import { DrelkError } from '../error';
import { readDxf } from './dxf/read';
import { Reading } from './reading';
import type { PictureHeader } from './picture/header';
import { checkPicture, readPictureHeader } from './picture/read-header';
import { readSvg } from './svg/read';
import { textOf } from './text';
import { type Fonts, fontsNamedIn } from '../text';
import type { VectorDrawing } from './vector-drawing';

/** How many bytes at a file's beginning say what it is. */
const HEAD = 1024;

/** What a file says it is by its first bytes. */
export type VectorKind = 'svg' | 'dxf';

/**
 * Reads a vector file by what is in it, whatever it is called. `millimetresPerUnit` is the size of a unit where the file
 * names none of a true size: a DXF's unit, an SVG's pixel. Writing in one of the `fonts` becomes paths. Throws a sentence for what is none, and for what is too much.
 */
export function readVectorFile(
  bytes: Uint8Array,
  name: string,
  options: { millimetresPerUnit?: number; now?: () => number; fonts?: Fonts } = {},
): VectorDrawing {
  const reading = new Reading(bytes.length, options.now);
  const kind = vectorKind(bytes, name);
  const text = decoded(bytes);
  if (kind === 'dxf') return readDxf(text, options.millimetresPerUnit, reading);
  return readSvg(text, reading, options.millimetresPerUnit, options.fonts);
}

/** Ids of the shipped fonts that an SVG's writing names. */
export const fontsNamedInFile = (bytes: Uint8Array): string[] =>
  lookOf(bytes) === 'svg' ? fontsNamedIn(decoded(bytes)) : [];

/** What a file is; throws a sentence for those that cannot be read. */
export function vectorKind(bytes: Uint8Array, name: string): VectorKind {
  const looks = lookOf(bytes);
  if (looks === 'svg' || looks === 'dxf') return looks;
  const { what, hint } = REFUSED[looks];
  throw new DrelkError('bad-drawing', `“${name}” ${what}.`, hint);
}

/** Vector files that are not read, and what to do about each. */
const REFUSED = {
  binary: { what: 'is a binary DXF', hint: 'Save it as DXF in text form (ASCII).' },
  dwg: { what: 'is a DWG, which only few programs read', hint: 'Save it as DXF in text form (ASCII).' },
  packed: { what: 'is packed', hint: 'Unpack it, or save it as plain SVG.' },
  other: { what: 'is neither an SVG nor a DXF', hint: 'Choose an SVG file, or a DXF saved as text.' },
};

/** What a file's first bytes say it is. */
function lookOf(bytes: Uint8Array): VectorKind | keyof typeof REFUSED {
  const head = textOf(bytes.subarray(0, HEAD));
  if (/^.{0,32}Binary DXF/.test(head)) return 'binary';
  if (/^AC\d{4}[^\r\n -~]/.test(head)) return 'dwg';
  if (head.startsWith('\x1f\x8b')) return 'packed';
  // UTF-16 has a nought in every letter of these.
  const start = head
    .replace(/^(?:\xef\xbb\xbf|\xff\xfe|\xfe\xff)/, '')
    .replaceAll('\0', '')
    .trimStart();
  if (start.startsWith('<')) return 'svg';
  return /^-?\d{1,4}\s*[\r\n]/.test(start) ? 'dxf' : 'other';
}

/** UTF-8 where it is that, UTF-16 where it begins so, and else the letters of western Europe. */
function decoded(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** What a job may begin with: a picture, by its header, or a vector file. Throws a sentence for what is neither. */
export function checkSource(bytes: Uint8Array, name: string): PictureHeader | { kind: VectorKind } {
  if (readPictureHeader(bytes)) return checkPicture(bytes, name);
  return lookOf(bytes) === 'other' ? checkPicture(bytes, name) : { kind: vectorKind(bytes, name) };
}
