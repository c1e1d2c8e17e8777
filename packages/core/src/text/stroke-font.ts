import { DrelkError } from '../error';
import type { Contour, Segment } from '../geometry';
import type { Font, ShapedGlyph } from './font';
import { marked, taken } from './stroke-accents';

/** Hershey's units: capitals are 21 high, from 12 above the middle line to 9 below it, which is the baseline. */
const CAPITALS = 21;
const BASELINE = 9;
const EM = 32;
const DESCENT = -7;
const ASCENT = 25;
/** The first character of a file, and what places are counted from. */
const FIRST = 32;
const ORIGIN = 'R'.charCodeAt(0);

interface StrokeGlyph {
  advance: number;
  lines: Contour[];
}

/**
 * A single-line font from the text of a Hershey font file in Hurt's format: a line a character from the space on; five
 * columns of number, three of how many pairs, then pairs of letters whose distances from R are x and y, the first pair the left and the
 * right side; " R" lifts the pen. Letters with accents are made of a letter and its marks. Throws `bad-font`.
 */
export function openStrokeFont(text: string, name: string): Font {
  const glyphs = text
    .split(/\r?\n/)
    .filter((line) => line.length >= 10)
    .map(glyphOf);
  if (glyphs.length < 95)
    throw new DrelkError(
      'bad-font',
      `“${name}” has only ${glyphs.length} of 95 characters.`,
      'Take a whole file of a single-line font.',
    );
  const withMarks = new Map<string, StrokeGlyph | undefined>();
  const glyphFor = (character: string): StrokeGlyph | undefined => {
    const own = glyphs[(character.codePointAt(0) ?? 0) - FIRST] as StrokeGlyph | undefined;
    if (own) return own;
    if (!withMarks.has(character)) withMarks.set(character, accented(character, glyphs));
    return withMarks.get(character);
  };
  return {
    name,
    isLine: true,
    unitsPerEm: EM,
    capitals: CAPITALS,
    ascent: ASCENT,
    descent: DESCENT,
    lineHeight: EM,
    has: (codePoint) => glyphFor(String.fromCodePoint(codePoint)) !== undefined,
    shape(line) {
      let x = 0;
      return Array.from(line.normalize('NFC')).flatMap((character): ShapedGlyph[] => {
        const id = (character.codePointAt(0) ?? 0) - FIRST;
        const glyph = glyphFor(character);
        if (!glyph) return [];
        const { advance, lines } = glyph;
        const at = x;
        x += advance;
        return [{ id, x: at, y: 0, advance, isSeen: lines.length > 0 }];
      });
    },
    outline: (id) => glyphFor(String.fromCodePoint(id + FIRST))?.lines ?? [],
  };
}

/** A letter of the font with marks on it; undefined where it has not that letter, or a mark is none that is drawn. */
function accented(character: string, glyphs: readonly StrokeGlyph[]): StrokeGlyph | undefined {
  const parts = taken(character);
  const letter = parts && glyphs[(parts.letter.codePointAt(0) ?? 0) - FIRST];
  if (!parts || parts.marks.length === 0 || !letter) return undefined;
  return { advance: letter.advance, lines: marked(letter.lines, parts.letter, parts.marks) };
}

function glyphOf(line: string): StrokeGlyph {
  const pairs = line.slice(8);
  const value = (k: number) => pairs.charCodeAt(k) - ORIGIN;
  const left = value(0);
  const lines: Contour[] = [];
  let places: { x: number; y: number }[] = [];
  const lift = () => {
    const [start, ...rest] = places;
    if (rest.length > 0) {
      const end = rest[rest.length - 1];
      lines.push({
        start,
        segments: rest.map(({ x, y }): Segment => ({ kind: 'line', x, y })),
        closed: rest.length > 2 && end.x === start.x && end.y === start.y,
      });
    }
    places = [];
  };
  for (let k = 2; k + 1 < pairs.length; k += 2) {
    if (pairs.slice(k, k + 2) === ' R') lift();
    else places.push({ x: value(k) - left, y: value(k + 1) - BASELINE });
  }
  lift();
  return { advance: value(1) - left, lines };
}
