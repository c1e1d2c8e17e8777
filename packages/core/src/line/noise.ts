import type { ContourSet } from './rims/contours';

/** Why no paths were made of some ink, in words for the user. */
export interface Refusal {
  code: 'noise' | 'tangled';
  message: string;
  hint: string;
}

/** More contour points than this a pixel, and this many, are no shapes that anyone drew, nor any that could be cut. */
const DENSE = 0.25;
const MANY = 300_000;
/** Nor are fewer, where they leave hardly a pixel out. */
const SOLID = 0.5;
const MANY_OF_SOLID = 30_000;

/** What is wrong with contours so dense that they go around grain instead of shapes; undefined where they are not. */
export function refusalOf(
  { points, parents }: ContourSet,
  { width, height }: { width: number; height: number },
): Refusal | undefined {
  const count = points.length / 2;
  const perPixel = count / (width * height);
  if (perPixel < DENSE || count < (perPixel < SOLID ? MANY : MANY_OF_SOLID)) return undefined;
  const [contours, many] = [parents.length, count].map((value) => value.toLocaleString('en'));
  return {
    code: 'noise',
    message: `The ink is ${contours} contours with ${many} points: that is grain, not shapes.`,
    hint: 'In Ink, drop specks up to a larger size, follow the light, or move the threshold.',
  };
}

/** What is wrong with paths that cross however closely they follow the ink. */
export function tangled(places: number): Refusal {
  return {
    code: 'tangled',
    message: `The contours cross in ${places} ${places === 1 ? 'place' : 'places'}, and no paths were found that do not.`,
    hint: 'In Ink, drop specks up to a larger size, or smooth jagged rims.',
  };
}
