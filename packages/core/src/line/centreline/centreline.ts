import { type Context, checkStopped } from '../../context';
import { type Contour, contourLength } from '../../geometry';
import {
  type GreyPicture,
  distanceTransform,
  maskBelow,
  readSkeleton,
  thinned,
  tidySkeleton,
} from '../../raster';
import { type FitOptions, fitAround } from '../fitting/fit-loop';
import { fitOpen } from '../fitting/fit-open';
import type { Fitted } from '../fitting/fitted';
import { distanceFromRim } from '../promise/promise';
import { rimOf } from '../fitting/rim';
import { dotsBeside } from './dots';
import { joinEnds } from './join';
import { type Stroke, findStrokes } from './strokes';

/** A stroke as a single line, in pixels, with its mean width. */
export interface Centreline {
  contour: Contour;
  width: number;
  /** How far it is from the places it was fitted to, in pixels. */
  off: number;
}

/** Besides over half a width, a stroke's middle is rounded at its corners over this many pixels. */
const ROUNDED = 2;
/** A stroke shorter than this many widths is a dot. */
const DOT = 0.6;

/**
 * The middle lines of all strokes of ink, each once: the mask is thinned for how strokes hang together, whiskers and
 * the false branches of junctions go, every place is moved half way between the two rims of the grey picture, strokes
 * run on through junctions, and the same fit as for outlines makes lines and cubics of them. Dots are short strokes.
 */
export function traceCentrelines(
  grey: GreyPicture,
  level: number,
  options: FitOptions,
  context: Context,
): Centreline[] {
  const { width, height } = grey;
  const ink = maskBelow(grey, level);
  const { distance } = distanceTransform(ink.data, width, height, 0, { context });
  context.progress('line', 0.2);
  const lines = thinned(ink, context);
  context.progress('line', 0.5);
  const radius = (place: number | { x: number; y: number }) => {
    const i = typeof place === 'number' ? place : Math.floor(place.y) * width + Math.floor(place.x);
    return Math.max(0.5, distance[i] - 0.5);
  };
  const skeleton = tidySkeleton(readSkeleton(lines), radius);
  checkStopped(context);
  const strokes = findStrokes(grey, level, skeleton, radius);
  context.progress('line', 0.7);
  const fitted = strokes
    .filter((stroke) => stroke.x.length > 1)
    .map((stroke) => {
      const one = fitStroke(stroke, options, context);
      const off = distanceFromRim(one.contour, rimOf(one));
      return { contour: one.contour, width: stroke.width, off, stroke };
    })
    .filter(({ contour, width: pen }) => contour.closed || contourLength(contour) > DOT * pen);
  joinEnds(fitted);
  const drawn = fitted.map(({ width: pen, stroke: { x, y } }) => ({
    width: pen,
    places: x.map((at, i) => ({ x: at, y: y[i] })),
  }));
  const dots = dotsBeside(drawn, grey, level, context);
  return [
    ...fitted.map(({ contour, width: pen, off }) => ({ contour, width: pen, off })),
    ...dots.map((dot) => ({ ...dot, off: 0 })),
  ];
}

function fitStroke(
  { x, y, corners, closed, start, end, width }: Stroke,
  options: FitOptions,
  context: Context,
): Fitted {
  if (closed) return fitAround(x, y, options, Infinity, context);
  const ends = { rounded: ROUNDED + 0.6 * width, free: true };
  return fitOpen({ x, y, corners }, start, end, options, Infinity, ends, context);
}
