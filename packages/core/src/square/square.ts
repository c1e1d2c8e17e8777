import { type Context, quietContext } from '../context';
import { type ColourPicture, eachInsideRun, warp } from '../raster';
import type { WarpPlan } from './plan';

/** Carries out a plan: every pixel as it is where that can be, otherwise read between pixels. */
export function squareUp(
  picture: ColourPicture,
  plan: WarpPlan,
  context: Context = quietContext,
): ColourPicture {
  const { width, height, toSource, loop, exact } = plan;
  const isWhole = width === picture.width && height === picture.height && isIdentity(toSource);
  if (isWhole && !loop) return picture;
  const ground = rimColour(picture);
  const result = exact
    ? moved(picture, plan)
    : warp(picture, toSource, width, height, 'cubic', context, ground);
  return loop ? keptInside(result, loop, ground) : result;
}

const isIdentity = (h: readonly number[]) =>
  h.every((value, k) => Math.abs(value - (k % 4 === 0 ? 1 : 0)) < 1e-9);

/** Quarter turns, mirroring and a crop to whole pixels: source pixels in another order. */
function moved({ width: sourceWidth, data }: ColourPicture, plan: WarpPlan): ColourPicture {
  const { width, height, toSource } = plan;
  const [a, b, c, d, e, f] = toSource.map(Math.round);
  const bytes = data.byteOffset & 3 ? data.slice() : data;
  const from = new Uint32Array(bytes.buffer, bytes.byteOffset, data.length >> 2);
  const to = new Uint32Array(width * height);
  // Centres lie at a half: where an axis runs backwards the first pixel is one less.
  const firstX = c + Math.min(0, a) + Math.min(0, b);
  const firstY = f + Math.min(0, d) + Math.min(0, e);
  const right = d * sourceWidth + a;
  for (let y = 0, i = 0; y < height; y++) {
    let at = (firstY + e * y) * sourceWidth + firstX + b * y;
    for (let x = 0; x < width; x++, at += right) to[i++] = from[at];
  }
  return { width, height, data: new Uint8Array(to.buffer) };
}

/** The middle colour along a picture's rim, channel by channel: what its paper or ground goes on as. */
export function rimColour({ width, height, data }: ColourPicture): number {
  const channels: number[][] = [[], [], [], []];
  const step = Math.max(1, Math.floor((width + height) / 500));
  const take = (i: number) => channels.forEach((values, c) => values.push(data[4 * i + c]));
  for (let x = 0; x < width; x += step) {
    take(x);
    take((height - 1) * width + x);
  }
  for (let y = 0; y < height; y += step) {
    take(y * width);
    take(y * width + width - 1);
  }
  const [red, green, blue, alpha] = channels.map(
    (values) => values.sort((a, b) => a - b)[values.length >> 1],
  );
  return ((alpha << 24) | (blue << 16) | (green << 8) | red) >>> 0;
}

/** The picture with everything outside a loop become ground. */
function keptInside(
  { width, height, data }: ColourPicture,
  loop: Float64Array,
  ground: number,
): ColourPicture {
  const from = new Uint32Array(data.buffer, data.byteOffset, width * height);
  const to = new Uint32Array(width * height).fill(ground);
  eachInsideRun(width, height, loop, (y, left, right) => {
    to.set(from.subarray(y * width + left, y * width + right), y * width + left);
  });
  return { width, height, data: new Uint8Array(to.buffer) };
}
