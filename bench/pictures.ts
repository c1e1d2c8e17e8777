import type { ColourPicture } from '@drelk/core';

/**
 * A two-tone picture as a scanner or renderer gives it: rows of rings and stars with soft one-pixel rims,
 * as many and as large in proportion at every size of picture.
 */
export function twoTone(megapixels: number): ColourPicture {
  const width = Math.round(Math.sqrt((megapixels * 1e6 * 4) / 3));
  const height = Math.round((width * 3) / 4);
  const data = new Uint8Array(width * height * 4).fill(255);
  const words = new Uint32Array(data.buffer);
  // Cells of one size in pixels: the length of contours then grows with the picture, as its pixels do.
  const cell = 480;
  for (let top = 0; top + cell <= height; top += cell) {
    for (let left = 0; left + cell <= width; left += cell) draw(words, width, left, top, cell);
  }
  return { width, height, data };
}

function draw(words: Uint32Array, width: number, left: number, top: number, cell: number): void {
  const kind = (left / cell + top / cell) % 3;
  for (let y = 0; y < cell; y++) {
    for (let x = 0; x < cell; x++) {
      const dx = x + 0.5 - cell / 2 + 0.3;
      const dy = y + 0.5 - cell / 2 - 0.2;
      const radius = Math.hypot(dx, dy);
      const rim = cell * (kind === 0 ? 0.4 : 0.3 + 0.12 * Math.cos((kind + 3) * Math.atan2(dy, dx)));
      const cover = Math.min(1, Math.max(0, Math.min(rim - radius + 0.5, radius - cell * 0.12 + 0.5)));
      const tone = Math.round(255 * (1 - cover));
      words[(top + y) * width + left + x] = 0xff000000 | (tone << 16) | (tone << 8) | tone;
    }
  }
}
