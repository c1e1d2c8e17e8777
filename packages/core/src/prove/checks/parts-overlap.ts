import { type Contour, boxHeight, boxOf, boxWidth, intersected, signedArea } from '../../geometry';
import { type Check, type Measured, counted, findingOf, toldArea } from '../check';
import { remedy } from '../remedies';
import type { CutGround } from '../cut-ground';

/** Parts that have less than this in common only touch, in square millimetres. */
const LEAST = 0.01;
/** How finely curves are followed for areas, in millimetres. */
const FLATNESS_MM = 0.005;

/** Each two closed cuts that cross, and what both are around: the larger the area, the worse. */
const overlapsIn = ({ cuts, crossings }: CutGround): Measured[] => {
  const pairs = new Map<string, readonly [Contour, Contour]>();
  for (const { a, b } of crossings) {
    const [one, other] = [cuts[a], cuts[b]];
    const areParts =
      one.path !== other.path &&
      [one, other].every(({ contour, isOuter }) => isOuter && contour.closed && signedArea(contour) !== 0);
    if (areParts) pairs.set(`${Math.min(a, b)} ${Math.max(a, b)}`, [one.contour, other.contour]);
  }
  return [...pairs.values()].flatMap(([one, other]) => {
    const shared = intersected([one], [other], FLATNESS_MM);
    const area = Math.abs(shared.reduce((sum, contour) => sum + signedArea(contour), 0));
    const [largest] = [...shared].sort((a, b) => sizeOf(b) - sizeOf(a));
    const box = largest && boxOf([largest]);
    if (!box || area < LEAST) return [];
    return [{ at: { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 }, measured: area }];
  });
};

const sizeOf = (contour: Contour): number => {
  const box = boxOf([contour]);
  return box ? boxWidth(box) * boxHeight(box) : 0;
};

/** Parts that lie on one another: each takes out of the other what both cover. */
export const partsOverlap: Check = {
  kind: 'parts-overlap',
  remedies: [remedy('unite', 'Unite them into one', 'Parts united', false)],
  reads: ['grounds'],
  check: ({ grounds }, { units }) =>
    findingOf(
      grounds.flatMap(overlapsIn).sort((a, b) => b.measured - a.measured),
      {
        kind: 'parts-overlap',
        severity: 'stop',
        allowed: 0,
        hint: 'Move them apart in Piece, or unite them into one part.',
      },
      (count, area) =>
        `${counted(count, 'time', 'times')} two parts lie on one another, with up to ${toldArea(area, units)} in common.`,
    ),
};
