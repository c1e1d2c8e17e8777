import { norm } from '../../geometry';
import type { Corner } from '../rims/corners';
import type { Loop } from '../chain/loop';
import type { Run } from '../chain/run';
import { evenOut } from '../../raster';

/** How much evening out may do: its Gaussian, along the contour, and how far points may move by it, all in pixels. */
export interface Evening {
  sigma: number;
  /** The farthest, and on the average. */
  most: number;
  mean: number;
}

/** Points that would move too far are evened out over a shorter and shorter way, at last not at all. */
const SHORTER = 0.6;
const TRIES = 5;

/**
 * A loop without corners, begun at one of its points, or where it is farthest from its middle: that is the same place
 * however the loop is turned.
 */
export function wholeRun(loop: Loop, evening: Evening, first = farthestFromMiddle(loop)): Run {
  const { count } = loop;
  const [x, y] = evened(loop.x, loop.y, evening, loop.along[count], true);
  const around = (values: Float64Array) => {
    const turned = new Float64Array(count + 1);
    turned.set(values.subarray(first));
    turned.set(values.subarray(0, first + 1), count - first);
    return turned;
  };
  return runOf(around(x), around(y), true, around(loop.x), around(loop.y), false);
}

export function farthestFromMiddle({ x, y }: Pick<Loop, 'x' | 'y'>): number {
  let middleX = 0;
  let middleY = 0;
  for (let i = 0; i < x.length; i++) {
    middleX += x[i] / x.length;
    middleY += y[i] / x.length;
  }
  let first = 0;
  let most = 0;
  for (let i = 0; i < x.length; i++) {
    const dx = x[i] - middleX;
    const dy = y[i] - middleY;
    const far = dx * dx + dy * dy;
    if (far > most) {
      first = i;
      most = far;
    }
  }
  return first;
}

/**
 * The points between two corners, with the corners as exact ends. Those that pixels round off at a corner which lies
 * beyond the contour are left out: there the corner is the rim.
 */
export function runBetween(loop: Loop, from: Corner, to: Corner, evening: Evening): Run {
  const { x, y, along, count } = loop;
  const length = along[count];
  const whole = (along[to.index] - along[from.index] + length) % length || length;
  const leave = Math.min(from.rounded, whole / 4);
  const arrive = Math.min(to.rounded, whole / 4);
  const between = (to.index - from.index + count) % count || count;
  const xs = new Float64Array(between + 1);
  const ys = new Float64Array(between + 1);
  xs[0] = from.x;
  ys[0] = from.y;
  let n = 1;
  for (let k = 1, i = from.index + 1; k < between; k++, i++) {
    if (i === count) i = 0;
    const gone = along[i] - along[from.index] + (i < from.index ? length : 0);
    if (gone >= whole - arrive) break;
    if (gone < leave) continue;
    xs[n] = x[i];
    ys[n++] = y[i];
  }
  xs[n] = to.x;
  ys[n++] = to.y;
  const [foundX, foundY] = [xs.subarray(0, n), ys.subarray(0, n)];
  const [x1, y1] = evened(foundX, foundY, evening, whole, false);
  return runOf(x1, y1, false, foundX, foundY, from.rounded > 0);
}

/** Points evened out as far as is allowed; themselves where nothing is to be done. */
function evened(
  x: Float64Array,
  y: Float64Array,
  { sigma, most, mean }: Evening,
  length: number,
  closed: boolean,
): [Float64Array, Float64Array] {
  if (sigma === 0) return [x, y];
  let steps = (sigma * x.length) / length;
  for (let attempt = 0; attempt < TRIES; attempt++, steps *= SHORTER) {
    const [ex, ey] = [evenOut(x, steps, closed), evenOut(y, steps, closed)];
    if (ex === x) break;
    let worst = 0;
    let sum = 0;
    for (let i = 0; i < x.length; i++) {
      const off = norm(ex[i] - x[i], ey[i] - y[i]);
      sum += off;
      if (off > worst) worst = off;
    }
    if (worst <= most && sum <= mean * x.length) return [ex, ey];
  }
  return [x, y];
}

/** A run of points as they are, from corner to corner. */
export const plainRun = (x: Float64Array, y: Float64Array): Run => runOf(x, y, false, x, y, false);

function runOf(
  x: Float64Array,
  y: Float64Array,
  around: boolean,
  foundX: Float64Array,
  foundY: Float64Array,
  beyond: boolean,
): Run {
  const along = new Float64Array(x.length);
  for (let i = 1; i < x.length; i++) along[i] = along[i - 1] + norm(x[i] - x[i - 1], y[i] - y[i - 1]);
  return { x, y, along, around, foundX, foundY, beyond };
}

/** The run walked the other way. */
export const reversedRun = (run: Run): Run => {
  const reversed = (values: Float64Array) => values.slice().reverse();
  const length = run.along[run.along.length - 1];
  const along = reversed(run.along).map((value) => length - value);
  const { around, beyond } = run;
  const [foundX, foundY] = [reversed(run.foundX), reversed(run.foundY)];
  return { x: reversed(run.x), y: reversed(run.y), along, around, foundX, foundY, beyond };
};

/** A run around that begins at another of its points. */
export function runFrom(run: Run, first: number): Run {
  const turned = (values: Float64Array) => {
    const last = values.length - 1;
    const result = new Float64Array(last + 1);
    result.set(values.subarray(first, last));
    result.set(values.subarray(0, first + 1), last - first);
    return result;
  };
  return runOf(turned(run.x), turned(run.y), true, turned(run.foundX), turned(run.foundY), false);
}
