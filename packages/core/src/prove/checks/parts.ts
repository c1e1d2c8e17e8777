import { boxHeight, boxOf, boxWidth } from '../../geometry';
import { type Check, type Finding, counted, findingOf, told } from '../check';
import type { Limits } from '../limits';
import { remedy } from '../remedies';

/** Material within a hole that nothing holds: it falls out once it is cut. */
export const island: Check = {
  kind: 'island',
  remedies: [remedy('bridge', 'Hold it with bridges', 'Islands bridged')],
  reads: ['sheets'],
  check: ({ sheets }, { units }) =>
    findingOf(
      sheets
        .flatMap(({ ground: { cuts }, remains: { remnants } }) => {
          const loops = new Set(
            remnants.flatMap(({ isPart, depth, loop }) => (isPart && depth > 0 ? [loop] : [])),
          );
          return [...loops].flatMap((loop) => {
            const box = boxOf([cuts[loop].contour]);
            if (!box) return [];
            const at = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
            return [{ at, measured: Math.max(boxWidth(box), boxHeight(box)) }];
          });
        })
        .sort((a, b) => b.measured - a.measured),
      {
        kind: 'island',
        severity: 'warn',
        allowed: 0,
        hint: 'Bridge them in Piece, or take them as parts of their own.',
      },
      (count, size) =>
        `${counted(count, 'part lies', 'parts lie')} in a hole and ${count === 1 ? 'falls' : 'fall'} out, the largest ${told(size, units)} across.`,
    ),
};

/** What is larger than the machine. */
export const outsideBed: Check = {
  kind: 'outside-bed',
  remedies: [remedy('shrink', 'Shrink it onto the bed', 'Shrunk onto the bed', false)],
  reads: ['frame', 'grounds'],
  check({ frame, grounds }, { bed, kerf, units }) {
    const [width, height] = [boxWidth(frame), boxHeight(frame)];
    if (!bed) return [];
    const hasParts = grounds.some(({ depths }) => depths.length > 0);
    if (fitsOn(bed, width, height))
      return hasParts && !fitsOn(bed, width + kerf, height + kerf) ? [beyondBed(kerf, units)] : [];
    return [
      {
        kind: 'outside-bed',
        severity: 'stop',
        count: 1,
        measured: Math.max(width, height),
        allowed: Math.max(bed.width, bed.height),
        places: [],
        sizes: [],
        message: `The piece of ${told(width, units)} by ${told(height, units)} is larger than the bed of ${told(bed.width, units)} by ${told(bed.height, units)}.`,
        hint: 'Make it smaller, lay fewer on the sheet, or take another machine.',
      },
    ];
  },
};

/** What is drawn fits, and what cuts around it does not. */
const beyondBed = (kerf: number, units: Limits['units']): Finding => ({
  kind: 'outside-bed',
  severity: 'warn',
  count: 1,
  measured: kerf,
  allowed: 0,
  places: [],
  sizes: [],
  message: `The piece is as large as the bed: the middle of the tool runs ${told(Number((kerf / 2).toFixed(4)), units)} beyond it, its edge ${told(Number(kerf.toFixed(4)), units)}.`,
  hint: 'Make the piece smaller by the width of the tool, or take another machine.',
});

const EPSILON = 1e-6;

/** Whether what is so large lies on a bed, either way around. */
export function fitsOn(bed: { width: number; height: number }, width: number, height: number): boolean {
  const fits = (across: number, down: number) => width <= across + EPSILON && height <= down + EPSILON;
  return fits(bed.width, bed.height) || fits(bed.height, bed.width);
}
