import type { Context } from '../context';
import { type GreyPicture, eachRowStatistics } from '../raster';

/** Weight of the spread and its greatest value, as the authors give them. */
const K = 0.2;
const R = 128;

/** Sauvola and Pietikäinen 2000, equation 5: T = m (1 + k (s / R - 1)). */
export function sauvolaThreshold(mean: number, deviation: number): number {
  return mean * (1 + K * (deviation / R - 1));
}

/** The level of pictures made by `followLight`. */
export const FOLLOWED_LEVEL = 127.5;

/** Half a side of the window: wide enough to hold paper beside any stroke that is not a solid area. */
export function windowFor({ width, height }: GreyPicture): number {
  return Math.min(100, Math.max(7, Math.round(Math.min(width, height) / 40)));
}

/**
 * A threshold for every place from the mean and spread around it: tones are moved so that the threshold lies at
 * FOLLOWED_LEVEL everywhere. Ink is dark.
 */
export function followLight(grey: GreyPicture, radius: number, context: Context): GreyPicture {
  const { width, height, data } = grey;
  const result = new Uint8Array(data.length);
  eachRowStatistics(
    grey,
    radius,
    (y, mean, deviation) => followRow(data, result, y * width, mean, deviation),
    context,
  );
  return { width, height, data: result };
}

/** The equation of `followLight` over a row that begins at `from`, its constants gathered. */
function followRow(
  data: Uint8Array,
  result: Uint8Array,
  from: number,
  mean: Float32Array,
  deviation: Float32Array,
): void {
  for (let x = 0, i = from; x < mean.length; x++, i++) {
    const tone = (data[i] - mean[x] * (1 - K + (K / R) * deviation[x]) + 128.5) | 0;
    result[i] = tone < 0 ? 0 : tone > 255 ? 255 : tone;
  }
}
