import type { Context } from '../context';
import type { GreyPicture } from '../raster';
import { FOLLOWED_LEVEL, followLight, windowFor } from './follow-light';
import { automaticTones } from './level';
import { paperIsDark } from './paper';
import { type Separated, blackOnWhite } from './separated';
import type { InkSettings } from './settings';
import type { Toned } from './tone';

/** Below this difference between its two medians, out of 255, a picture is taken to hold one tone only. */
const LEAST_CONTRAST = 10;

/** Ink by a threshold on tones: found, set, or following the light. A picture of one tone is all paper, to be drawn on. */
export function separateByTone(
  { grey: source, after, levelled }: Toned,
  settings: Pick<InkSettings, 'threshold' | 'ink'>,
  context: Context,
): Separated {
  const tones = automaticTones(after);
  if (tones.light - tones.dark < LEAST_CONTRAST) return bare(source);
  const { threshold } = settings;
  // Levelled tones lie where they were put; the histogram's medians of thin strokes would be those of their rims.
  const middle = levelled ?? tones.level;
  const level = typeof threshold === 'number' ? threshold - 0.5 : middle;
  const lightOnDark = settings.ink === 'auto' ? paperIsDark(source, level) : settings.ink === 'light';
  const turned = lightOnDark ? negative(source) : source;
  const automatic = Math.ceil(middle);
  const common = { lightOnDark, automatic, threshold: typeof threshold === 'number' ? threshold : automatic };
  if (threshold === 'local') {
    const grey = followLight(turned, windowFor(turned), context);
    return { ...common, grey, level: FOLLOWED_LEVEL, inkTone: 0, paperTone: 255 };
  }
  const own = lightOnDark ? 255 - level : level;
  return {
    ...common,
    grey: turned,
    level: own,
    inkTone: Math.min(lightOnDark ? 255 - tones.light : tones.dark, Math.ceil(own) - 1),
    paperTone: Math.max(lightOnDark ? 255 - tones.dark : tones.light, Math.ceil(own)),
  };
}

function bare({ width, height }: GreyPicture): Separated {
  return blackOnWhite({ width, height, data: new Uint8Array(width * height).fill(255) });
}

function negative({ width, height, data }: GreyPicture): GreyPicture {
  return { width, height, data: data.map((tone) => 255 - tone) };
}
