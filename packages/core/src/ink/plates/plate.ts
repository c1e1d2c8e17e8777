import type { Lab } from '../../raster';

/** One colour's ink. */
export interface Plate {
  /** #rrggbb */
  colour: string;
  name: string;
  lab: Lab;
  /** Its luminance, 0 to 255. */
  tone: number;
  /** Share of the picture's pixels that are mostly of this plate. */
  share: number;
}

/** No plate. */
export const NONE = 255;
