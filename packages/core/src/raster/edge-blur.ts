import { toneAt } from './between';
import type { GreyPicture } from './picture';
import { norm } from '../norm';

/** How soft the edges of a picture are. */
export interface EdgeBlur {
  /** Standard deviation of the blur beyond what a pixel's own square does, in pixels; the middle of those measured. */
  sigma: number;
  /** How many edges could be measured. */
  edges: number;
}

/** How far an edge is followed to both sides, in pixels, and edges measured at most. */
const REACH = 7;
const STEPS = 4;
const MOST_EDGES = 1500;
/** Tones between both sides of an edge that is measured, at least. */
const LEAST_CONTRAST = 40;
/** A side that is not level by more than this share of the contrast belongs to something else as well. */
const LEVEL = 0.12;
/** Variance that the pixel's square and reading between pixels add: 1/12 and about 1/6. */
const OWN_VARIANCE = 0.25;

/**
 * Measures blur at strong straight edges with level tones on both sides: between 16 and 84 percent of the way from one
 * to the other lie two standard deviations of a Gaussian blur.
 */
export function edgeBlur(grey: GreyPicture): EdgeBlur {
  const { width, height, data } = grey;
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 400_000)));
  const found: number[] = [];
  /** Numbers of the pixels at which there may be one. */
  const places: number[] = [];
  for (let y = REACH + 1; y < height - REACH - 1; y += step) {
    const end = y * width + width - REACH - 1;
    for (let i = y * width + REACH + 1; i < end; i += step) {
      const across = Math.abs(data[i + 1] - data[i - 1]);
      const down = Math.abs(data[i + width] - data[i - width]);
      if (across + down >= LEAST_CONTRAST / 2) places.push(i);
    }
  }
  const every = Math.max(1, Math.floor(places.length / (6 * MOST_EDGES)));
  for (let k = 0; k < places.length && found.length < MOST_EDGES; k += every) {
    const sigma = blurAt(grey, places[k] % width, Math.floor(places[k] / width));
    if (sigma !== undefined) found.push(sigma);
  }
  found.sort((a, b) => a - b);
  return { sigma: found[found.length >> 1] ?? 0, edges: found.length };
}

function blurAt(grey: GreyPicture, x: number, y: number): number | undefined {
  const { width, data } = grey;
  const i = y * width + x;
  const gx =
    2 * (data[i + 1] - data[i - 1]) +
    data[i - width + 1] -
    data[i - width - 1] +
    data[i + width + 1] -
    data[i + width - 1];
  const gy =
    2 * (data[i + width] - data[i - width]) +
    data[i + width - 1] -
    data[i - width - 1] +
    data[i + width + 1] -
    data[i - width + 1];
  const size = norm(gx, gy);
  if (size === 0) return undefined;
  const profile = (off: number) => toneAt(grey, x + 0.5 + (off * gx) / size, y + 0.5 + (off * gy) / size);
  const dark = (profile(-REACH) + profile(-REACH + 2)) / 2;
  const light = (profile(REACH) + profile(REACH - 2)) / 2;
  const contrast = light - dark;
  if (contrast < LEAST_CONTRAST) return undefined;
  if (Math.abs(profile(-REACH) - profile(-REACH + 2)) > LEVEL * contrast) return undefined;
  if (Math.abs(profile(REACH) - profile(REACH - 2)) > LEVEL * contrast) return undefined;
  let low = Number.NaN;
  let high = Number.NaN;
  let before = profile(-REACH);
  for (let k = 1; k <= 2 * REACH * STEPS; k++) {
    const off = -REACH + k / STEPS;
    const tone = profile(off);
    const reaching = (share: number) => {
      const level = dark + share * contrast;
      return before < level && tone >= level ? off - (tone - level) / (tone - before) / STEPS : Number.NaN;
    };
    if (Number.isNaN(low)) low = reaching(0.16);
    if (Number.isNaN(high)) high = reaching(0.84);
    before = tone;
  }
  if (!(high > low) || Math.abs((low + high) / 2) > 1) return undefined;
  return Math.sqrt(Math.max(0, ((high - low) / 2) ** 2 - OWN_VARIANCE));
}

/**
 * Takes a small blur of a known standard deviation back to second order: g - sigma^2 / 2 times its Laplacian. Strokes
 * only as wide as the blur regain their tone, and with it their width; noise grows as well.
 */
export function deblurred({ width, height, data }: GreyPicture, sigma: number): GreyPicture {
  const amount = (sigma * sigma) / 2;
  const result = new Uint8ClampedArray(data);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const tone = data[i];
      const laplacian = data[i - 1] + data[i + 1] + data[i - width] + data[i + width] - 4 * tone;
      result[i] = tone - amount * laplacian;
    }
  }
  return { width, height, data: new Uint8Array(result.buffer) };
}
