import { norm } from '../../geometry';
import { fitCubic, windsMuch } from './cubic-fit';
import type { Direction, Handles, Run } from '../chain/run';

/** A line keeps this share of the tolerance: a curve within the tolerance is no line. */
export const LINE_SHARE = 0.6;
/** Lines are kept for runs that are straight for this many pixels, and most of what one cubic could cover. */
export const LEAST_LINE = 6;
const MOST_OF_CUBIC = 0.6;
/** A line meets a smooth node only where it turns less than this (as a cosine, 4 degrees). */
const SMOOTH_TURN = Math.cos((4 * Math.PI) / 180);
/** A point of the run where two segments meet. */
export interface Node {
  index: number;
  /** Direction along the run; undefined at a corner. */
  direction: Direction;
}

/** How the points between two nodes are followed; a cubic without handles has yet to be found. */
export interface Span {
  isLine: boolean;
  handles?: Handles;
}

/**
 * How segments meet: smoothly; at any angle, of which fewer do where points are rough; or at any angle just where segments
 * would otherwise be much shorter.
 */
export type Meeting = 'smoothly' | 'anyhow' | 'either';
/** Segments shorter than this many points are tried at any angle, and are then to be so much longer. */
const SHORT_SEGMENT = 16;
const MUCH_LONGER = 1.5;

/** A run seen from one of its ends. */
export interface View {
  run: Run;
  last: number;
  meet: Meeting;
  directionAt(index: number): Direction;
}

export const nodeAt = (view: View, index: number): Node => ({ index, direction: view.directionAt(index) });

/** One cubic between two nodes, where it stays within the tolerance. */
export function cubicSpan(run: Run, from: Node, to: Node, tolerance: number): Span | undefined {
  const handles = fitCubic(run, from.index, to.index, from.direction, to.direction, tolerance);
  return handles && { isLine: false, handles };
}

/** The farthest node one segment can reach up to `to`, and what it is. */
export function longest(view: View, from: Node, to: Node, tolerance: number): [Node, Span] {
  const { run } = view;
  const last = to.index;
  const node = (index: number): Node => (index === last ? to : nodeAt(view, index));
  const line = farthest(from.index, last, (index) => isStraight(view, from, index, tolerance * LINE_SHARE));
  let handles: Handles | undefined;
  const cubic = farthest(from.index, last, (index) => {
    if (windsMuch(run, from.index, index)) return false;
    const found = fitCubic(run, from.index, index, from.direction, node(index).direction, tolerance);
    if (found) handles = found;
    return found !== undefined;
  });
  const lineLength = run.along[line] - run.along[from.index];
  const cubicLength = run.along[cubic] - run.along[from.index];
  const isLine =
    line > from.index &&
    (line === cubic || (lineLength >= LEAST_LINE && lineLength >= MOST_OF_CUBIC * cubicLength));
  if (isLine) return [node(line), { isLine }];
  if (view.meet === 'either' && cubic - from.index < SHORT_SEGMENT) {
    const kinked = longestKinked(view, from, to, tolerance);
    if (kinked && kinked[0].index - from.index > MUCH_LONGER * (cubic - from.index)) return kinked;
  }
  return cubic > from.index ? [node(cubic), { isLine, handles }] : [node(from.index + 1), { isLine: true }];
}

/** The farthest corner one cubic can reach. */
function longestKinked({ run }: View, from: Node, to: Node, tolerance: number): [Node, Span] | undefined {
  let handles: Handles | undefined;
  const index = farthest(from.index, to.index, (last) => {
    const direction = last === to.index ? to.direction : undefined;
    const found = fitCubic(run, from.index, last, from.direction, direction, tolerance);
    if (found) handles = found;
    return found !== undefined;
  });
  return handles && [index === to.index ? to : { index, direction: undefined }, { isLine: false, handles }];
}

/** Steps from a node to the first place asked about, as the search for the farthest begins. */
const FIRST_STEPS = 12;

/**
 * The last index up to which one segment fits: the whole rest is tried first, then places twice as far each time, and
 * the last step is halved. Short spans are not asked first: they say little, since too few points leave a curve
 * undetermined.
 */
function farthest(from: number, last: number, fits: (index: number) => boolean): number {
  if (fits(last)) return last;
  let good = from;
  let bad = last;
  for (let steps = FIRST_STEPS; from + steps < bad; steps *= 2) {
    if (fits(from + steps)) good = from + steps;
    else bad = from + steps;
  }
  for (let steps = FIRST_STEPS >> 1; good === from && steps > 0; steps >>= 1) {
    if (from + steps >= bad) continue;
    if (fits(from + steps)) good = from + steps;
    else bad = from + steps;
  }
  const fine = Math.max(1, Math.floor((good - from) / 8));
  while (good > from && bad - good > fine) {
    const middle = (good + bad) >> 1;
    if (fits(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

/** True when every point between lies on the chord, and the chord turns into the directions at its ends. */
export function isStraight(
  { run: { x, y }, directionAt }: View,
  from: Node,
  to: number,
  tolerance: number,
): boolean {
  const dx = x[to] - x[from.index];
  const dy = y[to] - y[from.index];
  const length = norm(dx, dy);
  if (length === 0) return false;
  const most = tolerance * length;
  const off = (i: number) => Math.abs((x[i] - x[from.index]) * dy - (y[i] - y[from.index]) * dx);
  if (off((from.index + to) >> 1) > most) return false;
  const turnsInto = (direction: Direction) =>
    !direction || (direction.x * dx + direction.y * dy) / length >= SMOOTH_TURN;
  if (!turnsInto(from.direction)) return false;
  for (let i = from.index + 1; i < to; i++) if (off(i) > most) return false;
  return turnsInto(directionAt(to));
}
