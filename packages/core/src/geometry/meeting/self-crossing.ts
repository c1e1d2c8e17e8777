import { type Cubic, type Point } from '../contour';
import { cubicPoint } from '../measured/measure';

/** Shares of a curve nearer than this to its end are its end, and to one another the same place: a cusp. */
const SAME = 1e-9;

/**
 * Where a cubic crosses itself; undefined where it does not. With B(t) = a t^3 + b t^2 + c t + from, two parameters of one
 * place have a (u^2 - v) + b u + c = 0 for their sum u and product v, which is linear in u and then in v. The loop of
 * M. C. Stone and T. D. DeRose, "A geometric characterization of parametric cubic curves" (ACM Transactions on
 * Graphics 8, 1989), section 3, solved for its parameters.
 */
export function selfCrossing(from: Point, c: Cubic): Point | undefined {
  const ax = c.x - from.x + 3 * (c.x1 - c.x2);
  const ay = c.y - from.y + 3 * (c.y1 - c.y2);
  const bx = 3 * (from.x - 2 * c.x1 + c.x2);
  const by = 3 * (from.y - 2 * c.y1 + c.y2);
  const cx = 3 * (c.x1 - from.x);
  const cy = 3 * (c.y1 - from.y);
  const ab = ax * by - ay * bx;
  if (ab === 0) return undefined;
  const sum = -(ax * cy - ay * cx) / ab;
  const product = sum * sum - (bx * cy - by * cx) / ab;
  const squared = sum * sum - 4 * product;
  if (!(squared > SAME)) return undefined;
  const half = Math.sqrt(squared) / 2;
  const [first, last] = [sum / 2 - half, sum / 2 + half];
  const isWithin = first >= 0 && last <= 1 && !(first <= SAME && last >= 1 - SAME);
  return isWithin ? cubicPoint(from, c, first) : undefined;
}
