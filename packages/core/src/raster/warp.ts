import { type Context, checkStopped } from '../context';
import type { ColourPicture } from './picture';
import { norm } from '../norm';

/** How a picture is read between its pixels. */
export type Interpolation = 'linear' | 'cubic';

/** Fractions of a pixel for which weights are kept. */
const STEPS = 256;
/** Weights are whole numbers that sum to this. */
const ONE = 1 << 12;
/** Half of what a sum of weighted tones is divided by in the end. */
const ROUND = 1 << 19;
/** Result pixels that cover more than this much of the source each way are averaged over several places. */
const COVERS = 1.25;

/** Keys 1981 (cubic convolution, a = -1/2): four whole-number weights for each fraction, summing to ONE exactly. */
const CUBIC = (() => {
  const table = new Int16Array(4 * STEPS);
  for (let step = 0; step < STEPS; step++) {
    const t = step / STEPS;
    const weights = [
      ((-0.5 * t + 1) * t - 0.5) * t,
      (1.5 * t - 2.5) * t * t + 1,
      ((-1.5 * t + 2) * t + 0.5) * t,
      (0.5 * t - 0.5) * t * t,
    ].map((weight) => Math.round(weight * ONE));
    weights[1] += ONE - weights.reduce((sum, weight) => sum + weight, 0);
    table.set(weights, 4 * step);
  }
  return table;
})();

/**
 * The picture seen through a homography: `toSource` (3 x 3, row by row) takes places of the result to places of
 * the source, both in pixels with centres at +0.5. Where the result is much smaller than what it shows, several
 * places are averaged for each of its pixels. Beyond its rim the picture goes on in its last pixels, or from a
 * pixel on as `ground` (RGBA in a little-endian word) where that is given.
 */
export function warp(
  picture: ColourPicture,
  toSource: readonly number[],
  width: number,
  height: number,
  interpolation: Interpolation,
  context: Context,
  ground?: number,
): ColourPicture {
  const result = { width, height, data: new Uint8Array(4 * width * height) };
  const sample = interpolation === 'cubic' ? sampleCubic : sampleLinear;
  const [a, b, c, d, e, f, g, h, i] = toSource;
  const tone = new Int32Array(4);
  const opaque = isOpaque(picture);
  for (let y = 0; y < height; y++) {
    if ((y & 63) === 0) {
      checkStopped(context);
      context.progress('square', y / height);
    }
    const taps = tapsOfRow(toSource, width, y);
    if (taps === 1) {
      let u = b * (y + 0.5) + c + 0.5 * a;
      let v = e * (y + 0.5) + f + 0.5 * d;
      let w = h * (y + 0.5) + i + 0.5 * g;
      for (let x = 0, at = 4 * y * width; x < width; x++, at += 4) {
        sample(picture, opaque, u / w, v / w, result.data, at);
        u += a;
        v += d;
        w += g;
      }
      continue;
    }
    for (let x = 0, at = 4 * y * width; x < width; x++, at += 4) {
      tone.fill(0);
      for (let k = 0; k < taps * taps; k++) {
        const px = x + ((k % taps) + 0.5) / taps;
        const py = y + (Math.floor(k / taps) + 0.5) / taps;
        const w = g * px + h * py + i;
        sampleLinear(picture, opaque, (a * px + b * py + c) / w, (d * px + e * py + f) / w, result.data, at);
        for (let channel = 0; channel < 4; channel++) tone[channel] += result.data[at + channel];
      }
      for (let channel = 0; channel < 4; channel++)
        result.data[at + channel] = Math.round(tone[channel] / (taps * taps));
    }
  }
  if (ground !== undefined) layGround(result, picture, toSource, ground);
  return result;
}

/** Result pixels whose centre shows a place outside the source. */
function layGround(
  result: ColourPicture,
  source: ColourPicture,
  toSource: readonly number[],
  ground: number,
): void {
  const { width, height, data } = result;
  const words = new Uint32Array(data.buffer, data.byteOffset, width * height);
  const [a, b, c, d, e, f, g, h, i] = toSource;
  const isOutside = (x: number, y: number) => {
    const w = g * x + h * y + i;
    const u = (a * x + b * y + c) / w;
    const v = (d * x + e * y + f) / w;
    return u < 0 || v < 0 || u > source.width || v > source.height;
  };
  // A quadrilateral whose corners are in the source is in it as a whole.
  const corners = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ];
  if (!corners.some(([x, y]) => isOutside(x, y))) return;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) if (isOutside(x + 0.5, y + 0.5)) words[y * width + x] = ground;
  }
}

function isOpaque({ data }: ColourPicture): boolean {
  let alpha = 255;
  for (let i = 3; i < data.length; i += 4) alpha &= data[i];
  return alpha === 255;
}

