import type { DrawingPath, Task } from '../../format';
import { type Box, type Contour, boxOf, contourLength, doubledStretches } from '../../geometry';
import { type Check, counted, findingOf } from '../check';
import { contoursIn } from '../cut-ground';

/** Outlines agree where so much of them lies on one another. */
const AGREE = 0.98;
/** What is cut or scored more often than once is told by its length. */
const LINES: readonly Task[] = ['cut-through', 'score'];
/** What is done with an outline, in a sentence. */
const DONE: Partial<Record<Task, string>> = {
  'cut-through': 'cut through',
  score: 'scored',
  engrave: 'engraved',
  pocket: 'pocketed',
};

interface Outline {
  contour: Contour;
  task: Task;
  box: Box;
}

/** One outline that is worked twice: drawn on two layers, or twice on a layer whose areas are cleared. */
export const sameOutline: Check = {
  kind: 'same-outline',
  reads: ['paths'],
  check({ paths }, { double }) {
    // Of two that agree one at least is no line to the machine.
    if (paths.every(({ task }) => LINES.includes(task) || !DONE[task])) return [];
    const twice = pairsOf(outlinesOf(paths), double).filter(([a, b]) => liesOn(a.contour, b.contour, double));
    if (twice.length === 0) return [];
    const [[{ task }, other]] = twice;
    const how =
      task === other.task
        ? `${DONE[task] ?? ''} twice`
        : `both ${DONE[task] ?? ''} and ${DONE[other.task] ?? ''}`;
    return findingOf(
      twice.map(([{ contour }]) => ({ at: contour.start, measured: twice.length })),
      {
        kind: 'same-outline',
        severity: 'warn',
        allowed: 0,
        hint: 'Leave one of them out, unless both are meant.',
      },
      (count) => `${counted(count, 'outline is', 'outlines are')} ${how}: drawn twice at the same place.`,
    );
  },
};

const outlinesOf = (paths: readonly DrawingPath[]): Outline[] =>
  paths
    .filter(({ task }) => DONE[task])
    .flatMap((path) =>
      contoursIn([path]).flatMap((contour) => {
        const box = boxOf([contour]);
        return box ? [{ contour, task: path.task, box }] : [];
      }),
    )
    .sort((a, b) => a.box.left - b.box.left);

/** Pairs in one box, of which not both are lines to the machine. */
function pairsOf(outlines: readonly Outline[], near: number): [Outline, Outline][] {
  const pairs: [Outline, Outline][] = [];
  outlines.forEach((one, k) => {
    for (let n = k + 1; n < outlines.length && outlines[n].box.left - one.box.left <= near; n++) {
      const other = outlines[n];
      const areLines = LINES.includes(one.task) && LINES.includes(other.task);
      const sides = ['right', 'top', 'bottom'] as const;
      if (!areLines && sides.every((side) => Math.abs(one.box[side] - other.box[side]) <= near))
        pairs.push([one, other]);
    }
  });
  return pairs;
}

/** Whether a contour lies on another along all of its length. */
function liesOn(one: Contour, other: Contour, near: number): boolean {
  const excess = doubledStretches([one, other], near).reduce((sum, stretch) => sum + stretch.excess, 0);
  return excess >= AGREE * Math.max(contourLength(one), contourLength(other));
}
