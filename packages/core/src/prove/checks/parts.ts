import { boxHeight, boxOf, boxWidth } from '../../geometry';
import { type Check, type Finding, counted, findingOf, told } from '../check';
import type { Limits } from '../limits';
import { remedy } from '../remedies';

/** Material within a hole that nothing holds: it falls out once it is cut. */
export const island: Check = {
  kind: 'island',
  remedies: [remedy('bridge', 'Hold it with bridges', 'Islands bridged')],
  reads: ['sheets', 'want'],
  check({ sheets, want }, { units }) {
    // Where parts are to come apart, what lies in a hole is one of them.
    if (want.isSaid && want.is === 'apart') return [];
    return findingOf(
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
    );
  },
};

/** Parts that come out beside the largest where all is to hang together. */
export const asunder: Check = {
  kind: 'asunder',
  remedies: [remedy('tie', 'Tie them together', 'Parts tied together')],
  reads: ['sheets', 'want'],
  check({ sheets, want }, { units }) {
    if (!want.isSaid || want.is === 'apart') return [];
    const others = sheets
      .flatMap(({ remains: { remnants } }) =>
        remnants
          .filter(({ isPart, isCrumb, depth }) => isPart && !isCrumb && depth === 0)
          .flatMap(({ contours: [rim] }) => boxOf([rim]) ?? [])
          .map((box) => ({
            at: { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 },
            measured: Math.max(boxWidth(box), boxHeight(box)),
          }))
          .sort((a, b) => b.measured - a.measured)
          .slice(1),
      )
      .sort((a, b) => b.measured - a.measured);
    return findingOf(
      others,
      {
        kind: 'asunder',
        severity: 'warn',
        allowed: 0,
        hint: 'Tie them, or say in Prove that parts are to come out.',
      },
      (count, size) =>
        `${counted(count, 'part does', 'parts do')} not hang together with the rest, the largest ${told(Number(size.toFixed(1)), units)} across.`,
    );
  },
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
