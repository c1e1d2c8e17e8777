import Flatbush from 'flatbush';
import type { Contour, Point } from '../contour';
import { flatten } from '../flatten';
import { norm } from '../../norm';
import { indexSegmentBoxes, segmentsNear } from './near-segments';

/** A stretch of a contour that lies on others, or on another part of itself. */
export interface DoubledStretch {
  contour: number;
  /** Contours that it lies on, itself perhaps among them. */
  on: number[];
  places: Point[];
  /** How long it is, and its share of what is gone along more often than once. */
  length: number;
  excess: number;
}

/** Curves are followed within this share of the distance within which lines are one. */
const FLATNESS_SHARE = 1 / 100;
/** Directions this near to each other, as a sine, are along each other. */
const ALONG = 0.06;
/** Of a contour only what is so many distances farther along it lies on it. */
const FARTHER = 10;
/** So long, in distances, is a stretch that is more than a touch or a crossing. */
const LEAST = 10;
/** Stretches go on over gaps of so many distances. */
const TOGETHER = 2;

interface Chord {
  contour: number;
  from: Point;
  to: Point;
  begins: number;
  length: number;
}

/**
 * Stretches along which contours lie on one another, or on themselves, nearer than `near`. Where m lines lie on one another each of them has
 * 1 - 1/m of its length as excess, so that the sum over all stretches is what is gone along more often than once.
 */
export function doubledStretches(contours: readonly Contour[], near: number): DoubledStretch[] {
  const all = indexSegmentBoxes(contours);
  const counts = contours.map(({ segments }) => segments.length);
  const isNextTo = (k: number, n: number, count: number) => {
    const apart = Math.abs(k - n);
    return apart === 1 || apart === count - 1;
  };
  let first = 0;
  const places = contours.map(({ segments }) => {
    const own = first;
    first += segments.length;
    return own;
  });
  const close = segmentsNear(all, near, (k, n) => {
    const { contour } = all.segments[k];
    if (contour !== all.segments[n].contour) return true;
    const own = [k - places[contour], n - places[contour]];
    return k !== n && (!isNextTo(own[0], own[1], counts[contour]) || turnsBack(all.segments, k, n));
  });
  const lengths = contours.map(() => 0);
  const chords = close.flatMap((k) => {
    const { contour, start, to } = all.segments[k];
    return chordsOf({ start, segments: [to], closed: false }, contour, k, FLATNESS_SHARE * near);
  });
  if (chords.length === 0) return [];
  placeAlong(chords, all.segments, close, lengths);
  return stretchesOf(chords, lengths, near);
}

type Placed = ReturnType<typeof indexSegmentBoxes>['segments'];

/** Whether two segments that follow one another go there and back. */
function turnsBack(segments: Placed, k: number, n: number): boolean {
  const [a, b] = [Math.min(k, n), Math.max(k, n)].map((one) => segments[one]);
  const [ax, ay] = [a.to.x - a.start.x, a.to.y - a.start.y];
  const [bx, by] = [b.to.x - b.start.x, b.to.y - b.start.y];
  const size = norm(ax, ay) * norm(bx, by);
  return size === 0 || ax * bx + ay * by < -(1 - ALONG) * size;
}

function chordsOf(
  line: Contour,
  contour: number,
  segment: number,
  flatness: number,
): (Chord & { segment: number })[] {
  const points = flatten(line, flatness);
  return Array.from({ length: points.length / 2 - 1 }, (_, i) => {
    const from = { x: points[2 * i], y: points[2 * i + 1] };
    const to = { x: points[2 * i + 2], y: points[2 * i + 3] };
    return { contour, segment, from, to, begins: 0, length: norm(to.x - from.x, to.y - from.y) };
  });
}

/** How far along its contour each chord begins; segments that are near nothing count by the way straight across them. */
function placeAlong(
  chords: (Chord & { segment: number })[],
  segments: Placed,
  close: readonly number[],
  lengths: number[],
): void {
  const isClose = new Set(close);
  const begins = new Float64Array(segments.length);
  const own = new Map<number, number>();
  for (const { segment, length } of chords) own.set(segment, (own.get(segment) ?? 0) + length);
  segments.forEach(({ contour, start, to }, k) => {
    begins[k] = lengths[contour];
    const across = isClose.has(k) ? (own.get(k) ?? 0) : norm(to.x - start.x, to.y - start.y);
    lengths[contour] += across;
  });
  let before = -1;
  let at = 0;
  for (const chord of chords) {
    if (chord.segment !== before) [before, at] = [chord.segment, begins[chord.segment]];
    chord.begins = at;
    at += chord.length;
  }
}

