import type { GreyPicture } from '../raster';

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
