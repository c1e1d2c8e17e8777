import { type Context, checkStopped } from '../context';
import type { GreyPicture, Mask } from './picture';

/** tan of 22.5 and 67.5 degrees, which part the four directions of a gradient. */
const NARROW = Math.tan(Math.PI / 8);
const WIDE = Math.tan((3 * Math.PI) / 8);

/**
 * Edges after Canny 1986: gradients by Sobel's operator, only ridges of their size (sum of both parts) kept, and of
 * those all that hang together with one over `high` and nowhere fall below `low`.
 */
export function findEdges(grey: GreyPicture, low: number, high: number, context: Context): Mask {
  const { width, height } = grey;
  const { gx, gy, size } = sobel(grey, context);
  const ridge = new Uint8Array(width * height);
  const seeds: number[] = [];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const s = size[i];
      if (s <= low) continue;
      const ax = Math.abs(gx[i]);
      const ay = Math.abs(gy[i]);
      let step: number;
      if (ay < NARROW * ax) step = 1;
      else if (ay > WIDE * ax) step = width;
      else step = gx[i] * gy[i] < 0 ? width - 1 : width + 1;
      // Of two equal neighbours the one before counts as smaller, so that a ridge is one pixel wide.
      if (s > size[i - step] && s >= size[i + step]) {
        ridge[i] = 1;
        if (s > high) seeds.push(i);
      }
    }
  }
  return { width, height, data: joined(ridge, width, seeds) };
}

/** All ridge pixels that touch a seed over a side or a corner. */
function joined(ridge: Uint8Array, width: number, seeds: number[]): Uint8Array {
  const result = new Uint8Array(ridge.length);
  const waiting = seeds.slice();
  for (const seed of seeds) result[seed] = 1;
  while (waiting.length > 0) {
    const i = waiting.pop() as number;
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const k = i + dy * width + dx;
        if (ridge[k] && !result[k]) {
          result[k] = 1;
          waiting.push(k);
        }
      }
    }
  }
  return result;
}

/** Sobel gradients and their size |gx| + |gy|; the rim's own pixels have none. */
export function sobel({ width, height, data }: GreyPicture, context: Context) {
  const gx = new Int16Array(data.length);
  const gy = new Int16Array(data.length);
  const size = new Uint16Array(data.length);
  for (let y = 1; y < height - 1; y++) {
    if ((y & 127) === 0) checkStopped(context);
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const a = data[i - width - 1];
      const b = data[i - width];
      const c = data[i - width + 1];
      const f = data[i + width - 1];
      const g = data[i + width];
      const h = data[i + width + 1];
      const across = c - a + 2 * (data[i + 1] - data[i - 1]) + h - f;
      const down = f - a + 2 * (g - b) + h - c;
      gx[i] = across;
      gy[i] = down;
      size[i] = Math.abs(across) + Math.abs(down);
    }
  }
  return { gx, gy, size };
}
