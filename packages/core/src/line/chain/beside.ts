import type { CubicCurve } from './cubic-curve';

/** How a curve lies beside points that it follows. */
export interface Beside {
  /** The largest distance, looked at from both; Infinity where the curve runs back and forth along the points. */
  worst: number;
  /** The sum of all points' distances. */
  sum: number;
}

/** Parameters of neighbouring points more than this many even steps apart are a leap; between few points, any are. */
const LEAP = 2;
const FEW = 10;
/** How far places may run back along the curve where points go to and fro, in pixels, and in parameters. */
const BACK = 2;
const LEAST_BACK = 0.05;

/**
 * Walks along a curve of about some `length` beside the points from `first` to `last`: each is projected on the curve from
 * where the one before it was, and where places leap, the curve between is looked at too, or a loop would go unseen.
 * Beyond `limit` it is not looked on.
 */
export function walkBeside(
  curve: CubicCurve,
  x: Float64Array,
  y: Float64Array,
  first: number,
  last: number,
  length: number,
  limit: number,
): Beside {
  const leap = last - first < FEW ? 0 : LEAP / (last - first + 2);
  const back = Math.max(LEAST_BACK, BACK / length);
  let t = 0;
  let worst = 0;
  let sum = 0;
  for (let i = first; i <= last; i++) {
    const guess = t + (1 - t) / (last - i + 2);
    let found = curve.project(x[i], y[i], curve.project(x[i], y[i], guess));
    if (curve.distance > worst) found = nearer(curve, x[i], y[i], found, t);
    if (found < t - back) return { worst: Infinity, sum: Infinity };
    let off = curve.distance;
    sum += off;
    if (found - t > leap && i > 0) off = Math.max(off, curve.farthestBetween(t, found, x, y, i));
    if (off > worst) {
      worst = off;
      if (worst > limit) break;
    }
    if (found > t) t = found;
  }
  if (1 - t > leap && last + 1 < x.length && worst <= limit)
    worst = Math.max(worst, curve.farthestBetween(t, 1, x, y, last + 1));
  return { worst, sum };
}

/** The parameter of a place nearer to a point than that found first, sought from where the one before it was as well. */
function nearer(curve: CubicCurve, x: number, y: number, found: number, before: number): number {
  const off = curve.distance;
  const other = curve.project(x, y, curve.project(x, y, curve.project(x, y, before)));
  if (curve.distance < off) return other;
  curve.distance = off;
  return found;
}
