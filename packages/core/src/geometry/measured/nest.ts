import Flatbush from 'flatbush';
import type { Contour, Shape } from '../contour';
import { flatten } from '../flatten';
import { signedArea } from './measure';
import { boxOfPoints, polygonArea } from '../polygon';
import { PolygonSlabs, placeWithin } from './polygon-slabs';
import { reverseContour } from '../maps/transform';

/**
 * Sorts loose closed contours into shapes by what lies inside what: the outermost are outer contours,
 * the next level holes, the next outer again. Directions are set, so that outer contours run
 * counter-clockwise and holes clockwise. `tolerance` is how finely curves are followed for the test.
 */
export function nestContours(contours: readonly Contour[], tolerance: number): Shape[] {
  return nestingOf(contours, tolerance).map(({ outer, holes }) => ({
    outer: directed(contours[outer], true),
    holes: holes.map((hole) => directed(contours[hole], false)),
  }));
}

/** Nesting of contours by their numbers: which are outer, and which are the holes of each. */
export function nestingOf(
  contours: readonly Contour[],
  tolerance: number,
): { outer: number; holes: number[] }[] {
  const parents = parentsAmong(contours, tolerance);
  const depth = (i: number): number => (parents[i] < 0 ? 0 : 1 + depth(parents[i]));
  const shapes = new Map<number, { outer: number; holes: number[] }>();
  const levels = contours.map((_, i) => depth(i));
  levels.forEach((level, i) => {
    if (level % 2 === 0) shapes.set(i, { outer: i, holes: [] });
  });
  levels.forEach((level, i) => {
    if (level % 2 === 1) shapes.get(parents[i])?.holes.push(i);
  });
  return [...shapes.values()];
}

/** For each closed contour the number of the smallest larger one around it, or -1; curves followed within `tolerance`. */
export const parentsAmong = (contours: readonly Contour[], tolerance: number): number[] =>
  contours.length === 0 ? [] : parentsOf(contours.map((contour) => flatten(contour, tolerance)));

/**
 * For each polygon the smallest larger one around it, or -1. What lies inside is told at a place well within each polygon,
 * so that those that touch others at their rims are told apart by where their areas are.
 */
function parentsOf(polygons: readonly Float64Array[]): number[] {
  const index = new Flatbush(polygons.length);
  for (const polygon of polygons) {
    const { left, top, right, bottom } = boxOfPoints(polygon);
    index.add(left, top, right, bottom);
  }
  index.finish();
  const areas = polygons.map((polygon) => Math.abs(polygonArea(polygon)));
  const slabs: (PolygonSlabs | undefined)[] = polygons.map(() => undefined);
  return polygons.map((polygon, i) => {
    const { x, y } = placeWithin(polygon);
    const around = index.search(x, y, x, y, (k) => areas[k] > areas[i]).sort((a, b) => areas[a] - areas[b]);
    return around.find((k) => (slabs[k] ??= new PolygonSlabs(polygons[k])).contains(x, y)) ?? -1;
  });
}

/** A contour in the direction of an outer one, or of a hole. */
export function directed(contour: Contour, counterClockwise: boolean): Contour {
  return signedArea(contour) > 0 === counterClockwise ? contour : reverseContour(contour);
}
