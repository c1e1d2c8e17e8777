import { type Contour, flatten, norm, polygonArea, signedArea } from '../../geometry';
import type { FitOptions } from '../fitting/fit-loop';
import { type Fitted, beyondTolerance, withChain } from '../fitting/fitted';
import { mendAll } from '../fitting/mend';
import { rimOf } from '../fitting/rim';
import { type Anew, crossingsOfCurves, uncross } from './uncross';

/** How finely curves are followed, and how far apart places along them are looked at, in pixels. */
const FLATNESS_PX = 0.02;
const STEP = 1;
/** Chords looked at ahead that are no nearer, and around the nearest where that does not do. */
const AHEAD = 2;
const AROUND = 40;

/** Of contours that are too far off, segments are followed anew within these shares of the tolerance; at last all points. */
const NEARER = [0.85, 0.6, 0.3];
/** Places are kept to a part of a pixel, which is no fault. */
const ROUNDED = 1e-3;

/**
 * What every run ends with: no path lies farther from its rim than it may, looked at from both; none crosses itself or
 * another; all close; holes and islands lie where they did. What does not is made anew, in place. The largest distance,
 * and how many crossings could not be mended: of those there must be none.
 */
export function keepPromise(
  fitted: (Fitted | undefined)[],
  optionsOf: (k: number) => Pick<FitOptions, 'tolerance' | 'smoothness'>,
  anew: Anew,
): { off: number; left: number } {
  const allowed = fitted.map((_, k) => {
    const { tolerance, smoothness } = optionsOf(k);
    return tolerance + beyondTolerance(smoothness) + ROUNDED;
  });
  const offs = new Float64Array(fitted.length).fill(NaN);
  const known = new Array<Fitted | undefined>(fitted.length);
  const crossings = crossingsOfCurves();
  for (let round = 0; ; round++) {
    const left = uncross(fitted, (k) => optionsOf(k).tolerance, anew, crossings);
    const wrong: number[] = [];
    fitted.forEach((one, k) => {
      if (!one) return;
      if (known[k] !== one)
        offs[k] = keeps(one) ? distanceFromRim(one.contour, rimOf(one), allowed[k]) : Infinity;
      known[k] = one;
      if (offs[k] > allowed[k]) wrong.push(k);
    });
    if (wrong.length === 0 || round > NEARER.length)
      return { off: offs.reduce((most, off) => (off > most ? off : most), 0), left };
    for (const k of wrong)
      fitted[k] = nearer(fitted[k] as Fitted, (NEARER[round] ?? 0) * allowed[k], k, anew);
  }
}

function nearer(own: Fitted, tolerance: number, k: number, anew: Anew): Fitted {
  if (!own.chain) return anew.alone(k);
  return tolerance > 0 && keeps(own) ? withChain(own, mendAll(own.chain, tolerance).chain) : anew.asFound(k);
}

/** Whether a contour closes and goes the same way around as its rim; open lines have nothing of the kind. */
function keeps({ contour, chain, runs }: Fitted): boolean {
  const { start, segments, closed } = contour;
  if (chain && !chain.closed) return true;
  const last = segments[segments.length - 1];
  if (!closed || last.x !== start.x || last.y !== start.y) return false;
  return signedArea(contour) * polygonArea(rimOf({ contour, runs })) >= 0;
}

/**
 * Largest distance between a contour and the rim it follows, looked at from both: every point of the rim, and places
 * along the contour. `rim` is a closed polygon as x, y pairs, or an open line. Below `enough` the figure is at least the
 * distance, and above it the distance.
 */
export function distanceFromRim(contour: Contour, rim: Float64Array, enough = 0): number {
  const path = flatten(contour, FLATNESS_PX);
  const { closed } = contour;
  return Math.max(
    apartFrom(path, rim, closed, Infinity, enough).worst,
    apartFrom(rim, path, closed, STEP, enough).worst,
  );
}

