import type { Mask } from '../../raster';

/** Pixels near a rim, each with how many steps it lies from it: 1 for those that touch the other side. */
export interface Band {
  pixels: Uint32Array;
  /** For every pixel of the picture; 0 beyond the band. */
  ring: Uint8Array;
}

/** The pixels within so many steps (eight neighbours) of where a mask changes, from both sides. */
export function bandAround({ width, height, data }: Mask, rings: number): Band {
  const ring = new Uint8Array(data.length);
  let front: number[] = [];
  const add = (pixel: number, step: number, to: number[]) => {
    if (ring[pixel] !== 0) return;
    ring[pixel] = step;
    to.push(pixel);
  };
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (x + 1 < width && data[i] !== data[i + 1]) {
        add(i, 1, front);
        add(i + 1, 1, front);
      }
      if (y + 1 < height && data[i] !== data[i + width]) {
        add(i, 1, front);
        add(i + width, 1, front);
      }
    }
  }
  const all = [front];
  for (let step = 2; step <= rings; step++) {
    const next: number[] = [];
    for (const pixel of front) {
      const [x, y] = [pixel % width, Math.floor(pixel / width)];
      for (let py = Math.max(0, y - 1); py <= Math.min(height - 1, y + 1); py++)
        for (let px = Math.max(0, x - 1); px <= Math.min(width - 1, x + 1); px++)
          add(py * width + px, step, next);
    }
    all.push(next);
    front = next;
  }
  const pixels = new Uint32Array(all.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of all) {
    pixels.set(part, at);
    at += part.length;
  }
  return { pixels: pixels.sort(), ring };
}
