import { histogram, type GreyPicture } from '../raster';
import { paperIsDark } from './paper';
import type { BandSettings } from './settings';
import type { Separated } from './separated';
import { noInk } from './no-ink';

/** Least share of the picture that makes a tone of its own, and least tones between two of them. */
const LEAST_SHARE = 0.002;
const LEAST_APART = 10;
/** Most bands that are found by themselves. */
const MOST_BANDS = 12;

/**
 * Tones at which bands part, rising. `auto` puts one half way between every two tones that the picture has much of
 * (peaks of its histogram); a number parts the tones between the darkest and the lightest evenly.
 */
export function bandLevels(counts: ArrayLike<number>, levels: BandSettings['levels']): number[] {
  if (Array.isArray(levels)) return [...levels].sort((a, b) => a - b);
  if (typeof levels === 'number') {
    const [dark, light] = [quantile(counts, 0.005), quantile(counts, 0.995)];
    return Array.from({ length: levels }, (_, k) =>
      Math.round(dark + ((light - dark) * (k + 1)) / (levels + 1)),
    );
  }
  const tones = peaks(counts);
  return tones.slice(1).map((tone, k) => Math.ceil((tone + tones[k]) / 2));
}

function quantile(counts: ArrayLike<number>, share: number): number {
  const total = Array.from(counts).reduce((sum, count) => sum + count, 0);
  let sum = 0;
  for (let tone = 0; tone < 256; tone++) {
    sum += counts[tone];
    if (sum >= share * total) return tone;
  }
  return 255;
}

/** Tones that stand out of their surroundings, the strongest first taken, each keeping others at a distance. */
function peaks(counts: ArrayLike<number>): number[] {
  const smooth = Array.from({ length: 256 }, (_, tone) => {
    let sum = 0;
    for (let k = -2; k <= 2; k++) sum += counts[Math.min(255, Math.max(0, tone + k))];
    return sum;
  });
  const total = Array.from(counts).reduce((sum, count) => sum + count, 0);
  const found: number[] = [];
  const order = Array.from({ length: 256 }, (_, tone) => tone).sort(
    (a, b) => smooth[b] - smooth[a] || counts[b] - counts[a],
  );
  for (const tone of order) {
    if (smooth[tone] < LEAST_SHARE * total || found.length === MOST_BANDS + 1) break;
    const isPeak = smooth[tone] >= (smooth[tone - 1] ?? 0) && smooth[tone] >= (smooth[tone + 1] ?? 0);
    if (isPeak && found.every((other) => Math.abs(other - tone) >= LEAST_APART)) found.push(tone);
  }
  return found.sort((a, b) => a - b);
}

/** Ink by grey level: everything on the dark side of one of the levels. Throws `no-ink` for a single tone. */
export function separateByBands(
  source: GreyPicture,
  settings: BandSettings,
  ink: 'auto' | 'dark' | 'light',
): Separated & { levels: number[] } {
  const levels = bandLevels(histogram(source), settings.levels);
  if (levels.length === 0) throw noInk('The picture has only one tone.');
  const lightOnDark = ink === 'auto' ? paperIsDark(source, levels[levels.length >> 1]) : ink === 'light';
  const counted = lightOnDark ? [...levels].reverse() : levels;
  const which = settings.shown === 'all' ? counted.length - 1 : Math.min(counted.length - 1, settings.shown);
  const threshold = counted[which];
  const level = lightOnDark ? 255 - (threshold - 0.5) : threshold - 0.5;
  const grey = lightOnDark ? { ...source, data: source.data.map((tone) => 255 - tone) } : source;
  return { grey, level, inkTone: 0, paperTone: 255, lightOnDark, automatic: threshold, threshold, levels };
}
