import { type Contour, type Point, flatten } from '../geometry';

/** A contour with a segment of each kind. */
export const leaf: Contour = {
  start: { x: 60, y: 10 },
  segments: [
    { kind: 'cubic', x1: 40, y1: 20, x2: 45, y2: 40, x: 60, y: 45 },
    { kind: 'arc', x: 70, y: 30, bulge: 0.2 },
    { kind: 'line', x: 60, y: 10 },
  ],
  closed: true,
};

/** So many places along a closed contour, all as far apart. */
export function spacedOut(contour: Contour, count: number): Point[] {
  const points = flatten(contour, 0.1);
  const length = points.length / 2;
  const at = (k: number): Point => ({ x: points[2 * (k % length)], y: points[2 * (k % length) + 1] });
  const ways = Array.from({ length }, (_, k) => Math.hypot(at(k + 1).x - at(k).x, at(k + 1).y - at(k).y));
  const step = ways.reduce((sum, way) => sum + way, 0) / count;
  const found: Point[] = [];
  let along = 0;
  ways.forEach((way, k) => {
    for (; found.length < count && step * found.length <= along + way;) {
      const share = (step * found.length - along) / way;
      const [a, b] = [at(k), at(k + 1)];
      found.push({ x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share });
    }
    along += way;
  });
  return found;
}
