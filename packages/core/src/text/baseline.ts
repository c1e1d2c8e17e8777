import { type Contour, type Point, flatten } from '../geometry';
import { norm } from '../norm';

/** What text stands on: where a place along it lies, and which way it runs there (radians, clockwise on screen from level). */
export interface Baseline {
  /** Its length as letters count it, Infinity where it has no end. */
  length: number;
  at(along: number): Point & { angle: number };
}

/** A level line through the origin. */
export const STRAIGHT: Baseline = { length: Infinity, at: (along) => ({ x: along, y: 0, angle: 0 }) };

/**
 * A circle about the origin, 0 at its top or its bottom, turned by so many radians clockwise. Letters count lengths at `measured`,
 * another radius, so that rooms between them can be even at half their height.
 */
export function circleBaseline(
  radius: number,
  reads: 'over' | 'under',
  turn: number,
  measured = radius,
): Baseline {
  const sign = reads === 'over' ? 1 : -1;
  return {
    length: 2 * Math.PI * measured,
    at(along) {
      // From the top clockwise, or from the bottom against it.
      const angle = turn + (sign * along) / measured;
      return { x: sign * radius * Math.sin(angle), y: -sign * radius * Math.cos(angle), angle };
    },
  };
}

/** How closely a contour is followed, as a share of the height of what stands on it. */
const FLATNESS_SHARE = 0.002;
/** On a bend inwards rooms shrink to no less than this share. */
const LEAST_ROOM = 0.3;

/**
 * A contour that text of a height runs along, from its start; with `even` letters count lengths at half their height. A closed one goes
 * around again, an open one on in the directions of its ends.
 */
export function contourBaseline(contour: Contour, height: number, even: boolean): Baseline {
  const flat = flatten(contour, FLATNESS_SHARE * height);
  const places = Array.from({ length: flat.length / 2 }, (_, k): Point => ({
    x: flat[2 * k],
    y: flat[2 * k + 1],
  }));
  if (contour.closed) places.push(places[0]);
  const angles = places.slice(1).map(({ x, y }, k) => Math.atan2(y - places[k].y, x - places[k].x));
  const lengths = [0];
  angles.forEach((angle, k) => {
    const chord = norm(places[k + 1].x - places[k].x, places[k + 1].y - places[k].y);
    const next = angles[k + 1] ?? (contour.closed ? angles[0] : angle);
    const bend = Math.atan2(Math.sin(next - angle), Math.cos(next - angle));
    // Letters stand to the left: where the line turns right, their heads spread apart.
    const room = even ? Math.max(LEAST_ROOM * chord, chord + (bend * height) / 2) : chord;
    lengths.push(lengths[k] + room);
  });
  const length = lengths[lengths.length - 1];
  return {
    length,
    at(along) {
      const s = contour.closed ? ((along % length) + length) % length : along;
      let k = Math.max(0, Math.min(angles.length - 1, after(lengths, s) - 1));
      while (k > 0 && lengths[k + 1] === lengths[k]) k--;
      const share = (s - lengths[k]) / (lengths[k + 1] - lengths[k]);
      const [a, b] = [places[k], places[k + 1]];
      return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y), angle: angles[k] };
    },
  };
}

/** The number of the first of some rising values above another. */
function after(values: readonly number[], value: number): number {
  let [low, high] = [0, values.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (values[middle] <= value) low = middle + 1;
    else high = middle;
  }
  return low;
}
