import type { Point } from '../contour';

/** A place where a region is narrow: how wide it is, between which places of which contours. */
export interface NarrowPlace {
  width: number;
  from: Point;
  to: Point;
  /** Numbers of the contours on either side; the same where one comes near itself. */
  a: number;
  b: number;
  /** How far along the rims the stretch reaches of which it is the narrowest place; from its tip, where it tapers. */
  length: number;
  /** The middles between both sides, as lines along the stretch: x and y of each. */
  middles: readonly number[][];
}

/** A narrow place by itself, before it is known of which stretch. */
export type NarrowSpot = Omit<NarrowPlace, 'length' | 'middles'>;

/** Lengths along a contour from one to another; beyond its whole length where it goes around its start. */
type Reach = [from: number, to: number];

/** A stretch of a rim along which the other side is near: its narrowest place, and how far it reaches on either side. */
export interface Stretch {
  place: NarrowSpot;
  middles: number[][];
  /** How far along the first of its contours that is. */
  at: number;
  /** How far it is from there to there around the end between them; Infinity where that is on another contour. */
  around: number;
  /** The same where it is farthest around, and where it is nearest. */
  farthest: number;
  nearest: number;
  /** Where the stretch is widest. */
  widest: number;
  own: Reach;
  other: Reach;
}

/** A stretch that is so many times as wide elsewhere tapers. */
const TAPERS = 1.5;

/** What runs into a tip gets wider in step with how far from it that is; a line that only ends there does not keep this share of it. */
const IN_STEP = 0.4;

/**
 * Whether a stretch only runs into a tip: at its narrowest it is no farther around the end than `near`, or than so many times its width
 * there as tell sides that run into one from sides that face each other, and elsewhere it is wider in step with the way there.
 */
export const isTaper = ({ place, around, widest, farthest }: Stretch, near: number, times: number): boolean =>
  around <= Math.max(near, TAPERS * times * place.width) &&
  widest > TAPERS * place.width &&
  widest * around > IN_STEP * place.width * farthest;

/** Stretches that are one: seen from both of its sides, from corners within it, or on either side of where a contour begins. */
export function joined(stretches: readonly Stretch[], lengths: readonly number[], near: number): Stretch[] {
  const kept: Stretch[] = [];
  const byContours = new Map<string, Stretch[]>();
  for (const one of [...stretches].sort((a, b) => a.place.width - b.place.width)) {
    const { a, b } = one.place;
    const key = a < b ? `${a} ${b}` : `${b} ${a}`;
    const others = byContours.get(key) ?? [];
    byContours.set(key, others);
    const same = others.find((other) => areOne(one, other, lengths, near));
    if (same) take(same, one, lengths);
    else {
      kept.push(one);
      others.push(one);
    }
  }
  return kept;
}

function areOne(one: Stretch, other: Stretch, lengths: readonly number[], near: number): boolean {
  const { a, b } = one.place;
  const [first, second] = [lengths[a], lengths[b]];
  const isSame = (own: Reach, across: Reach) =>
    distance(one.own, own, first) <= near && distance(one.other, across, second) <= near;
  return (
    (a === other.place.a && isSame(other.own, other.other)) ||
    (a === other.place.b && isSame(other.other, other.own))
  );
}

/** A stretch reaches as far as another one too, which is the same seen from here or from across. */
function take(
  stretch: Stretch,
  { place, middles, widest, farthest, nearest, own, other }: Stretch,
  lengths: readonly number[],
): void {
  const { a, b } = stretch.place;
  stretch.widest = Math.max(stretch.widest, widest);
  stretch.farthest = Math.max(stretch.farthest, farthest);
  stretch.nearest = Math.min(stretch.nearest, nearest);
  const isTurned =
    a !== place.a ||
    (a === b && distance(stretch.own, own, lengths[a]) > distance(stretch.own, other, lengths[a]));
  // From across the same middles are seen once more, or more of them.
  if (!isTurned) stretch.middles.push(...middles);
  else if (countOf(middles) > countOf(stretch.middles)) stretch.middles = middles;
  stretch.own = together(stretch.own, isTurned ? other : own, lengths[a]);
  stretch.other = together(stretch.other, isTurned ? own : other, lengths[b]);
}

const countOf = (lines: readonly number[][]): number => lines.reduce((sum, line) => sum + line.length, 0);

/** The middle of a narrow place. */
export const middleOf = ({ from, to }: Pick<NarrowPlace, 'from' | 'to'>): Point => ({
  x: (from.x + to.x) / 2,
  y: (from.y + to.y) / 2,
});

/** Takes a place into a stretch that it goes on with; false where it is on another contour, or elsewhere on it. */
export function goesOn(stretch: Stretch, next: Stretch, lengths: readonly number[], near: number): boolean {
  const { place } = stretch;
  const length = lengths[place.b];
  const isOn = place.a === next.place.a && place.b === next.place.b && next.own[0] - stretch.own[1] <= near;
  if (!isOn || distance(stretch.other, next.other, length) > near) return false;
  stretch.own = [stretch.own[0], next.own[1]];
  stretch.middles[stretch.middles.length - 1].push(...next.middles.flat());
  stretch.other = together(stretch.other, next.other, length);
  stretch.widest = Math.max(stretch.widest, next.widest);
  stretch.farthest = Math.max(stretch.farthest, next.farthest);
  stretch.nearest = Math.min(stretch.nearest, next.nearest);
  if (next.place.width < place.width)
    [stretch.place, stretch.at, stretch.around] = [next.place, next.at, next.around];
  return true;
}

/** How far apart two reaches on a contour are, the shorter way around it; 0 where they overlap. */
function distance([a0, a1]: Reach, [b0, b1]: Reach, length: number): number {
  const apart = (b0 + b1) / 2 - (a0 + a1) / 2;
  const around = Math.abs(apart - length * Math.round(apart / length));
  return Math.max(0, around - (a1 - a0 + b1 - b0) / 2);
}

/** The reach that both of two make together. */
function together([a0, a1]: Reach, [b0, b1]: Reach, length: number): Reach {
  const turns = length * Math.round(((a0 + a1) / 2 - (b0 + b1) / 2) / length);
  return [Math.min(a0, b0 + turns), Math.max(a1, b1 + turns)];
}

/** How far a stretch reaches along its rims, as it was seen from both of its sides. */
export const reachOf = ({ own, other }: Stretch): number => Math.max(own[1] - own[0], other[1] - other[0]);
