import { type Context, checkStopped } from '../context';
import type { GreyPicture, RowChanges } from '../raster';
import { type CleanNumbers, type Cleaned, clean } from './clean/clean';
import { allTooFine, noInk } from './no-ink';
import type { Separated } from './separated';

/** What is shape and what is not. */
export interface Ink {
  /** Ink is darker than `level`, whichever it was in the source. */
  grey: GreyPicture;
  level: number;
  changes: RowChanges;
  inkPixels: number;
  /** Dust was dropped: what of it lies on rims is still there. */
  dusty: boolean;
  cleaned: Cleaned['counts'];
}

/**
 * Cleans what was told apart and drawn by hand, `calm` where detail was taken out before. Throws `no-ink` where nothing is
 * left.
 */
export function makeInk(separated: Separated, settings: CleanNumbers, context: Context, calm = false): Ink {
  const { sheet, changes, dusty, counts } = clean(separated, settings, context);
  checkStopped(context);
  const { width, height, data, level } = sheet;
  const inkPixels = countInk(changes);
  if (inkPixels === 0 && calm) throw allTooFine();
  if (inkPixels === 0)
    throw noInk(counts.specks > 0 ? 'All of it was dropped as specks.' : 'All of it is paper.');
  return { grey: { width, height, data }, level, changes, inkPixels, dusty, cleaned: counts };
}

function countInk({ at }: RowChanges): number {
  let pixels = 0;
  for (let k = 0; k < at.length; k += 2) pixels += at[k + 1] - at[k];
  return pixels;
}
