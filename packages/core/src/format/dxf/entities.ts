import { type Contour, type Point, type Segment, circleContour, placeContour } from '../../geometry';

/** The tags of one entity, without that which says its kind. */
export type Values = readonly (readonly [number, string])[];

/** Millimetres in each unit that $INSUNITS may name (DXF reference); none counts as millimetres. */
export const MILLIMETRES: Record<number, number> = { 0: 1, 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 };

/** Where the entity after that at `from` begins; a polyline's vertices are its own. */
export function nextEntity(tags: Values, from: number): number {
  const isOwn = (value: string) => tags[from][1] === 'POLYLINE' && value === 'VERTEX';
  let i = from + 1;
  while (i < tags.length && (tags[i][0] !== 0 || isOwn(tags[i][1]))) i++;
  return i;
}

/** The first value under a group code. */
export const first = (values: Values, code: number) => values.find(([c]) => c === code)?.[1];
export const number = (values: Values, code: number, fallback = 0) => Number(first(values, code) ?? fallback);
export const all = (values: Values, code: number) =>
  values.filter(([c]) => c === code).map(([, value]) => Number(value));

/** A contour in the file's own unit with y up; undefined for what is not read. */
export function readEntity(kind: string, values: Values): Contour | undefined {
  if (kind === 'LINE') {
    const end: Segment = { kind: 'line', x: number(values, 11), y: number(values, 21) };
    return { start: { x: number(values, 10), y: number(values, 20) }, segments: [end], closed: false };
  }
  if (kind === 'CIRCLE') {
    // Counter-clockwise in a y-up frame; the turn to y down keeps what is seen.
    return upTurned(circleContour({ x: number(values, 10), y: -number(values, 20) }, number(values, 40)));
  }
  if (kind === 'ARC') return readArc(values);
  if (kind === 'LWPOLYLINE') return polyline(verticesIn(values), (number(values, 70) & 1) === 1);
  if (kind === 'POLYLINE') {
    const parts = values.reduce<[number, string][][]>(
      (list, tag) => {
        if (tag[0] === 0) list.push([]);
        else list[list.length - 1].push([...tag]);
        return list;
      },
      [[]],
    );
    const vertices = parts.slice(1).flatMap((part) => verticesIn(part).slice(0, 1));
    return polyline(vertices, (number(parts[0], 70) & 1) === 1);
  }
  return kind === 'SPLINE' ? readSpline(values) : undefined;
}

interface Vertex extends Point {
  bulge: number;
}

/** Vertices in order: code 10 begins one, 20 and 42 belong to the last begun. */
function verticesIn(values: Values): Vertex[] {
  const vertices: Vertex[] = [];
  for (const [code, value] of values) {
    const last = vertices[vertices.length - 1];
    if (code === 10) vertices.push({ x: Number(value), y: 0, bulge: 0 });
    else if (code === 20 && last) last.y = Number(value);
    else if (code === 42 && last) last.bulge = Number(value);
  }
  return vertices;
}

function polyline(vertices: Vertex[], closed: boolean): Contour | undefined {
  if (vertices.length < 2) return undefined;
  const segments: Segment[] = [];
  for (let k = 0; k < (closed ? vertices.length : vertices.length - 1); k++) {
    const { x, y } = vertices[(k + 1) % vertices.length];
    const { bulge } = vertices[k];
    segments.push(bulge === 0 ? { kind: 'line', x, y } : { kind: 'arc', bulge, x, y });
  }
  return { start: { x: vertices[0].x, y: vertices[0].y }, segments, closed };
}

function readArc(values: Values): Contour {
  const [x, y, radius] = [10, 20, 40].map((code) => number(values, code));
  const [from, to] = [50, 51].map((code) => (number(values, code) * Math.PI) / 180);
  const sweep = (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  const at = (angle: number) => ({ x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) });
  const end: Segment = { kind: 'arc', bulge: Math.tan(sweep / 4), ...at(from + sweep) };
  return { start: at(from), segments: [end], closed: false };
}

/** A clamped cubic spline whose inner knots are all triple is a row of Bezier pieces; others are not read. */
function readSpline(values: Values): Contour | undefined {
  const xs = all(values, 10);
  const ys = all(values, 20);
  if (number(values, 71) !== 3 || xs.length < 4 || (xs.length - 1) % 3 !== 0) return undefined;
  const segments: Segment[] = [];
  for (let k = 1; k + 2 < xs.length; k += 3) {
    segments.push({
      kind: 'cubic',
      x1: xs[k],
      y1: ys[k],
      x2: xs[k + 1],
      y2: ys[k + 1],
      x: xs[k + 2],
      y: ys[k + 2],
    });
  }
  const last = xs.length - 1;
  const closed = (number(values, 70) & 1) === 1 && Math.hypot(xs[last] - xs[0], ys[last] - ys[0]) < 1e-9;
  return { start: { x: xs[0], y: ys[0] }, segments, closed };
}

/** Mirrors y without touching bulges: they say what is seen on screen, in either frame. */
function upTurned(contour: Contour): Contour {
  const flip = <P extends Point>(point: P): P => ({ ...point, y: -point.y });
  return {
    start: flip(contour.start),
    segments: contour.segments.map((segment) =>
      segment.kind === 'cubic' ? { ...flip(segment), y1: -segment.y1, y2: -segment.y2 } : flip(segment),
    ),
    closed: contour.closed,
  };
}

/** A contour of a file in millimetres, y down. */
export function toMillimetres(contour: Contour, scale: number): Contour {
  return placeContour(upTurned(contour), { scale, x: 0, y: 0 });
}
