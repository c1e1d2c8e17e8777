import { gaussianBlur } from '../../raster';
import type { Sheet } from '../draw';
import { RIM_LEVEL } from '../rim-tones';

/** Half the ink around a place, give or take this much, is a rim that runs on; more is a corner. */
const STRAIGHT = 0.1;
const CORNER = 0.2;

/**
 * Evens out ragged rims over about `length` pixels and leaves corners: the ink is blurred and cut again at one half,
 * as the mean of what lies around, except where a wider look finds much more or much less than half of it ink,
 * as it does at corners, tips and thin strokes.
 */
export function evenedRims(sheet: Sheet, length: number): Sheet {
  const { width, height, data, level } = sheet;
  // Two tones with a soft pixel between, whatever the tones were.
  const plain = new Uint8ClampedArray(data.length);
  for (let i = 0; i < plain.length; i++) plain[i] = RIM_LEVEL + 4 * (data[i] - level);
  const grey = { width, height, data: new Uint8Array(plain.buffer) };
  const near = gaussianBlur(grey, length / 2);
  const wide = gaussianBlur(grey, length * 1.5);
  const result = new Uint8Array(data.length);
  for (let i = 0; i < result.length; i++) {
    const off = Math.abs(wide.data[i] / 255 - 0.5);
    const keep = Math.min(1, Math.max(0, (off - STRAIGHT) / (CORNER - STRAIGHT)));
    result[i] = Math.round(keep * grey.data[i] + (1 - keep) * near.data[i]);
  }
  return { ...sheet, data: result, level: RIM_LEVEL };
}
