import Flatbush from 'flatbush';
import type { Contour, Point, Segment } from '../contour';
import { flattenSegment } from '../flatten';
import { type Hull, hullOf } from './hulls';

/** A segment with the point it starts at, its contour's number and its own there, and the segment before it. */
export interface PlacedSegment {
  from: Point;
  segment: Segment;
  contour: number;
  number: number;
  before: PlacedSegment | undefined;
  /** It is there no more. */
  isGone: boolean;
  hull: Hull | undefined;
  /** What it was followed by last, and how closely. */
  flat: Float64Array | undefined;
  tolerance: number;
}

/** Segments of contours by where they lie. */
export interface SegmentIndex {
  placed: PlacedSegment[];
  index: Flatbush | undefined;
}

/** Segments of contours, in order. */
export function placedSegments(contours: readonly Contour[]): PlacedSegment[] {
  const placed: PlacedSegment[] = [];
  contours.forEach((contour, number) => addSegments(contour, number, placed));
  return placed;
}

/** Adds the segments of the contour that has a number. */
export function addSegments(
  { start, segments, closed }: Contour,
  contour: number,
  placed: PlacedSegment[],
): void {
  const first = placed.length;
  let from = start;
  for (let number = 0; number < segments.length; number++) {
    const segment = segments[number];
    const before = number > 0 ? placed[placed.length - 1] : undefined;
    const hull = hullOf(from, segment);
    placed.push({
      from,
      segment,
      contour,
      number,
      before,
      isGone: false,
      hull,
      flat: undefined,
      tolerance: 0,
    });
    from = segment;
  }
  if (closed && segments.length > 0) placed[first].before = placed[placed.length - 1];
}

/** Indexes segments by the boxes around them. */
export function indexSegments(placed: PlacedSegment[], tolerance: number): SegmentIndex {
  if (placed.length === 0) return { placed, index: undefined };
  const index = new Flatbush(placed.length);
  for (const one of placed) {
    const { left, top, right, bottom } = boxAround(one, tolerance);
    index.add(left, top, right, bottom);
  }
  index.finish();
  return { placed, index };
}

/** Whether two segments run the same way between the same places. */
export function areSame(
  { from: a, segment: s }: PlacedSegment,
  { from: b, segment: t }: PlacedSegment,
): boolean {
  if (a.x !== b.x || a.y !== b.y || s.x !== t.x || s.y !== t.y || s.kind !== t.kind) return false;
  if (s.kind === 'arc') return t.kind === 'arc' && s.bulge === t.bulge;
  if (s.kind === 'line' || t.kind !== 'cubic') return true;
  return s.x1 === t.x1 && s.y1 === t.y1 && s.x2 === t.x2 && s.y2 === t.y2;
}

/** The corners that a segment is followed by within a tolerance, as x, y pairs, its ends among them. */
export function followed(placed: PlacedSegment, tolerance: number): Float64Array {
  if (placed.flat && placed.tolerance === tolerance) return placed.flat;
  const points = [placed.from.x, placed.from.y];
  flattenSegment(placed.from, placed.segment, tolerance, points);
  placed.tolerance = tolerance;
  return (placed.flat = Float64Array.from(points));
}

/** A segment lies within the box of its control points; an arc within that of what it is followed by. */
export function boxAround(placed: PlacedSegment, tolerance: number) {
  const points = placed.hull ?? followed(placed, tolerance);
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 2) {
    const x = points[i];
    const y = points[i + 1];
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    if (y > bottom) bottom = y;
  }
  return { left, top, right, bottom };
}
