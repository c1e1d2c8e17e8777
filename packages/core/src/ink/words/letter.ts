import { type GreyPicture, distanceTransform } from '../../raster';

/** A piece that may be a letter: lengths and places in pixels of the picture it was found in. */
export interface Letter {
  /** Centre and size of its box. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** Its darkest pixel, the tone up to which its pixels go, and their mean, in the picture or in its negative. */
  seed: number;
  tone: number;
  mean: number;
  area: number;
  /** Mean width of what it is drawn with. */
  stroke: number;
  lightOnDark: boolean;
  /** Drawn with strokes, and no blot. */
  isDrawn: boolean;
  /** Perhaps a whole word in a running hand. */
  isWord: boolean;
}

/** Diameter of the widest round that fits in a piece. */
export function widestRound(grey: GreyPicture, { x, y, width, height, tone }: Letter): number {
  const [wide, high] = [width + 2, height + 2];
  const [left, top] = [Math.round(x - width / 2) - 1, Math.round(y - height / 2) - 1];
  const mask = new Uint8Array(wide * high);
  for (let py = 1; py < high - 1; py++) {
    const row = (top + py) * grey.width + left;
    for (let px = 1; px < wide - 1; px++) mask[py * wide + px] = grey.data[row + px] <= tone ? 1 : 0;
  }
  const { distance } = distanceTransform(mask, wide, high, 0);
  // Distances run between pixel centres: half a pixel more than to the rim.
  const deepest = distance.reduce((most, value) => Math.max(most, value), 0) - 0.5;
  return 2 * deepest;
}
