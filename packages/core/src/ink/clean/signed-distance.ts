import { type Context, checkStopped } from '../../context';
import { distanceTransform } from '../../raster';
import type { Sheet } from '../draw';
import { norm } from '../../norm';

/** Distances this near to one that matters are worked out from the rim itself, in pixels. */
const NEAR = 2.5;
/** Between the centre of the nearest pixel on the other side and the rim lies about this much. */
const HALF = 0.5;

/**
 * Distance of every pixel's centre to the rim of the ink, in pixels, negative inside. Between centres it is exact
 * (Felzenszwalb and Huttenlocher 2012); where it comes near to one of those that `matter` it is that to the
 * rim itself, which runs where the level is crossed between centres. Beyond the picture there is no rim.
 */
export function signedDistance(sheet: Sheet, matter: readonly number[], context: Context): Float32Array {
  const { width, height, data, level } = sheet;
  const ink = new Uint8Array(data.length);
  for (let i = 0; i < ink.length; i++) ink[i] = data[i] < level ? 1 : 0;
  const result = new Float32Array(data.length);
  for (const inside of [1, 0]) {
    const { distance, nearest } = distanceTransform(ink, width, height, 1 - inside, {
      nearest: true,
      context,
    });
    const sign = inside ? -1 : 1;
    for (let i = 0; i < result.length; i++) {
      if ((i & 0xfffff) === 0) checkStopped(context);
      if (ink[i] !== inside) continue;
      const rough = sign * (distance[i] - HALF);
      const matters = matter.some((value) => Math.abs(value - rough) < NEAR);
      result[i] = matters ? sign * rimDistance(sheet, nearest[i], i, distance[i] - HALF) : rough;
    }
  }
  return result;
}

/** Distance from pixel `from` to the rim beside `seed`, the nearest pixel on the other side; `otherwise` without one. */
function rimDistance(
  { width, height, data, level }: Sheet,
  seed: number,
  from: number,
  otherwise: number,
): number {
  const px = from % width;
  const py = Math.floor(from / width);
  const sx = seed % width;
  const sy = Math.floor(seed / width);
  let best = Infinity;
  const ends = [0, 0, 0, 0, 0, 0, 0, 0];
  for (let y = Math.max(0, sy - 2); y <= Math.min(height - 2, sy + 1); y++) {
    for (let x = Math.max(0, sx - 2); x <= Math.min(width - 2, sx + 1); x++) {
      const i = y * width + x;
      const a = data[i];
      const b = data[i + 1];
      const c = data[i + width];
      const d = data[i + width + 1];
      let count = 0;
      // Where the level crosses each side of the cell between four centres.
      if (a < level !== b < level) count = put(ends, count, x + (level - a) / (b - a), y);
      if (b < level !== d < level) count = put(ends, count, x + 1, y + (level - b) / (d - b));
      if (d < level !== c < level) count = put(ends, count, x + 1 - (level - d) / (c - d), y + 1);
      if (c < level !== a < level) count = put(ends, count, x, y + 1 - (level - c) / (a - c));
      for (let k = 0; k < count; k += 4)
        best = Math.min(best, toSegment(px, py, ends[k], ends[k + 1], ends[k + 2], ends[k + 3]));
    }
  }
  return best === Infinity ? otherwise : best;
}

function put(ends: number[], count: number, x: number, y: number): number {
  ends[count] = x;
  ends[count + 1] = y;
  return count + 2;
}

function toSegment(px: number, py: number, x1: number, y1: number, x2: number, y2: number): number {
  const dx = x2 - x1;
  const dy = y2 - y1;
  const squared = dx * dx + dy * dy;
  const t = squared === 0 ? 0 : Math.min(1, Math.max(0, ((px - x1) * dx + (py - y1) * dy) / squared));
  return norm(px - x1 - t * dx, py - y1 - t * dy);
}
