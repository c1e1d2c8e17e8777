import { type NarrowPlace, type RimIndex, narrowPlaces } from '../../geometry';
import { type Check, type Measured, counted, findingOf, millimetres } from '../check';
import type { CutGround } from '../cut-ground';

/** Middles of narrow places of all sheets, the narrowest first. */
const middles = (all: readonly RimIndex[], look: (rims: RimIndex) => NarrowPlace[]): Measured[] =>
  all
    .flatMap(look)
    .sort((a, b) => a.width - b.width)
    .map(({ width, from, to }) => ({
      at: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
      measured: width,
    }));

const rimsOf = (grounds: readonly CutGround[]) => grounds.map(({ rims }) => rims);

/** Material narrower than it holds between sides of one contour. */
export const neck: Check = {
  kind: 'neck',
  reads: ['grounds'],
  check: ({ grounds }, { leastNeck: allowed }) =>
    findingOf(
      middles(rimsOf(grounds), (rims) => narrowPlaces(rims, allowed).filter(({ a, b }) => a === b)),
      {
        kind: 'neck',
        severity: 'warn',
        allowed,
        hint: 'Make it larger, or thicken the drawing there in Ink or Line.',
      },
      (count, width) =>
        `${counted(count, 'neck is', 'necks are')} narrower than ${millimetres(allowed)}, the narrowest ${millimetres(width)}.`,
    ),
};

/** Material that stays too thin between two cuts. */
export const wall: Check = {
  kind: 'wall',
  reads: ['grounds'],
  check: ({ grounds }, { leastWall: allowed }) =>
    findingOf(
      middles(rimsOf(grounds), (rims) => narrowPlaces(rims, allowed).filter(({ a, b }) => a !== b)),
      { kind: 'wall', severity: 'warn', allowed, hint: 'Move the cuts apart, or make the piece larger.' },
      (count, width) =>
        `${counted(count, 'wall between two cuts is', 'walls between two cuts are')} thinner than ${millimetres(allowed)}, the thinnest ${millimetres(width)}.`,
    ),
};

/** What is cut away is narrower than the tool: in a slot, a pocket, or between parts. */
export const narrowSlot: Check = {
  kind: 'narrow-slot',
  reads: ['grounds'],
  check: ({ grounds }, { leastGap: allowed }) =>
    findingOf(
      middles(
        grounds.flatMap(({ rims, pockets }) => [rims, pockets]),
        (rims) => narrowPlaces(rims, allowed, 'outside'),
      ),
      {
        kind: 'narrow-slot',
        severity: 'warn',
        allowed,
        hint: 'Widen the gap, lay parts farther apart, or take a finer tool.',
      },
      (count, width) =>
        `${counted(count, 'gap is', 'gaps are')} narrower than ${millimetres(allowed)}, the narrowest ${millimetres(width)}: there is no room for the tool.`,
    ),
};
