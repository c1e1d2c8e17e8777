import { type Context, checkStopped } from '../../context';
import { areAlike, channelsOf, channelsOfPlate } from './channels';
import { NONE, type Plate } from './plate';
import { type EvenMap, evenPixels } from './even';
import type { Nearest } from './nearest';
import { voted } from './vote';

/** Pixels of even areas that are farther off their plate than this, in tones, were compressed, printed or photographed. */
const STRAY = 1.5;
/** So many of them are no farther off. */
const MOST_OF_THEM = 0.9;
const SAMPLES = 200_000;
/** What is averaged differs by so many times what pixels stray, in tones: no less than the least, no more than the most. */
const RANGE = { times: 3, least: 8, most: 24 };
/** Even colours differ by no more than this from one side of a pixel to the other, in tones. */
const FLAT = 12;
/** Pixels so far away each way are averaged over, and so often. */
const REACH = 2;
const ROUNDS = 2;

/** How far nine in ten pixels of even areas are at most from their plate's colour, in tones; 0 for what a program drew. */
export function strayOf({ words, even }: EvenMap, plates: readonly Plate[]): number {
  const colours = plates.map(channelsOfPlate);
  const counts = new Uint32Array(256);
  const step = Math.max(1, Math.floor(words.length / SAMPLES));
  let all = 0;
  for (let i = 0; i < words.length; i += step) {
    if (even[i] === NONE) continue;
    const own = colours[even[i]];
    counts[Math.max(...channelsOf(words[i]).map((tone, c) => Math.abs(tone - own[c])))]++;
    all++;
  }
  let left = MOST_OF_THEM * all;
  let stray = 0;
  while (stray < 255 && (left -= counts[stray]) > 0) stray++;
  return stray > STRAY ? stray : 0;
}

/** Colours freed of what compression, print and grain left in even areas, and the plates of those. */
export function calmedMap(map: EvenMap, nearest: Nearest, stray: number, context: Context): EvenMap {
  const range = Math.min(RANGE.most, Math.max(RANGE.least, RANGE.times * stray));
  let { words } = map;
  for (let round = 0; round < ROUNDS; round++) words = averaged({ ...map, words }, range, context);
  const even = evenPixels(words, map, nearest, context, FLAT);
  return { ...map, words, even: voted({ ...map, words, even }, range, context) };
}

/**
 * Each colour averaged with those around that differ by no more than `range` tones in any channel: rims stay where they are. Sigma filter:
 * Lee, Digital image smoothing and the sigma filter, CVGIP 24 (1983), 255-269.
 */
function averaged(
  { width, height, words }: Omit<EvenMap, 'even'>,
  range: number,
  context: Context,
): Uint32Array {
  const into = new Uint32Array(words.length);
  for (let y = 0; y < height; y++) {
    if ((y & 63) === 0) checkStopped(context);
    const top = Math.max(0, y - REACH);
    const bottom = Math.min(height - 1, y + REACH);
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const left = Math.max(0, x - REACH);
      const right = Math.min(width - 1, x + REACH);
      let [red, green, blue, count] = [0, 0, 0, 0];
      for (let py = top; py <= bottom; py++)
        for (let k = py * width + left, end = py * width + right; k <= end; k++) {
          const word = words[k];
          if (!areAlike(word, words[i], range)) continue;
          red += word & 255;
          green += (word >>> 8) & 255;
          blue += (word >>> 16) & 255;
          count++;
        }
      const mean = (sum: number) => Math.round(sum / count);
      into[i] = (mean(red) | (mean(green) << 8) | (mean(blue) << 16) | (255 << 24)) >>> 0;
    }
  }
  return into;
}
