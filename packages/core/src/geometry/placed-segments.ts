import Flatbush from 'flatbush';
import type { Contour, Point, Segment } from './contour';
import { flattenSegment } from './flatten';
import { type Hull, hullOf } from './hulls';

/** A segment with the point it starts at, its contour's number and its own there, and the segment before it. */
export interface PlacedSegment {
  from: Point;
  segment: Segment;
  contour: number;
  number: number;
  before: PlacedSegment | undefined;
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

/** Indexes the segments of contours, or of those with the given numbers, by the boxes around them. */
export function indexSegments(
  contours: readonly Contour[],
  tolerance: number,
  numbers: Iterable<number> = contours.keys(),
): SegmentIndex {
  const placed: PlacedSegment[] = [];
  for (const number of numbers) place(contours[number], number, placed);
  if (placed.length === 0) return { placed, index: undefined };
  const index = new Flatbush(placed.length);
  for (const one of placed) {
    const { left, top, right, bottom } = boxAround(one, tolerance);
    index.add(left, top, right, bottom);
  }
  index.finish();
  return { placed, index };
}

function place({ start, segments, closed }: Contour, contour: number, placed: PlacedSegment[]): void {
  const first = placed.length;
  let from = start;
  for (let number = 0; number < segments.length; number++) {
    const segment = segments[number];
    const before = number > 0 ? placed[placed.length - 1] : undefined;
    const hull = hullOf(from, segment);
    placed.push({ from, segment, contour, number, before, hull, flat: undefined, tolerance: 0 });
    from = segment;
  }
  if (closed && segments.length > 0) placed[first].before = placed[placed.length - 1];
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
