import { type Context, checkStopped } from '../context';
import type { GreyPicture } from '../raster';
import type { ContourSet } from './contours';
import { halfPlaneDistance, halfPlaneShare } from './half-plane';
import { crossedSteps } from './knots';
import { softEdgeOffset } from './soft-edges';

/** Places nearer than this to a pixel's side are on it. */
const BETWEEN = 1e-9;
/** Moves shorter than this, in pixels, and those by a sharp edge make no contours cross. */
const SURE = 0.05;
/** How often it is looked again whether any cross. */
const ROUNDS = 12;

/** Neighbours may differ this much, as a share of the contrast, from what a straight sharp edge predicts. */
const TRUSTED = 0.06;
const DOUBTED = 0.16;

/**
 * Moves contour points to where a straight, sharp edge must run so that it covers the mixed pixel beneath
 * by just its tone. Linear interpolation is up to an eighth of a pixel off on such edges, which is how
 * every renderer draws them. Where the neighbours do not look like a sharp edge (blur, corners, noise)
 * the point goes to the middle between the paper and the ink beside it, where those are clear; in between it moves part
 * of the way. `level` and the picture are those of the contours.
 */
export function settleEdges(
  contours: ContourSet,
  grey: GreyPicture,
  level: number,
  context: Context,
): ContourSet {
  const points = contours.points.slice();
  const suspect = new Uint8Array(points.length / 2);
  const edge = { nx: 0, ny: 0, offset: 0, trust: 0 };
  for (let i = 0; i < points.length; i += 2) {
    if ((i & 0xffff) === 0) checkStopped(context);
    const x = points[i];
    const y = points[i + 1];
    if (!findEdge(grey, x, y, edge)) continue;
    const soft = edge.trust < 1 ? softEdgeOffset(grey, level, { x, y, nx: edge.nx, ny: edge.ny }) : 0;
    const offset = edge.trust * edge.offset + (1 - edge.trust) * soft;
    points[i] = x + offset * edge.nx;
    points[i + 1] = y + offset * edge.ny;
    if (edge.trust < 1 && Math.abs(offset) > SURE) suspect[i >> 1] = 1;
  }
  const settled = { ...contours, points };
  takeBack(settled, contours.points, suspect);
  return settled;
}

/** Points that moved so that contours cross go back to where they were found: there nothing crosses. */
function takeBack({ points, starts }: ContourSet, found: Float64Array, suspect: Uint8Array): void {
  for (let round = 0; round < ROUNDS; round++) {
    const crossed = crossedSteps({ points, starts }, suspect);
    if (crossed.size === 0) return;
    for (const step of crossed)
      for (const i of [step, step + 1 < suspect.length ? step + 1 : step]) {
        points[2 * i] = found[2 * i];
        points[2 * i + 1] = found[2 * i + 1];
      }
    if (round === ROUNDS - 2) points.set(found);
  }
}

/** Distance from (x, y) to the edge along its normal, which points to the paper, and how far to trust it; false where there is none. */
function findEdge(
  { width, height, data }: GreyPicture,
  x: number,
  y: number,
  edge: { nx: number; ny: number; offset: number; trust: number },
): boolean {
  let px = Math.floor(x);
  let py = Math.floor(y);
  // Just between two pixels, the darker: the same however the picture is turned.
  if (x - px < BETWEEN && px > 0 && data[py * width + px - 1] < data[py * width + px]) px--;
  if (y - py < BETWEEN && py > 0 && data[(py - 1) * width + px] < data[py * width + px]) py--;
  if (px < 2 || py < 2 || px >= width - 2 || py >= height - 2) return false;
  const i = py * width + px;
  const a = data[i - width - 1];
  const b = data[i - width];
  const c = data[i - width + 1];
  const d = data[i - 1];
  const centre = data[i];
  const e = data[i + 1];
  const f = data[i + width - 1];
  const g = data[i + width];
  const h = data[i + width + 1];
  // Weights 3, 10, 3 keep the direction of the gradient truer than 1, 2, 1 do (Jaehne and Scharr 1999).
  const gx = 3 * (c - a) + 10 * (e - d) + 3 * (h - f);
  const gy = 3 * (f - a) + 10 * (g - b) + 3 * (h - c);
  const size = Math.sqrt(gx * gx + gy * gy);
  if (size < 64) return false;
  const nx = gx / size;
  const ny = gy / size;
  const stepX = rounded(2 * nx);
  const stepY = rounded(2 * ny);
  const far = stepY * width + stepX;
  const paper = data[i + far];
  const ink = data[i - far];
  const contrast = paper - ink;
  edge.nx = nx;
  edge.ny = ny;
  edge.trust = 0;
  edge.offset = 0;
  if (contrast < 24) return true;
  const distance = halfPlaneDistance(nx, ny, clamp((paper - centre) / contrast));
  const off = Math.max(
    Math.abs((paper - d) / contrast - halfPlaneShare(nx, ny, distance + nx)),
    Math.abs((paper - e) / contrast - halfPlaneShare(nx, ny, distance - nx)),
    Math.abs((paper - b) / contrast - halfPlaneShare(nx, ny, distance + ny)),
    Math.abs((paper - g) / contrast - halfPlaneShare(nx, ny, distance - ny)),
  );
  if (off >= DOUBTED) return true;
  edge.offset = (px + 0.5 - x) * nx + (py + 0.5 - y) * ny + distance;
  edge.trust = off <= TRUSTED ? 1 : (DOUBTED - off) / (DOUBTED - TRUSTED);
  return true;
}

/** Halves go away from zero, on either side. */
const rounded = (value: number) => (value < 0 ? -Math.round(-value) : Math.round(value));
const clamp = (share: number) => Math.min(1, Math.max(0, share));
