import { type Context, checkStopped } from '../context';
import { DrelkError } from '../error';
import { type ColourPicture, eachInsideRun, flood, rimPixels, toneAt } from '../raster';
import { distanceFrom, wordsOf } from './colour-distance';
import { type Sheet, drawLine } from './draw';
import { withSeams } from './seams';
import type { Separated } from './separated';
import type { Axis, Stroke } from './strokes';

/**
 * Replays the hand's strokes, in order, on what the settings made ink; the picture itself is only asked for colours.
 * Places are in this picture's pixels. Throws `nothing-kept` for a loop that holds no ink.
 */
export function replayStrokes(
  separated: Separated,
  picture: ColourPicture,
  strokes: readonly Stroke[],
  context: Context,
): Separated {
  if (strokes.length === 0) return separated;
  const { grey, level, inkTone, paperTone } = separated;
  const data = grey.data.slice();
  const sheet: Sheet = { width: grey.width, height: grey.height, data, level };
  for (const stroke of strokes) {
    checkStopped(context);
    if (stroke.kind === 'brush') {
      const { points, tone, width, axis } = stroke;
      drawLine(sheet, points, tone, width / 2);
      if (axis) drawLine(sheet, mirroredPoints(points, axis), tone, width / 2);
    } else if (stroke.kind === 'pour') {
      const poured = pouredArea(picture, stroke);
      const area = stroke.tone === 'ink' ? withSeams(poured, sheet, picture) : poured;
      const tone = stroke.tone === 'ink' ? inkTone : paperTone;
      for (let i = 0; i < data.length; i++) if (area[i]) data[i] = tone;
    } else if (stroke.kind === 'loop') {
      const before = data.slice();
      if (stroke.does === 'keep') data.fill(paperTone);
      eachInsideRun(sheet.width, sheet.height, stroke.points, (y, from, to) => {
        const row = y * sheet.width;
        if (stroke.does === 'drop') data.fill(paperTone, row + from, row + to);
        else data.set(before.subarray(row + from, row + to), row + from);
      });
      if (!hasInk(sheet)) throw nothingKept();
    } else if (stroke.kind === 'inside') {
      fillInside(sheet, stroke.at, inkTone);
    } else {
      mirrorInk(sheet, stroke.axis, paperTone);
    }
  }
  return { ...separated, grey: { ...grey, data } };
}

const hasInk = ({ data, level }: Sheet) => data.some((tone) => tone < level);

const nothingKept = () =>
  new DrelkError(
    'nothing-kept',
    'The loop leaves no ink at all.',
    'Undo it, and draw it around what is to be kept or dropped.',
  );

/** The area that pouring at a place takes: 1 for each of its pixels. */
export function pouredArea(
  picture: ColourPicture,
  { at, tolerance, everywhere }: { at: [number, number]; tolerance: number; everywhere: boolean },
): Uint8Array {
  const { width, height } = picture;
  const [x, y] = at.map(Math.floor);
  if (x < 0 || y < 0 || x >= width || y >= height) return new Uint8Array(width * height);
  const words = wordsOf(picture);
  const word = words[y * width + x];
  const distance = distanceFrom(word & 255, (word >>> 8) & 255, (word >>> 16) & 255);
  if (everywhere) return Uint8Array.from(words, (other) => (distance(other) <= tolerance ? 1 : 0));
  return flood(width, height, [y * width + x], (i) => distance(words[i]) <= tolerance).data;
}

/** The points seen in a mirror that stands on the axis. */
export function mirroredPoints(points: readonly number[], [x1, y1, x2, y2]: Axis): number[] {
  const dx = x2 - x1;
  const dy = y2 - y1;
  const squared = dx * dx + dy * dy || 1;
  const result: number[] = [];
  for (let k = 0; k + 1 < points.length; k += 2) {
    const t = ((points[k] - x1) * dx + (points[k + 1] - y1) * dy) / squared;
    result.push(2 * (x1 + t * dx) - points[k], 2 * (y1 + t * dy) - points[k + 1]);
  }
  return result;
}

/** Paper that the rim cannot be reached from becomes ink: all of it, or the one area around a place. */
function fillInside(sheet: Sheet, at: [number, number] | null, inkTone: number): void {
  const { width, height, data, level } = sheet;
  const isPaper = (i: number) => data[i] >= level;
  const outside = flood(width, height, rimPixels(width, height), isPaper).data;
  let inside: Uint8Array | undefined;
  if (at) {
    const [x, y] = at.map(Math.floor);
    if (x < 0 || y < 0 || x >= width || y >= height || outside[y * width + x]) return;
    inside = flood(width, height, [y * width + x], isPaper).data;
  }
  for (let i = 0; i < data.length; i++) {
    if (isPaper(i) && !outside[i] && (!inside || inside[i])) data[i] = inkTone;
  }
}

/** What lies to the right of the axis becomes the mirror image of what lies to its left, seen along it. */
function mirrorInk({ width, height, data }: Sheet, axis: Axis, paperTone: number): void {
  const [x1, y1, x2, y2] = axis;
  const from = { width, height, data: data.slice() };
  const dx = x2 - x1;
  const dy = y2 - y1;
  const squared = dx * dx + dy * dy || 1;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const px = x + 0.5 - x1;
      const py = y + 0.5 - y1;
      // With y down, a positive cross product lies to the right of the direction seen on screen.
      if (dx * py - dy * px <= 0) continue;
      const t = (px * dx + py * dy) / squared;
      const fromX = 2 * (x1 + t * dx) - x - 0.5;
      const fromY = 2 * (y1 + t * dy) - y - 0.5;
      const isInside = fromX >= 0 && fromY >= 0 && fromX <= width && fromY <= height;
      data[y * width + x] = isInside ? Math.round(toneAt(from, fromX, fromY)) : paperTone;
    }
  }
}
