import { type Contour, type Segment } from '../../geometry';
import { type Vertex, ellipsePart, polyline, roundPart, splineOf, sweepBetween } from './curves';
import type { Values } from './tags';
import { norm } from '../../norm';

/** Ends of edges nearer than this share of their distance from the origin are one. */
const SAME = 1e-6;

/** The boundaries of a hatch (DXF reference, "Boundary path data"), in its own frame, y down. */
export function hatchBoundaries(values: Values): Contour[] {
  const tags = new Cursor(values);
  const contours: Contour[] = [];
  const count = tags.skipTo(91);
  for (let k = 0; k < count; k++) {
    const flags = tags.skipTo(92);
    if (Number.isNaN(flags)) break;
    const contour = (flags & 2) === 2 ? polylineBoundary(tags) : edgeBoundary(tags);
    if (contour) contours.push(contour);
  }
  return contours;
}

/** Goes through tags in their order. */
class Cursor {
  private at = 0;
  constructor(private readonly values: Values) {}

  /** The value of the next tag of a code, wherever it is; NaN where there is none. */
  skipTo(code: number): number {
    while (this.at < this.values.length && this.values[this.at][0] !== code) this.at++;
    return this.at < this.values.length ? Number(this.values[this.at++][1]) : NaN;
  }

  /** The value of the next tag, where it has this code. */
  take(code: number): number | undefined {
    if (this.values[this.at]?.[0] !== code) return undefined;
    return Number(this.values[this.at++][1]);
  }

  takeAll(codes: readonly number[]): number[] {
    return codes.map((code) => this.take(code) ?? 0);
  }

  nextCode(): number | undefined {
    return this.values[this.at]?.[0];
  }
}

function polylineBoundary(tags: Cursor): Contour | undefined {
  const hasBulge = tags.take(72) === 1;
  const closed = tags.take(73) !== 0;
  const count = tags.take(93) ?? 0;
  const vertices: Vertex[] = [];
  for (let k = 0; k < count && tags.nextCode() === 10; k++) {
    const [x, y] = tags.takeAll([10, 20]);
    vertices.push({ x, y: -y, bulge: (hasBulge && tags.take(42)) || 0 });
  }
  return polyline(vertices, closed);
}

function edgeBoundary(tags: Cursor): Contour | undefined {
  const count = tags.take(93) ?? 0;
  let whole: Contour | undefined;
  for (let k = 0; k < count; k++) {
    const edge = readEdge(tags);
    if (!edge) break;
    if (edge.closed) return edge;
    if (!whole) whole = { ...edge, segments: [...edge.segments] };
    else {
      // Edges follow one another; where they do not quite meet, a line goes on from one to the next.
      const last = whole.segments[whole.segments.length - 1];
      const gap = norm(edge.start.x - last.x, edge.start.y - last.y);
      if (gap > SAME * (Math.abs(last.x) + Math.abs(last.y)))
        whole.segments.push({ kind: 'line', ...edge.start });
      for (const segment of edge.segments) whole.segments.push(segment);
    }
  }
  if (!whole) return undefined;
  const { x, y } = whole.start;
  const last: Segment = whole.segments[whole.segments.length - 1];
  if (norm(x - last.x, y - last.y) > SAME * (Math.abs(x) + Math.abs(y)))
    whole.segments.push({ kind: 'line', x, y });
  else Object.assign(last, { x, y });
  return { ...whole, closed: true };
}

const LINE = 1;
const ARC = 2;
const ELLIPSE = 3;
const SPLINE = 4;
const RADIANS = Math.PI / 180;

function readEdge(tags: Cursor): Contour | undefined {
  const kind = tags.take(72);
  if (kind === LINE) {
    const [x, y, endX, endY] = tags.takeAll([10, 20, 11, 21]);
    return polyline(
      [
        { x, y: -y, bulge: 0 },
        { x: endX, y: -endY, bulge: 0 },
      ],
      false,
    );
  }
  if (kind === ARC) {
    const [x, y, radius, from, to, isForward] = tags.takeAll([10, 20, 40, 50, 51, 73]);
    const [start, sweep] = turned(from, to, isForward === 1);
    return roundPart({ x, y: -y }, radius, start, sweep);
  }
  if (kind === ELLIPSE) {
    const [x, y, axisX, axisY, ratio, from, to, isForward] = tags.takeAll([10, 20, 11, 21, 40, 50, 51, 73]);
    const [start, sweep] = turned(from, to, isForward === 1);
    return ellipsePart({ x, y: -y }, { x: axisX, y: -axisY }, ratio, start, sweep);
  }
  return kind === SPLINE ? readSplineEdge(tags) : undefined;
}

/** Edges that run clockwise have their angles counted that way. */
function turned(from: number, to: number, isForward: boolean): [number, number] {
  const sweep = sweepBetween(from * RADIANS, to * RADIANS);
  return isForward ? [from * RADIANS, sweep] : [-from * RADIANS, -sweep];
}

function readSplineEdge(tags: Cursor): Contour | undefined {
  const [degree, , , knotCount, pointCount] = tags.takeAll([94, 73, 74, 95, 96]);
  const knots = Array.from({ length: Math.min(knotCount, 1e6) }, () => tags.take(40) ?? NaN);
  const points: { x: number; y: number }[] = [];
  const weights: number[] = [];
  for (let k = 0; k < pointCount && tags.nextCode() === 10; k++) {
    const [x, y] = tags.takeAll([10, 20]);
    points.push({ x, y: -y });
    const weight = tags.take(42);
    if (weight !== undefined) weights.push(weight);
  }
  // Newer files tell here how many points the spline was laid through, and these.
  if (tags.nextCode() === 97) {
    const given = tags.take(97) ?? 0;
    for (let k = 0; k < given && tags.nextCode() === 11; k++) tags.takeAll([11, 21]);
    for (const code of [12, 22, 13, 23]) tags.take(code);
  }
  return splineOf(degree, knots, points, weights);
}
