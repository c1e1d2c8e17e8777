import type { GreyPicture } from './picture';

/** Weights are whole numbers that sum to this. */
const ONE = 1 << 11;

/**
 * Gaussian blur, rows and columns apart, over three standard deviations; beyond the rim the picture is mirrored
 * about its last pixel. `sigma` in pixels.
 */
export function gaussianBlur(grey: GreyPicture, sigma: number): GreyPicture {
  const { width, height, data } = grey;
  const weights = gaussianWeights(sigma);
  const reach = weights.length - 1;
  if (reach < 1) return grey;
  const result = new Uint8Array(data.length);
  const rows = Array.from({ length: 2 * reach + 1 }, () => new Int32Array(width));
  const padded = new Int32Array(width + 2 * reach);
  const sum = new Int32Array(width);
  const half = 1 << 21;
  const fill = (y: number) => blurRow(data, mirrored(y, height) * width, width, weights, padded, rowOf(y));
  const rowOf = (y: number) => rows[(((y + reach) % rows.length) + rows.length) % rows.length];
  for (let y = -reach; y < reach; y++) fill(y);
  for (let y = 0; y < height; y++) {
    fill(y + reach);
    const middle = rowOf(y);
    for (let x = 0; x < width; x++) sum[x] = weights[0] * middle[x] + half;
    for (let k = 1; k <= reach; k++) {
      const weight = weights[k];
      const above = rowOf(y - k);
      const below = rowOf(y + k);
      for (let x = 0; x < width; x++) sum[x] += weight * (above[x] + below[x]);
    }
    for (let x = 0, at = y * width; x < width; x++) result[at++] = sum[x] >> 22;
  }
  return { width, height, data: result };
}

/** Half of a symmetric kernel, the middle first; both halves and the middle sum to ONE. */
function gaussianWeights(sigma: number): Int32Array {
  const reach = sigma > 0.1 ? Math.ceil(3 * sigma) : 0;
  const exact = Array.from({ length: reach + 1 }, (_, k) => Math.exp((-k * k) / (2 * sigma * sigma || 1)));
  const total = exact.reduce((sum, weight, k) => sum + (k === 0 ? weight : 2 * weight), 0);
  const weights = Int32Array.from(exact, (weight) => Math.round((weight * ONE) / total));
  weights[0] += ONE - weights.reduce((sum, weight, k) => sum + (k === 0 ? weight : 2 * weight), 0);
  return weights;
}

function blurRow(
  data: Uint8Array,
  row: number,
  width: number,
  weights: Int32Array,
  padded: Int32Array,
  out: Int32Array,
): void {
  const reach = weights.length - 1;
  for (let x = 0; x < width; x++) padded[x + reach] = data[row + x];
  for (let k = 1; k <= reach; k++) {
    padded[reach - k] = data[row + mirrored(-k, width)];
    padded[reach + width - 1 + k] = data[row + mirrored(width - 1 + k, width)];
  }
  for (let x = 0; x < width; x++) out[x] = weights[0] * padded[x + reach];
  for (let k = 1; k <= reach; k++) {
    const weight = weights[k];
    for (let x = 0, left = reach - k, right = reach + k; x < width; x++)
      out[x] += weight * (padded[left++] + padded[right++]);
  }
}

/** An index beyond the rim, mirrored about the last one (gfedcb|abcdefgh|gfedcba). */
export function mirrored(at: number, size: number): number {
  if (size === 1) return 0;
  const period = 2 * size - 2;
  const within = ((at % period) + period) % period;
  return within < size ? within : period - within;
}
