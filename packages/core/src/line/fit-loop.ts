import type { Context } from '../context';
import { type Contour, circleContour } from '../geometry';
import { contourOfChain } from './chain';
import { fitCircle } from './circle';
import { type Corner, findCorners, leastTurn } from './corners';
import { jitterOf } from './jitter';
import { runBetween, wholeRun } from './runs-of';
import type { Loop } from './sections';
import { settle } from './settle';

/** How a loop is turned into curves. Lengths in pixels. */
export interface FitOptions {
  /** Largest distance from the loop's points. */
  tolerance: number;
  /** Standard deviation of the Gaussian that evens out jitter along the contour. */
  smoothness: number;
  /** How readily a turn is a corner, from 0 (few) to 1 (many). */
  corners: number;
  /** Corners stay on the contour, instead of where their sides would meet. */
  blunt?: boolean;
}

/** The same, but within a share of the tolerance, with as much less evening out, and nothing beyond the contour. */
export const tightened = (options: FitOptions, share: number): FitOptions => ({
  ...options,
  tolerance: share * options.tolerance,
  smoothness: Math.min(options.smoothness, share),
  blunt: true,
});

/** Fewest points that may speak for a circle. */
const CIRCLE_POINTS = 8;
/** Their mean distance from it, as a share of the tolerance: a small square is within a pixel of a circle, but no circle. */
const ROUND = 0.3;

/** Jitter of so many pixels is evened out over twice the length. */
export const JITTERY = 0.06;

/** Lines, arcs and cubics that follow a loop within the tolerance; a whole circle where the loop is one. */
export function fitLoop(loop: Loop, options: FitOptions, context: Context): Contour {
  const circle = loop.count >= CIRCLE_POINTS ? fitCircle(loop, 0, loop.count, options.tolerance) : undefined;
  if (circle && circle.worst <= options.tolerance && circle.rms <= ROUND * options.tolerance) {
    return circleContour(circle, circle.radius, isClockwise(loop));
  }
  const jitter = jitterOf(loop);
  const smoothness = options.smoothness * (1 + jitter / JITTERY);
  const found = findCorners(loop, {
    jitter: Math.max(0, options.smoothness - 1),
    grain: jitter,
    leastTurn: leastTurn(options.corners),
  });
  const corners = options.blunt ? found.map((corner) => blunted(corner, loop)) : found;
  const runs =
    corners.length === 0
      ? [wholeRun(loop, smoothness)]
      : corners.map((corner, k) => runBetween(loop, corner, corners[(k + 1) % corners.length], smoothness));
  return contourOfChain(settle(runs, { tolerance: options.tolerance, jitter, closed: true }, context));
}

export const blunted = (corner: Corner, { x, y }: Loop): Corner => ({
  ...corner,
  x: x[corner.index],
  y: y[corner.index],
  rounded: 0,
});

function isClockwise({ x, y, count }: Loop): boolean {
  let twice = 0;
  for (let i = 0, j = count - 1; i < count; j = i++) twice += x[j] * y[i] - x[i] * y[j];
  return twice > 0;
}
