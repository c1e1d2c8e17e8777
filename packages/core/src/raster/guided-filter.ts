import type { Context } from '../context';
import type { GreyPicture } from './picture';
import { eachRowStatistics } from './statistics';

/**
 * Smooths tones and keeps edges: He, Sun and Tang 2013, "Guided image filtering", section 3, the picture guiding itself
 * (equations 5, 6 and 8 with p = I): a = sigma^2 / (sigma^2 + epsilon), b = (1 - a) mu, q = mean(a) I + mean(b), over
 * squares of 2 radius + 1 pixels, cut off at the rim. `epsilon` is the variance, in squared tones, up to which
 * what varies is smoothed.
 */
export function guidedFilter(
  grey: GreyPicture,
  radius: number,
  epsilon: number,
  context: Context,
): GreyPicture {
  const { width, height, data } = grey;
  const a = new Float32Array(data.length);
  const b = new Float32Array(data.length);
  eachRowStatistics(
    grey,
    radius,
    (y, mean, deviation) => {
      for (let x = 0, i = y * width; x < width; x++, i++) {
        const variance = deviation[x] * deviation[x];
        a[i] = variance / (variance + epsilon);
        b[i] = (1 - a[i]) * mean[x];
      }
    },
    context,
  );
  const meanA = boxMeans(a, width, height, radius);
  const meanB = boxMeans(b, width, height, radius);
  return { width, height, data: data.map((tone, i) => meanA[i] * tone + meanB[i] + 0.5) };
}

/** Means over squares, cut off at the rim, by running sums along rows and then columns. */
function boxMeans(values: Float32Array, width: number, height: number, radius: number): Float32Array {
  const rows = new Float32Array(values.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let sum = 0;
    for (let x = 0; x < Math.min(radius, width); x++) sum += values[row + x];
    for (let x = 0; x < width; x++) {
      if (x + radius < width) sum += values[row + x + radius];
      if (x - radius > 0) sum -= values[row + x - radius - 1];
      rows[row + x] = sum / (Math.min(width - 1, x + radius) - Math.max(0, x - radius) + 1);
    }
  }
  const sums = new Float64Array(width);
  const result = new Float32Array(values.length);
  const add = (y: number, sign: number) => {
    if (y < 0 || y >= height) return;
    for (let x = 0; x < width; x++) sums[x] += sign * rows[y * width + x];
  };
  for (let y = 0; y < radius; y++) add(y, 1);
  for (let y = 0; y < height; y++) {
    add(y + radius, 1);
    add(y - radius - 1, -1);
    const count = Math.min(height - 1, y + radius) - Math.max(0, y - radius) + 1;
    for (let x = 0; x < width; x++) result[y * width + x] = sums[x] / count;
  }
  return result;
}
