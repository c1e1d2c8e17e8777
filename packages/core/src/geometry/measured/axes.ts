import type { Contour } from '../contour';
import { flatten } from '../flatten';
import { norm } from '../../norm';

/** The axes of the ellipse that has a line's second moments, as half lengths, and how far the longer one is turned. */
export interface Axes {
  long: number;
  short: number;
  /** Radians, clockwise on screen from level. */
  angle: number;
}

/** The axes of a contour, taken along its length and followed within `tolerance`; all 0 for one of no length. */
export function axesOf(contour: Contour, tolerance: number): Axes {
  const points = flatten(contour, tolerance);
  const size = points.length;
  let [sum, x1, y1, xx, xy, yy] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < (contour.closed ? size : size - 2); i += 2) {
    const [dx, dy] = [points[(i + 2) % size] - points[i], points[(i + 3) % size] - points[i + 1]];
    const weight = norm(dx, dy);
    const [x, y] = [points[i] + dx / 2, points[i + 1] + dy / 2];
    sum += weight;
    x1 += weight * x;
    y1 += weight * y;
    // A chord's own moments about its middle, besides those of its middle.
    xx += weight * (x * x + (dx * dx) / 12);
    xy += weight * (x * y + (dx * dy) / 12);
    yy += weight * (y * y + (dy * dy) / 12);
  }
  if (sum === 0) return { long: 0, short: 0, angle: 0 };
  const [a, b, c] = [xx / sum - (x1 / sum) ** 2, xy / sum - (x1 * y1) / sum ** 2, yy / sum - (y1 / sum) ** 2];
  const root = norm((a - c) / 2, b);
  const middle = (a + c) / 2;
  return {
    long: Math.sqrt(middle + root),
    short: Math.sqrt(Math.max(0, middle - root)),
    angle: Math.atan2(2 * b, a - c) / 2,
  };
}
