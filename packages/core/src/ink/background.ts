import { type Context, checkStopped } from '../context';
import { type ColourPicture, type FloodedArea, flood, rimPixels } from '../raster';
import { distanceFrom, wordsOf } from './colour-distance';
import type { BackgroundSettings } from './settings';

/** Tolerance of areas that are clicked while none is set for the rim, by CIEDE2000. */
const CLICKED_TOLERANCE = 8;

/**
 * What is background: 1 for every pixel that is to be paper, whatever its tone; undefined where nothing is. From the
 * rim, everything whose colour lies within the tolerance of the rim's own and hangs together with it; around
 * each place clicked away, likewise; and, where places to keep are clicked, all but their areas.
 */
export function findBackground(
  picture: ColourPicture,
  { tolerance, away, keep }: BackgroundSettings,
  context: Context,
): Uint8Array | undefined {
  if (tolerance === null && away.length === 0 && keep.length === 0) return undefined;
  const { width, height } = picture;
  const words = wordsOf(picture);
  const around = (x: number, y: number): FloodedArea | undefined => {
    const px = Math.floor(x);
    const py = Math.floor(y);
    if (px < 0 || py < 0 || px >= width || py >= height) return undefined;
    const word = words[py * width + px];
    const distance = distanceFrom(word & 255, (word >>> 8) & 255, (word >>> 16) & 255);
    const most = tolerance ?? CLICKED_TOLERANCE;
    return flood(width, height, [py * width + px], (i) => distance(words[i]) <= most);
  };
  const result = new Uint8Array(width * height);
  const mark = (area: FloodedArea | undefined, value: number) => {
    if (area) for (let i = 0; i < result.length; i++) if (area.data[i]) result[i] = value;
  };
  if (keep.length > 0) {
    result.fill(1);
    for (let k = 0; k + 1 < keep.length; k += 2) mark(around(keep[k], keep[k + 1]), 0);
  } else if (tolerance !== null) {
    mark(fromRim(picture, words, tolerance), 1);
  }
  checkStopped(context);
  for (let k = 0; k + 1 < away.length; k += 2) mark(around(away[k], away[k + 1]), 1);
  return result;
}

/** The rim's commonest colour and everything near it that touches the rim. */
function fromRim({ width, height }: ColourPicture, words: Uint32Array, tolerance: number): FloodedArea {
  const counts = new Map<number, { count: number; word: number }>();
  for (const i of rimPixels(width, height)) {
    const key = words[i] & 0xf0f0f0;
    const entry = counts.get(key);
    if (entry) entry.count++;
    else counts.set(key, { count: 1, word: words[i] });
  }
  const [{ word }] = [...counts.values()].sort((a, b) => b.count - a.count);
  const distance = distanceFrom(word & 255, (word >>> 8) & 255, (word >>> 16) & 255);
  return flood(width, height, rimPixels(width, height), (i) => distance(words[i]) <= tolerance);
}
