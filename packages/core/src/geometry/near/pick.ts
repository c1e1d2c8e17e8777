import type { Point } from '../contour';
import { distanceToChords, indexChords } from './distance';
import { flatten } from '../flatten';
import { ORIGIN, type Paths, contourAt } from '../path-set';
import { insidePolygon } from '../polygon';

/** How closely curves are followed for picking, as a share of the reach. */
const FLATNESS_SHARE = 0.1;

/**
 * The id of the contour that is meant by a place: the nearest within `reach`, or else the smallest that the place lies
 * in; undefined where there is neither.
 */
export function pickPath(set: Paths, { x, y }: Point, reach: number): number | undefined {
  let nearest: number | undefined;
  let least = reach;
  let inside: number | undefined;
  let smallest = Infinity;
  for (let k = 0; k < set.ids.length; k++) {
    const [, , left, top, right, bottom, area] = set.origins.subarray(ORIGIN * k, ORIGIN * (k + 1));
    if (x < left - reach || x > right + reach || y < top - reach || y > bottom + reach) continue;
    const contour = contourAt(set, k);
    const off = distanceToChords(indexChords([contour], FLATNESS_SHARE * reach), x, y);
    if (off <= least) {
      least = off;
      nearest = set.ids[k];
    }
    if (
      contour.closed &&
      Math.abs(area) < smallest &&
      insidePolygon(flatten(contour, FLATNESS_SHARE * reach), x, y)
    ) {
      smallest = Math.abs(area);
      inside = set.ids[k];
    }
  }
  return nearest ?? inside;
}
