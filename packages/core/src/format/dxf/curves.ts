import {
  type Contour,
  type Point,
  type Segment,
  affineContour,
  circleContour,
  splineContour,
  splineThrough,
} from '../../geometry';
import type { Entity } from './file';
import { type Values, all, first, number } from './tags';
import { norm } from '../../norm';

/** Arcs over more than this, in radians, are two. */
const WIDE = 1.5 * Math.PI;

/** Curves that no arc or cubic is exactly are followed within this share of their size. */
const FINE = 1e-5;

/**
 * The contour of an entity in its own frame and unit, turned to y down: places with y the other way round, and bulges as they
 * are, since they say what is seen on screen in either frame. Undefined for what draws no line.
 */
export function readCurve({ kind, values, parts }: Entity): Contour | undefined {
  if (kind === 'LINE') return polyline([vertex(values), vertex(values, 11)], false);
  if (kind === 'CIRCLE') return readCircle(values);
  if (kind === 'ARC') return readArc(values);
  if (kind === 'ELLIPSE') return readEllipse(values);
  if (kind === 'LWPOLYLINE') return polyline(verticesIn(values), isClosed(values));
  if (kind === 'POLYLINE') return polyline(parts.flatMap(vertexOf), isClosed(values));
  if (kind === 'SPLINE') return readSpline(values);
  // Of a solid's corners the third and fourth are the other way round than one walks.
  if (kind === 'SOLID' || kind === 'TRACE') return corners(values, [10, 11, 13, 12]);
  return kind === '3DFACE' ? corners(values, [10, 11, 12, 13]) : undefined;
}

export interface Vertex extends Point {
  bulge: number;
}

/** The place under a group code, that of y being ten more. */
const vertex = (values: Values, code = 10): Vertex => ({
  x: number(values, code),
  y: -number(values, code + 10),
  bulge: number(values, 42),
});

/** Group 70, bit 1. */
const isClosed = (values: Values) => (number(values, 70) & 1) === 1;

/** Vertices in order: code 10 begins one, 20 and 42 belong to the last begun. */
function verticesIn(values: Values): Vertex[] {
  const vertices: Vertex[] = [];
  for (const [code, value] of values) {
    const last = vertices[vertices.length - 1];
    if (code === 10) vertices.push({ x: Number(value), y: 0, bulge: 0 });
    else if (code === 20 && last) last.y = -Number(value);
    else if (code === 42 && last) last.bulge = Number(value);
  }
  return vertices;
}

/** A vertex of an old polyline: the corners of a spline's frame (bit 16) are no places of the line. */
function vertexOf({ values }: Entity): Vertex[] {
  const isPlace = values.some(([code]) => code === 10) && (number(values, 70) & 16) === 0;
  return isPlace ? [vertex(values)] : [];
}

/** Lines and arcs from vertex to vertex; undefined for fewer than two. */
export function polyline(vertices: readonly Vertex[], closed: boolean): Contour | undefined {
  if (vertices.length < 2) return undefined;
  const segments: Segment[] = [];
  for (let k = 0; k < (closed ? vertices.length : vertices.length - 1); k++) {
    const { x, y } = vertices[(k + 1) % vertices.length];
    const { bulge } = vertices[k];
    segments.push(bulge === 0 ? { kind: 'line', x, y } : { kind: 'arc', bulge, x, y });
  }
  return { start: { x: vertices[0].x, y: vertices[0].y }, segments, closed };
}

function corners(values: Values, codes: readonly number[]): Contour | undefined {
  const given = codes.filter((code) => first(values, code) !== undefined).map((code) => vertex(values, code));
  const own = given.filter(({ x, y }, k) => k === 0 || x !== given[k - 1].x || y !== given[k - 1].y);
  const [begin, end] = [own[0], own[own.length - 1]];
  if (own.length > 1 && begin.x === end.x && begin.y === end.y) own.pop();
  return own.length > 2
    ? polyline(
        own.map((corner) => ({ ...corner, bulge: 0 })),
        true,
      )
    : undefined;
}

function readCircle(values: Values): Contour | undefined {
  const radius = Math.abs(number(values, 40));
  return radius > 0 ? circleContour(vertex(values), radius) : undefined;
}

