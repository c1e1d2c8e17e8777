import { norm } from '../../geometry';
import type { Loop } from '../chain/loop';

/** Points along a line. */
export type Places = Pick<Loop, 'x' | 'y' | 'count'>;

/**
 * Steps between the five points that a difference is taken of. Jitter of neighbours hangs together, by blur and
 * compression, so that nearer points would not show it.
 */
const LAG = 3;
/** Seen twice as far apart, jitter is as large as before, and form is sixteen times so. */
const WIDE = 2 * LAG;
const FORM = 1.6;
/** A fourth difference, and by how much it enlarges jitter: the root of the sum of squared weights. */
const WEIGHTS = [1, -4, 6, -4, 1];
const GAIN = Math.sqrt(70);
/** Of normal jitter, the median of its size is this share of the standard deviation. */
const MEDIAN = 0.6745;
/** Fewest points that can tell: the widest difference several times over. */
const LEAST = 3 * 4 * WIDE;

/**
 * Standard deviation of the jitter across a loop, in pixels, by the median of the fourth differences of its points: of a
 * curve nothing is left of them, of corners the median takes no notice. Where they grow with the distance between
 * points they show form, and what of them may be jitter becomes less and less. Contours too short to say have none.
 */
export function jitterOf(loop: Places, isClosed = true): number {
  if (loop.count < LEAST) return 0;
  const near = spread(loop, LAG, isClosed);
  const growth = spread(loop, WIDE, isClosed) / (near || 1);
  return growth <= FORM ? near : near * (FORM / growth) ** 2;
}

/** So many points are looked at at once along a loop, and so many farther on again. */
const STRETCH = 96;
const ON = 32;

/**
 * Jitter of the stretches of a loop that tell, each by itself: compression leaves level and upright edges alone, so that
 * what most of a loop shows need not be so elsewhere along it. None of a loop too short to have several.
 */
export function jitterAlong({ x, y, count }: Places): number[] {
  const told: number[] = [];
  for (let first = 0; count >= 2 * STRETCH && first + STRETCH <= count; first += ON) {
    const last = first + STRETCH;
    const stretch = { x: x.subarray(first, last), y: y.subarray(first, last), count: STRETCH };
    if (isTelling(stretch)) told.push(jitterOf(stretch, false));
  }
  return told;
}

/** Whether enough of a stretch runs neither level nor upright. */
function isTelling({ x, y, count }: Places): boolean {
  let slopes = 0;
  for (let i = 0; i + 4 * LAG < count; i++)
    if (isSloping(x[i + 4 * LAG] - x[i], y[i + 4 * LAG] - y[i])) slopes++;
  return slopes >= 2 * TELLING * (count - 4 * LAG);
}

const isSloping = (dx: number, dy: number): boolean =>
  Math.min(Math.abs(dx), Math.abs(dy)) > LEVEL * Math.max(Math.abs(dx), Math.abs(dy));

/** Steps between points by which roughness is told, and fewest points that can tell. */
const CLOSE = 2;
const LEAST_ROUGH = 4 * CLOSE + 1;

/**
 * How much a loop goes to and fro from one point to the next but few, in pixels: jitter and form together. Where there is
 * much of it no direction can be told from a point's neighbours.
 */
export const roughnessOf = (loop: Places): number =>
  loop.count < LEAST_ROUGH ? 0 : spread(loop, CLOSE, true);

/** What runs along a side of the grid, within this slope, shows no jitter where pixels jump from tone to tone. */
const LEVEL = 0.07;
/** So many of the places tell enough. */
const TELLING = 0.25;

function spread({ x, y, count }: Places, lag: number, isClosed: boolean): number {
  const places = isClosed ? count : count - 4 * lag;
  const sizes = new Float64Array(Math.ceil(places / 2));
  const sloping = new Float64Array(sizes.length);
  let slopes = 0;
  const at = (i: number) => (i >= count ? i - count : i);
  for (let i = 0, n = 0; i < places; i += 2, n++) {
    const last = at(i + 4 * lag);
    const dx = x[last] - x[i];
    const dy = y[last] - y[i];
    let sumX = 0;
    let sumY = 0;
    for (let k = 0; k < 5; k++) {
      sumX += WEIGHTS[k] * x[at(i + k * lag)];
      sumY += WEIGHTS[k] * y[at(i + k * lag)];
    }
    sizes[n] = Math.abs(sumX * dy - sumY * dx) / (norm(dx, dy) || 1);
    if (isSloping(dx, dy)) sloping[slopes++] = sizes[n];
  }
  const telling = slopes < TELLING * sizes.length ? sizes : sloping.subarray(0, slopes);
  telling.sort();
  return telling[telling.length >> 1] / (GAIN * MEDIAN);
}
