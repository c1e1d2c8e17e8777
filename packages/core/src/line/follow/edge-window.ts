import type { Box, Point } from '../../geometry';
import type { GreyPicture } from '../../raster';
import { norm } from '../../norm';

/** Cells of a window at most: what the cheapest way is found across within a frame of the screen. */
const MOST_CELLS = 20_000;
/** Around two places there is this share of the way between them to go round about, and so many pixels at least. */
const AROUND = 0.3;
const LEAST_AROUND = 20;

/** Edges in part of a picture, cell by cell: how steep the tones are there, and which way they rise. */
export interface EdgeWindow {
  /** Upper left of the first cell, and pixels in a cell's side. */
  left: number;
  top: number;
  step: number;
  width: number;
  height: number;
  /** Gradient of each cell, in tones a cell. */
  across: Float32Array;
  down: Float32Array;
  /** The steepest there is, at least 1. */
  steepest: number;
}

/** The edges around the way from one place to another. */
export function edgeWindow(grey: GreyPicture, from: Point, to: Point): EdgeWindow {
  const around = Math.max(LEAST_AROUND, AROUND * norm(to.x - from.x, to.y - from.y));
  const box: Box = {
    left: Math.max(0, Math.floor(Math.min(from.x, to.x) - around)),
    top: Math.max(0, Math.floor(Math.min(from.y, to.y) - around)),
    right: Math.min(grey.width, Math.ceil(Math.max(from.x, to.x) + around)),
    bottom: Math.min(grey.height, Math.ceil(Math.max(from.y, to.y) + around)),
  };
  const area = Math.max(1, (box.right - box.left) * (box.bottom - box.top));
  const step = Math.max(1, Math.ceil(Math.sqrt(area / MOST_CELLS)));
  const width = Math.max(1, Math.floor((box.right - box.left) / step));
  const height = Math.max(1, Math.floor((box.bottom - box.top) / step));
  const tones = smoothed(averaged(grey, box.left, box.top, step, width, height), width, height);
  const across = new Float32Array(width * height);
  const down = new Float32Array(width * height);
  let steepest = 1;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      across[i] = (tones[i + 1] - tones[i - 1]) / 2;
      down[i] = (tones[i + width] - tones[i - width]) / 2;
      steepest = Math.max(steepest, norm(across[i], down[i]));
    }
  }
  return { left: box.left, top: box.top, step, width, height, across, down, steepest };
}

function averaged(
  { width: whole, data }: GreyPicture,
  left: number,
  top: number,
  step: number,
  width: number,
  height: number,
): Float32Array {
  const tones = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let v = 0; v < step; v++) {
        const row = (top + y * step + v) * whole + left + x * step;
        for (let u = 0; u < step; u++) sum += data[row + u];
      }
      tones[y * width + x] = sum / (step * step);
    }
  }
  return tones;
}

/** Each cell with its neighbours, 1 2 1 across and down: a Gaussian of about 0.7 cells. */
function smoothed(tones: Float32Array, width: number, height: number): Float32Array {
  const half = new Float32Array(tones.length);
  const result = new Float32Array(tones.length);
  for (let i = 0; i < tones.length; i++) {
    const x = i % width;
    half[i] = (tones[x > 0 ? i - 1 : i] + 2 * tones[i] + tones[x < width - 1 ? i + 1 : i]) / 4;
  }
  for (let i = 0; i < tones.length; i++) {
    const y = (i / width) | 0;
    result[i] = (half[y > 0 ? i - width : i] + 2 * half[i] + half[y < height - 1 ? i + width : i]) / 4;
  }
  return result;
}
