import type { GreyPicture } from '../raster';
import { RIM_LEVEL } from './rim-tones';

/** A picture told apart into ink and paper: ink is darker than `level`, whichever tone it had in the source. */
export interface Separated {
  grey: GreyPicture;
  level: number;
  /** Tones of full ink and of bare paper in `grey`, on either side of the level. */
  inkTone: number;
  paperTone: number;
  /** True where the source's lighter tone is ink. */
  lightOnDark: boolean;
  /** The threshold that would be taken of itself, and the one in force, on the source's tones. */
  automatic: number;
  threshold: number;
}

/** Ink that is drawn black on white already, whatever it was in the source. */
export const blackOnWhite = (grey: GreyPicture, lightOnDark = false): Separated => ({
  grey,
  level: RIM_LEVEL,
  inkTone: 0,
  paperTone: 255,
  lightOnDark,
  automatic: 128,
  threshold: 128,
});
