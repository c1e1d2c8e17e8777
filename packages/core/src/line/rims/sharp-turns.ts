import { norm } from '../../geometry';

/** A place turns sharply where its own turn is at least this, in radians, and so many times what there is beside it. */
const LEAST = (14 * Math.PI) / 180;
const SURELY = (32 * Math.PI) / 180;
const STANDS_OUT = 2.5;
/** Ways before and after a place are so long at least, in pixels: less is noise of the places themselves. */
const ARM = 0.3;

/** Places of a line in their order. */
interface Places {
  x: Float64Array;
  y: Float64Array;
  closed: boolean;
}

/**
 * Corners of an exact contour by number: it turns there by more than a curve that is cut into chords does, which turns by
 * about as much at the places beside it. Lengths in pixels.
 */
export function sharpTurns({ x, y, closed }: Places): number[] {
  const places = { x, y, closed };
  const count = x.length;
  const turns = Float64Array.from(x, (_, i) => Math.abs(turnAt(places, i)));
  const corners: number[] = [];
  for (let i = 0; i < count; i++) {
    if (turns[i] < LEAST) continue;
    const [before, after] = [away(places, i, -1), away(places, i, 1)];
    if (before < 0 || after < 0 || !isGreatest(turns, i, before, after)) continue;
    const beside = Math.max(turns[before], turns[after]);
    if (turns[i] >= SURELY || turns[i] > STANDS_OUT * beside) corners.push(i);
  }
  return corners;
}

/** Whether no place between two others turns more; of equal ones the first counts. */
function isGreatest(turns: Float64Array, at: number, before: number, after: number): boolean {
  const count = turns.length;
  for (let k = (before + 1) % count; k !== at; k = (k + 1) % count) if (turns[k] >= turns[at]) return false;
  for (let k = (at + 1) % count; k !== after; k = (k + 1) % count) if (turns[k] > turns[at]) return false;
  return true;
}

/** The angle between the ways before and after a place; 0 at the ends of an open line. */
function turnAt(places: Places, i: number): number {
  const { x, y } = places;
  const [before, after] = [away(places, i, -1), away(places, i, 1)];
  if (before < 0 || after < 0) return 0;
  const [ux, uy, vx, vy] = [x[i] - x[before], y[i] - y[before], x[after] - x[i], y[after] - y[i]];
  return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
}

/** The first place at least an arm away; -1 where the line ends before. */
function away({ x, y, closed }: Places, from: number, step: 1 | -1): number {
  const count = x.length;
  for (let n = 1; n < count; n++) {
    const i = closed ? (from + n * step + count) % count : from + n * step;
    if (i < 0 || i >= count) return -1;
    if (norm(x[i] - x[from], y[i] - y[from]) >= ARM) return i;
  }
  return -1;
}
