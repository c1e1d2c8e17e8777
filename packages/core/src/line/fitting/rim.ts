import { norm, polygonArea } from '../../geometry';
import type { ContourSet } from '../rims/contours';
import type { Fitted } from './fitted';
import type { Run } from '../chain/run';

/**
 * Share of the whole ink that paths may miss or add, and of the area of any one shape: a thin shape may lose more than
 * the whole does where there is much other ink, but not so much that it is another shape.
 */
const LOSS = 0.03;
const SHAPE_LOSS = 0.12;

/**
 * How far each contour's path may be off on the average, so that neither the ink as a whole nor any shape loses too
 * much of its area: what is thin leaves less room than the tolerance.
 */
export function meanAllowed({ points, starts, parents, holes }: ContourSet): Float64Array {
  const count = parents.length;
  const areas = new Float64Array(count);
  const lengths = new Float64Array(count);
  const owner = (c: number) => (holes[c] === 1 && parents[c] >= 0 ? parents[c] : c);
  let area = 0;
  let length = 0;
  for (let c = 0; c < count; c++) {
    const polygon = points.subarray(2 * starts[c], 2 * starts[c + 1]);
    const own = (holes[c] === 1 ? -1 : 1) * Math.abs(polygonArea(polygon));
    const around = lengthAround(polygon);
    areas[owner(c)] += own;
    lengths[owner(c)] += around;
    area += own;
    length += around;
  }
  return areas.map((_, c) => meanWithin(areas[owner(c)], lengths[owner(c)], area / (length || 1)));
}

/** The mean distance at which a shape of some area and length around loses no more than it may. */
export function meanWithin(area: number, length: number, wholeAreaOverLength: number): number {
  const own = Math.max(0, area) / (length || 1);
  return Math.max(LOSS * own, Math.min(LOSS * wholeAreaOverLength, SHAPE_LOSS * own));
}

function lengthAround(polygon: Float64Array): number {
  let length = 0;
  const last = polygon.length - 2;
  for (let i = 0, j = last; i <= last; j = i, i += 2)
    length += norm(polygon[i] - polygon[j], polygon[i + 1] - polygon[j + 1]);
  return length;
}

/** The points of a rim from corner to corner, as x, y pairs; an open one with its last. */
export function pointsOfRim(runs: readonly Run[], closed: boolean): Float64Array {
  const more = closed ? 0 : 1;
  const count = runs.reduce((sum, { foundX }) => sum + foundX.length - 1, more);
  const rim = new Float64Array(2 * count);
  let n = 0;
  runs.forEach(({ foundX, foundY }, k) => {
    const length = foundX.length - (k === runs.length - 1 ? 1 - more : 1);
    for (let i = 0; i < length; i++) {
      rim[n++] = foundX[i];
      rim[n++] = foundY[i];
    }
  });
  return rim;
}

/** The points of the rim that a path follows, its corners among them. */
export const rimOf = ({ runs, contour }: Fitted): Float64Array => pointsOfRim(runs, contour.closed);

/** Places, as x, y pairs, from the last to the first. */
function backwards(points: Float64Array): Float64Array {
  const turned = new Float64Array(points.length);
  for (let i = 0; i < points.length; i += 2) {
    turned[i] = points[points.length - 2 - i];
    turned[i + 1] = points[points.length - 1 - i];
  }
  return turned;
}

/** Contours with the corners that their rims have beyond them; those without a rim of their own as they were found. */
export function joinedRims(
  rims: readonly (readonly Run[] | undefined)[],
  contours: ContourSet,
  isReversed: (c: number) => boolean = () => false,
): ContourSet {
  const all = rims.map((runs, c) => {
    if (!runs) return contours.points.subarray(2 * contours.starts[c], 2 * contours.starts[c + 1]);
    const points = pointsOfRim(runs, true);
    return isReversed(c) ? backwards(points) : points;
  });
  const starts = new Uint32Array(all.length + 1);
  all.forEach((rim, c) => (starts[c + 1] = starts[c] + rim.length / 2));
  const points = new Float64Array(2 * starts[all.length]);
  all.forEach((rim, c) => points.set(rim, 2 * starts[c]));
  return { ...contours, points, starts };
}
