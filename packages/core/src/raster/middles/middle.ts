import { norm } from '../../norm';
import { toneAt } from '../between';
import { evenOut } from '../even-out';
import type { GreyPicture } from '../picture';

/** The middle of a stroke at places along it, in pixels, with its width there. */
export interface Middle {
  x: Float64Array;
  y: Float64Array;
  width: Float64Array;
}

/** Steps in which the rim is looked for, in pixels. */
const STEP = 0.5;
/** Passes: each looks across the direction that the one before found. */
const PASSES = 2;

/**
 * Moves places on or near a stroke's middle to half way between its two rims, met by going out both ways across its
 * direction until the tone passes `level`. `reach` is how far a rim may be. A closed line's neighbours go around.
 */
export function findMiddle(
  grey: GreyPicture,
  level: number,
  line: { x: Float64Array; y: Float64Array },
  closed: boolean,
  reach: number,
): Middle {
  let { x, y } = line;
  const count = x.length;
  const width = new Float64Array(count);
  for (let pass = 0; pass < PASSES; pass++) {
    const sigma = Math.max(1.5, reach / 4);
    const smoothX = evenOut(x, sigma, closed);
    const smoothY = evenOut(y, sigma, closed);
    const nextX = new Float64Array(count);
    const nextY = new Float64Array(count);
    for (let i = 0; i < count; i++) {
      const before = closed ? (i + count - 1) % count : Math.max(0, i - 1);
      const after = closed ? (i + 1) % count : Math.min(count - 1, i + 1);
      const dx = smoothX[after] - smoothX[before];
      const dy = smoothY[after] - smoothY[before];
      const size = norm(dx, dy) || 1;
      const nx = -dy / size;
      const ny = dx / size;
      const left = toRim(grey, level, smoothX[i], smoothY[i], nx, ny, reach);
      const right = toRim(grey, level, smoothX[i], smoothY[i], -nx, -ny, reach);
      nextX[i] = smoothX[i] + ((left - right) / 2) * nx;
      nextY[i] = smoothY[i] + ((left - right) / 2) * ny;
      width[i] = left + right;
    }
    [x, y] = [nextX, nextY];
  }
  return { x, y, width };
}

/** How far the ink's rim is from a place in a direction; `reach` where none is met before. */
export function toRim(
  grey: GreyPicture,
  level: number,
  x: number,
  y: number,
  dx: number,
  dy: number,
  reach: number,
): number {
  let before = toneAt(grey, x, y);
  if (before >= level) return 0;
  for (let far = STEP; far <= reach; far += STEP) {
    const tone = toneAt(grey, x + far * dx, y + far * dy);
    if (tone >= level) return far - STEP + (STEP * (level - before)) / (tone - before);
    before = tone;
  }
  return reach;
}
