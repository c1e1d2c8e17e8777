import type { GreyPicture } from '../raster';
import { random } from './pictures';

/**
 * Tones that wave at many scales at once, like leaves or gravel: `rough` is how much of each scale is left at half of it.
 */
export function texture(
  width: number,
  height: number,
  seed: number,
  rough: number,
  coarse = 64,
): GreyPicture {
  const next = random(seed);
  const field = new Float64Array(width * height);
  const ease = (share: number) => share * share * (3 - 2 * share);
  for (let size = coarse, much = 1; size >= 2; size /= 2, much *= rough) {
    const columns = Math.ceil(width / size) + 2;
    const grid = Float64Array.from({ length: columns * (Math.ceil(height / size) + 2) }, () => next() - 0.5);
    for (let y = 0; y < height; y++) {
      const row = Math.floor(y / size);
      const v = ease(y / size - row);
      for (let x = 0; x < width; x++) {
        const column = Math.floor(x / size);
        const u = ease(x / size - column);
        const i = row * columns + column;
        const above = grid[i] * (1 - u) + grid[i + 1] * u;
        const below = grid[i + columns] * (1 - u) + grid[i + columns + 1] * u;
        field[y * width + x] += much * (above * (1 - v) + below * v);
      }
    }
  }
  const data = Uint8Array.from(field, (value) => Math.min(255, Math.max(0, Math.round(128 + 110 * value))));
  return { width, height, data };
}
