import { DrelkError } from '../error';
import type { ContourSet } from './contours';

/** More contour points than this a pixel, and this many, are no shapes that anyone drew, nor any that could be cut. */
const DENSE = 0.25;
const MANY = 300_000;

/** Throws `noise` where contours are so dense that they go around grain instead of shapes. */
export function refuseNoise(
  { points, parents }: ContourSet,
  { width, height }: { width: number; height: number },
): void {
  const count = points.length / 2;
  if (count < MANY || count < DENSE * width * height) return;
  throw new DrelkError(
    'noise',
    `The ink is ${parents.length.toLocaleString('en')} contours with ${count.toLocaleString('en')} points: that is grain, not shapes.`,
    'In Ink, drop specks up to a larger size, follow the light, or move the threshold.',
  );
}
