import type { Context } from '../../context';
import {
  type Contour,
  circleContour,
  findCrossings,
  flatten,
  nodeCount,
  norm,
  placeContour,
} from '../../geometry';
import { contourOfChain } from '../chain/chain';
import { fitCircle } from '../chain/circle';
import { fitChain } from '../fitting/fit-chain';
import { type Fitted, chainThrough } from '../fitting/fitted';
import { distanceFromRim, keepPromise } from './promise';
import { rimOf } from '../fitting/rim';
import { wholeRun, plainRun } from '../fitting/runs-of';
import { measured, type Loop } from '../chain/loop';
import type { Run } from '../chain/run';
import { sharpTurns } from '../rims/sharp-turns';

/** The fit counts in pixels: a contour is scaled until what it may be off is so many of them. */
const TOLERANCE = 1 / 3;
/** How finely curves are followed, and how far apart places are at least and at most, in those pixels. */
const FLATNESS_PX = 0.01;
const LEAST_STEP = 0.3;
const MOST_STEP = 2;
/** Fewest places that may speak for a circle, and how near they lie to one, as a share of the tolerance. */
const CIRCLE_PLACES = 12;
const ROUND = 0.5;

/**
 * Contours of any origin, such as thousands of short chords, with the fewest lines, arcs and cubics found that stay within
 * `tolerance` of them, looked at from both; corners stay corners. A contour that has as few nodes already stays as it is. Those
 * that cross nothing do not cross one another after it either. The largest distance comes back as well.
 */
export function refitContours(
  contours: readonly Contour[],
  tolerance: number,
  context: Context,
): { contours: Contour[]; off: number } {
  const scale = TOLERANCE / tolerance;
  const places = contours.map((contour) => placesAlong(contour, scale));
  const fitted = places.map((own) => fitPlaces(own, context));
  const crossing = new Set(
    findCrossings(contours, FLATNESS_PX / scale).flatMap((place) => [place.a, place.b]),
  );
  let off = promised(fitted, places, (k) => !crossing.has(k), context);
  for (const k of crossing) off = Math.max(off, near(fitted, places, k));
  const result = fitted.map((one, k): Contour => {
    const own = one && placeContour(one.contour, { scale: 1 / scale, x: 0, y: 0 });
    return own && nodeCount(own) < nodeCount(contours[k]) ? own : contours[k];
  });
  return { contours: result, off: off / scale };
}

/** Those that cross nothing still cross nothing, and are near enough: how far off they are. In place. */
function promised(
  fitted: (Fitted | undefined)[],
  places: readonly Places[],
  isApart: (k: number) => boolean,
  context: Context,
): number {
  const own = fitted.map((one, k) => (isApart(k) ? one : undefined));
  const { off } = keepPromise(own, () => ({ tolerance: TOLERANCE, smoothness: 0 }), {
    alone: (k) => fitRuns(places[k], context),
    asFound: (k) => asFound(places[k]),
  });
  own.forEach((one, k) => {
    if (isApart(k)) fitted[k] = one;
  });
  return off;
}

/** One that crosses something, or itself, is near enough, or as it was: how far off it is. In place. */
function near(fitted: (Fitted | undefined)[], places: readonly Places[], k: number): number {
  const own = fitted[k];
  const off = own ? distanceFromRim(own.contour, rimOf(own), TOLERANCE) : 0;
  if (off <= TOLERANCE) return off;
  fitted[k] = asFound(places[k]);
  return 0;
}

