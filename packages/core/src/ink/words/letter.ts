import { type GreyPicture, distanceTransform } from '../../raster';

/** How far outside a piece's box its paper is looked at. */
const BESIDE = 2;

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
  /** What most of the frame around it does not go below. */
  paper: number;
  area: number;
  /** Mean width of what it is drawn with. */
  stroke: number;
  lightOnDark: boolean;
  /** Drawn with strokes, and no blot. */
  isDrawn: boolean;
  /** Perhaps a whole word in a running hand. */
  isWord: boolean;
}

/** The middle one of the tones along a piece's box, a little outside it. */
export function toneAround(
  { width, height, data }: GreyPicture,
  piece: Pick<Letter, 'x' | 'y' | 'width' | 'height'>,
): number {
  const [left, right] = [piece.x - piece.width / 2 - BESIDE, piece.x + piece.width / 2 - 1 + BESIDE];
  const [top, bottom] = [piece.y - piece.height / 2 - BESIDE, piece.y + piece.height / 2 - 1 + BESIDE];
  const tones: number[] = [];
  const add = (x: number, y: number) => {
    if (x >= 0 && y >= 0 && x < width && y < height) tones.push(data[y * width + x]);
  };
  for (let x = left; x <= right; x++) {
    add(x, top);
    add(x, bottom);
  }
  for (let y = top + 1; y < bottom; y++) {
    add(left, y);
    add(right, y);
  }
  return tones.sort((a, b) => a - b)[tones.length >> 1] ?? 255;
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
