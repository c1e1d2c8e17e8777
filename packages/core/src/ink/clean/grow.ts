import type { Context } from '../../context';
import { DrelkError } from '../../error';
import { distanceTransform, thinned } from '../../raster';
import type { Sheet } from '../draw';
import { RIM_LEVEL, rimTones } from '../rim-tones';
import { signedDistance } from './signed-distance';

/** The ink grown by `by` pixels on every side, or shrunk where it is negative. Throws `no-ink` for all gone. */
export function grown(sheet: Sheet, by: number, context: Context): Sheet {
  const data = rimTones(signedDistance(sheet, [by], context), by);
  const isInk = (tone: number) => tone < RIM_LEVEL;
  if (!data.some(isInk)) {
    throw new DrelkError(
      'no-ink',
      'Thinned by that much, no ink is left.',
      'Take less away; the thickest stroke sets how much can go.',
    );
  }
  if (data.every(isInk)) {
    throw new DrelkError(
      'all-ink',
      'Thickened by that much, the ink swallows the whole picture.',
      'Add less, or crop with more paper around.',
    );
  }
  return { ...sheet, data, level: RIM_LEVEL };
}

/**
 * Strokes thinner than `width` pixels are brought up to it; thicker ink stays as it is. What an opening with a disc
 * of that width takes away is thin; its middle lines, drawn with a pen of that width, are added.
 */
export function thickened(sheet: Sheet, width: number, context: Context): Sheet {
  const { width: columns, height: rows } = sheet;
  const radius = width / 2;
  const distance = signedDistance(sheet, [0, -radius], context);
  const core = new Uint8Array(distance.length);
  for (let i = 0; i < core.length; i++) if (distance[i] <= -radius) core[i] = 1;
  const toCore = distanceTransform(core, columns, rows, 1, { context }).distance;
  const thin = new Uint8Array(distance.length);
  // Half a pixel more than the disc: corners that the opening rounds off are not thin.
  for (let i = 0; i < thin.length; i++) thin[i] = distance[i] < 0 && toCore[i] > radius + 1.5 ? 1 : 0;
  if (!thin.includes(1)) return sheet;
  const middle = thinned({ width: columns, height: rows, data: thin }, context).data;
  const toMiddle = distanceTransform(middle, columns, rows, 1, { context }).distance;
  const pen = rimTones(toMiddle, radius);
  const own = rimTones(distance, 0);
  for (let i = 0; i < own.length; i++) own[i] = Math.min(own[i], pen[i]);
  return { ...sheet, data: own, level: RIM_LEVEL };
}
