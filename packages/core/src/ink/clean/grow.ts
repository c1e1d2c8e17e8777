import { type Context, checkStopped } from '../../context';
import { DrelkError } from '../../error';
import {
  type Middle,
  distanceTransform,
  findMiddle,
  readSkeleton,
  thinned,
  tidySkeleton,
} from '../../raster';
import { type Sheet, drawLine } from '../draw';
import { norm } from '../../norm';
import { RIM_LEVEL, rimTones } from '../rim-tones';
import { signedDistance } from './signed-distance';

/** The ink grown by `by` pixels on every side, or shrunk where it is negative. Throws `no-ink` for all gone. */
export function grown(sheet: Sheet, by: number, context: Context): Sheet {
  const data = rimTones(signedDistance(sheet, [by], context), by);
  const isInk = (tone: number) => tone < RIM_LEVEL;
  if (!data.some(isInk)) {
    throw new DrelkError(
      'no-ink',
      'Thinned by that much, no ink is left.',
      'Take less away; the thickest stroke sets how much can go.',
    );
  }
  if (data.every(isInk)) {
    throw new DrelkError(
      'all-ink',
      'Thickened by that much, the ink swallows the whole picture.',
      'Add less, or crop with more paper around.',
    );
  }
  return { ...sheet, data, level: RIM_LEVEL };
}

/** Beyond so many times the width that strokes are brought up to, what is measured across is no thin stroke. */
const MOST_WIDE = 1.3;
/** Thin ink ends this many pixels beside thick one, or less; a line's direction there is that over so many. */
const BESIDE_THICK = 4;
const DIRECTION = 8;

/**
 * Strokes thinner than `width` pixels are brought up to it; thicker ink stays as it is. What an opening with a disc
 * of that width takes away is thin; along its middle, half way between both rims, a pen of that width is added.
 */
export function thickened(sheet: Sheet, width: number, context: Context): Sheet {
  const { width: columns, height: rows } = sheet;
  const radius = width / 2;
  const distance = signedDistance(sheet, [0, -radius], context);
  const core = new Uint8Array(distance.length);
  for (let i = 0; i < core.length; i++) if (distance[i] <= -radius) core[i] = 1;
  const toCore = distanceTransform(core, columns, rows, 1, { context }).distance;
  const thin = new Uint8Array(distance.length);
  // Half a pixel more than the disc: corners that the opening rounds off are not thin.
  for (let i = 0; i < thin.length; i++) thin[i] = distance[i] < 0 && toCore[i] > radius + 1.5 ? 1 : 0;
  if (!thin.includes(1)) return sheet;
  const own = { ...sheet, data: rimTones(distance, 0), level: RIM_LEVEL };
  const before = { ...own, data: own.data.slice() };
  const half = (place: number | { x: number; y: number }) =>
    Math.max(
      0.5,
      -distance[typeof place === 'number' ? place : Math.floor(place.y) * columns + Math.floor(place.x)],
    );
  const middles = thinned({ width: columns, height: rows, data: thin }, context);
  for (const { pixels, around } of tidySkeleton(readSkeleton(middles), half).branches) {
    checkStopped(context);
    const x = Float64Array.from(pixels, (p) => (p % columns) + 0.5);
    const y = Float64Array.from(pixels, (p) => Math.floor(p / columns) + 0.5);
    const middle = findMiddle(before, RIM_LEVEL, { x, y }, around, width);
    const places = placesOf(middle, width, around);
    const isThick = (p: number) => toCore[p] < radius + BESIDE_THICK;
    const ends = around ? [] : [pixels[0], pixels[pixels.length - 1]].map(isThick);
    drawLine(own, runInto(places, ends, radius).flat(), 'ink', radius);
  }
  return own;
}

type Place = [x: number, y: number];

/** Places of a middle; where the ink beside it is wide it is not that of a stroke. */
function placesOf({ x, y, width }: Middle, least: number, around: boolean): Place[] {
  const places = Array.from(x.keys()).filter((k) => width[k] < MOST_WIDE * least);
  const on = places.length > 0 ? places : [x.length >> 1];
  return [...on, ...(around ? [on[0]] : [])].map((k): Place => [x[k], y[k]]);
}

/** A line with its ends run straight on into the thick ink that they come to, so that the pen has no shoulder there. */
function runInto(places: Place[], [first, last]: boolean[], far: number): Place[] {
  const on = (from: Place, to: Place): Place[] => {
    const way = norm(to[0] - from[0], to[1] - from[1]);
    if (way === 0) return [];
    return [[to[0] + (far * (to[0] - from[0])) / way, to[1] + (far * (to[1] - from[1])) / way]];
  };
  const count = places.length;
  const before = first ? on(places[Math.min(DIRECTION, count - 1)], places[0]) : [];
  const after = last ? on(places[Math.max(0, count - 1 - DIRECTION)], places[count - 1]) : [];
  return [...before, ...places, ...after];
}
