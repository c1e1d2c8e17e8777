import type { Contour, Point, Segment } from '../contour';
import { splitSegment } from '../segment';
import { reverseContour } from '../maps/transform';

/** A place on a closed contour: a segment, and a share of it. */
export interface On {
  segment: number;
  share: number;
}

/** Shares nearer than this to an end of a segment are that end. */
export const END = 1e-9;

/** The place itself. */
export function placeOn({ start, segments }: Contour, { segment, share }: On): Point {
  const from = segment > 0 ? segments[segment - 1] : start;
  if (share <= END) return { x: from.x, y: from.y };
  const { x, y } = share >= 1 - END ? segments[segment] : splitSegment(from, segments[segment], share)[0];
  return { x, y };
}

/** The segments of a closed contour from one place on it to another, forward, around its start where need be. */
export function partBetween({ start, segments }: Contour, from: On, to: On): Segment[] {
  const begins = (k: number): Point => (k > 0 ? segments[k - 1] : start);
  const isAhead = to.segment > from.segment || (to.segment === from.segment && to.share > from.share + END);
  if (isAhead && to.segment === from.segment)
    return [between(begins(from.segment), segments[from.segment], from.share, to.share)];
  const parts: Segment[] = [];
  if (from.share < 1 - END) parts.push(between(begins(from.segment), segments[from.segment], from.share, 1));
  for (let k = (from.segment + 1) % segments.length; k !== to.segment; k = (k + 1) % segments.length)
    parts.push(segments[k]);
  if (to.share > END) parts.push(between(begins(to.segment), segments[to.segment], 0, to.share));
  return parts;
}

/** Segments of a contour walked against its way, from a place back to another. */
export function partBack(contour: Contour, from: On, to: On): Segment[] {
  const start = placeOn(contour, to);
  return reverseContour({ start, segments: partBetween(contour, to, from), closed: false }).segments;
}

/** A segment between two shares of it. */
function between(from: Point, segment: Segment, share: number, end: number): Segment {
  const head = end >= 1 - END ? segment : splitSegment(from, segment, end)[0];
  return share <= END ? head : splitSegment(from, head, share / Math.min(1, end))[1];
}
