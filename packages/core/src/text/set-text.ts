import { DrelkError } from '../error';
import { type Affine, type Contour, affineContour, boxOf, boxWidth } from '../geometry';
import { type Baseline, STRAIGHT, circleBaseline, contourBaseline } from './baseline';
import type { Font, ShapedGlyph } from './font';
import { type CircleText, type ContourText, MOST_TEXT, type TextSettings } from './settings';

/** A glyph of a font, and the map that takes its outline to its place. Millimetres, y down. */
export interface PlacedGlyph {
  id: number;
  map: Affine;
}

/** A text as it is set, and the characters that its font has no letter for. */
export interface SetText {
  glyphs: PlacedGlyph[];
  missing: string[];
}

/**
 * A text set in a font: its first baseline through the origin where it is straight, its circle about it, or along `contour`, in
 * millimetres. Throws `no-text` for one without a letter, `too-much-text`, `bad-length`.
 */
export function setText(settings: TextSettings, font: Font, contour?: Contour): SetText {
  const text = settings.upper ? settings.text.toLocaleUpperCase() : settings.text;
  if (text.length > MOST_TEXT)
    throw new DrelkError(
      'too-much-text',
      `A text of ${text.length} characters is too long.`,
      `Set up to ${MOST_TEXT}; make several texts of it.`,
    );
  if (!(settings.size.length > 0))
    throw new DrelkError(
      'bad-length',
      'A text has to be larger than nought.',
      'Type a length greater than nought.',
    );
  const missing = [...new Set(Array.from(text))].filter(
    (one) => !/\s/.test(one) && !font.has(one.codePointAt(0) ?? 0),
  );
  // A font draws a box for what it has not; here that is left out, and said.
  const left = new Set(missing);
  const lines = text
    .split(/\r?\n/)
    .map((line) =>
      Array.from(line)
        .filter((one) => !left.has(one))
        .join(''),
    )
    .map((line) => lineOf(font, line, settings));
  if (!lines.some(({ glyphs }) => glyphs.some(({ isSeen }) => isSeen)))
    throw new DrelkError('no-text', 'There is no letter in this text.', 'Type what it is to say.');
  const scale = scaleOf(settings, font, lines);
  const step = settings.lines * font.lineHeight * scale;
  const glyphs = lines.flatMap((line, number) => {
    const baseline = baselineOf(settings, font.capitals * scale, number * step, contour, (tight, measured) =>
      spreadFor(font, line, tight / scale, measured / scale),
    );
    const begin = beginOf(settings, line.width * scale, baseline);
    return line.glyphs
      .filter(({ isSeen }) => isSeen)
      .map((glyph): PlacedGlyph => ({ id: glyph.id, map: mapOf(glyph, scale, begin, baseline, settings) }));
  });
  return { glyphs, missing };
}

/** A line of text in font units, with its room between letters. */
interface SetLine {
  glyphs: ShapedGlyph[];
  width: number;
}

function lineOf(font: Font, text: string, { letters }: TextSettings): SetLine {
  const room = letters * font.capitals;
  const glyphs = font.shape(text).map((glyph, k) => ({ ...glyph, x: glyph.x + k * room }));
  const last = glyphs[glyphs.length - 1] as ShapedGlyph | undefined;
  return { glyphs, width: last ? last.x + last.advance : 0 };
}

/** Millimetres of a font unit: so that capitals are as high, or the whole as wide, as was asked for. */
function scaleOf({ size, align }: TextSettings, font: Font, lines: readonly SetLine[]): number {
  if (size.of === 'capitals') return size.length / font.capitals;
  const boxes = lines.map(({ glyphs, width }) => {
    const begin = align === 'left' ? 0 : align === 'right' ? -width : -width / 2;
    return glyphs.flatMap(({ id, x }) =>
      font.outline(id).map((contour) => affineContour(contour, [1, 0, 0, 1, begin + x, 0])),
    );
  });
  const box = boxOf(boxes.flat());
  return size.length / (box ? boxWidth(box) || 1 : 1);
}

/** What the line that lies `down` below the first stands on. */
function baselineOf(
  { along }: TextSettings,
  height: number,
  down: number,
  contour: Contour | undefined,
  spread: (tight: number, measured: number) => number,
): Baseline {
  if (along.kind === 'circle') return onCircle(along, height, down, spread);
  if (along.kind === 'contour' && contour) return onContour(along, contour, height, down);
  const { at, length } = STRAIGHT;
  return { length, at: (s) => ({ ...at(s), y: down }) };
}

