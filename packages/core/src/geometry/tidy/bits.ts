import type { Contour, Point, Segment } from '../contour';
import { contourLength, signedArea } from '../measured/measure';
import { norm } from '../../norm';

/** What was mended in a contour that had bits of nothing. */
export interface WithoutBits {
  /** The contour, an open line where it only went there and back; undefined where nothing is left of it. */
  contour: Contour | undefined;
  /** Segments of no length that went. */
  segments: number;
}

/** The contour without segments shorter than `least`; none where it goes nowhere, or around nothing. */
export function withoutBits(contour: Contour, least: number): WithoutBits {
  const { start, closed } = contour;
  const segments: Segment[] = [];
  let from: Point = start;
  for (const segment of contour.segments) {
    const isBit = segment.kind !== 'arc' && reach(from, segment) < least;
    if (isBit) continue;
    segments.push(segment);
    from = segment;
  }
  const gone = contour.segments.length - segments.length;
  if (segments.length === 0) return { contour: undefined, segments: gone };
  if (closed && gone > 0) segments[segments.length - 1] = { ...segments[segments.length - 1], ...start };
  const whole = gone > 0 ? { start, segments, closed } : contour;
  if (!closed) return { contour: whole, segments: gone };
  const isThere = segments.length === 2 && segments.every(({ kind }) => kind === 'line');
  if (isThere) return { contour: { start, segments: segments.slice(0, 1), closed: false }, segments: gone };
  const isFlat = Math.abs(signedArea(whole)) < (least * contourLength(whole)) / 2;
  return { contour: isFlat ? undefined : whole, segments: gone };
}

/** The farthest that a segment goes from where it begins. */
function reach(from: Point, segment: Segment): number {
  const end = norm(segment.x - from.x, segment.y - from.y);
  if (segment.kind !== 'cubic') return end;
  return Math.max(
    end,
    norm(segment.x1 - from.x, segment.y1 - from.y),
    norm(segment.x2 - from.x, segment.y2 - from.y),
  );
}
