import { DrelkError } from '../error';
import type { Font } from './font';
import { noFont, openFont } from './open-font';

/** Largest font file taken in, in bytes. */
export const MOST_FONT_BYTES = 24 * 1024 * 1024;
/** Longest name that a font is known by. */
const MOST_NAME = 120;
/**
 * What font files begin with (OpenType 1.9, "Organization of an OpenType Font"; WOFF 1.0, section 4; WOFF 2.0, section 4.1): TrueType
 * outlines, cubic ones, TrueType of old, and both kinds packed.
 */
const BEGINNINGS = ['\0\x01\0\0', 'OTTO', 'true', 'wOFF', 'wOF2'];

/** A font file that somebody brings along, by the name it has for itself, or else its file's. Throws `bad-font`. */
export function readFontFile(
  create: (bytes: Uint8Array) => unknown,
  bytes: Uint8Array,
  fileName: string,
): Font {
  if (bytes.length > MOST_FONT_BYTES)
    throw new DrelkError(
      'bad-font',
      `“${fileName}” is larger than fonts are taken here, ${MOST_FONT_BYTES >> 20} MB.`,
      'Take a smaller one, such as that of a single script.',
    );
  if (!BEGINNINGS.includes(String.fromCharCode(...bytes.subarray(0, 4)))) throw noFont(fileName);
  let own: string | undefined;
  const font = openFont(
    (given) => {
      const file = create(given);
      own = nameIn(file);
      return file;
    },
    bytes,
    fileName,
  );
  return { ...font, name: own ?? fileName };
}

/** The full name that a font states; undefined where it states none that can be shown. */
function nameIn(file: unknown): string | undefined {
  const name: unknown =
    typeof file === 'object' && file !== null && 'fullName' in file ? file.fullName : undefined;
  // eslint-disable-next-line no-control-regex -- names are shown in a line
  const plain = typeof name === 'string' ? name.replace(/[\u0000-\u001f]/g, ' ').trim() : '';
  return plain === '' ? undefined : plain.slice(0, MOST_NAME);
}
