import type { DrawingPlate } from '../format';
import type { Box, PathSet } from '../geometry';
import type { KnownScale, PieceScale } from './scale';

/**
 * Paths as they come to Piece, whoever provides them: a trace of a picture, in its pixels, or a drawing, in its own unit.
 */
export interface Artwork {
  paths: PathSet;
  /** Names and colours of the plates that paths refer to by number. */
  plates: readonly DrawingPlate[];
  /** The picture's frame, or the drawing's page. */
  frame: Box;
  /** What is known of the true size, and the scale decided from it before there were paths. */
  known: KnownScale;
  scale: PieceScale;
}
