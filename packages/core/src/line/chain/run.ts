/**
 * A run of points with the distance walked to each, in arrays of equal length: evened out, to be followed; beside them
 * the points as they were found, to be measured against.
 */
export interface Run {
  x: Float64Array;
  y: Float64Array;
  along: Float64Array;
  /** The run is a closed curve, its last point repeating its first; otherwise its ends are corners. */
  around: boolean;
  /** The points as they were found, before they were evened out; the ends of an open run are its corners, where the rim turns. */
  foundX: Float64Array;
  foundY: Float64Array;
  /** Its first point is a corner beyond the contour. */
  beyond: boolean;
}

/** A unit direction, or undefined where the curve may leave or arrive as it likes. */
export type Direction = { x: number; y: number } | undefined;

/** A cubic's two handles as offsets from its ends. */
export interface Handles {
  startX: number;
  startY: number;
  endX: number;
  endY: number;
}
