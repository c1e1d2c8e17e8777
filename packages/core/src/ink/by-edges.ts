import { type Context, checkStopped } from '../context';
import { type GreyPicture, distanceTransform, findEdges, gaussianBlur, sobel } from '../raster';
import { noInk } from './no-ink';
import { RIM_LEVEL, rimTones } from './rim-tones';
import type { Separated } from './separated';
import type { EdgeSettings } from './settings';

/** The weaker of Canny's two thresholds, as a share of the stronger. */
const LOW = 0.4;

/** Ink along the edges of a picture, as a pencil would draw them, in lines of one width. */
export function separateByEdges(source: GreyPicture, settings: EdgeSettings, context: Context): Separated {
  const smooth = gaussianBlur(source, settings.fineness);
  const high = strengthAt(smooth, settings.strength, context);
  checkStopped(context);
  const edges = findEdges(smooth, LOW * high, high, context);
  if (!edges.data.includes(1)) throw noInk('No edge is that strong.');
  const { distance } = distanceTransform(edges.data, source.width, source.height, 1, { context });
  const grey = { ...source, data: rimTones(distance, settings.width / 2) };
  const nothing = { lightOnDark: false, automatic: 128, threshold: 128 };
  return { grey, level: RIM_LEVEL, inkTone: 0, paperTone: 255, ...nothing };
}

/** The gradient that a share of the picture's clear edges falls below. */
function strengthAt(grey: GreyPicture, strength: number, context: Context): number {
  const { size } = sobel(grey, context);
  const counts = new Uint32Array(2048);
  let total = 0;
  for (const value of size) {
    if (value < 24) continue;
    counts[Math.min(2047, value)]++;
    total++;
  }
  let left = (total * Math.min(99, strength)) / 100;
  for (let value = 0; value < counts.length; value++) {
    left -= counts[value];
    if (left <= 0) return Math.max(24, value);
  }
  return 2047;
}
