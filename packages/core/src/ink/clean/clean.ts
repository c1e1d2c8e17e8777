import { type Context, checkStopped } from '../../context';
import { type RowChanges, findComponents, findRowChanges } from '../../raster';
import type { Sheet } from '../draw';
import type { Separated } from '../separated';
import type { CleanSettings } from '../settings';
import { bridged } from './gaps';
import { grown, thickened } from './grow';
import { joined, keepLargest } from './components';
import { evenedRims } from './rims';
import { dropSpecks } from './specks';

/** What cleaning did, and what is left. */
export interface Cleaned {
  sheet: Sheet;
  changes: RowChanges;
  /** Dust was dropped: what of it lies on rims is still there. */
  dusty: boolean;
  counts: {
    specks: number;
    pinholes: number;
    gaps: number;
    necks: number;
    /** Components dropped because only the largest stay, and components there are in the end. */
    dropped: number;
    components: number;
  };
}

/** Settings of cleaning in this picture's pixels, nothing left open. */
export type CleanNumbers = { [K in keyof CleanSettings]: Exclude<CleanSettings[K], 'auto'> };

/** Whether there is ink afterwards where there was none, but for pinholes. */
export const growsInk = ({ gaps, thinnest, grow, necks }: CleanNumbers): boolean =>
  gaps > 0 || thinnest > 0 || grow > 0 || necks > 0;

/**
 * Cleans ink in the order a hand would: specks and pinholes away, breaks bridged, rims evened, thin strokes brought
 * up, all grown or shrunk, components joined, and at last only the largest kept. What is not asked for costs nothing.
 */
export function clean(separated: Separated, settings: CleanNumbers, context: Context): Cleaned {
  const { grey, level, inkTone, paperTone } = separated;
  const changes = findRowChanges(grey, level, context);
  const first = dropSpecks({ grey, level }, changes, settings, { ink: inkTone, paper: paperTone }, context);
  const dusty = first.dusty && first.specks + first.pinholes > 0;
  const counts = {
    specks: first.specks,
    pinholes: first.pinholes,
    gaps: 0,
    necks: 0,
    dropped: 0,
    components: 0,
  };
  let sheet: Sheet = { width: grey.width, height: grey.height, data: first.data, level };
  const step = (work: () => void) => {
    checkStopped(context);
    work();
  };
  if (settings.gaps > 0) {
    step(() => {
      const { sheet: next, bridges } = bridged(sheet, settings.gaps, context);
      sheet = next;
      counts.gaps = bridges;
    });
  }
  if (settings.rims > 0) step(() => (sheet = evenedRims(sheet, settings.rims)));
  if (settings.thinnest > 0) step(() => (sheet = thickened(sheet, settings.thinnest, context)));
  if (settings.grow !== 0) step(() => (sheet = grown(sheet, settings.grow, context)));
  if (settings.necks > 0) {
    step(() => {
      const { sheet: next, necks } = joined(sheet, settings.necks, context);
      sheet = next;
      counts.necks = necks;
    });
  }
  const { largest } = settings;
  if (largest !== null) {
    step(() => {
      const { sheet: next, dropped } = keepLargest(
        sheet,
        largest,
        Math.max(paperTone, Math.ceil(sheet.level)),
      );
      sheet = next;
      counts.dropped = dropped;
    });
  }
  if (sheet.data === grey.data && sheet.level === level)
    return { sheet, changes, dusty, counts: { ...counts, components: first.components } };
  const left = findRowChanges(sheet, sheet.level, context);
  counts.components = findComponents(left, sheet.width, 'ink', context).count;
  return { sheet, changes: left, dusty, counts };
}
