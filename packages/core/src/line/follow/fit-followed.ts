import type { Context } from '../../context';
import type { Contour } from '../../geometry';
import { fitAround } from '../fitting/fit-loop';
import { fitOpen } from '../fitting/fit-open';

/** How near curves come to what was followed, in pixels, and how far jitter along it is evened out. */
const TOLERANCE = 0.75;
const SMOOTHNESS = 1.6;
const CORNERS = 0.5;

/** Curves along places that were followed or drawn by a free hand, x and y in turn; closed where they come back to the first. */
export function fitFollowed(points: readonly number[], closed: boolean, context: Context): Contour {
  const [x, y] = [0, 1].map((axis) => points.filter((_, k) => k % 2 === axis));
  const options = { tolerance: TOLERANCE, smoothness: SMOOTHNESS, corners: CORNERS };
  const mean = TOLERANCE / 2;
  if (closed) return fitAround(x, y, options, mean, context).contour;
  const last = x.length - 1;
  const inner = { x: x.slice(1, last), y: y.slice(1, last) };
  const [start, end] = [0, last].map((k) => ({ x: x[k], y: y[k] }));
  return fitOpen(inner, start, end, options, mean, { rounded: 0, fixed: true, free: true }, context).contour;
}
