import type { Context } from '../context';
import type { GreyPicture } from './picture';
import { reduceGrey } from './resample';
import { eachRowStatistics } from './statistics';
import { surfaceRow } from './surface';

/** From this radius on what is only averaged is worked out on a smaller copy: as many times smaller as keep this radius there. */
const LEAST_RADIUS = 4;

/**
 * Smooths tones and keeps edges: He, Sun and Tang 2013, "Guided image filtering", section 3, the picture guiding itself
 * (equations 5, 6 and 8 with p = I): a = sigma^2 / (sigma^2 + epsilon), b = (1 - a) mu, q = mean(a) I + mean(b), over
 * squares of 2 radius + 1 pixels, cut off at the rim; for large radii a and b are found on a smaller copy and
 * enlarged (He and Sun 2015, "Fast guided filter"). `epsilon` is the variance, in squared tones, up to which
 * what varies is smoothed.
 */
export function guidedFilter(
  grey: GreyPicture,
  radius: number,
  epsilon: number,
  context: Context,
): GreyPicture {
  const { width, height, data } = grey;
  const cell = Math.max(1, Math.floor(radius / LEAST_RADIUS));
  const small = cell > 1 ? reduceGrey(grey, Math.ceil(width / cell), Math.ceil(height / cell)) : grey;
  const [a, b] = coefficients(small, Math.round(radius / cell), epsilon, context);
  const result = new Uint8ClampedArray(data.length);
  const [rowOfA, rowOfB] = [new Float32Array(width), new Float32Array(width)];
  for (let y = 0; y < height; y++) {
    surfaceRow({ ...small, cell, values: a }, y, rowOfA);
    surfaceRow({ ...small, cell, values: b }, y, rowOfB);
    for (let x = 0, i = y * width; x < width; x++, i++) result[i] = rowOfA[x] * data[i] + rowOfB[x];
  }
  return { width, height, data: new Uint8Array(result.buffer) };
}

/** The means of a and b. */
function coefficients(
  grey: GreyPicture,
  radius: number,
  epsilon: number,
  context: Context,
): [a: Float32Array, b: Float32Array] {
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
  return [boxMeans(a, width, height, radius), boxMeans(b, width, height, radius)];
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
