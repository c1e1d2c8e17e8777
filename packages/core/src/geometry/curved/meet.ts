import type { Contour, Point } from '../contour';
import { type On, placeOn } from './part';
import { norm } from '../../norm';

/** Steps of Newton's method, at most, and the move below which they end. */
const STEPS = 12;
const SETTLED = 1e-12;

/**
 * The exact meeting of two curves near a place where their chords cross (Newton's method on both shares): the shares and the
 * place. Undefined where it leaves the segments, or they run along one another.
 */
export function meetingNear(
  one: Contour,
  a: On,
  other: Contour,
  b: On,
  reach: number,
): { a: On; b: On; at: Point } | undefined {
  let [s, t] = [a.share, b.share];
  const begun = placeOn(one, a);
  for (let step = 0; step < STEPS; step++) {
    const [p, q] = [placeOn(one, { ...a, share: s }), placeOn(other, { ...b, share: t })];
    const [u, v] = [slopeOn(one, { ...a, share: s }), slopeOn(other, { ...b, share: t })];
    const determinant = u.y * v.x - u.x * v.y;
    const size = norm(u.x, u.y) * norm(v.x, v.y);
    if (Math.abs(determinant) < 1e-6 * size) return undefined;
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    const ds = (dy * v.x - dx * v.y) / determinant;
    const dt = (u.x * dy - u.y * dx) / determinant;
    s = Math.min(1, Math.max(0, s + ds));
    t = Math.min(1, Math.max(0, t + dt));
    if (Math.abs(ds) + Math.abs(dt) < SETTLED) break;
  }
  const [p, q] = [placeOn(one, { ...a, share: s }), placeOn(other, { ...b, share: t })];
  if (norm(p.x - q.x, p.y - q.y) > 1e-6 || norm(p.x - begun.x, p.y - begun.y) > reach) return undefined;
  return { a: { ...a, share: s }, b: { ...b, share: t }, at: p };
}

/** How a place moves with the share, by a small difference. */
function slopeOn(contour: Contour, { segment, share }: On): Point {
  const [from, to] = share < 0.5 ? [share, share + 1e-5] : [share - 1e-5, share];
  const [a, b] = [placeOn(contour, { segment, share: from }), placeOn(contour, { segment, share: to })];
  return { x: (b.x - a.x) / 1e-5, y: (b.y - a.y) / 1e-5 };
}
