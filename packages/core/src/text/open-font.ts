import { DrelkError } from '../error';
import type { Contour, Point, Segment } from '../geometry';
import type { Font, ShapedGlyph } from './font';

/** One step of a glyph's outline, as readers of font files give them. */
interface OutlineCommand {
  command: 'moveTo' | 'lineTo' | 'quadraticCurveTo' | 'bezierCurveTo' | 'closePath';
  args: number[];
}

/** What is asked of a font file once it is read: what `create` of the font reader gives. */
export interface FontFile {
  fullName?: string | null;
  unitsPerEm: number;
  ascent: number;
  descent: number;
  lineGap: number;
  capHeight?: number;
  hasGlyphForCodePoint(codePoint: number): boolean;
  layout(text: string): {
    glyphs: readonly { id: number; path: { commands: readonly OutlineCommand[] } }[];
    positions: readonly { xAdvance: number; xOffset: number; yOffset: number }[];
  };
  getGlyph(id: number): { path: { commands: readonly OutlineCommand[] } };
}

/** The letter whose height stands for that of capitals. */
const CAPITAL = 'H';

/** An outline font from the bytes of a TTF, OTF or WOFF file, read by `create`. Throws `bad-font`. */
export function openFont(create: (bytes: Uint8Array) => unknown, bytes: Uint8Array, name: string): Font {
  try {
    const file = create(bytes);
    if (!isFontFile(file)) throw new Error('a collection of fonts');
    return fontOf(file, name);
  } catch {
    throw noFont(name);
  }
}

/** What is said of bytes that are no font. */
export const noFont = (name: string) =>
  new DrelkError(
    'bad-font',
    `“${name}” cannot be read as a font.`,
    'Take a TTF, OTF or WOFF file of a single font.',
  );

const isFontFile = (file: unknown): file is FontFile =>
  typeof file === 'object' && file !== null && 'layout' in file && 'unitsPerEm' in file;

function fontOf(file: FontFile, name: string): Font {
  const { unitsPerEm, ascent, descent, lineGap } = file;
  const outlines = new Map<number, Contour[]>();
  const outline = (id: number): Contour[] => {
    const known = outlines.get(id);
    if (known) return known;
    const contours = contoursOf(file.getGlyph(id).path.commands);
    outlines.set(id, contours);
    return contours;
  };
  // What files state as the height of capitals is not always true: it is measured.
  const capitals = heightOf(file) || file.capHeight || 0.7 * unitsPerEm;
  return {
    name,
    isLine: false,
    unitsPerEm,
    capitals,
    ascent,
    descent,
    lineHeight: ascent - descent + lineGap,
    has: (codePoint) => file.hasGlyphForCodePoint(codePoint),
    shape(text) {
      const { glyphs, positions } = file.layout(text);
      let along = 0;
      return glyphs.map(({ id }, k): ShapedGlyph => {
        const { xAdvance, xOffset, yOffset } = positions[k];
        const glyph = {
          id,
          x: along + xOffset,
          y: yOffset,
          advance: xAdvance,
          isSeen: outline(id).length > 0,
        };
        along += xAdvance;
        return glyph;
      });
    },
    outline,
  };
}

function heightOf(file: FontFile): number {
  const [glyph] = file.layout(CAPITAL).glyphs;
  return Math.max(0, ...glyph.path.commands.flatMap(({ args }) => args.filter((_, k) => k % 2 === 1)));
}

/** Closed contours of an outline, y turned over; quadratics as the same cubics. */
function contoursOf(commands: readonly OutlineCommand[]): Contour[] {
  const contours: Contour[] = [];
  let start: Point = { x: 0, y: 0 };
  let at: Point = start;
  let segments: Segment[] = [];
  const close = () => {
    if (segments.length > 0) {
      if (at.x !== start.x || at.y !== start.y) segments.push({ kind: 'line', ...start });
      contours.push({ start, segments, closed: true });
    }
    segments = [];
  };
  for (const { command, args } of commands) {
    const places = Array.from({ length: args.length / 2 }, (_, k): Point => ({
      x: args[2 * k],
      y: -args[2 * k + 1],
    }));
    const to = places[places.length - 1] as Point | undefined;
    if (command === 'closePath') close();
    else if (to && command === 'moveTo') {
      close();
      start = to;
    } else if (to) segments.push(segmentTo(command, at, places, to));
    at = to ?? start;
  }
  close();
  return contours;
}

function segmentTo(
  command: OutlineCommand['command'],
  from: Point,
  places: readonly Point[],
  to: Point,
): Segment {
  if (command === 'lineTo') return { kind: 'line', ...to };
  const [first, second] = places;
  if (command === 'bezierCurveTo')
    return { kind: 'cubic', x1: first.x, y1: first.y, x2: second.x, y2: second.y, ...to };
  // A quadratic's handle lies two thirds of the way to its one control point from either end.
  const towards = (end: Point) => ({
    x: end.x + (2 / 3) * (first.x - end.x),
    y: end.y + (2 / 3) * (first.y - end.y),
  });
  const [a, b] = [towards(from), towards(to)];
  return { kind: 'cubic', x1: a.x, y1: a.y, x2: b.x, y2: b.y, ...to };
}