function stretchesOf(chords: readonly Chord[], lengths: readonly number[], near: number): DoubledStretch[] {
  const index = new Flatbush(chords.length);
  for (const { from, to } of chords)
    index.add(Math.min(from.x, to.x), Math.min(from.y, to.y), Math.max(from.x, to.x), Math.max(from.y, to.y));
  index.finish();
  const stretches: (DoubledStretch & { end: number })[] = [];
  chords.forEach((chord, k) => {
    const { from, to } = chord;
    const found: [from: number, to: number][] = [];
    const on = new Set<number>();
    index.search(
      Math.min(from.x, to.x) - near,
      Math.min(from.y, to.y) - near,
      Math.max(from.x, to.x) + near,
      Math.max(from.y, to.y) + near,
      (n) => {
        if (n === k || !isFarther(chord, chords[n], lengths, near)) return false;
        const shared = sharedAlong(chord, chords[n], near);
        if (shared) {
          found.push(shared);
          on.add(chords[n].contour);
        }
        return false;
      },
    );
    for (const { begin, end, many } of counted(found)) {
      const at = chord.begins + begin;
      const last = stretches[stretches.length - 1];
      const goesOn =
        last?.contour === chord.contour && at - last.end <= TOGETHER * near && at >= last.end - near;
      const stretch = goesOn
        ? last
        : { contour: chord.contour, on: [], places: [], length: 0, excess: 0, end: at };
      if (!goesOn) stretches.push(stretch);
      for (const far of [begin, end]) stretch.places.push(placeAt(chord, far));
      for (const other of on) if (!stretch.on.includes(other)) stretch.on.push(other);
      stretch.length += end - begin;
      stretch.excess += (end - begin) * (1 - 1 / many);
      stretch.end = chord.begins + end;
    }
  });
  return stretches
    .filter(({ length }) => length >= LEAST * near)
    .map(({ contour, on, places, length, excess }) => ({ contour, on, places, length, excess }));
}

const placeAt = ({ from, to, length }: Chord, far: number): Point => ({
  x: from.x + (far / length) * (to.x - from.x),
  y: from.y + (far / length) * (to.y - from.y),
});

/** Whether a chord is of another contour, or so much farther along its own that it does not just follow. */
function isFarther(one: Chord, other: Chord, lengths: readonly number[], near: number): boolean {
  if (one.contour !== other.contour) return true;
  const [a, b] = one.begins < other.begins ? [one, other] : [other, one];
  // There and back again around a tip is as far as it goes.
  const isBack =
    (one.to.x - one.from.x) * (other.to.x - other.from.x) +
      (one.to.y - one.from.y) * (other.to.y - other.from.y) <
    0;
  if (isBack) return true;
  const between = b.begins - (a.begins + a.length);
  return Math.min(between, lengths[one.contour] - (b.begins + b.length - a.begins)) > FARTHER * near;
}

/** From where to where along a chord another one lies on it. */
function sharedAlong(one: Chord, other: Chord, near: number): [from: number, to: number] | undefined {
  if (one.length === 0 || other.length === 0) return undefined;
  const [ux, uy] = [(one.to.x - one.from.x) / one.length, (one.to.y - one.from.y) / one.length];
  const on = ({ x, y }: Point) => (x - one.from.x) * ux + (y - one.from.y) * uy;
  const off = ({ x, y }: Point) => (x - one.from.x) * -uy + (y - one.from.y) * ux;
  const [p, q] = [other.from, other.to];
  const sine = (off(q) - off(p)) / other.length;
  if (Math.abs(sine) > ALONG) return undefined;
  const [s, t] = on(p) < on(q) ? [p, q] : [q, p];
  const [begin, end] = [Math.max(0, on(s)), Math.min(one.length, on(t))];
  if (end - begin <= 0) return undefined;
  const across = (far: number) => off(s) + ((far - on(s)) / (on(t) - on(s))) * (off(t) - off(s));
  return Math.abs(across((begin + end) / 2)) <= near ? [begin, end] : undefined;
}

/** Stretches that intervals cover, each with how many lines lie there, that which is looked at among them. */
function counted(
  intervals: readonly (readonly [number, number])[],
): { begin: number; end: number; many: number }[] {
  if (intervals.length === 0) return [];
  const stops = intervals.flatMap(([begin, end]) => [
    { at: begin, step: 1 },
    { at: end, step: -1 },
  ]);
  stops.sort((a, b) => a.at - b.at);
  let many = 1;
  const found: { begin: number; end: number; many: number }[] = [];
  stops.forEach(({ at, step }, k) => {
    const before = stops[k - 1]?.at ?? at;
    if (many > 1 && at > before) found.push({ begin: before, end: at, many });
    many += step;
  });
  return found;
}

/** How many times two contours, or one and itself, lie on one another. */
export const pairsDoubled = (stretches: readonly Pick<DoubledStretch, 'contour' | 'on'>[]): number =>
  new Set(
    stretches.flatMap(({ contour, on }) =>
      on.map((other) => `${Math.min(contour, other)} ${Math.max(contour, other)}`),
    ),
  ).size;
