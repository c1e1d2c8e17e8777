import Flatbush from 'flatbush';
import { type Contour, type Point, type Segment } from './contour';
import { flattenSegment } from './flatten';
import { boxOfPoints } from './polygon';

/** Two contours (or one twice) that cross, where, and by which of their segments. */
export interface CrossingPlace extends Point {
  a: number;
  b: number;
  segmentA: number;
  segmentB: number;
}

/** A segment with the point it starts at, its contour's number and its own; the contour's other segments around it. */
interface Placed {
  from: Point;
  segment: Segment;
  contour: number;
  number: number;
  before: number;
}

/** Shares of a straight piece nearer than this to its end are its end. */
const SAME = 1e-9;

/**
 * Every place where contours cross themselves or one another, curves followed within `tolerance`: within segments,
 * exactly at nodes, and where segments run along one another. Contours that only touch, or meet at an end, do not
 * cross. Only segments whose boxes overlap are looked at closely. With `changed`, only those of which one contour is among
 * them.
 */
export function findCrossings(
  contours: readonly Contour[],
  tolerance: number,
  changed?: ReadonlySet<number>,
): CrossingPlace[] {
  const placed = placedSegments(contours);
  if (placed.length === 0) return [];
  const flat = new Array<Float64Array | undefined>(placed.length);
  const followed = (i: number) => (flat[i] ??= follow(placed[i], tolerance));
  const index = new Flatbush(placed.length);
  placed.forEach((piece, i) => {
    const [left, top, right, bottom] = boxAround(piece, () => followed(i));
    index.add(left, top, right, bottom);
  });
  index.finish();
  const found: CrossingPlace[] = [];
  const isChanged = (i: number) => !changed || changed.has(placed[i].contour);
  placed.forEach((piece, i) => {
    if (!isChanged(i)) return;
    const add = (k: number, x: number, y: number) => {
      const other = placed[k];
      const [a, b] = [piece.contour, other.contour];
      found.push({ a, b, x, y, segmentA: piece.number, segmentB: other.number });
    };
    if (mayLoop(piece)) eachCrossing(i, i, add);
    const [left, top, right, bottom] = boxAround(piece, () => followed(i));
    for (const k of index.search(left, top, right, bottom, (k) => k > i || (k < i && !isChanged(k))))
      if (!areInLine(piece, placed[k])) eachCrossing(i, k, add);
  });
  return found;

  /** Where two segments, or one with itself, cross, as they are followed. */
  function eachCrossing(i: number, k: number, visit: (k: number, x: number, y: number) => void): void {
    const a = followed(i);
    const b = followed(k);
    const box = boxOfPoints(b);
    for (let m = 0; m + 3 < a.length; m += 2) {
      const x1 = a[m];
      const y1 = a[m + 1];
      const x2 = a[m + 2];
      const y2 = a[m + 3];
      if ((x1 < box.left && x2 < box.left) || (x1 > box.right && x2 > box.right)) continue;
      if ((y1 < box.top && y2 < box.top) || (y1 > box.bottom && y2 > box.bottom)) continue;
      const dx = x2 - x1;
      const dy = y2 - y1;
      for (let n = i === k ? m + 4 : 0; n + 3 < b.length; n += 2) {
        const offX = b[n] - x1;
        const offY = b[n + 1] - y1;
        const ex = b[n + 2] - b[n];
        const ey = b[n + 3] - b[n + 1];
        const determinant = dx * ey - dy * ex;
        if (determinant === 0) {
          if (runAlong(dx, dy, offX, offY, ex, ey)) visit(k, b[n], b[n + 1]);
          continue;
        }
        const t = (offX * ey - offY * ex) / determinant;
        const u = (offX * dy - offY * dx) / determinant;
        if (!(t > -SAME && t < 1 - SAME && u > -SAME && u < 1 - SAME)) continue;
        if ((t > SAME && u > SAME) || passThrough(i, m, t, k, n, u)) visit(k, x1 + t * dx, y1 + t * dy);
      }
    }
  }

  /** Whether contours that meet where at least one of them has a corner go through one another there, or only touch. */
  function passThrough(i: number, m: number, t: number, k: number, n: number, u: number): boolean {
    const a = followed(i);
    const b = followed(k);
    const [x, y] = t <= SAME ? [a[m], a[m + 1]] : [b[n], b[n + 1]];
    const aBefore = t > SAME ? { x: a[m], y: a[m + 1] } : placeBefore(i, m);
    const bBefore = u > SAME ? { x: b[n], y: b[n + 1] } : placeBefore(k, n);
    if (!aBefore || !bBefore) return false;
    const angle = (px: number, py: number) => Math.atan2(py - y, px - x);
    const out = angle(a[m + 2], a[m + 3]);
    const turn = (value: number) => (value - out + 4 * Math.PI) % (2 * Math.PI);
    const back = turn(angle(aBefore.x, aBefore.y));
    const isLeft = (px: number, py: number) => turn(angle(px, py)) < back;
    return isLeft(bBefore.x, bBefore.y) !== isLeft(b[n + 2], b[n + 3]);
  }

  /** The place before corner m of what segment i is followed by; undefined at the start of an open contour. */
  function placeBefore(i: number, m: number): Point | undefined {
    const own = m > 0 ? followed(i) : placed[i].before >= 0 ? followed(placed[i].before) : undefined;
    if (!own) return undefined;
    const at = m > 0 ? m - 2 : own.length - 4;
    return { x: own[at], y: own[at + 1] };
  }
}

