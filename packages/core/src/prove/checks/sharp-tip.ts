import type { Point, RimIndex } from '../../geometry';
import { type Check, counted, findingOf } from '../check';

/** Turns by less than this are none, in radians. */
const LEAST_TURN = 0.1;

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
