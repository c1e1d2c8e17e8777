import { type Box, boxHeight, boxOf, boxWidth } from '../../geometry';
import { type Check, counted, findingOf, told } from '../check';
import type { Limits } from '../limits';

const size = (box: Box, units: Limits['units']): string =>
  `${told(Number(boxWidth(box).toFixed(2)), units)} × ${told(Number(boxHeight(box).toFixed(2)), units)}`;

/** Parts that come out smaller than they are drawn, since what is cut beside them takes from them. */
export const bitten: Check = {
  kind: 'bitten',
  reads: ['sheets'],
  check({ sheets }, { units, leastGap, kerf }) {
    const bites = sheets.flatMap((sheet) => sheet.bites).sort((a, b) => b.area - a.area);
    const [worst] = bites;
    const parts = new Set(sheets.flatMap((sheet, n) => sheet.bites.map(({ loop }) => `${n} ${loop}`))).size;
    return findingOf(
      bites.map(({ at, wanted, found }) => ({
        at,
        measured: found ? boxWidth(found) / boxWidth(wanted) : 0,
      })),
      {
        kind: 'bitten',
        severity: 'warn',
        allowed: Math.max(leastGap, kerf),
        hint: 'Lay the parts farther apart, or take a finer tool.',
      },
      () =>
        `${counted(parts, 'part is', 'parts are')} cut into by what is cut beside: one of ${size(worst.wanted, units)} comes out ${worst.found ? size(worst.found, units) : 'not at all'}.`,
    ).map((one) => ({ ...one, count: parts }));
  },
};

/** Parts that lines cut apart, and pieces that lines alone cut out. */
export const apart: Check = {
  kind: 'apart',
  reads: ['sheets', 'want'],
  check({ sheets, want }, { units }) {
    if (want.isSaid && want.is === 'apart') return [];
    const pieces = sheets.flatMap(({ remains: { remnants } }) => {
      const parts = remnants.filter(({ isPart, isCrumb }) => isPart && !isCrumb);
      const many = new Map<number, number>();
      for (const { loop } of parts) many.set(loop, (many.get(loop) ?? 0) + 1);
      return parts.filter(({ loop }) => loop < 0 || (many.get(loop) ?? 0) > 1);
    });
    const boxes = pieces.flatMap(({ contours: [rim] }) => boxOf([rim]) ?? []);
    return findingOf(
      boxes.map((box) => ({
        at: { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 },
        measured: Math.max(boxWidth(box), boxHeight(box)),
      })),
      {
        kind: 'apart',
        severity: 'note',
        allowed: 0,
        hint: 'Right where it is meant to be cut apart; else take out the lines that cross it.',
      },
      (count) =>
        `Cuts that cross take apart what they lie in: ${counted(count, 'piece comes', 'pieces come')} free, the first ${size(boxes[0], units)}.`,
    );
  },
};
