import type { Context } from '../context';
import type { Contour, Point } from '../geometry';
import { contourOfChain } from './chain';
import { findCorners, leastTurn } from './corners';
import { type FitOptions, JITTERY, blunted } from './fit-loop';
import { jitterOf } from './jitter';
import { runBetween } from './runs-of';
import { measured } from './sections';
import { settle } from './settle';

/** As good as infinity: the last point of an open line is never near its first by going around. */
const FAR = 1e7;

/**
 * Lines and cubics along an open line of points, with its two ends as given, and those of its points that are known to
 * be `corners`. `rounded` is how far from a corner its points say nothing about the corner's sides, `roundedEnds` the
 * same for the ends; `fixed` ends stay exactly where they are.
 */
export function fitOpen(
  points: { x: ArrayLike<number>; y: ArrayLike<number>; corners?: readonly number[] },
  start: Point,
  end: Point,
  options: FitOptions,
  { rounded, roundedEnds = 0, fixed = false }: { rounded: number; roundedEnds?: number; fixed?: boolean },
  context: Context,
): Contour {
  const x = Float64Array.from([start.x, ...Array.from(points.x), end.x]);
  const y = Float64Array.from([start.y, ...Array.from(points.y), end.y]);
  const loop = measured(x, y);
  loop.along[loop.count] = loop.along[loop.count - 1] + FAR;
  const jitter = jitterOf(loop);
  const smoothness = options.smoothness * (1 + jitter / JITTERY);
  const last = { index: loop.count - 1, x: end.x, y: end.y, rounded: roundedEnds };
  const found = findCorners(loop, {
    jitter: Math.max(0, options.smoothness - 1),
    grain: jitter,
    leastTurn: leastTurn(options.corners),
    rounded,
  });
  const known = (points.corners ?? []).map((k) => ({ index: k + 1, x: x[k + 1], y: y[k + 1], rounded: 0 }));
  const clear = ({ index }: { index: number }) =>
    index > 0 &&
    index < last.index &&
    known.every((corner) => Math.abs(loop.along[corner.index] - loop.along[index]) > 2 * rounded);
  const own = options.blunt ? found.map((corner) => blunted(corner, loop)) : found;
  const inner = [...own.filter(clear), ...known].sort((a, b) => a.index - b.index);
  const corners = [{ index: 0, x: start.x, y: start.y, rounded: roundedEnds }, ...inner, last];
  const runs = corners.slice(1).map((corner, k) => runBetween(loop, corners[k], corner, smoothness));
  return contourOfChain(
    settle(runs, { tolerance: options.tolerance, jitter, closed: false, fixed }, context),
  );
}
