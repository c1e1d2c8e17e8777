import type { GreyPicture, Surface } from '../../raster';
import { automaticTones } from '../level';
import { type Grid, cellTones } from './cells';
import type { Surfaces } from './learn';

/** Tones are weighed by their ratio; the darkest few are taken for as dark as this. */
const DARKEST = 8;
/** Steps of logarithm between two cells: larger than the first a step is an edge, whatever the picture; a multiple of the usual step. */
const LEAST_EDGE = 0.035;
const EDGE = 5;
/** Rounds of relaxation, and how far each overshoots. */
const ROUNDS = 400;
const OVERSHOOT = 1.93;

/**
 * Light apart from what it falls on: light changes little from cell to cell, ink and paper change at once. Steps
 * between cells that are edges are taken out of the logarithm of the tones, and the light is the surface whose steps
 * are those that are left (Land and McCann 1971, "Lightness and Retinex theory"; Horn 1974, "Determining lightness from
 * an image": the equation of Poisson, with nothing beyond the rim). How large a shape is does not matter. What the
 * light leaves is split in two.
 */
export function fromSmoothLight(grey: GreyPicture, grid: Grid): Surfaces {
  const { width, height, cell } = grid;
  const tones = cellTones(grey, grid, 0.5, true);
  const light = lightOf(
    Float32Array.from(tones, (tone) => Math.log(Math.max(DARKEST, tone))),
    width,
    height,
  );
  const mean = light.reduce((sum, value) => sum + value, 0) / light.length;
  const counts = new Uint32Array(256);
  const gain = light.map((value) => Math.exp(value - mean));
  for (const y of grid.rows) {
    const first = Math.floor(y / cell) * width;
    grid.columns.forEach((x, k) => {
      counts[Math.min(255, Math.round(grey.data[y * grey.width + x] / gain[first + grid.cellOf[k]]))]++;
    });
  }
  const { dark, light: bright } = automaticTones(counts);
  const surface = (tone: number): Surface => ({
    width,
    height,
    cell,
    values: gain.map((value) => value * tone),
  });
  return { paper: surface(bright), ink: surface(dark) };
}

function lightOf(tones: Float32Array, width: number, height: number): Float32Array {
  const across = new Float32Array(tones.length);
  const down = new Float32Array(tones.length);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (x + 1 < width) across[i] = tones[i + 1] - tones[i];
      if (y + 1 < height) down[i] = tones[i + width] - tones[i];
    }
  }
  const sizes = new Float32Array(2 * tones.length);
  for (let i = 0; i < tones.length; i++) {
    sizes[2 * i] = Math.abs(across[i]);
    sizes[2 * i + 1] = Math.abs(down[i]);
  }
  const edge = Math.max(LEAST_EDGE, EDGE * sizes.sort()[tones.length]);
  for (let i = 0; i < tones.length; i++) {
    if (Math.abs(across[i]) > edge) across[i] = 0;
    if (Math.abs(down[i]) > edge) down[i] = 0;
  }
  return relaxed(across, down, tones, width, height);
}

/** The surface whose steps are nearest those given, by successive over-relaxation, with the mean of `first`. */
function relaxed(
  across: Float32Array,
  down: Float32Array,
  first: Float32Array,
  width: number,
  height: number,
): Float32Array {
  const mean = first.reduce((sum, value) => sum + value, 0) / first.length;
  const light = new Float32Array(first.length).fill(mean);
  for (let round = 0; round < ROUNDS; round++) {
    for (let y = 0, i = 0; y < height; y++) {
      for (let x = 0; x < width; x++, i++) {
        let sum = 0;
        let count = 0;
        if (x > 0) {
          sum += light[i - 1] + across[i - 1];
          count++;
        }
        if (x + 1 < width) {
          sum += light[i + 1] - across[i];
          count++;
        }
        if (y > 0) {
          sum += light[i - width] + down[i - width];
          count++;
        }
        if (y + 1 < height) {
          sum += light[i + width] - down[i];
          count++;
        }
        light[i] += OVERSHOOT * (sum / count - light[i]);
      }
    }
  }
  return light;
}
