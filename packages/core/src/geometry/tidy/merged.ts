import { centredArc } from '../arc';
import type { Contour, Point, Segment } from '../contour';
import { norm } from '../../norm';

/** Arcs over more than this are not put together: one bulge would say them badly. */
const WIDE = 1.5 * Math.PI;

/**
 * The contour without nodes that do nothing: those within `tolerance` of the straight line between their neighbours, and those
 * between arcs of one circle. Corners and curves stay as they are.
 */
export function merged(contour: Contour, tolerance: number): Contour {
  const { start, closed } = contour;
  const segments: Segment[] = [];
  let from = start;
  const begins: Point[] = [];
  // Ways that a straight line has taken up since its beginning: all of their ends must stay near it.
  let passed: Point[] = [];
  for (const segment of contour.segments) {
    const last = segments[segments.length - 1];
    const begin = begins[begins.length - 1];
    const straight = last?.kind === 'line' && segment.kind === 'line';
    if (straight && goesStraightOn(begin, passed, segment, tolerance)) {
      passed.push({ x: last.x, y: last.y });
      segments[segments.length - 1] = segment;
    } else {
      const arc =
        last?.kind === 'arc' && segment.kind === 'arc'
          ? asOneArc(begin, last, segment, tolerance)
          : undefined;
      if (arc) segments[segments.length - 1] = arc;
      else {
        segments.push(segment);
        begins.push(from);
      }
      passed = segment.kind === 'line' ? [{ x: segment.x, y: segment.y }] : [];
    }
    from = segment;
  }
  return { start, segments, closed };
}

/** Whether a line from a place to the end of a segment has all that was passed beside it, in order. */
function goesStraightOn(from: Point, passed: readonly Point[], to: Point, tolerance: number): boolean {
  const length = norm(to.x - from.x, to.y - from.y);
  if (length === 0) return false;
  const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  // A long straight line is looked at in a few of its places: those that were passed lie near one another's line.
  const step = Math.max(1, Math.floor(passed.length / 64));
  for (let k = passed.length - 1; k >= 0; k -= step) {
    const { x, y } = passed[k];
    if (Math.abs((x - from.x) * uy - (y - from.y) * ux) > tolerance) return false;
  }
  const { x, y } = passed[passed.length - 1];
  const before = (x - from.x) * ux + (y - from.y) * uy;
  return before > 0 && before < length;
}

function asOneArc(from: Point, first: Segment, second: Segment, tolerance: number): Segment | undefined {
  if (first.kind !== 'arc' || second.kind !== 'arc' || first.bulge * second.bulge <= 0) return undefined;
  const [a, b] = [centredArc(from, first), centredArc(first, second)];
  const sweep = a.sweep + b.sweep;
  const isSame =
    Math.abs(a.radius - b.radius) <= tolerance &&
    norm(a.centre.x - b.centre.x, a.centre.y - b.centre.y) <= tolerance;
  if (!isSame || Math.abs(sweep) > WIDE) return undefined;
  return { kind: 'arc', bulge: Math.tan(sweep / 4), x: second.x, y: second.y };
}
