import type { Point, RimIndex } from '../../geometry';
import { type Check, counted, findingOf, told, toldArea } from '../check';

/** Turns by less than this are none, in radians. */
const LEAST_TURN = 0.1;
/** A slit's end counts as turning by this. */
const MOST_TURN = 0.95 * Math.PI;
/** And corners in which less than this stays standing, in square millimetres. */
const LEAST_LEFT = 0.01;

interface Corner {
  at: Point;
  /** By how much the rim turns there, in radians: above 0 where material lies around it, below where it is a tip of material. */
  turn: number;
}

/** Corners of rims, whose material lies to the left seen on screen: with y down, a turn to the right is above 0. */
const cornersOf = (all: readonly RimIndex[]): Corner[] =>
  all
    .flatMap(({ segments }) => segments.map(({ start: { x, y }, turn }) => ({ at: { x, y }, turn })))
    .filter(({ turn }) => Math.abs(turn) > LEAST_TURN);

/** What a round tool of a radius leaves standing in a corner between two sides: a kite less a slice of the circle. */
const leftStanding = (turn: number, radius: number): number =>
  radius * radius * (Math.tan(turn / 2) - turn / 2);

/** Corners of holes, slots, pockets and between parts that a round tool cannot reach into. */
export const innerCorner: Check = {
  kind: 'inner-corner',
  reads: ['grounds'],
  check({ grounds }, { leastRadius, units }) {
    if (leastRadius <= 0) return [];
    const left = cornersOf(grounds.flatMap(({ rims, pockets }) => [rims, pockets]))
      .filter(({ turn }) => turn > 0)
      .map(({ at, turn }) => ({
        at,
        measured: 0,
        area: leftStanding(Math.min(turn, MOST_TURN), leastRadius),
      }))
      .filter(({ area }) => area > LEAST_LEFT)
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
        `${counted(count, 'inner corner is', 'inner corners are')} sharper than the tool’s radius of ${told(leastRadius, units)}: ${toldArea(area, units)} stay standing.`,
    );
  },
};

/** Tips so sharp that they burn, tear or break. */
export const sharpTip: Check = {
  kind: 'sharp-tip',
  reads: ['grounds'],
  check({ grounds }, { leastTip }) {
    const tips = cornersOf(grounds.map(({ rims }) => rims))
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
