/** A place. Millimetres or pixels, as its owner says; y points down. */
export interface Point {
  x: number;
  y: number;
}

/** A box with its sides along the axes. */
export interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** A straight segment from where the one before it ends to (x, y). */
export interface Line extends Point {
  kind: 'line';
}

/**
 * A circular arc to (x, y). `bulge` is the tangent of a quarter of the swept angle, positive where it
 * runs counter-clockwise seen on screen (the DXF reference's own convention).
 */
export interface Arc extends Point {
  kind: 'arc';
  bulge: number;
}

/** A cubic Bezier segment to (x, y) with handles (x1, y1) and (x2, y2). */
export interface Cubic extends Point {
  kind: 'cubic';
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

export type Segment = Line | Arc | Cubic;

/** A run of segments; when `closed`, the last one ends at the start. */
export interface Contour {
  start: Point;
  segments: Segment[];
  closed: boolean;
}

/** One outer contour, counter-clockwise on screen, with its holes, clockwise; or a single line. */
export interface Shape {
  outer: Contour;
  holes: Contour[];
  /** Mean width of the stroke that the outer contour is the middle line of; absent for areas. */
  pen?: number;
  /** Number of the plate it belongs to, where a picture was taken apart. */
  plate?: number;
}

/** Every contour of some shapes, outer ones before their holes. */
export function contoursOf(shapes: readonly Shape[]): Contour[] {
  return shapes.flatMap((shape) => [shape.outer, ...shape.holes]);
}

/** Calls `visit` for every segment with the point it starts at. */
export function eachSegment(contour: Contour, visit: (from: Point, segment: Segment) => void): void {
  let from = contour.start;
  for (const segment of contour.segments) {
    visit(from, segment);
    from = segment;
  }
}

/** Nodes of a contour: the places where segments meet, and both ends of an open one. */
export function nodeCount(contour: Contour): number {
  return contour.segments.length + (contour.closed ? 0 : 1);
}
