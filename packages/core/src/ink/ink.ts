import { type Context, checkStopped } from '../context';
import { DrelkError } from '../error';
import { type GreyPicture, type RowChanges, findRowChanges, histogram } from '../raster';
import { automaticTones } from './level';
import { rimIsDark } from './rim';
import { dropSpecks } from './specks';

/** What the user may set of Ink. Areas in source pixels. */
export interface InkSettings {
  /** Tones below this are dark; `auto` lies half way between what the histogram holds to be ink and paper. */
  threshold: 'auto' | number;
  /** Which tone is ink; `auto` asks the picture's rim. */
  ink: 'auto' | 'dark' | 'light';
  specks: number;
  pinholes: number;
}

/** What is shape and what is not. */
export interface Ink {
  /** Ink is darker than `level`, whichever it was in the source. */
  grey: GreyPicture;
  level: number;
  changes: RowChanges;
  lightOnDark: boolean;
  /** Tone counts of the source, and the threshold that `auto` takes. */
  histogram: Uint32Array;
  automatic: number;
  /** Threshold in force, on the source's tones. */
  threshold: number;
  specks: number;
  pinholes: number;
  inkPixels: number;
}

/** Below this difference between its two medians, out of 255, a picture is taken to hold one tone only. */
const LEAST_CONTRAST = 10;

/** Decides what is ink. Throws `no-ink` for a picture of one tone, or when the threshold leaves nothing. */
export function makeInk(source: GreyPicture, settings: InkSettings, context: Context): Ink {
  const counts = histogram(source);
  const tones = automaticTones(counts);
  if (tones.light - tones.dark < LEAST_CONTRAST) throw noInk('The picture has only one tone.');
  checkStopped(context);
  const automatic = Math.ceil(tones.level);
  const threshold = settings.threshold === 'auto' ? automatic : settings.threshold;
  const sourceLevel = settings.threshold === 'auto' ? tones.level : settings.threshold - 0.5;
  const lightOnDark = settings.ink === 'auto' ? rimIsDark(source, sourceLevel) : settings.ink === 'light';
  const grey = lightOnDark ? negative(source) : source;
  const level = lightOnDark ? 255 - sourceLevel : sourceLevel;
  checkStopped(context);
  const first = findRowChanges(grey, level);
  const cleaned = dropSpecks(grey, first, settings, {
    ink: Math.min(lightOnDark ? 255 - tones.light : tones.dark, Math.ceil(level) - 1),
    paper: Math.max(lightOnDark ? 255 - tones.dark : tones.light, Math.ceil(level)),
  });
  checkStopped(context);
  const clean = cleaned.data === grey.data ? grey : { ...grey, data: cleaned.data };
  const changes = clean === grey ? first : findRowChanges(clean, level);
  const inkPixels = countInk(changes);
  if (inkPixels === 0)
    throw noInk(cleaned.specks ? 'All of it was dropped as specks.' : 'Everything is lighter.');
  return {
    grey: clean,
    level,
    changes,
    lightOnDark,
    histogram: counts,
    automatic,
    threshold,
    specks: cleaned.specks,
    pinholes: cleaned.pinholes,
    inkPixels,
  };
}

function noInk(why: string): DrelkError {
  return new DrelkError(
    'no-ink',
    `Nothing here is ink. ${why}`,
    'Move the threshold, lower the speck size, or take a picture with more contrast.',
  );
}

function negative({ width, height, data }: GreyPicture): GreyPicture {
  return { width, height, data: data.map((tone) => 255 - tone) };
}

function countInk({ at }: RowChanges): number {
  let pixels = 0;
  for (let k = 0; k < at.length; k += 2) pixels += at[k + 1] - at[k];
  return pixels;
}
