import Flatbush from 'flatbush';
import type { Contour } from './contour';
import { flatten } from './flatten';
import { norm } from './norm';

/** Straight pieces of some contours, ready to be asked how far a point is from the nearest. */
export interface PieceIndex {
  /** x1, y1, x2, y2 of each piece. */
  pieces: Float64Array;
  /** Number of the contour that each is of. */
  owners: Uint32Array;
  index: Flatbush | undefined;
}

/** Cuts contours into straight pieces within `tolerance` and indexes their boxes. */
export function indexPieces(contours: readonly Contour[], tolerance: number): PieceIndex {
  const flat = contours.map((contour) => flatten(contour, tolerance));
  const counts = flat.map((points, k) => points.length / 2 - (contours[k].closed ? 0 : 1));
  const total = counts.reduce((sum, count) => sum + count, 0);
  const pieces = new Float64Array(4 * total);
  const owners = new Uint32Array(total);
  let n = 0;
  flat.forEach((points, k) => {
    for (let i = 0; i < counts[k]; i++, n++) {
      const j = 2 * i + 2 < points.length ? 2 * i + 2 : 0;
      pieces[4 * n] = points[2 * i];
      pieces[4 * n + 1] = points[2 * i + 1];
      pieces[4 * n + 2] = points[j];
      pieces[4 * n + 3] = points[j + 1];
      owners[n] = k;
    }
  });
  if (total === 0) return { pieces, owners, index: undefined };
  const index = new Flatbush(pieces.length / 4);
  for (let i = 0; i < pieces.length; i += 4) {
    index.add(
      Math.min(pieces[i], pieces[i + 2]),
      Math.min(pieces[i + 1], pieces[i + 3]),
      Math.max(pieces[i], pieces[i + 2]),
      Math.max(pieces[i + 1], pieces[i + 3]),
    );
  }
  index.finish();
  return { pieces, owners, index };
}

/**
 * Distance from a point to the nearest piece; Infinity when there is none. `near` is a distance within which
 * one is expected: a good guess saves the search for the nearest box.
 */
export function distanceToPieces({ pieces, index }: PieceIndex, x: number, y: number, near = 0): number {
  if (!index) return Infinity;
  const within = (radius: number) => {
    let best = Infinity;
    for (const k of index.search(x - radius, y - radius, x + radius, y + radius)) {
      best = Math.min(best, distanceToSegment(pieces, 4 * k, x, y));
    }
    return best;
  };
  const close = within(near);
  if (close <= near) return close;
  // The piece with the nearest box bounds the search; no nearer piece can have its box farther away.
  const [first] = index.neighbors(x, y, 1);
  const bound = distanceToSegment(pieces, 4 * first, x, y);
  return Math.min(bound, within(bound));
}

function distanceToSegment(pieces: Float64Array, at: number, x: number, y: number): number {
  const x1 = pieces[at];
  const y1 = pieces[at + 1];
  const dx = pieces[at + 2] - x1;
  const dy = pieces[at + 3] - y1;
  const squared = dx * dx + dy * dy;
  const t = squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - x1) * dx + (y - y1) * dy) / squared));
  return norm(x - x1 - t * dx, y - y1 - t * dy);
}

/** Distances from places along some contours, `step` apart at most, to the nearest of other contours. */
export function distancesBetween(
  from: readonly Contour[],
  to: readonly Contour[],
  step: number,
  tolerance: number,
): Float64Array {
  const target = indexPieces(to, tolerance);
  const { pieces } = indexPieces(from, tolerance);
  const distances: number[] = [];
  eachDistance(pieces, target, step, tolerance, (distance) => distances.push(distance));
  return Float64Array.from(distances);
}

/** Calls `visit` with the distance of each place along some pieces from the nearest of others. */
function eachDistance(
  pieces: Float64Array,
  target: PieceIndex,
  step: number,
  tolerance: number,
  visit: (distance: number) => void,
): void {
  for (let i = 0; i < pieces.length; i += 4) {
    const x1 = pieces[i];
    const y1 = pieces[i + 1];
    const x2 = pieces[i + 2];
    const y2 = pieces[i + 3];
    const count = Math.max(1, Math.ceil(norm(x2 - x1, y2 - y1) / step));
    // Each piece begins where the one before it ended, except at the first of a contour.
    const begins = i === 0 || pieces[i - 2] !== x1 || pieces[i - 1] !== y1;
    for (let k = begins ? 0 : 1; k <= count; k++) {
      const x = x1 + ((x2 - x1) * k) / count;
      const y = y1 + ((y2 - y1) * k) / count;
      visit(distanceToPieces(target, x, y, 2 * tolerance));
    }
  }
}

/**
 * The largest distance from any place of either set of contours to the nearest of the other (Hausdorff),
 * sampled `step` apart. Infinity when only one of them is empty.
 */
export function worstDistance(
  a: readonly Contour[],
  b: readonly Contour[],
  step: number,
  tolerance: number,
): number {
  const [first, second] = [indexPieces(a, tolerance), indexPieces(b, tolerance)];
  let worst = 0;
  const look = (distance: number) => {
    if (distance > worst) worst = distance;
  };
  eachDistance(first.pieces, second, step, tolerance, look);
  eachDistance(second.pieces, first, step, tolerance, look);
  return worst;
}
