import { norm } from '../geometry';
import type { Loop } from './sections';

/** Points between the five that a difference is taken of: jitter of neighbours hangs together, by blur and compression. */
const LAG = 3;
/** A fourth difference, and by how much it enlarges jitter: the root of the sum of squared weights. */
const WEIGHTS = [1, -4, 6, -4, 1];
const GAIN = Math.sqrt(70);
/** Of normal jitter, the median of its size is this share of the standard deviation. */
const MEDIAN = 0.6745;
/** Fewest points that can tell. */
const LEAST = 24;

/**
 * Standard deviation of the jitter across a loop, in pixels, by the median of the fourth differences of its points: of a
 * curve nothing is left of them, of corners the median takes no notice.
 */
export function jitterOf({ x, y, count }: Loop): number {
  if (count < LEAST) return 0;
  const sizes = new Float64Array(Math.ceil(count / 2));
  const at = (i: number) => (i >= count ? i - count : i);
  for (let i = 0, n = 0; i < count; i += 2, n++) {
    const last = at(i + 4 * LAG);
    const dx = x[last] - x[i];
    const dy = y[last] - y[i];
    let sumX = 0;
    let sumY = 0;
    for (let k = 0; k < 5; k++) {
      sumX += WEIGHTS[k] * x[at(i + k * LAG)];
      sumY += WEIGHTS[k] * y[at(i + k * LAG)];
    }
    sizes[n] = Math.abs(sumX * dy - sumY * dx) / (norm(dx, dy) || 1);
  }
  sizes.sort();
  return sizes[sizes.length >> 1] / (GAIN * MEDIAN);
}
