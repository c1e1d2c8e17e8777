import { centredArc } from '../arc';
import type { Contour, Point, Segment } from '../contour';
import { norm } from '../../norm';
import { directionFrom, directionTo, startOf, turnAt } from '../segment';

/** Turns less than this between segments are none, in radians. */
const SMOOTH = 1e-6;
/** Where it turns towards the side that it is moved to, by more than this between curves, something has to be cut away. */
const MOST_TURN = 0.02;
const LEAST = 1e-9;

/**
 * A closed contour of lines and arcs moved sideways, to the right of its way seen on screen where `distance` is positive: lines as lines,
 * arcs as arcs about the same middles, corners rounded about themselves where it turns away. Exact. Undefined where parts of it
 * would have to be cut away: in a corner the other way, or where an arc has no radius left. Whether far parts of it come
 * to cross each other is not looked at.
 */
export function movedSideways(contour: Contour, distance: number): Contour | undefined {
  const { segments } = contour;
  const count = segments.length;
  const moved: { start: Point; segments: Segment[] } = { start: contour.start, segments: [] };
  const joints: { before: Point; after: Point; turn: number }[] = [];
  for (let k = 0; k < count; k++) {
    const last = (k + count - 1) % count;
    const turn = turnAt(contour, k);
    const node = startOf(contour, k);
    const isCorner = Math.abs(turn) > SMOOTH;
    const before = aside(node, directionTo(startOf(contour, last), segments[last]), distance);
    const after = aside(node, directionFrom(node, segments[k]), distance);
    if (!isCorner || turn * distance < 0) joints.push({ before, after, turn: isCorner ? turn : 0 });
    else {
      // It turns towards where it is moved: two lines, or a turn that hardly is one, meet on its bisector.
      const areLines = segments[last].kind === 'line' && segments[k].kind === 'line';
      if (!areLines && turn > MOST_TURN) return undefined;
      if (Math.abs(turn) > 3) return undefined;
      const share = 1 / (1 + Math.cos(turn));
      const meet = {
        x: node.x + (before.x + after.x - 2 * node.x) * share,
        y: node.y + (before.y + after.y - 2 * node.y) * share,
      };
      joints.push({ before: meet, after: meet, turn: 0 });
    }
  }
  moved.start = joints[0].after;
  for (let k = 0; k < count; k++) {
    const begin = joints[k].after;
    const next = joints[(k + 1) % count];
    const piece = movedSegment(startOf(contour, k), segments[k], distance, begin, next.before);
    if (!piece) return undefined;
    moved.segments.push(piece);
    if (next.turn !== 0)
      moved.segments.push({ kind: 'arc', bulge: -Math.tan(next.turn / 4), x: next.after.x, y: next.after.y });
  }
  return { ...moved, closed: true };
}

/** A place beside one on a way in a direction, to its right seen on screen, y down. */
const aside = ({ x, y }: Point, direction: Point, distance: number): Point => ({
  x: x - direction.y * distance,
  y: y + direction.x * distance,
});

function movedSegment(
  from: Point,
  segment: Segment,
  distance: number,
  begin: Point,
  { x, y }: Point,
): Segment | undefined {
  if (segment.kind === 'arc' && segment.bulge !== 0) {
    const { radius, sweep } = centredArc(from, segment);
    // Counter-clockwise the middle lies to the left.
    if (radius + Math.sign(sweep) * distance < LEAST) return undefined;
    return { kind: 'arc', bulge: segment.bulge, x, y };
  }
  if (segment.kind === 'cubic') return undefined;
  const direction = directionFrom(from, segment);
  const isKept = (x - begin.x) * direction.x + (y - begin.y) * direction.y > 0;
  return isKept || norm(segment.x - from.x, segment.y - from.y) < LEAST ? { kind: 'line', x, y } : undefined;
}
