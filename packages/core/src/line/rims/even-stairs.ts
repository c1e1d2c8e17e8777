import { type Context, checkStopped } from '../../context';
import type { GreyPicture } from '../../raster';
import { norm } from '../../norm';
import { type Loop, measured } from '../chain/loop';
import type { ContourSet } from './contours';
import type { Corner } from './corners';
import { type Rounds, fewestBends } from './fewest-bends';
import type { Gates } from './gate-arm';
import type { IsInk } from './pixels-agree';
import { stairCorners } from './stair-corners';
import { cornersOnSides, layOnSides, roundedBy, straightSides } from './stair-sides';
import { type Stairs, stairsOf } from './stairs';

/** How far from where it is moved to the edge of a two-toned rim may run, in pixels: measured on drawings whose rims are known. */
const UNSURE = 0.55;
/** Corners are looked for along what is evened out roughly; between them it is then evened out so that waves are none. */
const ROUGHLY: Rounds = { count: 14, least: 0.03 };
const FINELY: Rounds = { count: 24, least: 5e-4 };
/** Half the width of the gate where a mixed pixel tells the place, in pixels. */
const TOLD = 0.15;

/**
 * Moves contour points of two-toned rims, each along the line between its inner and its outer pixel, to where the curve of fewest bends
 * runs that digitises to the same pixels; and finds its corners, by which pixels they give. Points between mixed pixels stay, and hold their
 * neighbours, unless they are few.
 */
export function evenStairs(
  found: ContourSet,
  settled: ContourSet,
  grey: GreyPicture,
  level: number,
  context: Context,
): ContourSet {
  const points = settled.points.slice();
  const isInk = inkOf(grey, level);
  const corners: (readonly Corner[] | undefined)[] = [];
  const unsure = new Float64Array(found.parents.length);
  const stairs = new Float64Array(found.parents.length);
  for (let c = 0; c + 1 < found.starts.length; c++) {
    if ((c & 15) === 0) checkStopped(context);
    const of = (all: Float64Array) => all.subarray(2 * found.starts[c], 2 * found.starts[c + 1]);
    const own = stairsOf(of(found.points), grey);
    if (!own) continue;
    const told = of(points);
    own.axes.forEach((axis, i) => axis > 0 || own.places.set(told.subarray(2 * i, 2 * i + 2), 2 * i));
    corners[c] = evenOut(own, isInk);
    told.set(own.places);
    unsure[c] = UNSURE;
    stairs[c] = 1;
  }
  return { ...settled, points, unsure, stairs, corners };
}

/** Evens out stairs, in place; the corners between which it does. */
function evenOut({ places, axes, gates }: Stairs, isInk: IsInk): Corner[] {
  const middles = places.slice();
  fewestBends(places, gates, new Uint8Array(gates.length), ROUGHLY);
  const through = gatesAlong(middles, axes, isInk);
  const loop = loopThrough(places);
  const corners = stairCorners(loop, through, isInk);
  const rounded = roundedBy(corners, loop);
  const free = gates.map((gate, i) => (rounded[i] === 1 ? 0 : gate));
  rounded.forEach((is, i) => is === 1 || places.set(middles.subarray(2 * i, 2 * i + 2), 2 * i));
  const sides = straightSides(corners, rounded, through);
  layOnSides(sides, through, places, free);
  fewestBends(places, free, rounded, FINELY);
  return cornersOnSides(corners, sides);
}

const inkOf =
  ({ width, height, data }: GreyPicture, level: number): IsInk =>
  (column, row) =>
    column >= 0 && row >= 0 && column < width && row < height && data[row * width + column] < level;

function loopThrough(places: Float64Array): Loop {
  const count = places.length / 2;
  const of = (axis: 0 | 1) => Float64Array.from({ length: count }, (_, i) => places[2 * i + axis]);
  return measured(of(0), of(1));
}

/** The gates of places along a contour, from ink to paper. */
function gatesAlong(middles: Float64Array, axes: ArrayLike<number>, isInk: IsInk): Gates {
  const { x, y, count } = loopThrough(middles);
  const [outX, outY] = [new Float64Array(count), new Float64Array(count)];
  for (let i = 0; i < count; i++) {
    if (axes[i] === 1) outX[i] = isInk(Math.round(x[i]) - 1, Math.floor(y[i])) ? 1 : -1;
    else if (axes[i] === 2) outY[i] = isInk(Math.floor(x[i]), Math.round(y[i]) - 1) ? 1 : -1;
    else {
      const [a, b] = [(i + count - 1) % count, (i + 1) % count];
      const length = norm(x[b] - x[a], y[b] - y[a]) || 1;
      outX[i] = -(y[b] - y[a]) / length;
      outY[i] = (x[b] - x[a]) / length;
    }
  }
  const half = Float64Array.from(axes, (axis) => (axis === 0 ? TOLD : 0.5));
  return { count, x, y, outX, outY, half };
}
