import {
  type Contour,
  type Point,
  boxHeight,
  boxOf,
  boxWidth,
  circleContour,
  combineAreas,
  flatten,
  parentsAmong,
  placeContour,
  NESTING_FLATNESS_MM,
} from '../../geometry';
import { SQUARE_CORNERS, type OutlineItem } from '../settings';
import type { Grow } from './border';
import { cornered } from './corners';

/** Feet stand so far in from either end of their bar, as a share of it. */
const FEET = 0.25;

/** The outline around areas at a distance: gaps narrower than is bridged are closed, holes filled where that is wanted; then ring and base. */
export function outlineContours(item: OutlineItem, areas: readonly Contour[], grow: Grow): Contour[] {
  const { distance, bridges, holes, base, ring } = item;
  const reach = distance + bridges / 2;
  const wide = grow(areas, reach, 'round');
  const whole = bridges > 0 ? grow(wide, -bridges / 2, 'round') : wide;
  // What lies in anything else is filled over.
  const parents = holes === 'kept' ? [] : parentsAmong(whole, NESTING_FLATNESS_MM);
  const filled = holes === 'kept' ? whole : whole.filter((_, k) => parents[k] < 0);
  const standing = base ? combineAreas('unite', [...filled, ...baseOf(filled, base)]) : filled;
  return ring ? withRing(standing, ring) : standing;
}

/** A bar along the bottom of the outline's box and two feet that hang from it. */
function baseOf(
  outline: readonly Contour[],
  { height, width, length }: NonNullable<OutlineItem['base']>,
): Contour[] {
  const box = boxOf(outline);
  if (!box) return [];
  const block = (wide: number, high: number, x: number, top: number) =>
    placeContour(cornered(wide, high, SQUARE_CORNERS), { scale: 1, x, y: top + high / 2 });
  const across = boxWidth(box);
  const high = Math.min(height, boxHeight(box));
  const top = box.bottom - high;
  const middle = (box.left + box.right) / 2;
  return [
    block(across, high, middle, top),
    ...[FEET, 1 - FEET].map((share) => block(width, high + length, box.left + share * across, top)),
  ];
}

/** A ring that stands on the outline with its hole just beyond it, in a direction from the middle of the outline's box. */
function withRing(
  outline: readonly Contour[],
  { hole, wall, at }: NonNullable<OutlineItem['ring']>,
): Contour[] {
  const box = boxOf(outline);
  if (!box) return [...outline];
  const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
  const angle = (at * Math.PI) / 180;
  const way = { x: Math.sin(angle), y: -Math.cos(angle) };
  const far = farthestAlong(outline, middle, way) + hole / 2;
  const centre = { x: middle.x + far * way.x, y: middle.y + far * way.y };
  const grown = combineAreas('unite', [...outline, circleContour(centre, hole / 2 + wall)]);
  return combineAreas('take away', grown, [circleContour(centre, hole / 2)]);
}

/** How far a ray from a place goes until it has left the outline for good; 0 where it never meets it. */
function farthestAlong(outline: readonly Contour[], from: Point, way: Point): number {
  let farthest = 0;
  for (const contour of outline) {
    const points = flatten(contour, NESTING_FLATNESS_MM);
    for (let i = 0; i < points.length; i += 2) {
      const next = (i + 2) % points.length;
      const [ax, ay] = [points[i] - from.x, points[i + 1] - from.y];
      const [sx, sy] = [points[next] - points[i], points[next + 1] - points[i + 1]];
      const cross = way.x * sy - way.y * sx;
      if (cross === 0) continue;
      const share = (ax * way.y - ay * way.x) / cross;
      if (share >= 0 && share <= 1) farthest = Math.max(farthest, (ax * sy - ay * sx) / cross);
    }
  }
  return farthest;
}
