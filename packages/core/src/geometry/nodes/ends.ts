import type { Contour } from '../contour';
import { contourLength } from '../measured/measure';
import { joinEnds } from '../tidy/join-ends';
import { reverseContour } from '../maps/transform';
import { norm } from '../../norm';

/** A contour cut at one of its nodes: a closed one is open there, of an open one two are made. Undefined at an end. */
export function cutAtNode({ start, segments, closed }: Contour, node: number): Contour[] | undefined {
  const count = segments.length;
  if (closed) {
    const first = node % count;
    const from = first > 0 ? segments[first - 1] : start;
    const turned = [...segments.slice(first), ...segments.slice(0, first)];
    return [{ start: { x: from.x, y: from.y }, segments: turned, closed: false }];
  }
  if (node <= 0 || node >= count) return undefined;
  const { x, y } = segments[node - 1];
  return [
    { start, segments: segments.slice(0, node), closed: false },
    { start: { x, y }, segments: segments.slice(node), closed: false },
  ];
}

/** How far apart the ends of a contour are; 0 of a closed one. */
export function gapOfEnds({ start, segments, closed }: Contour): number {
  const last = segments[segments.length - 1] as { x: number; y: number } | undefined;
  return closed || !last ? 0 : norm(last.x - start.x, last.y - start.y);
}

/** A line comes back to where it began but for this share of its length, and was meant to close, whatever pen it is drawn with. */
const NEARLY = 0.03;

/** Whether a line goes around something, and only does not close. */
export const isNearlyClosed = (contour: Contour): boolean =>
  !contour.closed && gapOfEnds(contour) < NEARLY * contourLength(contour);

/** An open contour closed: by moving its ends together where they are nearer than `near`, otherwise by a straight line. */
export function closedContour(contour: Contour, near: number): Contour {
  if (contour.closed) return contour;
  const { start, segments } = contour;
  const last = segments[segments.length - 1];
  const gap = norm(last.x - start.x, last.y - start.y);
  if (gap <= near) {
    const [joined] = joinEnds([contour], Math.max(gap * 1.01, 1e-9)).contours;
    if (joined.closed) return joined;
  }
  return { start, segments: [...segments, { kind: 'line', x: start.x, y: start.y }], closed: true };
}

/**
 * Open contours joined at their nearest ends, however far these are apart: a straight line goes from one to the next where
 * they do not meet. One contour of all of them comes back; closed ones are left out.
 */
export function joinedContours(contours: readonly Contour[]): Contour | undefined {
  let rest = contours.filter(({ closed }) => !closed);
  if (rest.length < 2) return undefined;
  while (rest.length > 1) {
    const { a, b } = nearestEnds(rest);
    const one = a.isLast ? rest[a.k] : reverseContour(rest[a.k]);
    const other = b.isLast ? reverseContour(rest[b.k]) : rest[b.k];
    const end = one.segments[one.segments.length - 1];
    const isApart = norm(end.x - other.start.x, end.y - other.start.y) > SAME;
    const joined: Contour = {
      start: one.start,
      segments: [
        ...one.segments,
        ...(isApart ? [{ kind: 'line' as const, ...other.start }] : []),
        ...other.segments,
      ],
      closed: false,
    };
    rest = [...rest.filter((_, k) => k !== a.k && k !== b.k), joined];
  }
  return rest[0];
}

/** Ends nearer than this are one. */
const SAME = 1e-6;

interface EndOf {
  k: number;
  isLast: boolean;
}

function nearestEnds(contours: readonly Contour[]): { a: EndOf; b: EndOf } {
  const ends = contours.flatMap(({ start, segments }, k) => [
    { k, isLast: false, ...start },
    { k, isLast: true, x: segments[segments.length - 1].x, y: segments[segments.length - 1].y },
  ]);
  let best = { a: ends[0] as EndOf, b: ends[2] as EndOf };
  let least = Infinity;
  for (const one of ends) {
    for (const other of ends) {
      if (other.k <= one.k) continue;
      const gap = norm(one.x - other.x, one.y - other.y);
      if (gap < least) [least, best] = [gap, { a: one, b: other }];
    }
  }
  return best;
}
