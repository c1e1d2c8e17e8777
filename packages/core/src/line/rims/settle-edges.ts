import { type Context, checkStopped } from '../../context';
import type { GreyPicture } from '../../raster';
import type { ContourSet } from './contours';
import { halfPlaneDistance, halfPlaneShare } from './half-plane';
import { roughnessOf } from './jitter';
import { Steps } from './knots';
import { softEdgeOffset } from './soft-edges';

/** Places nearer than this to a pixel's side are on it. */
const BETWEEN = 1e-9;
/** Contours smoother than this, in pixels, are no grain's. */
const GRAIN = 0.06;
/** How often it is looked again whether any cross, before all go back. */
const ROUNDS = 24;

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
  }
  keepSmooth(contours, points);
  const settled = { ...contours, points };
  takeBack(settled, contours.points);
  return settled;
}

/** Contours that moving has made rougher go back: there are no edges such as were looked for, but grain. In place. */
function keepSmooth({ points: found, starts }: ContourSet, points: Float64Array): void {
  for (let c = 0; c + 1 < starts.length; c++) {
    const own = found.subarray(2 * starts[c], 2 * starts[c + 1]);
    const moved = points.subarray(2 * starts[c], 2 * starts[c + 1]);
    const roughness = roughnessOf(placesIn(moved));
    if (roughness > GRAIN && roughness > roughnessOf(placesIn(own))) moved.set(own);
  }
}

function placesIn(points: Float64Array) {
  const count = points.length / 2;
  const [x, y] = [new Float64Array(count), new Float64Array(count)];
  for (let i = 0; i < count; i++) {
    x[i] = points[2 * i];
    y[i] = points[2 * i + 1];
  }
  return { x, y, count };
}

/** Points that moved so that contours cross go back to where they were found: there nothing crosses. */
export function takeBack(moved: ContourSet, found: Float64Array): void {
  const { points } = moved;
  if (points.length === 0) return;
  const steps = new Steps(moved);
  let asked = new Uint8Array(points.length / 2).fill(1);
  for (let round = 0; round < ROUNDS; round++) {
    const back = new Set<number>();
    for (const step of steps.crossed(asked))
      for (const i of [step, steps.endOf(step)])
        if (points[2 * i] !== found[2 * i] || points[2 * i + 1] !== found[2 * i + 1]) back.add(i);
    if (back.size === 0) return;
    // Only what went back may cross something that it did not before.
    asked = new Uint8Array(points.length / 2);
    for (const i of back) {
      asked[i] = 1;
      steps.move(i, found[2 * i], found[2 * i + 1]);
    }
  }
  points.set(found);
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