/** How many places each way one pixel of a row is averaged over, by how fast the source goes past there. */
function tapsOfRow([a, b, c, d, e, f, g, h, i]: readonly number[], width: number, y: number): number {
  let most = 0;
  for (const x of [0.5, width / 2, width - 0.5]) {
    const w = g * x + h * (y + 0.5) + i;
    const u = (a * x + b * (y + 0.5) + c) / w;
    const v = (d * x + e * (y + 0.5) + f) / w;
    most = Math.max(most, norm(a - u * g, d - v * g) / Math.abs(w), norm(b - u * h, e - v * h) / Math.abs(w));
  }
  return most <= COVERS ? 1 : Math.min(8, Math.ceil(most));
}

/** Writes the four channels at (u, v) to `out`, by cubic convolution over 4 x 4 pixels. */
function sampleCubic(
  { width, height, data }: ColourPicture,
  opaque: boolean,
  u: number,
  v: number,
  out: Uint8Array,
  at: number,
): void {
  const ix = Math.floor((u - 0.5) * STEPS + 0.5);
  const iy = Math.floor((v - 0.5) * STEPS + 0.5);
  const x = (ix >> 8) - 1;
  const y = (iy >> 8) - 1;
  const across = 4 * (ix & (STEPS - 1));
  const down = 4 * (iy & (STEPS - 1));
  const w0 = CUBIC[across];
  const w1 = CUBIC[across + 1];
  const w2 = CUBIC[across + 2];
  const w3 = CUBIC[across + 3];
  const c0 = 4 * clamped(x, width);
  const c1 = 4 * clamped(x + 1, width);
  const c2 = 4 * clamped(x + 2, width);
  const c3 = 4 * clamped(x + 3, width);
  let red = ROUND;
  let green = ROUND;
  let blue = ROUND;
  let alpha = ROUND;
  for (let k = 0; k < 4; k++) {
    const row = 4 * clamped(y + k, height) * width;
    const p = row + c0;
    const q = row + c1;
    const r = row + c2;
    const s = row + c3;
    const weight = CUBIC[down + k];
    red += Math.imul(weight, (w0 * data[p] + w1 * data[q] + w2 * data[r] + w3 * data[s]) >> 4);
    green += Math.imul(
      weight,
      (w0 * data[p + 1] + w1 * data[q + 1] + w2 * data[r + 1] + w3 * data[s + 1]) >> 4,
    );
    blue += Math.imul(
      weight,
      (w0 * data[p + 2] + w1 * data[q + 2] + w2 * data[r + 2] + w3 * data[s + 2]) >> 4,
    );
    if (!opaque)
      alpha += Math.imul(
        weight,
        (w0 * data[p + 3] + w1 * data[q + 3] + w2 * data[r + 3] + w3 * data[s + 3]) >> 4,
      );
  }
  out[at] = toByte(red);
  out[at + 1] = toByte(green);
  out[at + 2] = toByte(blue);
  out[at + 3] = opaque ? 255 : toByte(alpha);
}

/** Writes the four channels at (u, v) to `out`, linear between 2 x 2 pixels. */
function sampleLinear(
  { width, height, data }: ColourPicture,
  _opaque: boolean,
  u: number,
  v: number,
  out: Uint8Array,
  at: number,
): void {
  const ix = Math.floor((u - 0.5) * STEPS + 0.5);
  const iy = Math.floor((v - 0.5) * STEPS + 0.5);
  const x = ix >> 8;
  const y = iy >> 8;
  const right = ix & (STEPS - 1);
  const below = iy & (STEPS - 1);
  const left = STEPS - right;
  const above = STEPS - below;
  const x0 = clamped(x, width);
  const x1 = clamped(x + 1, width);
  const row0 = clamped(y, height) * width;
  const row1 = clamped(y + 1, height) * width;
  const p = 4 * (row0 + x0);
  const q = 4 * (row0 + x1);
  const r = 4 * (row1 + x0);
  const s = 4 * (row1 + x1);
  for (let channel = 0; channel < 4; channel++) {
    const top = data[p + channel] * left + data[q + channel] * right;
    const bottom = data[r + channel] * left + data[s + channel] * right;
    out[at + channel] = (top * above + bottom * below + (1 << 15)) >> 16;
  }
}

const clamped = (at: number, size: number) => (at < 0 ? 0 : at >= size ? size - 1 : at);

/** Two weights of 12 bits, four taken off in between, leave 20; half of that is added beforehand. */
function toByte(sum: number): number {
  const value = sum >> 20;
  return value < 0 ? 0 : value > 255 ? 255 : value;
}
