import Flatbush from 'flatbush';
import type { Contour, Shape } from './contour';
import { flatten } from './flatten';
import { boxOf, signedArea } from './measure';
import { boxOfPoints, insidePolygon, polygonArea } from './polygon';
import { reverseContour } from './transform';

/**
 * Sorts loose closed contours into shapes by what lies inside what: the outermost are outer contours,
 * the next level holes, the next outer again. Directions are set, so that outer contours run
 * counter-clockwise and holes clockwise. `tolerance` is how finely curves are followed for the test.
 */
export function nestContours(contours: readonly Contour[], tolerance: number): Shape[] {
  if (contours.length === 0) return [];
  const polygons = contours.map((contour) => flatten(contour, tolerance));
  const parents = parentsOf(polygons);
  const depth = (i: number): number => (parents[i] < 0 ? 0 : 1 + depth(parents[i]));
  const shapes = new Map<number, Shape>();
  const levels = contours.map((_, i) => depth(i));
  contours.forEach((contour, i) => {
    if (levels[i] % 2 === 0) shapes.set(i, { outer: directed(contour, true), holes: [] });
  });
  contours.forEach((contour, i) => {
    if (levels[i] % 2 === 1) shapes.get(parents[i])?.holes.push(directed(contour, false));
  });
  return [...shapes.values()];
}

/** For each polygon the smallest one around it, or -1. */
function parentsOf(polygons: readonly Float64Array[]): number[] {
  const index = new Flatbush(polygons.length);
  for (const polygon of polygons) {
    const { left, top, right, bottom } = boxOfPoints(polygon);
    index.add(left, top, right, bottom);
  }
  index.finish();
  const areas = polygons.map((polygon) => Math.abs(polygonArea(polygon)));
  return polygons.map((polygon, i) => {
    const [x, y] = polygon;
    const around = index
      .search(x, y, x, y)
      .filter((k) => k !== i && areas[k] > areas[i] && insidePolygon(polygons[k], x, y));
    return around.reduce((best, k) => (best < 0 || areas[k] < areas[best] ? k : best), -1);
  });
}

function directed(contour: Contour, counterClockwise: boolean): Contour {
  return signedArea(contour) > 0 === counterClockwise ? contour : reverseContour(contour);
}

/** Width and height of everything, or zero for nothing. */
export function extent(contours: readonly Contour[]): { width: number; height: number } {
  const box = boxOf(contours);
  return box ? { width: box.right - box.left, height: box.bottom - box.top } : { width: 0, height: 0 };
}
