import type { Context } from '../../context';
import { circleContour } from '../../geometry';
import { contourOfChain } from '../chain/chain';
import { type FittedCircle, fitCircle } from '../chain/circle';
import { type Corner, findCorners, leastTurn } from '../rims/corners';
import { placedCorner } from '../rims/corner-place';
import { type Fitted, chainThrough, fitWithin } from './fitted';
import { jitterOf, roughnessOf } from '../rims/jitter';
import type { Meeting } from './longest-segment';
import { type Loop, measured } from '../chain/loop';
import type { Run } from '../chain/run';
import { type Evening, farthestFromMiddle, runBetween, wholeRun } from './runs-of';
import { straightestPlace } from './seam';

/** How a loop is turned into curves. Lengths in pixels. */
export interface FitOptions {
  /** Largest distance from the loop's points. */
  tolerance: number;
  /** Standard deviation of the Gaussian that evens out jitter along the contour. */
  smoothness: number;
  /** How readily a turn is a corner, from 0 (few) to 1 (many). */
  corners: number;
  /** Standard deviation of the blur at the picture's edges: corners are rounded off by it. */
  blur?: number;
  /** What is straight, level, square, round, mirrored or there several times comes out so. */
  regular?: boolean;
}

/** Fewest points that may speak for a circle. */
const CIRCLE_POINTS = 8;
/** Their mean distance from it, as a share of the tolerance: a small square is within a pixel of a circle, but no circle. */
const ROUND = 0.3;

/** Loops rougher than this, in pixels, or of fewer points, say nothing of directions. */
const ROUGH = 0.12;
const FEW = 16;

/** How segments along a loop meet. */
export const meetingOf = (loop: Loop): Meeting =>
  loop.count < FEW || roughnessOf(loop) > ROUGH ? 'anyhow' : 'either';

/** Jitter of so many pixels is evened out over twice the length. */
export const JITTERY = 0.06;

/** A loop with what was found in it. */
export interface SeenLoop {
  loop: Loop;
  /** The circle that it is. */
  circle?: FittedCircle;
  /** Standard deviation of its jitter, and its corners, where it is none. */
  jitter: number;
  corners: Corner[];
  /** Corners that pixels told of it, however little they turn. */
  told?: readonly Corner[];
  /** It is walked the other way around than its contour. */
  reversed?: boolean;
}

/**
 * Looks for what a loop is: a whole circle, within the tolerance and on the average within `mean`, or sides between corners: those that pixels
 * `told`, or such as are found along it.
 */
export function seeLoop(loop: Loop, options: FitOptions, mean: number, told?: readonly Corner[]): SeenLoop {
  const circle = roundLoop(loop, options.tolerance, mean);
  return circle ? { loop, circle, jitter: 0, corners: [], told } : seeCorners(loop, options, told);
}

function seeCorners(
  loop: Loop,
  { smoothness, corners: wish, blur = 0 }: FitOptions,
  told?: readonly Corner[],
): SeenLoop {
  const jitter = jitterOf(loop);
  if (told) {
    const corners = told.filter(({ turn }) => turn >= leastTurn(wish)).sort((a, b) => a.index - b.index);
    return { loop, jitter, corners, told };
  }
  const view = { smoothing: Math.max(0, smoothness - 1), grain: jitter, leastTurn: leastTurn(wish), blur };
  const corners = findCorners(loop, view).map((corner) => placedCorner(corner, loop, blur));
  return { loop, jitter, corners };
}

/** Lines, arcs and cubics that follow a loop within the tolerance, and on the average within `mean`; circles are whole. */
export function fitLoop(seen: SeenLoop, options: FitOptions, mean: number, context: Context): Fitted {
  const { loop, circle, jitter, corners } = seen;
  if (circle)
    return { contour: circleContour(circle, circle.radius, isClockwise(loop)), runs: [rawRun(loop)] };
  const sigma = options.smoothness * (1 + jitter / JITTERY);
  const limits = { ...options, mean, sigma, jitter, meet: meetingOf(loop) };
  const fit = (runs: (evening: Evening) => Run[]) => fitWithin(runs, limits, { closed: true }, context);
  if (corners.length > 0) return fit((evening) => runsBetween(loop, corners, evening));
  const begin = farthestFromMiddle(loop);
  const whole = fit((evening) => [wholeRun(loop, evening, begin)]);
  const seam = whole.chain ? straightestPlace(whole.chain) : -1;
  if (seam < 0) return whole;
  const again = fit((evening) => [wholeRun(loop, evening, (begin + seam) % loop.count)]);
  return nodesOf(again) <= nodesOf(whole) ? again : whole;
}

/** Curves around a closed line of places, in pixels, within the options' tolerance. */
export function fitAround(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  options: FitOptions,
  mean: number,
  context: Context,
): Fitted {
  const loop = measured(Float64Array.from(x), Float64Array.from(y));
  return fitLoop(seeLoop(loop, options, mean), options, mean, context);
}

/** A loop by itself, with curves where it was taken for a circle. */
export const fitAlone = (seen: SeenLoop, options: FitOptions, mean: number, context: Context): Fitted => {
  const { loop, circle, told } = seen;
  return fitLoop(circle ? seeCorners(loop, options, told) : seen, options, mean, context);
};

/** The rim of a loop: its points, and its corners in place of those that are rounded off there. */
export const rimOfLoop = ({ loop, corners }: SeenLoop): Run[] =>
  corners.length === 0 ? [rawRun(loop)] : runsBetween(loop, corners, AS_FOUND);

const AS_FOUND: Evening = { sigma: 0, most: 0, mean: 0 };

const nodesOf = ({ contour }: Fitted): number => contour.segments.length;

/** A loop as it was found. */
export function loopAsFound(loop: Loop): Fitted {
  const runs = [rawRun(loop)];
  const chain = chainThrough(runs, { closed: true });
  return { contour: contourOfChain(chain), chain, runs };
}

const rawRun = (loop: Loop) => wholeRun(loop, AS_FOUND);

function roundLoop(loop: Loop, tolerance: number, mean: number): FittedCircle | undefined {
  if (loop.count < CIRCLE_POINTS) return undefined;
  const circle = fitCircle(loop, 0, loop.count, tolerance);
  if (!circle || circle.worst > tolerance || circle.rms > Math.min(ROUND * tolerance, 2 * mean))
    return undefined;
  // Between two points far apart the circle bulges beyond the straight way.
  const widest = widestStep(loop);
  const bulge = circle.radius - Math.sqrt(Math.max(0, circle.radius ** 2 - widest ** 2 / 4));
  return circle.worst + bulge <= tolerance ? circle : undefined;
}

function widestStep({ along, count }: Loop): number {
  let widest = 0;
  for (let i = 0; i < count; i++) widest = Math.max(widest, along[i + 1] - along[i]);
  return widest;
}

const runsBetween = (loop: Loop, corners: readonly Corner[], evening: Evening) =>
  corners.map((corner, k) => runBetween(loop, corner, corners[(k + 1) % corners.length], evening));

function isClockwise({ x, y, count }: Loop): boolean {
  let twice = 0;
  for (let i = 0, j = count - 1; i < count; j = i++) twice += x[j] * y[i] - x[i] * y[j];
  return twice > 0;
}
