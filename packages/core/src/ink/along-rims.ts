import { type Context, checkStopped } from '../context';
import { type GreyPicture, sobel, toneAt } from '../raster';
import type { Separated } from './separated';
import { norm } from '../norm';

/** Pixels about a place whose gradients tell which way its rim runs, to either side. */
const AROUND = 3;
/** Tones are averaged along a rim over so many steps of a pixel to either side; their weights by a bell of this width. */
const STEPS = 8;
const SPREAD = 4;
/** Cosine of the largest turn on the way: steps would leave a tighter curve. A place without a direction ends it too. */
const STRAIGHT = Math.cos(0.35);
/** Squared tones of a gradient below which nothing runs anywhere (Sobel's operator, mean over the place's surroundings). */
const LEAST_ENERGY = 300;
/** From this coherence on a place lies on one rim, and below it where rims meet. */
const COHERENT = 0.8;

/** What was told apart, its rims evened out along themselves. */
export const withEvenRims = (separated: Separated, context: Context): Separated => ({
  ...separated,
  grey: evenedAlongRims(separated.grey, separated.level, context),
});

/**
 * Evens a rim out along itself: tones of equal lightness lie along it, so averaging them in that direction takes grain away
 * and moves no edge. The direction is that of the structure tensor (Bigun and Granlund 1987), followed step by step
 * (line integral convolution, Cabral and Leedom 1993); at corners, where directions part, tones stay. Only pixels
 * beside the rim of `level` are touched.
 */
export function evenedAlongRims(grey: GreyPicture, level: number, context: Context): GreyPicture {
  const { width, height, data } = grey;
  const { gx, gy } = sobel(grey, context);
  const band = besideRim(grey, level);
  const direction = new Float32Array(2 * data.length);
  for (let i = 0; i < data.length; i++) {
    if ((i & 0xfffff) === 0) checkStopped(context);
    if (band[i]) directionAt(gx, gy, width, height, i, direction);
  }
  const weights = Float64Array.from({ length: STEPS + 1 }, (_, k) =>
    Math.exp((-k * k) / (2 * SPREAD * SPREAD)),
  );
  const result = data.slice();
  // The direction at a place, turned to run with (dx, dy) into `ahead`; false where it has none.
  const ahead = new Float64Array(2);
  const look = (x: number, y: number, dx: number, dy: number): boolean => {
    if (!(x >= 1 && y >= 1 && x < width - 1 && y < height - 1)) return false;
    const at = 2 * (Math.floor(y) * width + Math.floor(x));
    const along = direction[at] * dx + direction[at + 1] * dy;
    ahead[0] = along < 0 ? -direction[at] : direction[at];
    ahead[1] = along < 0 ? -direction[at + 1] : direction[at + 1];
    return along !== 0;
  };
  for (let i = 0; i < data.length; i++) {
    if ((i & 0xfffff) === 0) checkStopped(context);
    if (direction[2 * i] === 0 && direction[2 * i + 1] === 0) continue;
    let sum = data[i];
    let total = 1;
    for (const way of [1, -1]) {
      let x = (i % width) + 0.5;
      let y = Math.floor(i / width) + 0.5;
      const [firstX, firstY] = [way * direction[2 * i], way * direction[2 * i + 1]];
      let [dx, dy] = [firstX, firstY];
      for (let k = 1; k <= STEPS; k++) {
        // By the direction half way (the midpoint rule), so that steps stay on a curve.
        if (!look(x + dx / 2, y + dy / 2, dx, dy)) break;
        x += ahead[0];
        y += ahead[1];
        if (!look(x, y, ahead[0], ahead[1])) break;
        [dx, dy] = ahead;
        if (dx * firstX + dy * firstY < STRAIGHT) break;
        sum += weights[k] * toneAt(grey, x, y);
        total += weights[k];
      }
    }
    result[i] = sum / total + 0.5;
  }
  return { width, height, data: result };
}

/** 1 for pixels within two of one on the other side of the level. */
function besideRim({ width, height, data }: GreyPicture, level: number): Uint8Array {
  const band = new Uint8Array(data.length);
  const mark = (x: number, y: number) => {
    for (let v = Math.max(0, y - 2); v <= Math.min(height - 1, y + 2); v++)
      band.fill(1, v * width + Math.max(0, x - 2), v * width + Math.min(width, x + 3));
  };
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const isInk = data[i] < level;
      if (x + 1 < width && data[i + 1] < level !== isInk) mark(x, y);
      if (y + 1 < height && data[i + width] < level !== isInk) mark(x, y);
    }
  }
  return band;
}

/** Which way a rim runs at a pixel, as a unit vector; none where that is not clear. */
function directionAt(
  gx: Int16Array,
  gy: Int16Array,
  width: number,
  height: number,
  i: number,
  to: Float32Array,
): void {
  const [x, y] = [i % width, Math.floor(i / width)];
  let [xx, xy, yy, count] = [0, 0, 0, 0];
  for (let v = Math.max(0, y - AROUND); v <= Math.min(height - 1, y + AROUND); v++) {
    for (let u = Math.max(0, x - AROUND); u <= Math.min(width - 1, x + AROUND); u++) {
      const k = v * width + u;
      xx += gx[k] * gx[k];
      xy += gx[k] * gy[k];
      yy += gy[k] * gy[k];
      count++;
    }
  }
  const energy = xx + yy;
  const apart = norm(xx - yy, 2 * xy);
  if (energy < LEAST_ENERGY * count || apart < COHERENT * energy) return;
  // The gradient's own direction is that of the larger eigenvalue; the rim runs across it.
  const angle = Math.atan2(2 * xy, xx - yy) / 2 + Math.PI / 2;
  to[2 * i] = Math.cos(angle);
  to[2 * i + 1] = Math.sin(angle);
}