function placedSegments(contours: readonly Contour[]): Placed[] {
  const placed: Placed[] = [];
  contours.forEach(({ start, segments, closed }, contour) => {
    const first = placed.length;
    let from = start;
    segments.forEach((segment, number) => {
      const before = number > 0 ? placed.length - 1 : closed ? first + segments.length - 1 : -1;
      placed.push({ from, segment, contour, number, before });
      from = segment;
    });
  });
  return placed;
}

/** Whether parallel pieces lie on one line and share more than an end. */
function runAlong(dx: number, dy: number, offX: number, offY: number, ex: number, ey: number): boolean {
  const squared = dx * dx + dy * dy;
  if (squared === 0 || offX * dy !== offY * dx) return false;
  const begin = (offX * dx + offY * dy) / squared;
  const end = begin + (ex * dx + ey * dy) / squared;
  return Math.min(1, Math.max(begin, end)) - Math.max(0, Math.min(begin, end)) > SAME;
}

function follow({ from, segment }: Placed, tolerance: number): Float64Array {
  const points = [from.x, from.y];
  flattenSegment(from, segment, tolerance, points);
  return Float64Array.from(points);
}

/** A cubic lies within the box of its control points; an arc within that of what it is followed by. */
function boxAround({ from, segment: s }: Placed, followed: () => Float64Array) {
  if (s.kind === 'arc') {
    const points = followed();
    const box = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < points.length; i += 2) {
      box[0] = Math.min(box[0], points[i]);
      box[1] = Math.min(box[1], points[i + 1]);
      box[2] = Math.max(box[2], points[i]);
      box[3] = Math.max(box[3], points[i + 1]);
    }
    return box;
  }
  const [x1, y1, x2, y2] = s.kind === 'cubic' ? [s.x1, s.y1, s.x2, s.y2] : [s.x, s.y, s.x, s.y];
  return [
    Math.min(from.x, s.x, x1, x2),
    Math.min(from.y, s.y, y1, y2),
    Math.max(from.x, s.x, x1, x2),
    Math.max(from.y, s.y, y1, y2),
  ];
}

/** Only a cubic whose control polygon turns back can cross itself. */
function mayLoop({ from, segment: s }: Placed): boolean {
  if (s.kind !== 'cubic') return false;
  const legs = [
    [s.x1 - from.x, s.y1 - from.y],
    [s.x2 - s.x1, s.y2 - s.y1],
    [s.x - s.x2, s.y - s.y2],
  ];
  return turnsBack(legs[0], legs[1]) || turnsBack(legs[1], legs[2]);
}

const turnsBack = (a: number[], b: number[]) => a[0] * b[0] + a[1] * b[1] < 0;

/** Two segments that follow one another, and whose control polygons lie on either side of a line through where they meet. */
function areInLine(a: Placed, b: Placed): boolean {
  if (a.contour !== b.contour) return false;
  if (a.segment === b.from) return areApart(a, b);
  return b.segment === a.from && areApart(b, a);
}

function areApart(before: Placed, after: Placed): boolean {
  const { segment: s } = before;
  const e = after.segment;
  // Straight back along the same line is neither side of it.
  if (s.kind === 'line' && e.kind === 'line') return false;
  const places = (segment: Segment): Point[] =>
    segment.kind === 'cubic'
      ? [
          { x: segment.x1, y: segment.y1 },
          { x: segment.x2, y: segment.y2 },
        ]
      : [];
  if (s.kind === 'arc' || e.kind === 'arc') return false;
  const [inX, inY] = [e.x - before.from.x, e.y - before.from.y];
  const side = ({ x, y }: Point) => (x - s.x) * inX + (y - s.y) * inY;
  return (
    [before.from, ...places(s)].every((place) => side(place) <= 0) &&
    [...places(e), e].every((place) => side(place) >= 0)
  );
}