/** Places along a contour in the fit's pixels, neither crowded nor far apart; of a closed one the first is not repeated. */
function placesAlong(contour: Contour, scale: number): Places {
  const corners = flatten(contour, FLATNESS_PX / scale);
  const [x, y]: [number[], number[]] = [[], []];
  const count = corners.length / 2;
  const put = (px: number, py: number) => {
    x.push(px);
    y.push(py);
  };
  for (let i = 0; i < count + (contour.closed ? 1 : 0); i++) {
    const k = 2 * (i % count);
    const [px, py] = [corners[k] * scale, corners[k + 1] * scale];
    const last = x.length - 1;
    if (last >= 0) {
      const [fromX, fromY] = [x[last], y[last]];
      const way = norm(px - fromX, py - fromY);
      if (way < 1e-9) continue;
      const steps = Math.ceil(way / MOST_STEP);
      for (let step = 1; step < steps; step++)
        put(fromX + ((px - fromX) * step) / steps, fromY + ((py - fromY) * step) / steps);
    }
    put(px, py);
  }
  if (contour.closed && x.length > 1) {
    x.pop();
    y.pop();
  }
  return thinned(Float64Array.from(x), Float64Array.from(y), contour.closed);
}

/** Places of a contour with the numbers of its corners. */
interface Places {
  loop: Loop;
  corners: readonly number[];
  closed: boolean;
}

/** Without places that crowd: corners and ends stay. */
function thinned(x: Float64Array, y: Float64Array, closed: boolean): Places {
  const sharp = new Set(sharpTurns({ x, y, closed }));
  const keep: number[] = [];
  const corners: number[] = [];
  for (let i = 0; i < x.length; i++) {
    const last = keep[keep.length - 1];
    const isEnd = i === 0 || (!closed && i === x.length - 1);
    if (!isEnd && !sharp.has(i) && norm(x[i] - x[last], y[i] - y[last]) < LEAST_STEP) continue;
    if (sharp.has(i)) corners.push(keep.length);
    keep.push(i);
  }
  const taken = (values: Float64Array) => Float64Array.from(keep, (i) => values[i]);
  return { loop: measured(taken(x), taken(y)), corners, closed };
}

function fitPlaces(places: Places, context: Context): Fitted | undefined {
  const { loop, closed } = places;
  if (loop.count < 2) return undefined;
  const isFull = closed && loop.count >= CIRCLE_PLACES;
  const circle = isFull ? fitCircle(loop, 0, loop.count, TOLERANCE) : undefined;
  if (circle && circle.worst < ROUND * TOLERANCE) {
    const contour = circleContour(circle, circle.radius, isClockwise(loop));
    return { contour, runs: [wholeRun(loop, AS_FOUND)] };
  }
  return fitRuns(places, context);
}

const AS_FOUND = { sigma: 0, most: 0, mean: 0 };

function fitRuns(places: Places, context: Context): Fitted {
  const runs = runsOf(places);
  const { closed } = places;
  const nearness = { tolerance: TOLERANCE, jitter: 0, meet: 'either' } as const;
  const { chain } = fitChain(runs, nearness, { closed, fixed: !closed }, context);
  return { contour: contourOfChain(chain), chain, runs };
}

function asFound(places: Places): Fitted {
  const runs = runsOf(places);
  const chain = chainThrough(runs, { closed: places.closed, fixed: !places.closed });
  return { contour: contourOfChain(chain), chain, runs };
}

/** What lies between corners; all of it where there are none. */
function runsOf({ loop, corners, closed }: Places): Run[] {
  if (!closed) {
    const ends = [0, ...corners.filter((i) => i > 0 && i < loop.count - 1), loop.count - 1];
    return ends.slice(1).map((to, k) => part(loop, ends[k], to));
  }
  if (corners.length === 0) return [wholeRun(loop, AS_FOUND)];
  return corners.map((from, k) => part(loop, from, corners[(k + 1) % corners.length]));
}

function part({ x, y, count }: Loop, from: number, to: number): Run {
  const length = (to > from ? to - from : to + count - from) + 1;
  const taken = (values: Float64Array) => Float64Array.from({ length }, (_, k) => values[(from + k) % count]);
  return plainRun(taken(x), taken(y));
}

function isClockwise({ x, y, count }: Loop): boolean {
  let twice = 0;
  for (let i = 0, j = count - 1; i < count; j = i++) twice += x[j] * y[i] - x[i] * y[j];
  return twice > 0;
}
