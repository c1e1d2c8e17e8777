import type { ContourSet } from './contours';

/** Why no paths were made of some ink, in words for the user. */
export interface Refusal {
  code: 'noise' | 'tangled';
  message: string;
  hint: string;
}

/** More contour points than this a pixel, and this many, are no shapes that anyone drew, nor any that could be cut. */
const DENSE = 0.25;
const MANY = 300_000;

/** What is wrong with contours so dense that they go around grain instead of shapes; undefined where they are not. */
export function refusalOf(
  { points, parents }: ContourSet,
  { width, height }: { width: number; height: number },
): Refusal | undefined {
  const count = points.length / 2;
  if (count < MANY || count < DENSE * width * height) return undefined;
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
