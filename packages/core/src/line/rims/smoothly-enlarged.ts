import type { Context } from '../../context';
import { type GreyPicture, type Unrepeated, findRowChanges } from '../../raster';
import { type ContourSet, traceContours } from './contours';
import { twoTonedShare } from './stairs';

/** As often as rows and columns are looked for to have been enlarged. */
const TIMES = [2, 3, 4];
/** Between neighbours no more than this, over the times, of a rim's contrast lies where pixels were enlarged smoothly; but for so many of them. */
const STEEP = 1.65;
const FEW = 0.04;
/** So far beside a rim its contrast is looked for, in pixels. */
const BESIDE = 3;
/** So much of the rims of what was enlarged has two tones, and stairs. */
const MOSTLY = 0.95;

/** A picture of two tones, and its contours, that another is smoothly enlarged from. */
export interface Smaller {
  once: Unrepeated;
  contours: ContourSet;
}

/**
 * Undoes smooth enlarging (linear, cubic, by windowed sinc) of two tones by a whole number: means over squares, or each so manieth pixel, are then two
 * tones again, and rims go along stairs. Undefined where they do not, as of every picture whose rims have mixed pixels.
 */
export function smoothlyEnlarged(
  found: ContourSet,
  grey: GreyPicture,
  level: number,
  context: Context,
): Smaller | undefined {
  for (const times of TIMES) {
    if (steepShare(found.points, grey, STEEP / times) > FEW) return undefined;
    for (const phase of times % 2 === 0 ? [undefined, times / 2] : [undefined]) {
      const small = phase === undefined ? meansOver(grey, times) : everyOf(grey, times, phase);
      const contours = traceContours(small, level, findRowChanges(small, level, context), context);
      if (twoTonedShare(contours, small) < MOSTLY) continue;
      const begin = phase === undefined ? 0 : phase + (1 - times) / 2;
      return { once: { grey: small, times, left: begin, top: begin }, contours };
    }
  }
  return undefined;
}

/** The share of points between pixels that have so much of the contrast around between them; all where there are none. */
function steepShare(points: Float64Array, { width, height, data }: GreyPicture, steep: number): number {
  let [found, all] = [0, 0];
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = [points[i], points[i + 1]];
    const alongX = y % 1 === 0.5 && x % 1 !== 0.5;
    const [column, row] = alongX
      ? [Math.round(x - 0.5), Math.floor(y)]
      : [Math.floor(x), Math.round(y - 0.5)];
    const [at, last] = alongX ? [column, width - 1] : [row, height - 1];
    if (at < BESIDE || at + BESIDE > last) continue;
    const [from, step] = [row * width + column, alongX ? 1 : width];
    let [least, most, jump] = [255, 0, 0];
    for (let k = -BESIDE; k <= BESIDE; k++) {
      const tone = data[from + k * step];
      least = Math.min(least, tone);
      most = Math.max(most, tone);
      if (k > -BESIDE) jump = Math.max(jump, Math.abs(tone - data[from + (k - 1) * step]));
    }
    all++;
    if (jump > steep * (most - least)) found++;
  }
  return all === 0 ? 1 : found / all;
}

/** Each so manieth pixel of each so manieth row, from one on. */
function everyOf({ width, height, data }: GreyPicture, times: number, phase: number): GreyPicture {
  const [wide, high] = [width, height].map((size) => Math.ceil((size - phase) / times));
  const every = new Uint8Array(wide * high);
  for (let y = 0, i = 0; y < high; y++)
    for (let x = 0; x < wide; x++, i++) every[i] = data[(y * times + phase) * width + x * times + phase];
  return { width: wide, height: high, data: every };
}

/** Means over squares of so many pixels a side, as far as they are whole. */
function meansOver({ width, height, data }: GreyPicture, times: number): GreyPicture {
  const [wide, high] = [Math.floor(width / times), Math.floor(height / times)];
  const means = new Uint8Array(wide * high);
  for (let y = 0, i = 0; y < high; y++)
    for (let x = 0; x < wide; x++, i++) {
      let sum = 0;
      for (let v = 0; v < times; v++)
        for (let u = 0; u < times; u++) sum += data[(y * times + v) * width + x * times + u];
      means[i] = Math.round(sum / times ** 2);
    }
  return { width: wide, height: high, data: means };
}
