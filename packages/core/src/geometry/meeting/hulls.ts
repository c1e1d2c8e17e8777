import type { Point, Segment } from '../contour';

/** Four control points as x, y pairs: a segment lies within their hull. */
export type Hull = readonly number[];

const POINTS = 8;

/** A segment's control points, repeated where it has fewer; undefined for an arc, which has none. */
export function hullOf(from: Point, segment: Segment): Hull | undefined {
  if (segment.kind === 'arc') return undefined;
  const { x, y } = segment;
  if (segment.kind === 'line') return [from.x, from.y, from.x, from.y, x, y, x, y];
  return [from.x, from.y, segment.x1, segment.y1, segment.x2, segment.y2, x, y];
}

/** Whether a hull has no area: its segment lies on one line. */
export function isFlat(hull: Hull): boolean {
  const dx = hull[6] - hull[0];
  const dy = hull[7] - hull[1];
  const across = (k: number) => (hull[k] - hull[0]) * dy - (hull[k + 1] - hull[1]) * dx;
  return across(2) === 0 && across(4) === 0;
}

/** Whether a line along a leg or the chord of either hull has the two on either side of it. */
export const areApart = (a: Hull, b: Hull): boolean => hasOneSideFree(a, b) || hasOneSideFree(b, a);

/** Whether a line along a side of the first hull has all of the other hull on its far side. */
function hasOneSideFree(own: Hull, other: Hull): boolean {
  for (let leg = 0; leg < POINTS; leg += 2) {
    const next = (leg + 2) % POINTS;
    const x = own[leg];
    const y = own[leg + 1];
    const dx = own[next] - x;
    const dy = own[next + 1] - y;
    if (dx === 0 && dy === 0) continue;
    let [least, most, otherLeast, otherMost] = [0, 0, Infinity, -Infinity];
    for (let k = 0; k < POINTS; k += 2) {
      const mine = (own[k] - x) * dy - (own[k + 1] - y) * dx;
      const its = (other[k] - x) * dy - (other[k + 1] - y) * dx;
      if (mine < least) least = mine;
      else if (mine > most) most = mine;
      if (its < otherLeast) otherLeast = its;
      if (its > otherMost) otherMost = its;
    }
    if (otherLeast > most || otherMost < least) return true;
  }
  return false;
}

/**
 * Whether a line through the place where one hull ends and the next begins has the two on either side of it, so that
 * they meet nowhere else. Legs along that line may go on straight, but not back.
 */
export function doPart(before: Hull, after: Hull): boolean {
  const [x, y] = after;
  for (let k = 0; k < POINTS - 2; k += 2) {
    if (partsAlong(before[k] - x, before[k + 1] - y, before, 0, after, 2)) return true;
    if (partsAlong(after[k + 2] - x, after[k + 3] - y, after, 2, before, 0)) return true;
  }
  return false;

  /** Whether three points of one lie to one side of a direction or along it, and three of the other beyond. */
  function partsAlong(dx: number, dy: number, own: Hull, first: number, other: Hull, otherFirst: number) {
    if (dx === 0 && dy === 0) return false;
    let [isLeft, isRight] = [true, true];
    for (let k = 0; k < POINTS - 2; k += 2) {
      const ownX = own[first + k] - x;
      const ownY = own[first + k + 1] - y;
      const across = ownX * dy - ownY * dx;
      const otherX = other[otherFirst + k] - x;
      const otherY = other[otherFirst + k + 1] - y;
      const beyond = otherX * dy - otherY * dx;
      const back = across === 0 && ownX * dx + ownY * dy < 0;
      const ahead = beyond === 0 && otherX * dx + otherY * dy > 0;
      if (back || ahead) return false;
      isLeft &&= across >= 0 && beyond <= 0;
      isRight &&= across <= 0 && beyond >= 0;
      if (!isLeft && !isRight) return false;
    }
    return true;
  }
}
