import { type Contour, type Point, directionFrom, directionTo } from '../../geometry';
import { type Check, counted, findingOf, millimetres } from '../check';
import type { CutGround } from '../cut-ground';

/** Turns by less than this are none, in radians. */
const LEAST_TURN = 0.1;

interface Corner {
  at: Point;
  /** By how much the rim turns there, in radians: above 0 where material lies around it, below where it is a tip of material. */
  turn: number;
}

/** Corners of all rims, whose material lies to the left seen on screen. */
const cornersOf = (grounds: readonly CutGround[]): Corner[] =>
  grounds
    .flatMap(({ contours }) => contours.flatMap(turnsOf))
    .filter(({ turn }) => Math.abs(turn) > LEAST_TURN);

function turnsOf({ start, segments }: Contour): Corner[] {
  const begin = (k: number): Point => (k > 0 ? segments[k - 1] : start);
  return segments.map((segment, k) => {
    const last = (k + segments.length - 1) % segments.length;
    const [before, after] = [directionTo(begin(last), segments[last]), directionFrom(begin(k), segment)];
    const { x, y } = begin(k);
    // With y down, a turn to the right is above 0; there material lies around the corner.
    return {
      at: { x, y },
      turn: Math.atan2(before.x * after.y - before.y * after.x, before.x * after.x + before.y * after.y),
    };
  });
}

/** What a round tool of a radius leaves standing in a corner between two sides: a kite less a slice of the circle. */
const leftStanding = (turn: number, radius: number): number =>
  radius * radius * (Math.tan(turn / 2) - turn / 2);

/** Corners of holes, slots and between parts that a round tool cannot reach into. */
export const innerCorner: Check = {
  kind: 'inner-corner',
  reads: ['grounds'],
  check({ grounds }, { leastRadius }) {
    if (leastRadius <= 0) return [];
    const left = cornersOf(grounds)
      .filter(({ turn }) => turn > 0)
      .map(({ at, turn }) => ({
        at,
        measured: 0,
        area: leftStanding(Math.min(turn, 0.95 * Math.PI), leastRadius),
      }))
      .sort((a, b) => b.area - a.area);
    const area = left.reduce((sum, one) => sum + one.area, 0);
    return findingOf(
      left,
      {
        kind: 'inner-corner',
        severity: 'note',
        allowed: leastRadius,
        hint: 'Round them to the tool, cut them free, or take a finer tool.',
      },
      (count) =>
        `${counted(count, 'inner corner is', 'inner corners are')} sharper than the tool’s radius of ${millimetres(leastRadius)}: ${area.toFixed(1)} mm² stay standing.`,
    );
  },
};

/** Tips so sharp that they burn, tear or break. */
export const sharpTip: Check = {
  kind: 'sharp-tip',
  reads: ['grounds'],
  check({ grounds }, { leastTip }) {
    const tips = cornersOf(grounds)
      .map(({ at, turn }) => ({ at, measured: 180 - (Math.abs(turn) * 180) / Math.PI, isTip: turn < 0 }))
      .filter(({ measured, isTip }) => isTip && measured < leastTip)
      .sort((a, b) => a.measured - b.measured);
    return findingOf(
      tips,
      { kind: 'sharp-tip', severity: 'note', allowed: leastTip, hint: 'Round or blunt them.' },
      (count, degrees) =>
        `${counted(count, 'tip is', 'tips are')} sharper than ${leastTip} degrees, the sharpest ${degrees.toFixed(1)}.`,
    );
  },
};
