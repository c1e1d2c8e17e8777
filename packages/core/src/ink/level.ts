import { otsuThreshold } from './otsu';

/** What the histogram says of ink and paper. Tones 0..255; dark and light are the two classes' medians. */
export interface Tones {
  dark: number;
  light: number;
  /** Where the contour between them runs: half way, where a rim pixel is half covered. */
  level: number;
}

/**
 * Splits the tones after Otsu, then puts the level half way between the medians of the two classes: at
 * an anti-aliased or slightly blurred rim that is where the ink's edge truly lies, whatever the share of
 * ink in the picture. The level lies between two tones, so that no pixel is exactly on it.
 */
export function automaticTones(counts: ArrayLike<number>): Tones {
  const split = otsuThreshold(counts);
  const dark = median(counts, 0, split);
  const light = median(counts, split + 1, 255);
  return { dark, light, level: Math.floor((dark + light) / 2) + 0.5 };
}

function median(counts: ArrayLike<number>, from: number, to: number): number {
  let total = 0;
  for (let tone = from; tone <= to; tone++) total += counts[tone];
  let sum = 0;
  for (let tone = from; tone <= to; tone++) {
    sum += counts[tone];
    if (sum * 2 >= total && sum > 0) return tone;
  }
  return from;
}
