import { centredArc } from '../arc';
import type { Arc, Contour, Cubic, Point, Segment } from '../contour';
import { cubicPoint } from '../measured/measure';
import { norm } from '../../norm';
import { directionFrom, directionTo, splitSegment, startOf } from '../segment';

/** A cubic is halved so often at most, and looked at in so many places. */
const MOST_HALVINGS = 12;
const LOOKED_AT = 12;
const STRAIGHT = 1e-9;

/** The contour with pairs of arcs in place of its cubics, smooth where they meet, none farther off than `tolerance`. */
export function asArcs(contour: Contour, tolerance: number): Contour {
  if (contour.segments.every(({ kind }) => kind !== 'cubic')) return contour;
  const segments = contour.segments.flatMap((segment, k) =>
    segment.kind === 'cubic' ? cubicAsArcs(startOf(contour, k), segment, tolerance, 0) : [segment],
  );
  return { ...contour, segments };
}

function cubicAsArcs(from: Point, cubic: Cubic, tolerance: number, depth: number): Segment[] {
  const pair = biarc(from, directionFrom(from, cubic), cubic, directionTo(from, cubic));
  if (pair && (depth >= MOST_HALVINGS || isNear(from, cubic, pair, tolerance))) return pair;
  if (depth >= MOST_HALVINGS) return [{ kind: 'line', x: cubic.x, y: cubic.y }];
  const [head, tail] = splitSegment(from, cubic, 0.5);
  const halves: [Point, Segment][] = [
    [from, head],
    [head, tail],
  ];
  return halves.flatMap(([start, half]) =>
    half.kind === 'cubic' ? cubicAsArcs(start, half, tolerance, depth + 1) : [half],
  );
}

/**
 * Two arcs from a place and a direction to others, with equal tangent lengths d at both ends (Bolton 1975): d solves
 * v·v - 2d v·t + 2d² (t0·t1 - 1) = 0, v from end to end, t = t0 + t1. Undefined where there is no such pair.
 */
function biarc(from: Point, t0: Point, to: Point, t1: Point): [Segment, Segment] | undefined {
  const v = { x: to.x - from.x, y: to.y - from.y };
  const vv = v.x * v.x + v.y * v.y;
  const vt = v.x * (t0.x + t1.x) + v.y * (t0.y + t1.y);
  const apart = 2 * (1 - (t0.x * t1.x + t0.y * t1.y));
  const d =
    apart < STRAIGHT ? (vt > 0 ? vv / (2 * vt) : NaN) : (-vt + Math.sqrt(vt * vt + apart * vv)) / apart;
  if (!Number.isFinite(d) || d <= 0) return undefined;
  const middle = { x: (from.x + to.x + d * (t0.x - t1.x)) / 2, y: (from.y + to.y + d * (t0.y - t1.y)) / 2 };
  return [
    arcOrLine(angle(t0, { x: middle.x - from.x, y: middle.y - from.y }), middle),
    arcOrLine(angle({ x: to.x - middle.x, y: to.y - middle.y }, t1), to),
  ];
}

/** From one direction to another, positive to the right seen on screen. */
const angle = (a: Point, b: Point): number => Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y);

/** An arc that turns from its chord by so much at either end. */
const arcOrLine = (turn: number, { x, y }: Point): Segment =>
  Math.abs(turn) < STRAIGHT ? { kind: 'line', x, y } : { kind: 'arc', bulge: -Math.tan(turn / 2), x, y };

function isNear(from: Point, cubic: Cubic, [first, second]: [Segment, Segment], tolerance: number): boolean {
  const direction = directionTo(from, first);
  for (let k = 1; k < LOOKED_AT; k++) {
    const place = cubicPoint(from, cubic, k / LOOKED_AT);
    const isFirst = (place.x - first.x) * direction.x + (place.y - first.y) * direction.y < 0;
    const off = isFirst ? distanceTo(from, first, place) : distanceTo(first, second, place);
    if (off > tolerance) return false;
  }
  return true;
}

function distanceTo(from: Point, segment: Segment, { x, y }: Point): number {
  if (segment.kind === 'arc') {
    const { centre, radius } = centredArc(from, segment as Arc);
    return Math.abs(norm(x - centre.x, y - centre.y) - radius);
  }
  const [dx, dy] = [segment.x - from.x, segment.y - from.y];
  return Math.abs((x - from.x) * dy - (y - from.y) * dx) / (norm(dx, dy) || 1);
}
