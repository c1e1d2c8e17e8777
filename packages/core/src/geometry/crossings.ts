import Flatbush from 'flatbush';
import { type Contour, type Point, type Segment, eachSegment } from './contour';
import { flattenSegment } from './flatten';

/** Two contours (or one twice) that cross, and where. */
export interface CrossingPlace {
  a: number;
  b: number;
  x: number;
  y: number;
}

/** A segment with the point it starts at and its contour's number. */
interface Placed {
  from: Point;
  segment: Segment;
  contour: number;
}

/**
 * Every place where contours cross themselves or one another, curves followed within `tolerance`. Contours that only
 * touch, or meet at an end, do not cross. Only segments whose boxes overlap are looked at closely.
 */
export function findCrossings(contours: readonly Contour[], tolerance: number): CrossingPlace[] {
  const placed: Placed[] = [];
  contours.forEach((contour, k) =>
    eachSegment(contour, (from, segment) => placed.push({ from, segment, contour: k })),
  );
  if (placed.length === 0) return [];
  const flat: (Float64Array | undefined)[] = placed.map(() => undefined);
  const followed = (i: number) => (flat[i] ??= follow(placed[i], tolerance));
  const index = new Flatbush(placed.length);
  placed.forEach((piece, i) => {
    const [left, top, right, bottom] = boxAround(piece, () => followed(i));
    index.add(left, top, right, bottom);
  });
  index.finish();
  const found: CrossingPlace[] = [];
  placed.forEach((piece, i) => {
    const { contour } = piece;
    const add =
      (k: number) =>
      ({ x, y }: Point) =>
        found.push({ a: contour, b: placed[k].contour, x, y });
    if (mayLoop(piece)) eachCrossing(followed(i), followed(i), add(i));
    const [left, top, right, bottom] = boxAround(piece, () => followed(i));
    for (const k of index.search(left, top, right, bottom, (k) => k > i))
      if (!areInLine(piece, placed[k])) eachCrossing(followed(i), followed(k), add(k));
  });
  return found;
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

/** Two cubics that follow one another, and whose control polygons lie on either side of a line through where they meet. */
function areInLine(a: Placed, b: Placed): boolean {
  if (a.contour !== b.contour) return false;
  if (a.segment === b.from) return areApart(a, b);
  return b.segment === a.from && areApart(b, a);
}

function areApart(before: Placed, after: Placed): boolean {
  const { segment: s } = before;
  const e = after.segment;
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

/** Where two runs of straight pieces, or one with itself, cross within pieces; touching ends do not count. */
function eachCrossing(a: Float64Array, b: Float64Array, visit: (place: Point) => void): void {
  for (let i = 0; i + 3 < a.length; i += 2) {
    const x1 = a[i];
    const y1 = a[i + 1];
    const dx = a[i + 2] - x1;
    const dy = a[i + 3] - y1;
    for (let k = a === b ? i + 4 : 0; k + 3 < b.length; k += 2) {
      const x3 = b[k];
      const y3 = b[k + 1];
      const ex = b[k + 2] - x3;
      const ey = b[k + 3] - y3;
      const determinant = dx * ey - dy * ex;
      if (determinant === 0) continue;
      const t = ((x3 - x1) * ey - (y3 - y1) * ex) / determinant;
      const u = ((x3 - x1) * dy - (y3 - y1) * dx) / determinant;
      if (isWithin(t) && isWithin(u)) visit({ x: x1 + t * dx, y: y1 + t * dy });
    }
  }
}

const isWithin = (share: number) => share > 1e-9 && share < 1 - 1e-9;
