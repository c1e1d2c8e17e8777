import type { ColourPicture, GreyPicture, Mask } from '../../raster';
import { bandAround } from './band';

/** Steps from the rim within which pixels may be mixed, and how far around one colours of both sides are looked for. */
const MIXED = 3;
const AROUND = 5;
/** Colours of the two sides that differ by less than this, in tones, say little of where between them a pixel lies. */
const FAINT = 24;
/** Times that the rim is evened out: twice is a standard deviation of 1.4 pixels. */
const PASSES = 2;

/**
 * A mask's rim placed within pixels: 0 for the thing, 255 beside it, between them by how a mixed pixel's colour lies between
 * those of the sure pixels beside it on either side, where these are alike by the mask; and evened out, since what is left
 * of the noise would make a rough rim.
 */
export function softRim(picture: ColourPicture, mask: Mask): GreyPicture {
  const { width, height } = mask;
  const sharp = mask.data.map((inside) => (inside ? 0 : 255));
  const { pixels, ring } = bandAround(mask, MIXED);
  const mixed = sharp.slice();
  for (const pixel of pixels) {
    const { covered, contrast } = mixture(picture, mask, ring, pixel);
    const weight = contrast / (contrast + FAINT * FAINT);
    mixed[pixel] =
      weight * 255 * (1 - covered) + (1 - weight) * evened({ width, height, data: sharp }, pixel);
  }
  let data = mixed;
  for (let pass = 0; pass < PASSES; pass++) {
    const from = { width, height, data };
    data = sharp.slice();
    for (const pixel of pixels) data[pixel] = evened(from, pixel);
  }
  return { width, height, data };
}

/** Which share of a pixel is the thing's colour, and how far that is from the other, squared; no contrast where one side has no sure pixel near. */
function mixture(
  { width, height, data }: ColourPicture,
  mask: Mask,
  ring: Uint8Array,
  pixel: number,
): { covered: number; contrast: number } {
  const [x, y] = [pixel % width, Math.floor(pixel / width)];
  const sums = [new Float64Array(4), new Float64Array(4)];
  for (let py = Math.max(0, y - AROUND); py <= Math.min(height - 1, y + AROUND); py++) {
    for (let px = Math.max(0, x - AROUND); px <= Math.min(width - 1, x + AROUND); px++) {
      const i = py * width + px;
      if (ring[i] !== 0) continue;
      const sum = sums[mask.data[i]];
      for (let c = 0; c < 3; c++) sum[c] += data[4 * i + c];
      sum[3]++;
    }
  }
  const [out, own] = sums;
  if (out[3] === 0 || own[3] === 0) return { covered: 0, contrast: 0 };
  let along = 0;
  let contrast = 0;
  for (let c = 0; c < 3; c++) {
    const from = out[c] / out[3];
    const step = own[c] / own[3] - from;
    along += step * (data[4 * pixel + c] - from);
    contrast += step * step;
  }
  return { covered: Math.min(1, Math.max(0, along / (contrast || 1))), contrast };
}

/** Weights of a row of five pixels: binomial. */
const BINOMIAL = [1, 4, 6, 4, 1];

/** The mean tone around a pixel, weighted. */
function evened({ width, height, data }: GreyPicture, pixel: number): number {
  const [x, y] = [pixel % width, Math.floor(pixel / width)];
  let sum = 0;
  for (let j = -2; j <= 2; j++) {
    const row = Math.min(height - 1, Math.max(0, y + j)) * width;
    for (let i = -2; i <= 2; i++)
      sum += BINOMIAL[j + 2] * BINOMIAL[i + 2] * data[row + Math.min(width - 1, Math.max(0, x + i))];
  }
  return sum / 256;
}
