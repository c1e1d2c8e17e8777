import Flatbush from 'flatbush';
import type { Contour } from '../contour';
import { flatten } from '../flatten';
import { norm } from '../../norm';

/** Chords of some contours, ready to be asked how far a point is from the nearest. */
export interface ChordIndex {
  /** x1, y1, x2, y2 of each chord. */
  chords: Float64Array;
  /** Number of the contour that each is of. */
  owners: Uint32Array;
  index: Flatbush | undefined;
}

/** Cuts contours into chords within `tolerance` and indexes their boxes. */
export function indexChords(contours: readonly Contour[], tolerance: number): ChordIndex {
  const flat = contours.map((contour) => flatten(contour, tolerance));
  const counts = flat.map((points, k) => points.length / 2 - (contours[k].closed ? 0 : 1));
  const total = counts.reduce((sum, count) => sum + count, 0);
  const chords = new Float64Array(4 * total);
  const owners = new Uint32Array(total);
  let n = 0;
  flat.forEach((points, k) => {
    for (let i = 0; i < counts[k]; i++, n++) {
      const j = 2 * i + 2 < points.length ? 2 * i + 2 : 0;
      chords[4 * n] = points[2 * i];
      chords[4 * n + 1] = points[2 * i + 1];
      chords[4 * n + 2] = points[j];
      chords[4 * n + 3] = points[j + 1];
      owners[n] = k;
    }
  });
  if (total === 0) return { chords, owners, index: undefined };
  const index = new Flatbush(chords.length / 4);
  for (let i = 0; i < chords.length; i += 4) {
    index.add(
      Math.min(chords[i], chords[i + 2]),
      Math.min(chords[i + 1], chords[i + 3]),
      Math.max(chords[i], chords[i + 2]),
      Math.max(chords[i + 1], chords[i + 3]),
    );
  }
  index.finish();
  return { chords, owners, index };
}

/**
 * Distance from a point to the nearest chord; Infinity when there is none. `near` is a distance within which
 * one is expected: a good guess saves the search for the nearest box.
 */
export function distanceToChords({ chords, index }: ChordIndex, x: number, y: number, near = 0): number {
  if (!index) return Infinity;
  const within = (radius: number) => {
    let best = Infinity;
    for (const k of index.search(x - radius, y - radius, x + radius, y + radius)) {
      best = Math.min(best, distanceToChord(chords, 4 * k, x, y));
    }
    return best;
  };
  const close = within(near);
  if (close <= near) return close;
  // The chord with the nearest box bounds the search; no nearer chord can have its box farther away.
  const [first] = index.neighbors(x, y, 1);
  const bound = distanceToChord(chords, 4 * first, x, y);
  return Math.min(bound, within(bound));
}

/** Distance from a point to the chord whose numbers begin at `at`. */
export function distanceToChord(chords: Float64Array, at: number, x: number, y: number): number {
  const x1 = chords[at];
  const y1 = chords[at + 1];
  const dx = chords[at + 2] - x1;
  const dy = chords[at + 3] - y1;
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
  const target = indexChords(to, tolerance);
  const { chords } = indexChords(from, tolerance);
  const distances: number[] = [];
  eachDistance(chords, target, step, tolerance, (distance) => distances.push(distance));
  return Float64Array.from(distances);
}

/** Calls `visit` with the distance of each place along some chords from the nearest of others. */
function eachDistance(
  chords: Float64Array,
  target: ChordIndex,
  step: number,
  tolerance: number,
  visit: (distance: number) => void,
): void {
  for (let i = 0; i < chords.length; i += 4) {
    const x1 = chords[i];
    const y1 = chords[i + 1];
    const x2 = chords[i + 2];
    const y2 = chords[i + 3];
    const count = Math.max(1, Math.ceil(norm(x2 - x1, y2 - y1) / step));
    // Each chord begins where the one before it ended, except at the first of a contour.
    const begins = i === 0 || chords[i - 2] !== x1 || chords[i - 1] !== y1;
    for (let k = begins ? 0 : 1; k <= count; k++) {
      const x = x1 + ((x2 - x1) * k) / count;
      const y = y1 + ((y2 - y1) * k) / count;
      visit(distanceToChords(target, x, y, 2 * tolerance));
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
  const [first, second] = [indexChords(a, tolerance), indexChords(b, tolerance)];
  let worst = 0;
  const look = (distance: number) => {
    if (distance > worst) worst = distance;
  };
  eachDistance(first.chords, second, step, tolerance, look);
  eachDistance(second.chords, first, step, tolerance, look);
  return worst;
}
