import { arcPoint, centredArc } from './arc';
import { type Contour, type Cubic, type Point, type Segment, eachSegment } from './contour';
import { cubicPoint } from './measured/measure';
import { norm } from '../norm';

/** How finely curves are followed to see what lies in what, in millimetres: a tenth of the narrowest kerf. */
export const NESTING_FLATNESS_MM = 0.01;

/**
 * Corners of a polygon that stays within `tolerance` of the contour, as x, y pairs. A closed contour's
 * first point is not repeated at the end.
 */
export function flatten(contour: Contour, tolerance: number): Float64Array {
  const points = [contour.start.x, contour.start.y];
  eachSegment(contour, (from, to) => flattenSegment(from, to, tolerance, points));
  if (contour.closed && points.length > 2) points.length -= 2;
  return Float64Array.from(points);
}

/** Appends to `points` those of one segment after `from`, its end exactly. */
export function flattenSegment(from: Point, to: Segment, tolerance: number, points: number[]): void {
  const steps = stepsWithin(from, to, tolerance);
  if (to.kind === 'cubic') {
    for (let k = 1; k < steps; k++) {
      const { x, y } = cubicPoint(from, to, k / steps);
      points.push(x, y);
    }
  } else if (to.kind === 'arc' && to.bulge !== 0) {
    const arc = centredArc(from, to);
    for (let k = 1; k < steps; k++) {
      const { x, y } = arcPoint(arc, k / steps);
      points.push(x, y);
    }
  }
  points.push(to.x, to.y);
}

/** Equal steps, of the parameter or of the angle, that keep a segment within `tolerance` of its chords. */
export function stepsWithin(from: Point, to: Segment, tolerance: number): number {
  if (to.kind === 'cubic') return cubicSteps(from, to, tolerance);
  if (to.kind === 'line' || to.bulge === 0) return 1;
  const { radius, sweep } = centredArc(from, to);
  // The sagitta of one step, r (1 - cos(step / 2)), is the distance from chord to arc.
  const step = 2 * Math.acos(Math.max(0, 1 - tolerance / radius));
  return Math.max(1, Math.ceil(Math.abs(sweep) / Math.max(step, 1e-5)));
}

/**
 * Equal parameter steps that keep a cubic within `tolerance` of its chords: the distance is at most
 * max|B''| / (8 n^2), and |B''| is at most six times the larger second difference of the control points.
 */
function cubicSteps(from: Point, c: Cubic, tolerance: number): number {
  const first = norm(from.x - 2 * c.x1 + c.x2, from.y - 2 * c.y1 + c.y2);
  const second = norm(c.x1 - 2 * c.x2 + c.x, c.y1 - 2 * c.y2 + c.y);
  return Math.max(1, Math.ceil(Math.sqrt((0.75 * Math.max(first, second)) / tolerance)));
}
