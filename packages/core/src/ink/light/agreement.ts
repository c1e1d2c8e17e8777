import type { Context } from '../../context';
import { type GreyPicture, findEdges, gaussianBlur, sobel } from '../../raster';

/** The edges of a picture: where they are, how strong each is, and all that is near one. */
export interface StrongEdges {
  width: number;
  height: number;
  places: Uint32Array;
  strengths: Float32Array;
  total: number;
  near: Uint8Array;
}

/** Tones are weighed by their ratio from this one on, so that edges count in shadow as in light. */
const DARK = 32;
/** Blur that quiets grain, in pixels. */
const BLUR = 1;
/** An edge is as strong as this share of the strongest, and as many times what is usual. */
const OF_STRONGEST = 0.14;
const OF_USUAL = 5;
/** A rim lies on an edge within so many pixels. */
const NEAR = 2;

/** Looks for the edges that any good separation must follow. */
export function strongEdges(grey: GreyPicture, context: Context): StrongEdges {
  const { width, height } = grey;
  const full = Math.log((255 + DARK) / DARK);
  const ratio = Uint8Array.from({ length: 256 }, (_, tone) => (255 * Math.log((tone + DARK) / DARK)) / full);
  const soft = gaussianBlur({ width, height, data: grey.data.map((tone) => ratio[tone]) }, BLUR);
  const { size } = sobel(soft, context);
  const sample = size.filter((_, i) => i % 7 === 0).sort();
  const at = (share: number) => sample[Math.floor(share * (sample.length - 1))];
  const low = Math.max(8, OF_STRONGEST * at(0.998), OF_USUAL * at(0.5));
  const { data } = findEdges(soft, low, 1.6 * low, context);
  const places: number[] = [];
  const near = new Uint8Array(data.length);
  data.forEach((isEdge, i) => {
    if (!isEdge) return;
    places.push(i);
    eachNear(i, width, height, (k) => (near[k] = 1));
  });
  const strengths = Float32Array.from(places, (i) => size[i]);
  const total = strengths.reduce((sum, value) => sum + value, 0);
  return { width, height, places: Uint32Array.from(places), strengths, total, near };
}

/** The places within `NEAR` pixels of one, up, down and across. */
function eachNear(i: number, width: number, height: number, visit: (k: number) => void): void {
  const [x, y] = [i % width, Math.floor(i / width)];
  for (let v = Math.max(0, y - NEAR); v <= Math.min(height - 1, y + NEAR); v++)
    for (let u = Math.max(0, x - NEAR); u <= Math.min(width - 1, x + NEAR); u++) visit(v * width + u);
}

/**
 * How well a separation at a level agrees with the edges, 0 to 1: the harmonic mean of the share of its rim that lies on
 * an edge and the share of the edges, by strength, that lie on its rim. Rubble in even light has rims without
 * edges; a shape taken for paper has edges without a rim.
 */
export function agreementWith(
  { width, height, places, strengths, total, near }: StrongEdges,
  { data }: GreyPicture,
  level: number,
): number {
  const nearRim = new Uint8Array(data.length);
  let length = 0;
  let onEdge = 0;
  for (let y = 0; y + 1 < height; y++) {
    for (let x = 0, i = y * width; x + 1 < width; x++, i++) {
      const isDark = data[i] < level;
      if (isDark === data[i + 1] < level && isDark === data[i + width] < level) continue;
      length++;
      onEdge += near[i];
      nearRim[i] = 1;
    }
  }
  if (length === 0 || total === 0) return 0;
  let followed = 0;
  places.forEach((i, k) => {
    let isNear = 0;
    eachNear(i, width, height, (n) => (isNear |= nearRim[n]));
    if (isNear) followed += strengths[k];
  });
  const [precision, recall] = [onEdge / length, followed / total];
  return precision + recall === 0 ? 0 : (2 * precision * recall) / (precision + recall);
}
