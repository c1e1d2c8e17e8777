import { norm } from '../../norm';
import type { Loop } from '../chain/loop';
import { armsMeet } from './arm';
import type { Corner } from './corners';
import { FREE } from './fewest-bends';
import { type GateArm, type Gates, crossingOf, lineThrough } from './gate-arm';

/** A side of so many points at least is straight that leaves its gates by no more than this, in pixels. */
const LONG = 12;
const STRAYS = 0.06;
/** A corner goes no farther to where its straight sides meet, in pixels. */
const TO_SIDES = 0.5;

/** A side between two corners that is straight: its line, its first point, and how many there are. */
export interface StraightSide {
  line: GateArm;
  first: number;
  points: number;
}

/** For each corner the side that follows it, where one line goes through all its gates. */
export const straightSides = (
  corners: readonly Corner[],
  rounded: Uint8Array,
  gates: Gates,
): (StraightSide | undefined)[] =>
  sidesBetween(corners, rounded).map(({ first, points }) => {
    if (points < LONG) return undefined;
    const line = lineThrough(gates, first, points);
    return line.beyond <= STRAYS ? { line, first, points } : undefined;
  });

/** Puts the points of straight sides that may move on their lines, in place; they may move no more. */
export function layOnSides(
  sides: readonly (StraightSide | undefined)[],
  gates: Gates,
  places: Float64Array,
  free: Uint8Array,
): void {
  for (const side of sides) {
    if (!side) continue;
    for (let k = 0; k < side.points; k++) {
      const i = (side.first + k) % gates.count;
      if (free[i] === 0) continue;
      const off = Math.max(-FREE, Math.min(FREE, crossingOf(side.line, gates, i)));
      places[2 * i] += off * gates.outX[i];
      places[2 * i + 1] += off * gates.outY[i];
      free[i] = 0;
    }
  }
}

/** Corners where their straight sides meet; beside one alone, on it. */
export const cornersOnSides = (
  corners: readonly Corner[],
  sides: readonly (StraightSide | undefined)[],
): Corner[] =>
  corners.map((corner, k) => {
    const [before, after] = [sides[(k + sides.length - 1) % sides.length]?.line, sides[k]?.line];
    const line = before ?? after;
    if (!line) return corner;
    const met = before && after ? armsMeet(before, after, corner.x, corner.y) : undefined;
    const { x, y } = met ?? nearestOn(line, corner);
    return norm(x - corner.x, y - corner.y) > TO_SIDES ? corner : { ...corner, x, y };
  });

/** The place of a line nearest to another. */
function nearestOn({ originX, originY, alongX, alongY, a, b }: GateArm, { x, y }: Corner) {
  const [dx, dy] = [x - originX, y - originY];
  const [u, v] = [dx * alongX + dy * alongY, dy * alongX - dx * alongY];
  const off = (v - a - b * u) / (1 + b * b);
  return { x: x + off * (alongY + b * alongX), y: y - off * (alongX - b * alongY) };
}

/** Runs of points between corners, without those that are rounded off. */
function sidesBetween(corners: readonly Corner[], rounded: Uint8Array): { first: number; points: number }[] {
  const count = rounded.length;
  return corners.map(({ index }, k) => {
    const next = corners[(k + 1) % corners.length].index;
    const whole = (next - index + count) % count || count;
    let [from, to] = [1, whole - 1];
    while (from < to && rounded[(index + from) % count] === 1) from++;
    while (to > from && rounded[(index + to) % count] === 1) to--;
    return { first: (index + from) % count, points: to - from + 1 };
  });
}

/** 1 for points along a loop that its corners round off. */
export function roundedBy(corners: readonly Corner[], { along, count }: Loop): Uint8Array<ArrayBuffer> {
  const rounded = new Uint8Array(count);
  const length = along[count];
  for (const corner of corners) {
    rounded[corner.index] = 1;
    for (const step of [-1, 1])
      for (let k = 1; k < count >> 1; k++) {
        const i = (corner.index + step * k + count) % count;
        if ((step * (along[i] - along[corner.index]) + length) % length > corner.rounded) break;
        rounded[i] = 1;
      }
  }
  return rounded;
}
