import { type Check, type Measured, counted, findingOf } from '../check';
import { remedy } from '../remedies';
import type { CutGround } from '../cut-ground';

/** Places of one crossing lie this near to each other. */
const SAME = 0.05;

/** Places where contours of one sheet cross, each once. */
function crossings(grounds: readonly CutGround[], isOwn: boolean): Measured[] {
  const found = grounds.flatMap((ground) => ground.crossings.filter(({ a, b }) => (a === b) === isOwn));
  const cells = new Set<string>();
  const apart = found.filter(({ x, y }) => {
    const key = `${Math.round(x / SAME)} ${Math.round(y / SAME)}`;
    if (cells.has(key)) return false;
    cells.add(key);
    return true;
  });
  return apart.map(({ x, y }) => ({ at: { x, y }, measured: apart.length }));
}

/** A contour that crosses itself has no inside that anybody could be sure of. */
export const selfCrossing: Check = {
  kind: 'self-crossing',
  remedies: [remedy('unite', 'Unite what crosses', 'What crosses united')],
  reads: ['grounds'],
  check: ({ grounds }) =>
    findingOf(
      crossings(grounds, true),
      {
        kind: 'self-crossing',
        severity: 'stop',
        allowed: 0,
        hint: 'Take nodes there out in Line, or unite the shape with itself.',
      },
      (count) => `Contours cross themselves in ${counted(count, 'place', 'places')}.`,
    ),
};

/** Cuts that cross take pieces out of one another. */
export const crossing: Check = {
  kind: 'crossing',
  remedies: [remedy('unite', 'Unite what crosses', 'What crosses united')],
  reads: ['grounds'],
  check: ({ grounds }) =>
    findingOf(
      crossings(grounds, false),
      { kind: 'crossing', severity: 'stop', allowed: 0, hint: 'Unite what overlaps, or move it apart.' },
      (count) => `Cuts cross one another in ${counted(count, 'place', 'places')}.`,
    ),
};
