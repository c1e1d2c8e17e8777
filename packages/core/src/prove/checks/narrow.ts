import { type NarrowPlace, narrowPlaces, norm } from '../../geometry';
import { type Check, type Measured, counted, findingOf, told } from '../check';
import { remedy } from '../remedies';
import type { CutGround } from '../cut-ground';

/** Middles of narrow places of all sheets, the narrowest first; those where cuts cross are told as that. */
const middles = (
  grounds: readonly CutGround[],
  allowed: number,
  look: (ground: CutGround) => NarrowPlace[],
): Measured[] =>
  grounds
    .flatMap((ground) =>
      look(ground)
        .map(({ width, from, to }) => ({
          at: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
          measured: width,
        }))
        .filter(({ at }) => ground.crossings.every(({ x, y }) => norm(at.x - x, at.y - y) > allowed)),
    )
    .sort((a, b) => a.measured - b.measured);

/** Material narrower than it holds between sides of one contour. */
export const neck: Check = {
  kind: 'neck',
  remedies: [remedy('thicken', 'Thicken it, only there', 'Necks thickened')],
  grows: true,
  reads: ['grounds'],
  check({ grounds }, { leastNeck: allowed, units }) {
    return findingOf(
      middles(grounds, allowed, ({ rims }) => narrowPlaces(rims, allowed).filter(({ a, b }) => a === b)),
      {
        kind: 'neck',
        severity: 'warn',
        allowed,
        hint: 'Make it larger, or thicken the drawing there in Ink or Line.',
      },
      (count, width) =>
        `${counted(count, 'neck is', 'necks are')} narrower than ${told(allowed, units)}, the narrowest ${told(width, units)}.`,
    );
  },
};

/** Material that stays too thin between two cuts. */
export const wall: Check = {
  kind: 'wall',
  remedies: [remedy('thicken', 'Thicken it, only there', 'Walls thickened')],
  grows: true,
  reads: ['grounds'],
  check({ grounds }, { leastWall: allowed, units }) {
    return findingOf(
      middles(grounds, allowed, ({ rims }) => narrowPlaces(rims, allowed).filter(({ a, b }) => a !== b)),
      { kind: 'wall', severity: 'warn', allowed, hint: 'Move the cuts apart, or make the piece larger.' },
      (count, width) =>
        `${counted(count, 'wall between two cuts is', 'walls between two cuts are')} thinner than ${told(allowed, units)}, the thinnest ${told(width, units)}.`,
    );
  },
};

/** What is cut away is narrower than the tool: in a slot, a pocket, or between parts. */
export const narrowSlot: Check = {
  kind: 'narrow-slot',
  remedies: [remedy('open', 'Widen it, only there', 'Gaps widened')],
  grows: true,
  reads: ['grounds'],
  check: ({ grounds }, { leastGap: allowed, units }) =>
    findingOf(
      middles(grounds, allowed, ({ rims, pockets }) =>
        [rims, pockets].flatMap((own) => narrowPlaces(own, allowed, 'outside')),
      ),
      {
        kind: 'narrow-slot',
        severity: 'warn',
        allowed,
        hint: 'Widen the gap, lay parts farther apart, or take a finer tool.',
      },
      (count, width) =>
        `${counted(count, 'gap is', 'gaps are')} narrower than ${told(allowed, units)}, the narrowest ${told(width, units)}: there is no room for the tool.`,
    ),
};
