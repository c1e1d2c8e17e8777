import { type Contour, type Point, eachSegment, flatten } from '../../geometry';
import { norm } from '../../norm';

/** A polyline vertex: a place and the bulge of the arc that leaves it (0 is straight). */
export interface Vertex extends Point {
  bulge: number;
}

/** A contour as polyline vertices: lines and arcs exactly, cubics as chords within `tolerance`. */
export function verticesOf(contour: Contour, tolerance: number): Vertex[] {
  const vertices: Vertex[] = [];
  eachSegment(contour, (from, segment) => {
    const start = { x: from.x, y: from.y };
    if (segment.kind !== 'cubic') {
      vertices.push({ ...start, bulge: segment.kind === 'arc' ? segment.bulge : 0 });
      return;
    }
    const points = flatten({ start, segments: [segment], closed: false }, tolerance);
    for (let i = 0; i + 2 < points.length; i += 2)
      vertices.push({ x: points[i], y: points[i + 1], bulge: 0 });
  });
  if (!contour.closed) {
    const { x, y } = contour.segments[contour.segments.length - 1] ?? contour.start;
    vertices.push({ x, y, bulge: 0 });
  }
  return vertices;
}

/** The circle that a closed contour is, when it is nothing but arcs of one circle that add up to a turn. */
export function wholeCircle(contour: Contour): { x: number; y: number; radius: number } | undefined {
  const [first, second] = contour.segments;
  if (!contour.closed || contour.segments.length !== 2 || first.kind !== 'arc' || second.kind !== 'arc')
    return undefined;
  if (Math.abs(Math.abs(first.bulge) - 1) > 1e-9 || first.bulge !== second.bulge) return undefined;
  return {
    x: (contour.start.x + first.x) / 2,
    y: (contour.start.y + first.y) / 2,
    radius: norm(first.x - contour.start.x, first.y - contour.start.y) / 2,
  };
}