/** An arc runs counter-clockwise from the first angle to the second, in degrees. */
function readArc(values: Values): Contour | undefined {
  const radius = Math.abs(number(values, 40));
  const [from, to] = [50, 51].map((code) => (number(values, code) * Math.PI) / 180);
  return radius > 0 ? roundPart(vertex(values), radius, from, sweepBetween(from, to)) : undefined;
}

/** From one angle on to another, in radians: a whole turn where they are the same. */
export function sweepBetween(from: number, to: number): number {
  const turn = 2 * Math.PI;
  const sweep = (((to - from) % turn) + turn) % turn;
  return sweep < 1e-9 ? turn : sweep;
}

/** Part of a circle from an angle on, counter-clockwise on screen where `sweep` is positive; whole circles close. */
export function roundPart(centre: Point, radius: number, from: number, sweep: number): Contour {
  if (Math.abs(sweep) > 2 * Math.PI - 1e-9) return circleContour(centre, radius, sweep < 0);
  const at = (angle: number) => ({
    x: centre.x + radius * Math.cos(angle),
    y: centre.y - radius * Math.sin(angle),
  });
  // Near a whole turn one bulge would say its angle badly: halves do not.
  const count = Math.abs(sweep) > WIDE ? 2 : 1;
  const bulge = Math.tan(sweep / count / 4);
  const segments = Array.from({ length: count }, (_, k): Segment => {
    return { kind: 'arc', bulge, ...at(from + (sweep * (k + 1)) / count) };
  });
  return { start: at(from), segments, closed: false };
}

function readEllipse(values: Values): Contour | undefined {
  return ellipsePart(
    vertex(values),
    { x: number(values, 11), y: -number(values, 21) },
    number(values, 40, 1),
    number(values, 41),
    sweepBetween(number(values, 41), number(values, 42, 2 * Math.PI)),
    number(values, 230, 1) < 0,
  );
}

/** Part of an ellipse by its half axis and the other's share of it; the parameter is the angle on the circle it is made from. */
export function ellipsePart(
  centre: Point,
  axis: Point,
  ratio: number,
  from: number,
  sweep: number,
  isMirrored = false,
): Contour | undefined {
  if (norm(axis.x, axis.y) === 0 || !(Math.abs(ratio) > 0)) return undefined;
  const share = isMirrored ? -ratio : ratio;
  // The unit circle's upward half axis goes to the one that is square to the first, counter-clockwise on screen.
  return affineContour(roundPart({ x: 0, y: 0 }, 1, from, sweep), [
    axis.x,
    axis.y,
    -axis.y * share,
    axis.x * share,
    centre.x,
    centre.y,
  ]);
}

function readSpline(values: Values): Contour | undefined {
  const [points, given] = [placesOf(values, 10, 20), placesOf(values, 11, 21)];
  if (points.length === 0) {
    const direction = (code: number) =>
      first(values, code) === undefined ? undefined : vertex(values, code);
    return splineThrough(given, isClosed(values), direction(12), direction(13));
  }
  const weights = all(values, 41);
  return splineOf(number(values, 71, 3), all(values, 40), points, weights);
}

/** The contour of a spline, closed where it ends at its start. */
export function splineOf(
  degree: number,
  knots: readonly number[],
  points: readonly Point[],
  weights: readonly number[],
): Contour | undefined {
  const size = points.reduce(
    (most, { x, y }) => Math.max(most, Math.abs(x - points[0].x), Math.abs(y - points[0].y)),
    0,
  );
  const spline = { degree, knots, points, ...(weights.length > 0 ? { weights } : {}) };
  const contour = splineContour(spline, FINE * size);
  if (!contour) return undefined;
  const last = contour.segments[contour.segments.length - 1];
  if (contour.segments.length < 2 || norm(last.x - contour.start.x, last.y - contour.start.y) > 1e-9 * size)
    return contour;
  Object.assign(last, contour.start);
  return { ...contour, closed: true };
}

export function placesOf(values: Values, x: number, y: number): Point[] {
  const [xs, ys] = [all(values, x), all(values, y)];
  return xs.map((value, k) => ({ x: value, y: -(ys[k] ?? 0) }));
}
