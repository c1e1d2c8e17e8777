import type { ColourPicture } from '@drelk/core';

// Cells of one size in pixels: the length of contours then grows with the picture, as its pixels do.
const CELL = 480;

/**
 * A two-tone picture as a scanner or renderer gives it: rows of rings and stars with soft one-pixel rims,
 * as many and as large in proportion at every size of picture.
 */
export const twoTone = (megapixels: number): ColourPicture =>
  drawn(megapixels, (dx, dy, kind) => {
    const radius = Math.hypot(dx, dy);
    const rim = CELL * (kind === 0 ? 0.4 : 0.3 + 0.12 * Math.cos((kind + 3) * Math.atan2(dy, dx)));
    return Math.min(rim - radius, radius - CELL * 0.12);
  });

/** Half the width of a pen's line, in pixels. */
const PEN = 4.2;

/** Line art: rings with a cross in each, and waves between them. */
export const lineArt = (megapixels: number): ColourPicture =>
  drawn(megapixels, (dx, dy, kind) => {
    const wave = Math.abs(dy - 40 * Math.sin(dx / 50));
    if (kind === 0) return PEN - wave;
    const radius = Math.hypot(dx, dy);
    const ring = Math.abs(radius - CELL * 0.38);
    const cross = radius < CELL * 0.38 ? Math.min(Math.abs(dx + 0.4 * dy), Math.abs(dy - 0.3 * dx)) : ring;
    return PEN - Math.min(ring, cross);
  });

/** Tones without any order: nothing in it is shape. */
export function noise(megapixels: number): ColourPicture {
  let state = 12345;
  return drawn(megapixels, () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32 - 0.5;
  });
}

/** A picture of cells, dark where `depth`, in pixels from the middle of a cell, says how far inside the ink a place is. */
function drawn(megapixels: number, depth: (dx: number, dy: number, kind: number) => number): ColourPicture {
  const width = Math.round(Math.sqrt((megapixels * 1e6 * 4) / 3));
  const height = Math.round((width * 3) / 4);
  const data = new Uint8Array(width * height * 4).fill(255);
  const words = new Uint32Array(data.buffer);
  const [columns, rows] = [width, height].map((side) => Math.floor(side / CELL));
  for (let y = 0; y < rows * CELL; y++) {
    for (let x = 0; x < columns * CELL; x++) {
      const kind = (Math.floor(x / CELL) + Math.floor(y / CELL)) % 3;
      const inside = depth((x % CELL) + 0.8 - CELL / 2, (y % CELL) + 0.3 - CELL / 2, kind);
      const tone = Math.round(255 * (1 - Math.min(1, Math.max(0, inside + 0.5))));
      words[y * width + x] = 0xff000000 | (tone << 16) | (tone << 8) | tone;
    }
  }
  return { width, height, data };
}
