import type { Box } from './contour';

/** Area of a closed polygon given as x, y pairs; positive counter-clockwise seen on screen. */
export function polygonArea(points: Float64Array): number {
  let twice = 0;
  const last = points.length - 2;
  for (let i = 0, j = last; i <= last; j = i, i += 2) {
    twice += points[j] * points[i + 1] - points[i] * points[j + 1];
  }
  return -twice / 2;
}

/** True where (x, y) is inside the polygon, counted by crossings of a ray to the right (even-odd). */
export function insidePolygon(points: Float64Array, x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
    const y1 = points[j + 1];
    const y2 = points[i + 1];
    if (y1 > y !== y2 > y && x < points[j] + ((y - y1) / (y2 - y1)) * (points[i] - points[j]))
      inside = !inside;
  }
  return inside;
}

/** The smallest box around x, y pairs. */
export function boxOfPoints(points: Float64Array): Box {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (let i = 0; i < points.length; i += 2) {
    box.left = Math.min(box.left, points[i]);
    box.right = Math.max(box.right, points[i]);
    box.top = Math.min(box.top, points[i + 1]);
    box.bottom = Math.max(box.bottom, points[i + 1]);
  }
  return box;
}
