import { DrelkError } from '../error';
import { PIXEL } from '../format';
import { type Box, boxHeight, boxWidth } from '../geometry';
import type { PieceSettings } from './settings';

/** What is known of the true size of a provider's units before anything is asked for. */
export interface KnownScale {
  from: 'file' | 'ruler' | 'rectangle' | 'none';
  /** Millimetres of a unit: a pixel of the picture, or the unit of a drawing; where none is known, as on a screen. */
  millimetresPerPixel: number;
}

/** Where the size of a piece comes from; `none` is a screen's 96 pixels an inch, and no true size. */
export type ScaleSource = 'length' | KnownScale['from'];

/** What size is asked for. */
export type SizeSettings = Pick<PieceSettings, 'by' | 'edge' | 'length'>;

/** How large a pixel becomes, in millimetres, and why. */
export interface PieceScale {
  millimetresPerPixel: number;
  source: ScaleSource;
}

/** Millimetres of a source pixel where nothing better is known: as on a screen. */
export const SCREEN_PIXEL = PIXEL;
/** Lengths a piece may be given. */
export const LEAST_LENGTH = 0.1;
export const MOST_LENGTH = 100_000;

/**
 * The scale that settings and knowledge come to: a length asked for is that of the artwork in `artwork`, or of the
 * whole frame. Throws `bad-length`.
 */
export function scaleFor(
  settings: SizeSettings,
  frame: Box,
  artwork: Box | undefined,
  known: KnownScale,
): PieceScale {
  const { length, edge, by } = settings;
  if (length === null) {
    return { millimetresPerPixel: known.millimetresPerPixel, source: known.from };
  }
  if (!(length >= LEAST_LENGTH && length <= MOST_LENGTH)) {
    throw new DrelkError(
      'bad-length',
      `A ${edge} of ${length} mm cannot be made.`,
      `Give a length from ${LEAST_LENGTH} mm to 100 m.`,
    );
  }
  const box = by === 'artwork' && artwork ? artwork : frame;
  const pixels = edge === 'width' ? boxWidth(box) : boxHeight(box);
  return { millimetresPerPixel: length / pixels, source: 'length' };
}
