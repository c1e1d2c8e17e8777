import type { Contour } from '../../geometry';

/** What is painted over all before: an area whose inside is in an odd number of its contours, and its colour, #rrggbb; null for the ground. */
export interface PaintedArea {
  contours: Contour[];
  colour: string | null;
}
