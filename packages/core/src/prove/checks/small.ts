import { type Contour, boxHeight, boxOf, boxWidth, contourLength, signedArea } from '../../geometry';
import { type Check, type Measured, counted, findingOf, told } from '../check';
import { remedy } from '../remedies';
import type { CutGround } from '../cut-ground';

/** An area as wide on the average as this share of a neck is a sliver, where it is long. */
const THIN = 0.5;

/** Rims of parts, or of their holes. */
const rimsOf = (grounds: readonly CutGround[], of: 'parts' | 'holes'): Contour[] =>
  grounds.flatMap(({ contours, depths }) =>
    contours.filter((_, k) => (depths[k] % 2 === 1) === (of === 'holes')),
  );

/** Contours with their longest side, in the middles of their boxes. */
const sized = (contours: readonly Contour[]): (Measured & { contour: Contour })[] =>
  contours.flatMap((contour) => {
    const box = boxOf([contour]);
    if (!box) return [];
    const at = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
    return [{ at, measured: Math.max(boxWidth(box), boxHeight(box)), contour }];
  });

const below = <M extends Measured>(all: readonly M[], allowed: number): M[] =>
  all.filter(({ measured }) => measured < allowed).sort((a, b) => a.measured - b.measured);

/** Holes smaller than can be made. */
export const smallHole: Check = {
  kind: 'small-hole',
  remedies: [
    remedy('enlarge', 'Enlarge to the least', 'Holes enlarged'),
    remedy('drop', 'Leave them out', 'Holes left out', false),
  ],
  grows: true,
  reads: ['grounds'],
  check: ({ grounds }, { leastHole: allowed, units }) =>
    findingOf(
      below(sized(rimsOf(grounds, 'holes')), allowed),
      {
        kind: 'small-hole',
        severity: 'warn',
        allowed,
        hint: 'Enlarge them, leave them out, or drill them afterwards.',
      },
      (count, size) =>
        `${counted(count, 'hole is', 'holes are')} smaller than ${told(allowed, units)}, the smallest ${told(size, units)} across.`,
    ),
};

/** Parts so small that nobody finds them again. */
export const speck: Check = {
  kind: 'speck',
  remedies: [remedy('drop', 'Drop them', 'Specks dropped')],
  grows: true,
  reads: ['grounds'],
  check: ({ grounds }, { leastPart: allowed, units }) =>
    findingOf(
      below(sized(rimsOf(grounds, 'parts')), allowed),
      {
        kind: 'speck',
        severity: 'warn',
        allowed,
        hint: 'Drop specks in Ink, or what is no larger than they in Line.',
      },
      (count, size) =>
        `${counted(count, 'part is', 'parts are')} smaller than ${told(allowed, units)}, the smallest ${told(size, units)}.`,
    ),
};

/** Parts that are hardly more than a line: their mean width is their area by half their rim. */
export const sliver: Check = {
  kind: 'sliver',
  remedies: [remedy('drop', 'Drop them', 'Slivers dropped')],
  grows: true,
  reads: ['grounds'],
  check({ grounds }, { leastNeck, leastPart, units }) {
    const allowed = THIN * leastNeck;
    const parts = sized(rimsOf(grounds, 'parts')).filter(({ measured }) => measured >= leastPart);
    const widths = parts.map(({ at, contour }) => ({
      at,
      measured: (2 * Math.abs(signedArea(contour))) / contourLength(contour),
    }));
    return findingOf(
      below(widths, allowed),
      {
        kind: 'sliver',
        severity: 'warn',
        allowed,
        hint: 'Drop them, or unite them with what lies beside them.',
      },
      (count, width) =>
        `${counted(count, 'part is a sliver', 'parts are slivers')}, on the average ${told(width, units)} wide.`,
    );
  },
};
