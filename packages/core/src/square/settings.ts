/** Where a picture's size in millimetres comes from. Places in source pixels, lengths in millimetres. */
export type ScaleSettings =
  | { by: 'file' }
  | { by: 'ruler'; from: [x: number, y: number]; to: [x: number, y: number]; length: number }
  | { by: 'rectangle'; name: RectangleName; width: number; height: number };

/** Rectangles whose size is known, and one that is typed. */
export type RectangleName = 'card' | 'a4' | 'a3' | 'letter' | 'typed';

/** x, y of four corners in source pixels, clockwise on screen from the upper left one. */
export type Corners = number[];

/** What is kept of a picture: a box, or what a freehand loop encloses. x, y of its corners in source pixels. */
export interface Crop {
  kind: 'box' | 'loop';
  points: number[];
}

/** What the user may set of Square up. Everything is kept in source pixels, so that no setting moves another. */
export interface SquareSettings {
  /** Quarter turns, counter-clockwise on screen. */
  turn: 0 | 1 | 2 | 3;
  /** Left and right exchanged, after turning. */
  mirror: boolean;
  /** Fine turn in radians, counter-clockwise on screen. */
  angle: number;
  /** The sheet's corners, found by themselves in photos, left alone, or set. */
  flatten: 'auto' | 'none' | Corners;
  crop: Crop | null;
  scale: ScaleSettings;
}

/** Long and short side in millimetres: ISO/IEC 7810 ID-1, ISO 216, ANSI/ASME Y14.1. */
export const RECTANGLES: Record<Exclude<RectangleName, 'typed'>, { width: number; height: number }> = {
  card: { width: 85.6, height: 53.98 },
  a4: { width: 297, height: 210 },
  a3: { width: 420, height: 297 },
  letter: { width: 279.4, height: 215.9 },
};
