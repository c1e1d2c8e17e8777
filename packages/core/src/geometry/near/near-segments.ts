import Flatbush from 'flatbush';
import { centredArc } from '../arc';
import type { Box, Contour, Point, Segment } from '../contour';
import { boxOf, contourLength } from '../measured/measure';
import { splitSegment, startOf, turnAt } from '../segment';
import { norm } from '../../norm';

/** A segment of one of some contours, and where it begins. */
export interface PlacedOn {
  contour: number;
  start: Point;
  to: Segment;
}

/** A placed segment with how far along its contour it begins, in the contour's unit. */
export interface RimSegment extends PlacedOn {
  begins: number;
  length: number;
  /** By how much its contour turns where it begins, in radians, to the right seen on screen. */
  turn: number;
}

/** Segments by their boxes. */
export interface SegmentBoxes<S extends PlacedOn = PlacedOn> {
  segments: S[];
  boxes: Box[];
  index: Flatbush | undefined;
}

/** Coming back is being nearer across than this share of the way along. */
const BACK = 0.2;
/** No curve does that which turns by less than this in all: its chord is at least cos(T / 2) of its arc (Schur's comparison theorem). */
const TURNS_BACK = 2 * Math.acos(BACK);
/** So many places of a segment tell whether it comes back near itself, or near the one before it. */
const LOOKED_AT = 5;

/** All segments of some contours, ready to be asked which of them come near each other. */
export interface RimIndex extends SegmentBoxes<RimSegment> {
  /** By contour: how long it is. */
  lengths: number[];
  /** By segment: the number of the one that follows it, around its contour; whether it comes back near itself, or that one near it. */
  next: number[];
  back: boolean[];
  nextBack: boolean[];
}

/** Indexes the segments of contours by their boxes, in order. */
export const indexSegmentBoxes = (contours: readonly Contour[]): SegmentBoxes =>
  boxed(
    contours.flatMap((contour, number) =>
      contour.segments.map((to, k): PlacedOn => ({ contour: number, start: startOf(contour, k), to })),
    ),
  );

function boxed<S extends PlacedOn>(segments: S[]): SegmentBoxes<S> {
  const boxes = segments.map(
    ({ start, to }) => boxOf([{ start, segments: [to], closed: false }]) ?? { ...EMPTY },
  );
  const index = segments.length > 0 ? new Flatbush(segments.length) : undefined;
  for (const { left, top, right, bottom } of boxes) index?.add(left, top, right, bottom);
  index?.finish();
  return { segments, boxes, index };
}

/** Indexes the segments of closed contours, in order. */
export function indexRims(contours: readonly Contour[]): RimIndex {
  const segments: RimSegment[] = [];
  const lengths = contours.map((contour, number) => {
    let begins = 0;
    contour.segments.forEach((to, k) => {
      const start = startOf(contour, k);
      const length = contourLength({ start, segments: [to], closed: false });
      segments.push({ contour: number, start, to, begins, length, turn: turnAt(contour, k) });
      begins += length;
    });
    return begins;
  });
  const bends = segments.map(({ start, to }) => bendOf(start, to));
  const next = nextOnes(segments);
  const turnsBack = (k: number, turn: number, n: number) =>
    turn >= TURNS_BACK && comesBack(segments[k], segments[n]);
  return {
    ...boxed(segments),
    lengths,
    next,
    back: segments.map((_, k) => turnsBack(k, bends[k], k)),
    nextBack: segments.map((_, k) => {
      const n = next[k];
      return turnsBack(k, bends[k] + bends[n] + Math.abs(segments[n].turn), n);
    }),
  };
}

const EMPTY: Box = { left: 0, top: 0, right: 0, bottom: 0 };

/**
 * Numbers of the segments that have another one within a distance which may face them: one of another contour, one farther on along
 * their own, or themselves and the next where they turn back between them.
 */
export const segmentsFacing = (rims: RimIndex, distance: number): number[] =>
  segmentsNear(rims, distance, (k, n) => {
    if (k === n) return rims.back[k];
    if (rims.next[k] === n) return rims.nextBack[k];
    return rims.next[n] === k ? rims.nextBack[n] : true;
  });

/** Numbers of the segments that have one of another contour within a distance. */
export const segmentsNearOthers = (all: SegmentBoxes, distance: number): number[] =>
  segmentsNear(all, distance, (k, n) => all.segments[k].contour !== all.segments[n].contour);

/** Numbers of the segments whose boxes have another one within a distance that counts. */
export function segmentsNear(
  { index, boxes }: SegmentBoxes,
  distance: number,
  counts: (k: number, n: number) => boolean,
): number[] {
  return boxes.flatMap(({ left, top, right, bottom }, k) => {
    let isNear = false;
    index?.search(left - distance, top - distance, right + distance, bottom + distance, (n) => {
      isNear ||= counts(k, n);
      return false;
    });
    return isNear ? [k] : [];
  });
}

/** The number of the segment that follows each, around its contour. */
function nextOnes(segments: readonly RimSegment[]): number[] {
  let first = 0;
  return segments.map(({ contour }, k) => {
    if (k > 0 && segments[k - 1].contour !== contour) first = k;
    const isLast = k + 1 === segments.length || segments[k + 1].contour !== contour;
    return isLast ? first : k + 1;
  });
}

/** Whether a segment comes near itself, or near the one before it, other than where they meet. */
function comesBack(first: RimSegment, second: RimSegment): boolean {
  const places = ({ start, to, length }: RimSegment) =>
    Array.from({ length: LOOKED_AT + 1 }, (_, k) => {
      const { x, y } = k === 0 ? start : splitSegment(start, to, k / LOOKED_AT)[0];
      return { x, y, along: (length * k) / LOOKED_AT };
    });
  const before = places(first);
  const after =
    first === second ? before : places(second).map((one) => ({ ...one, along: one.along + first.length }));
  return before.some((a) =>
    after.some((b) => b.along > a.along && norm(b.x - a.x, b.y - a.y) < BACK * (b.along - a.along)),
  );
}

/** By how much a segment bends from its begin to its end, at most, in radians. */
function bendOf(start: Point, to: Segment): number {
  if (to.kind === 'line') return 0;
  if (to.kind === 'arc') return to.bulge === 0 ? 0 : Math.abs(centredArc(start, to).sweep);
  const ways = [
    { x: to.x1 - start.x, y: to.y1 - start.y },
    { x: to.x2 - to.x1, y: to.y2 - to.y1 },
    { x: to.x - to.x2, y: to.y - to.y2 },
  ].filter(({ x, y }) => x !== 0 || y !== 0);
  return ways
    .slice(1)
    .reduce(
      (sum, { x, y }, k) =>
        sum + Math.abs(Math.atan2(ways[k].x * y - ways[k].y * x, ways[k].x * x + ways[k].y * y)),
      0,
    );
}
