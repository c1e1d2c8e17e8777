import type { Contour, Point } from '../contour';
import { stepsWithin } from '../flatten';
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
      const steps = stepsWithin(from, segment, tolerance);
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
