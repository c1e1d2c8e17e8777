import { type ColourPicture, luminance } from '../raster';
import type { Sheet } from './draw';

/** A seam's pixels have what was poured and ink both within so many pixels each way. */
const REACH = 3;
/** What is lighter or darker than all around it, but for so many tones, is a line of its own. */
const OWN = 8;

/**
 * What was poured, and the seam between it and the ink beside it: pixels whose colours run from one to the other, as compression and
 * smoothing leave them, so that no hairline of paper stays. A line that is lighter or darker than both sides was drawn.
 */
export function withSeams(
  poured: Uint8Array,
  { width, height, data, level }: Sheet,
  picture: ColourPicture,
): Uint8Array {
  const result = poured.slice();
  const isInk = Uint8Array.from(data, (tone, i) => (tone < level && poured[i] === 0 ? 1 : 0));
  const [nearPoured, nearInk] = [poured, isInk].map((mask) => dilated(mask, width, height));
  const light = (i: number) => luminance(...channels(picture, i));
  for (let i = 0; i < result.length; i++) {
    if (poured[i] === 1 || isInk[i] === 1 || nearPoured[i] === 0 || nearInk[i] === 0) continue;
    let [darkest, lightest] = [255, 0];
    const [x, y] = [i % width, Math.floor(i / width)];
    for (let py = Math.max(0, y - REACH); py <= Math.min(height - 1, y + REACH); py++)
      for (let px = Math.max(0, x - REACH); px <= Math.min(width - 1, x + REACH); px++) {
        const k = py * width + px;
        if (poured[k] === 0 && isInk[k] === 0) continue;
        darkest = Math.min(darkest, light(k));
        lightest = Math.max(lightest, light(k));
      }
    const own = light(i);
    if (own >= darkest - OWN && own <= lightest + OWN) result[i] = 1;
  }
  return result;
}

const channels = ({ data }: ColourPicture, i: number): [number, number, number] => [
  data[4 * i],
  data[4 * i + 1],
  data[4 * i + 2],
];

/** 1 within so many pixels each way of a mask's. */
function dilated(mask: Uint8Array, width: number, height: number): Uint8Array {
  const along = (from: Uint8Array, lines: number, length: number, line: number, step: number) => {
    const into = new Uint8Array(from.length);
    for (let l = 0; l < lines; l++) {
      let last = -Infinity;
      for (let k = -REACH; k < length; k++) {
        if (k + REACH < length && from[l * line + (k + REACH) * step] === 1) last = k + REACH;
        if (k >= 0 && last >= k - REACH) into[l * line + k * step] = 1;
      }
    }
    return into;
  };
  return along(along(mask, height, width, width, 1), width, height, 1, width);
}