/** Mean distance of the points of a rim, as x, y pairs, from the contour that follows it. */
export const meanFromRim = (contour: Contour, rim: Float64Array): number =>
  apartFrom(flatten(contour, FLATNESS_PX), rim, contour.closed, Infinity, 0).mean;

/**
 * The farthest, and the mean, that places along one line, `step` apart at most besides its points, lie from another. Both run along one
 * another, so that the nearest chord is sought close to the one before; only what seems farther than `enough` is sought
 * everywhere.
 */
function apartFrom(
  target: Float64Array,
  places: Float64Array,
  closed: boolean,
  step: number,
  enough: number,
): { worst: number; mean: number } {
  const chords = target.length / 2 - (closed ? 0 : 1);
  const line = { target, chords, closed, at: 0 };
  let [worst, sum, looks] = [0, 0, 0];
  const look = (x: number, y: number) => {
    let off = squaredAhead(line, x, y);
    if (off > worst) off = Math.min(off, squaredBetween(line, x, y, line.at - AROUND, line.at + AROUND));
    if (off > worst && off > enough * enough) off = squaredBetween(line, x, y, 0, chords - 1);
    if (off > worst) worst = off;
    sum += Math.sqrt(off);
    looks++;
  };
  squaredBetween(line, places[0], places[1], 0, chords - 1);
  const count = places.length / 2;
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const j = i + 1 === count ? 0 : i + 1;
    const x = places[2 * i];
    const y = places[2 * i + 1];
    look(x, y);
    if (step === Infinity) continue;
    const dx = places[2 * j] - x;
    const dy = places[2 * j + 1] - y;
    const parts = Math.ceil(norm(dx, dy) / step);
    for (let k = 1; k < parts; k++) look(x + (dx * k) / parts, y + (dy * k) / parts);
  }
  if (!closed) look(places[2 * count - 2], places[2 * count - 1]);
  return { worst: Math.sqrt(worst), mean: sum / looks };
}

/** A line of chords, and the one that was nearest last. */
interface Target {
  target: Float64Array;
  chords: number;
  closed: boolean;
  at: number;
}

/** The squared distance from a place to the chords from the last nearest on, for as long as they get nearer. */
function squaredAhead(line: Target, x: number, y: number): number {
  const { chords, closed } = line;
  let best = squaredDistance(line, line.at, x, y);
  let found = line.at;
  for (let k = line.at + 1, left = AHEAD; left > 0; k++) {
    if (k === chords) {
      if (!closed) break;
      k = 0;
    }
    if (k === line.at) break;
    const off = squaredDistance(line, k, x, y);
    if (off < best) {
      best = off;
      found = k;
    } else left--;
  }
  line.at = found;
  return best;
}

function squaredBetween(line: Target, x: number, y: number, first: number, last: number): number {
  const { chords, closed } = line;
  let best = Infinity;
  let found = line.at;
  for (let k = first; k <= last; k++) {
    if (!closed && (k < 0 || k >= chords)) continue;
    const chord = ((k % chords) + chords) % chords;
    const off = squaredDistance(line, chord, x, y);
    if (off < best) [best, found] = [off, chord];
  }
  line.at = found;
  return best;
}

function squaredDistance({ target }: Target, chord: number, x: number, y: number): number {
  const i = 2 * chord;
  const j = i + 2 < target.length ? i + 2 : 0;
  const dx = target[j] - target[i];
  const dy = target[j + 1] - target[i + 1];
  const offX = x - target[i];
  const offY = y - target[i + 1];
  const squared = dx * dx + dy * dy;
  let share = squared > 0 ? (offX * dx + offY * dy) / squared : 0;
  if (share < 0) share = 0;
  else if (share > 1) share = 1;
  const acrossX = offX - share * dx;
  const acrossY = offY - share * dy;
  return acrossX * acrossX + acrossY * acrossY;
}
