import type { Context } from '../context';
import { type GreyPicture, findComponents, findRowChanges, gaussianBlur, histogram } from '../raster';
import { automaticTones } from './level';

/** A screen of dots that tones are printed with, or scattered into. */
export interface Dots {
  /** From dot to dot, in pixels. */
  spacing: number;
}

/** So many squares across and down are looked into, of so many pixels a side. */
const LOOKS = 4;
const SIDE = 160;
/** What is no larger, in square pixels, is a dot; where there are dots, there is one for so many square pixels at least. */
const MOST_AREA = 24;
const THINNEST = 150;
/** And of all that lies there so much is dots. */
const MOSTLY = 0.8;
/** Of the squares in which anything is, so many are dotted. */
const DOTTED = 0.5;
/** Of all changes along rows no more than this share is left where dots were. */
const CALM = 0.15;
/** Standard deviation of the blur that leaves nothing of dots, over their spacing. */
const EVENED = 0.45;

/**
 * The dots that a picture is made of, printed or scattered; undefined where it is not. Small pieces of ink in paper, and of paper in
 * ink, lie close together over most of it: letters are larger, and dust is not so dense.
 */
export function dotsOf(grey: GreyPicture, context: Context): Dots | undefined {
  const parts = [...partsOf(grey)];
  const counts = new Uint32Array(256);
  for (const part of parts) histogram(part).forEach((count, tone) => (counts[tone] += count));
  const { level } = automaticTones(counts);
  let [looked, dotted, dots, area] = [0, 0, 0, 0];
  for (const part of parts) {
    const changes = findRowChanges(part, level, context);
    const pixels = part.width * part.height;
    if (changes.at.length <= 2 * part.height) continue;
    looked++;
    // Each dot has two changes at least.
    if (changes.at.length * THINNEST < 2 * pixels) continue;
    const pieces = [
      ...findComponents(changes, part.width, 'ink', context).area,
      ...findComponents(changes, part.width, 'paper', context).area,
    ];
    const small = pieces.filter((size) => size <= MOST_AREA).length;
    if (small * THINNEST < pixels || small < MOSTLY * pieces.length) continue;
    dotted++;
    dots += small;
    area += pixels;
  }
  if (dotted <= DOTTED * looked) return undefined;
  const found = { spacing: Math.sqrt(area / dots) };
  return isCalmWithout(found, parts, level, context) ? found : undefined;
}

/** Whether dots leave even tones once they are evened out: grain does not. */
function isCalmWithout(dots: Dots, parts: readonly GreyPicture[], level: number, context: Context): boolean {
  let [before, after] = [0, 0];
  for (const part of parts) {
    before += findRowChanges(part, level, context).at.length;
    after += findRowChanges(withoutDots(part, dots, 1), level, context).at.length;
  }
  return after < CALM * before;
}

/** Squares of a picture, evenly over it; all of it where it is small. */
function* partsOf({ width, height, data }: GreyPicture): Generator<GreyPicture> {
  const [wide, high] = [Math.min(SIDE, width), Math.min(SIDE, height)];
  const [across, down] = [width, height].map((length) =>
    Math.max(1, Math.min(LOOKS, Math.floor(length / SIDE))),
  );
  for (let v = 0; v < down; v++)
    for (let u = 0; u < across; u++) {
      const left = Math.floor(((u + 0.5) * width) / across - wide / 2);
      const top = Math.floor(((v + 0.5) * height) / down - high / 2);
      const part = new Uint8Array(wide * high);
      for (let y = 0; y < high; y++)
        part.set(data.subarray((top + y) * width + left, (top + y) * width + left + wide), y * wide);
      yield { width: wide, height: high, data: part };
    }
}

/** A picture's tones with its dots evened out; `reduction` is how many times smaller it is than the one they were measured in. */
export const withoutDots = (grey: GreyPicture, { spacing }: Dots, reduction: number): GreyPicture =>
  gaussianBlur(grey, (EVENED * spacing) / reduction);
