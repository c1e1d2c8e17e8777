import { affineContour } from './affine';
import type { Contour, Point, Segment, Shape } from '../contour';
import { type Homography, isMirroring, mapPoint } from './homography';

/** A uniform scale about the origin, then a shift: enough to bring pixels to their place on the material. */
export interface Placement {
  scale: number;
  x: number;
  y: number;
}

const place = (point: Point, { scale, x, y }: Placement): Point => ({
  x: point.x * scale + x,
  y: point.y * scale + y,
});

function placeSegment(segment: Segment, placement: Placement): Segment {
  const end = place(segment, placement);
  if (segment.kind !== 'cubic') return { ...segment, ...end };
  const first = place({ x: segment.x1, y: segment.y1 }, placement);
  const second = place({ x: segment.x2, y: segment.y2 }, placement);
  return { kind: 'cubic', x1: first.x, y1: first.y, x2: second.x, y2: second.y, ...end };
}

/** The contour scaled and shifted. */
export function placeContour(contour: Contour, placement: Placement): Contour {
  return {
    start: place(contour.start, placement),
    segments: contour.segments.map((segment) => placeSegment(segment, placement)),
    closed: contour.closed,
  };
}

/** The shape scaled and shifted. */
export function placeShape(shape: Shape, placement: Placement): Shape {
  return {
    ...shape,
    outer: placeContour(shape.outer, placement),
    holes: shape.holes.map((hole) => placeContour(hole, placement)),
    ...(shape.pen === undefined ? {} : { pen: shape.pen * placement.scale }),
  };
}

/**
 * The contour taken elsewhere. Where the map keeps parallels that is the curve itself; where it does not, its nodes and handles
 * are, which is close to it where the map nearly does. A map that mirrors turns arcs over.
 */
export function mapContour(contour: Contour, map: Homography): Contour {
  const [a, b, c, d, e, f, g, h, i] = map;
  if (g === 0 && h === 0 && i === 1) return affineContour(contour, [a, d, b, e, c, f]);
  const { start, segments, closed } = contour;
  const sign = isMirroring(map, start) ? -1 : 1;
  return {
    start: mapPoint(map, start),
    segments: segments.map((segment): Segment => {
      const end = mapPoint(map, segment);
      if (segment.kind === 'arc') return { kind: 'arc', bulge: sign * segment.bulge, ...end };
      if (segment.kind === 'line') return { kind: 'line', ...end };
      const first = mapPoint(map, { x: segment.x1, y: segment.y1 });
      const second = mapPoint(map, { x: segment.x2, y: segment.y2 });
      return { kind: 'cubic', x1: first.x, y1: first.y, x2: second.x, y2: second.y, ...end };
    }),
    closed,
  };
}

/** A contour walked from its end to its start; closed ones keep their first node. */
export function reverseContour(contour: Contour): Contour {
  const ends: Point[] = [contour.start, ...contour.segments];
  const segments = contour.segments.map((segment, i): Segment => {
    const { x, y } = ends[i];
    if (segment.kind === 'cubic') {
      return { kind: 'cubic', x1: segment.x2, y1: segment.y2, x2: segment.x1, y2: segment.y1, x, y };
    }
    return segment.kind === 'arc' ? { kind: 'arc', bulge: -segment.bulge, x, y } : { kind: 'line', x, y };
  });
  const last = ends[ends.length - 1];
  return { start: { x: last.x, y: last.y }, segments: segments.reverse(), closed: contour.closed };
}
