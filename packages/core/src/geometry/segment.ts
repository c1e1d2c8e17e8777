import { arcPoint, centredArc } from './arc';
import type { Contour, Cubic, Point, Segment } from './contour';
import { norm } from '../norm';

/** The bare place. */
export const pointOf = ({ x, y }: Point): Point => ({ x, y });

/** A segment cut in two at a share of it: lines and arcs of their length, cubics of their parameter (de Casteljau). */
export function splitSegment(from: Point, segment: Segment, share: number): [Segment, Segment] {
  const mix = (a: Point, b: Point): Point => ({
    x: a.x + (b.x - a.x) * share,
    y: a.y + (b.y - a.y) * share,
  });
  const { x, y } = segment;
  if (segment.kind === 'line') return [{ kind: 'line', ...mix(from, segment) }, segment];
  if (segment.kind === 'arc') {
    if (segment.bulge === 0)
      return [
        { kind: 'line', ...mix(from, segment) },
        { kind: 'line', x, y },
      ];
    const arc = centredArc(from, segment);
    const { sweep } = arc;
    const middle = arcPoint(arc, share);
    return [
      { kind: 'arc', bulge: Math.tan((sweep * share) / 4), ...middle },
      { kind: 'arc', bulge: Math.tan((sweep * (1 - share)) / 4), x, y },
    ];
  }
  const [a, b] = [
    { x: segment.x1, y: segment.y1 },
    { x: segment.x2, y: segment.y2 },
  ];
  const [p, q, r] = [mix(from, a), mix(a, b), mix(b, segment)];
  const [s, t] = [mix(p, q), mix(q, r)];
  const middle = mix(s, t);
  return [
    { kind: 'cubic', x1: p.x, y1: p.y, x2: s.x, y2: s.y, ...middle },
    { kind: 'cubic', x1: t.x, y1: t.y, x2: r.x, y2: r.y, x, y },
  ];
}

const unit = (x: number, y: number): Point => {
  const size = norm(x, y) || 1;
  return { x: x / size, y: y / size };
};

/** The direction a segment leaves in. */
export function directionFrom(from: Point, segment: Segment): Point {
  if (segment.kind === 'arc') return tangent(from, segment, 2 * Math.atan(segment.bulge));
  const near = segment.kind === 'line' ? segment : handleOrNear(from, segment, 'x1', 'y1', 1e-3);
  return unit(near.x - from.x, near.y - from.y);
}

/** The direction a segment comes to its end in. */
export function directionTo(from: Point, segment: Segment): Point {
  if (segment.kind === 'arc') return tangent(from, segment, -2 * Math.atan(segment.bulge));
  const near = segment.kind === 'line' ? from : handleOrNear(from, segment, 'x2', 'y2', 1 - 1e-3);
  return unit(segment.x - near.x, segment.y - near.y);
}

/** The direction of an arc at one of its ends: its chord turned to the right, y down, by half of what it sweeps. */
function tangent(from: Point, { x, y }: Point, turn: number): Point {
  const [dx, dy] = [x - from.x, y - from.y];
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return unit(dx * cos - dy * sin, dx * sin + dy * cos);
}

function handleOrNear(from: Point, segment: Cubic, x: 'x1' | 'x2', y: 'y1' | 'y2', share: number): Point {
  const handle = { x: segment[x], y: segment[y] };
  const end = x === 'x1' ? from : segment;
  const isLong = norm(handle.x - end.x, handle.y - end.y) > 1e-6;
  return isLong ? handle : splitSegment(from, segment, share)[0];
}

/** Where a contour ends; of a closed one that is where it begins. */
export const endOf = ({ start, segments }: Contour): Point => segments[segments.length - 1] ?? start;

/** Where segment `k` of a contour begins. */
export const startOf = ({ start, segments }: Contour, k: number): Point => (k > 0 ? segments[k - 1] : start);

/** By how much a closed contour turns where its segment `k` begins, in radians, to the right seen on screen, y down. */
export function turnAt(contour: Contour, k: number): number {
  const { segments } = contour;
  const last = (k + segments.length - 1) % segments.length;
  const before = directionTo(startOf(contour, last), segments[last]);
  const after = directionFrom(startOf(contour, k), segments[k]);
  return Math.atan2(before.x * after.y - before.y * after.x, before.x * after.x + before.y * after.y);
}

/** By how much a contour turns at each of its nodes, in radians without sign; not at the ends of an open one. */
export const cornersTurned = (contour: Contour): number[] =>
  contour.segments.flatMap((_, k) => (k > 0 || contour.closed ? [Math.abs(turnAt(contour, k))] : []));
