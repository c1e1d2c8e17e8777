import type { Point } from './contour';
import { flatten } from './flatten';
import { ORIGIN, type PathSet, contourAt } from './path-set';
import { insidePolygon } from './polygon';

/** How closely curves are followed for picking, as a share of the reach. */
const FLAT = 0.1;

/**
 * The id of the contour that is meant by a place: the nearest within `reach`, or else the smallest that the place lies
 * in; undefined where there is neither.
 */
export function pickPath(set: PathSet, { x, y }: Point, reach: number): number | undefined {
  let nearest: number | undefined;
  let least = reach * reach;
  let inside: number | undefined;
  let smallest = Infinity;
  for (let k = 0; k < set.ids.length; k++) {
    const [, , left, top, right, bottom, area] = set.origins.subarray(ORIGIN * k, ORIGIN * (k + 1));
    if (x < left - reach || x > right + reach || y < top - reach || y > bottom + reach) continue;
    const contour = contourAt(set, k);
    const polygon = flatten(contour, FLAT * reach);
    const off = squaredFrom(polygon, contour.closed, x, y);
    if (off <= least) {
      least = off;
      nearest = set.ids[k];
    }
    if (contour.closed && Math.abs(area) < smallest && insidePolygon(polygon, x, y)) {
      smallest = Math.abs(area);
      inside = set.ids[k];
    }
  }
  return nearest ?? inside;
}

/** The squared distance of a place from a polygon's sides. */
function squaredFrom(polygon: Float64Array, closed: boolean, x: number, y: number): number {
  const count = polygon.length / 2;
  let least = Infinity;
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const j = i + 1 === count ? 0 : i + 1;
    const dx = polygon[2 * j] - polygon[2 * i];
    const dy = polygon[2 * j + 1] - polygon[2 * i + 1];
    const offX = x - polygon[2 * i];
    const offY = y - polygon[2 * i + 1];
    const squared = dx * dx + dy * dy;
    const share = squared > 0 ? (offX * dx + offY * dy) / squared : 0;
    const at = share < 0 ? 0 : share > 1 ? 1 : share;
    least = Math.min(least, (offX - at * dx) ** 2 + (offY - at * dy) ** 2);
  }
  return least;
}
