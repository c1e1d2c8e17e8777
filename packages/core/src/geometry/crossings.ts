import Flatbush from 'flatbush';
import type { Contour } from './contour';
import { flatten } from './flatten';

/** Two contours (or one twice) that cross, and where. */
export interface CrossingPlace {
  a: number;
  b: number;
  x: number;
  y: number;
}

/**
 * Every place where contours cross themselves or one another, curves followed within `tolerance`. Contours that only
 * touch, or meet at an end, do not cross.
 */
export function findCrossings(contours: readonly Contour[], tolerance: number): CrossingPlace[] {
  const flat = contours.map((contour) => flatten(contour, tolerance));
  const total = flat.reduce((sum, points, k) => sum + points.length / 2 - (contours[k].closed ? 0 : 1), 0);
  if (total < 2) return [];
  const pieces = new Float64Array(4 * total);
  const owner = new Uint32Array(total);
  const order = new Uint32Array(total);
  const counts = new Uint32Array(contours.length);
  const index = new Flatbush(total);
  let n = 0;
  flat.forEach((points, k) => {
    const count = points.length / 2;
    const many = contours[k].closed ? count : count - 1;
    counts[k] = many;
    for (let i = 0; i < many; i++, n++) {
      const j = (i + 1) % count;
      pieces.set([points[2 * i], points[2 * i + 1], points[2 * j], points[2 * j + 1]], 4 * n);
      owner[n] = k;
      order[n] = i;
      const [x1, y1, x2, y2] = pieces.subarray(4 * n, 4 * n + 4);
      index.add(Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2));
    }
  });
  index.finish();
  const found: CrossingPlace[] = [];
  for (let i = 0; i < total; i++) {
    const [x1, y1, x2, y2] = pieces.subarray(4 * i, 4 * i + 4);
    const near = index.search(
      Math.min(x1, x2),
      Math.min(y1, y2),
      Math.max(x1, x2),
      Math.max(y1, y2),
      (k) => k > i,
    );
    for (const k of near) {
      if (owner[i] === owner[k] && areNeighbours(order[i], order[k], counts[owner[i]])) continue;
      const place = crossingOf(pieces, 4 * i, 4 * k);
      if (place) found.push({ a: owner[i], b: owner[k], ...place });
    }
  }
  return found;
}

const areNeighbours = (i: number, k: number, count: number) =>
  Math.abs(i - k) === 1 || Math.abs(i - k) === count - 1;

/** Where two straight pieces cross within both; touching ends do not count. */
function crossingOf(pieces: Float64Array, i: number, k: number): { x: number; y: number } | undefined {
  const [x1, y1] = [pieces[i], pieces[i + 1]];
  const [dx, dy] = [pieces[i + 2] - x1, pieces[i + 3] - y1];
  const [x3, y3] = [pieces[k], pieces[k + 1]];
  const [ex, ey] = [pieces[k + 2] - x3, pieces[k + 3] - y3];
  const determinant = dx * ey - dy * ex;
  if (determinant === 0) return undefined;
  const t = ((x3 - x1) * ey - (y3 - y1) * ex) / determinant;
  const u = ((x3 - x1) * dy - (y3 - y1) * dx) / determinant;
  const within = (share: number) => share > 1e-9 && share < 1 - 1e-9;
  return within(t) && within(u) ? { x: x1 + t * dx, y: y1 + t * dy } : undefined;
}