/** Capitals stand on the circle from outside, or hang from it inside: heads point away from its middle, or to it. */
function onCircle(
  { diameter, reads, stands, turn, even }: CircleText,
  height: number,
  down: number,
  spread: (tight: number, measured: number) => number,
): Baseline {
  const isOver = reads === 'over';
  const sign = isOver ? 1 : -1;
  const radius =
    diameter / 2 +
    (isOver === (stands === 'outside') ? 0 : stands === 'outside' ? height : -height) -
    sign * down;
  if (radius <= 0)
    throw new DrelkError(
      'bad-length',
      'The circle is too small for what stands in it.',
      'Type a greater diameter, or smaller letters.',
    );
  const measured = even ? Math.max(radius / 4, radius + (sign * height) / 2) : radius;
  const apart = spread(Math.min(radius, radius + sign * height), measured);
  return circleBaseline(radius, reads, (turn * Math.PI) / 180, measured / apart);
}

/** Letters on a circle keep this share of the height of capitals between them where it is tightest. */
const LEAST_GAP = 0.02;
/** But are spread by no more than this. */
const MOST_SPREAD = 4;

/**
 * By how much letters are to be farther apart than they are set, so that none touches the next where their circle is tightest, at the radius
 * `tight`: rooms shrink towards it, and letters do not. `measured` is the radius at which rooms are as they are set.
 */
function spreadFor(font: Font, { glyphs }: SetLine, tight: number, measured: number): number {
  if (!(tight < measured) || tight <= 0) return 1;
  const seen = glyphs
    .filter(({ isSeen }) => isSeen)
    .map(({ id, x, advance }) => {
      const box = boxOf(font.outline(id));
      const middle = x + advance / 2;
      return { middle, left: middle - x - (box?.left ?? 0), right: (box?.right ?? 0) + x - middle };
    });
  const gap = LEAST_GAP * font.capitals;
  return seen.slice(1).reduce((most, { middle, left }, k) => {
    const room = middle - seen[k].middle;
    // What is set to overlap, as a running hand is, may do so.
    if (room <= 0 || room < seen[k].right + left) return most;
    const need = Math.atan(seen[k].right / tight) + Math.atan(left / tight) + gap / tight;
    return Math.min(MOST_SPREAD, Math.max(most, (need * measured) / room));
  }, 1);
}

function onContour({ start, even }: ContourText, contour: Contour, height: number, down: number): Baseline {
  const { at, length } = contourBaseline(contour, height, even);
  return {
    length,
    at(along) {
      const { x, y, angle } = at(start + along);
      return { x: x - down * Math.sin(angle), y: y + down * Math.cos(angle), angle };
    },
  };
}

/** Where a line of a width begins, counted from the place that it is brought in line with. */
function beginOf({ align, along }: TextSettings, width: number, { length }: Baseline): number {
  if (along.kind === 'circle') return -width / 2;
  const whole = along.kind === 'contour' ? length : 0;
  return align === 'left' ? 0 : align === 'right' ? whole - width : (whole - width) / 2;
}

/** How closely what lies under a letter is looked at. */
const UNDER = 8;

/** On a hollow bend a letter stands on the ends of its foot: how far above the line, which otherwise would run through it. */
function liftedBy(
  at: Baseline['at'],
  from: number,
  to: number,
  middle: { x: number; y: number },
  angle: number,
): number {
  const [up, across] = [Math.cos(angle), Math.sin(angle)];
  return Array.from({ length: UNDER + 1 }, (_, k) => at(from + ((to - from) * k) / UNDER)).reduce(
    (most, { x, y }) => Math.max(most, (x - middle.x) * across - (y - middle.y) * up),
    0,
  );
}

/** A glyph stands with the middle of its foot on the baseline, turned as the baseline runs under all of its foot. */
function mapOf(
  { x, y, advance }: ShapedGlyph,
  scale: number,
  begin: number,
  { at }: Baseline,
  { along }: TextSettings,
): Affine {
  const [from, to] = [begin + x * scale, begin + (x + advance) * scale];
  const middle = at((from + to) / 2);
  const [a, b] = [at(from), at(to)];
  const runs = b.x === a.x && b.y === a.y ? middle.angle : Math.atan2(b.y - a.y, b.x - a.x);
  const angle = along.kind === 'contour' && along.upright ? 0 : along.kind === 'straight' ? 0 : runs;
  const [c, s] = [Math.cos(angle) * scale, Math.sin(angle) * scale];
  const lift = along.kind === 'contour' && !along.upright ? liftedBy(at, from, to, middle, angle) : 0;
  const [dx, dy] = [-advance / 2, -y - lift / scale];
  return [c, s, -s, c, middle.x + c * dx - s * dy, middle.y + s * dx + c * dy];
}
