import { centredArc } from '../arc';
import type { Contour, Point, Segment } from '../contour';
import { norm } from '../norm';
import { splitSegment } from '../segment';

/**
 * Contours as fine polygons whose corners know where on their curves they lie. Corners are numbered through all contours; corner
 * k of a contour is followed by k + 1, the last by the first.
 */
export interface FinePolygons {
  contours: readonly Contour[];
  /** By corner: its place, the contour and segment it begins a chord of, and at which share of the segment. */
  x: number[];
  y: number[];
  contour: number[];
  segment: number[];
  share: number[];
  /** By contour: number of its first corner; one more entry than contours. */
  first: number[];
}

/** Follows contours within a tolerance, corner by corner. */
export function finePolygons(contours: readonly Contour[], tolerance: number): FinePolygons {
  const fine: FinePolygons = { contours, x: [], y: [], contour: [], segment: [], share: [], first: [0] };
  contours.forEach(({ start, segments }, number) => {
    let from: Point = start;
    segments.forEach((segment, k) => {
      const steps = stepsOf(from, segment, tolerance);
      for (let step = 0; step < steps; step++) {
        const at = step === 0 ? from : splitSegment(from, segment, step / steps)[0];
        fine.x.push(at.x);
        fine.y.push(at.y);
        fine.contour.push(number);
        fine.segment.push(k);
        fine.share.push(step / steps);
      }
      from = segment;
    });
    fine.first.push(fine.x.length);
  });
  return fine;
}

/** The corner that follows one, around its contour. */
export function cornerAfter({ contour, first }: FinePolygons, corner: number): number {
  const of = contour[corner];
  return corner + 1 === first[of + 1] ? first[of] : corner + 1;
}

/** Share of its segment at which the chord from a corner ends. */
export function shareAfter(fine: FinePolygons, corner: number): number {
  const next = cornerAfter(fine, corner);
  return fine.segment[next] === fine.segment[corner] && fine.share[next] > fine.share[corner]
    ? fine.share[next]
    : 1;
}

/** Steps of equal shares that keep a segment within a tolerance of its chords. */
function stepsOf(from: Point, segment: Segment, tolerance: number): number {
  if (segment.kind === 'line') return 1;
  if (segment.kind === 'arc') {
    if (segment.bulge === 0) return 1;
    const { radius, sweep } = centredArc(from, segment);
    const step = 2 * Math.acos(Math.max(0, 1 - tolerance / radius));
    return Math.max(2, Math.ceil(Math.abs(sweep) / Math.max(step, 1e-4)));
  }
  const { x1, y1, x2, y2, x, y } = segment;
  // The distance is at most max|B''| / (8 n^2), and |B''| at most six times the larger second difference.
  const bend = Math.max(
    norm(from.x - 2 * x1 + x2, from.y - 2 * y1 + y2),
    norm(x1 - 2 * x2 + x, y1 - 2 * y2 + y),
  );
  return Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / tolerance)));
}
