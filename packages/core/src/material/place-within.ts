import { type Contour, type Point, boxHeight, boxOf, flatten } from '../geometry';

/** How closely rims are followed, in millimetres. */
const FLATNESS_MM = 0.01;
/** Heights at which an area is looked at, as shares of its own. */
const HEIGHTS = [0.5, 0.37, 0.63, 0.21, 0.79, 0.08, 0.92];

/** A place well within an area, by its rims: the middle of where it is widest at some of its heights. */
export function placeWithin(area: readonly Contour[]): Point {
  const box = boxOf(area);
  if (!box) return { x: 0, y: 0 };
  const polygons = area.map((contour) => flatten(contour, FLATNESS_MM));
  let best = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2, wide: 0 };
  for (const share of HEIGHTS) {
    const y = box.top + share * boxHeight(box);
    const xs = polygons.flatMap((polygon) => crossingsAt(polygon, y)).sort((a, b) => a - b);
    for (let k = 0; k + 1 < xs.length; k += 2)
      if (xs[k + 1] - xs[k] > best.wide) best = { x: (xs[k] + xs[k + 1]) / 2, y, wide: xs[k + 1] - xs[k] };
  }
  return { x: best.x, y: best.y };
}

function crossingsAt(points: Float64Array, y: number): number[] {
  const xs: number[] = [];
  for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
    const [y1, y2] = [points[j + 1], points[i + 1]];
    if (y1 > y !== y2 > y) xs.push(points[j] + ((y - y1) / (y2 - y1)) * (points[i] - points[j]));
  }
  return xs;
}
