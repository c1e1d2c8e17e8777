import type { Context } from '../../context';
import type { Point } from '../../geometry';
import { contourOfChain } from '../chain/chain';
import { findCorners, leastTurn } from '../rims/corners';
import { placedCorner } from '../rims/corner-place';
import { type FitOptions, JITTERY } from './fit-loop';
import { type Fitted, chainThrough, fitWithin } from './fitted';
import { jitterOf } from '../rims/jitter';
import { measured } from '../chain/loop';
import { type Evening, runBetween } from './runs-of';

/** As good as infinity: the last point of an open line is never near its first by going around. */
const FAR = 1e7;

/** What is known of an open line's ends and corners. Lengths in pixels. */
export interface OpenEnds {
  /** How far from a corner the line's points say nothing about the corner's sides. */
  rounded: number;
  /** How far from the line's ends its points say nothing about it. */
  roundedEnds?: number;
  /** Ends that others end at too, and that stay exactly where they are. */
  fixed?: boolean;
  /** Points that pixels do not round off: corners may lie beyond them however far their sides say. */
  free?: boolean;
}

/**
 * Lines and cubics along an open line of points, with its two ends as given, and those of its points that are known to
 * be `corners`; on the average within `mean`.
 */
export function fitOpen(
  points: { x: ArrayLike<number>; y: ArrayLike<number>; corners?: readonly number[] },
  start: Point,
  end: Point,
  options: FitOptions,
  mean: number,
  { rounded, roundedEnds = 0, fixed = false, free = false }: OpenEnds,
  context: Context,
): Fitted {
  const x = Float64Array.from([start.x, ...Array.from(points.x), end.x]);
  const y = Float64Array.from([start.y, ...Array.from(points.y), end.y]);
  const loop = measured(x, y);
  loop.along[loop.count] = loop.along[loop.count - 1] + FAR;
  const jitter = jitterOf(loop);
  const last = { index: loop.count - 1, x: end.x, y: end.y, rounded: roundedEnds, turn: Math.PI };
  const view = {
    smoothing: Math.max(0, options.smoothness - 1),
    grain: jitter,
    leastTurn: leastTurn(options.corners),
    rounded,
  };
  const found = findCorners(loop, view);
  const known = (points.corners ?? []).map((k) => ({
    index: k + 1,
    x: x[k + 1],
    y: y[k + 1],
    rounded: 0,
    turn: Math.PI,
  }));
  const clear = ({ index }: { index: number }) =>
    index > 0 &&
    index < last.index &&
    known.every((corner) => Math.abs(loop.along[corner.index] - loop.along[index]) > 2 * rounded);
  const own = free ? found : found.map((corner) => placedCorner(corner, loop, options.blur ?? 0));
  const inner = [...own.filter(clear), ...known].sort((a, b) => a.index - b.index);
  const first = { ...last, index: 0, x: start.x, y: start.y };
  const corners = [first, ...inner, last];
  const runs = (evening: Evening) =>
    corners.slice(1).map((corner, k) => runBetween(loop, corners[k], corner, evening));
  const sigma = options.smoothness * (1 + jitter / JITTERY);
  return fitWithin(
    runs,
    { ...options, mean, sigma, jitter, meet: 'smoothly' },
    { closed: false, fixed },
    context,
  );
}

/** An open line from point to point as found. */
export function lineAsFound(x: readonly number[], y: readonly number[]): Fitted {
  const loop = measured(Float64Array.from(x), Float64Array.from(y));
  const end = (index: number) => ({ index, x: x[index], y: y[index], rounded: 0, turn: Math.PI });
  const runs = [runBetween(loop, end(0), end(x.length - 1), { sigma: 0, most: 0, mean: 0 })];
  const chain = chainThrough(runs, { closed: false, fixed: true });
  return { contour: contourOfChain(chain), chain, runs };
}
