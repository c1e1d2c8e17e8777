import { type Context, checkStopped, quietContext } from '../context';
import type { GreyPicture } from '../raster';
import type { Separated } from './separated';

/** What a two-tone picture loses: pixels in even areas of middling tone, by the side they fall to. */
export interface Vanishing {
  /** Shares of the picture. */
  toPaper: number;
  toInk: number;
}

/** Of the way from ink to paper, tones between these are neither. */
const FROM = 0.2;
const TO = 0.8;
/** Neighbours that differ by more tones than this make a rim, of which the middle tones are no loss. */
const EVEN = 14;

/** Measures what is about to vanish: tones close to the threshold that are not the rim of anything. */
export function vanishingShares(separated: Separated, context: Context = quietContext): Vanishing {
  const counts = [0, 0];
  eachVanishing(separated, context, (_, isInk) => counts[isInk ? 1 : 0]++);
  const total = separated.grey.data.length;
  return { toPaper: counts[0] / total, toInk: counts[1] / total };
}

/** The pixels that vanish: 1 where they fall to paper, 2 where to ink. */
export function vanishingMask(separated: Separated): Uint8Array {
  const mask = new Uint8Array(separated.grey.data.length);
  eachVanishing(separated, quietContext, (i, isInk) => (mask[i] = isInk ? 2 : 1));
  return mask;
}

function eachVanishing(
  separated: Separated,
  context: Context,
  visit: (index: number, isInk: boolean) => void,
): void {
  const { grey, level, inkTone, paperTone } = separated;
  const { low, high } = middling(inkTone, paperTone);
  const { width, height, data }: GreyPicture = grey;
  const look = (i: number) => {
    const tone = data[i];
    if (tone <= low || tone >= high) return;
    if (Math.abs(data[i - 1] - data[i + 1]) > EVEN || Math.abs(data[i - width] - data[i + width]) > EVEN)
      return;
    if (Math.abs(data[i - 1] - tone) > EVEN || Math.abs(data[i - width] - tone) > EVEN) return;
    visit(i, tone < level);
  };
  const words =
    data.byteOffset & 3 ? undefined : new Int32Array(data.buffer, data.byteOffset, data.length >> 2);
  // A word in which no pixel is of middling tone: its like is passed over at once.
  let plain = NaN;
  for (let y = 1; y < height - 1; y++) {
    if ((y & 255) === 0) checkStopped(context);
    const end = (y + 1) * width - 1;
    let i = y * width + 1;
    while (i < end) {
      if (words && (i & 3) === 0 && i + 4 <= end) {
        const word = words[i >> 2];
        if (word === plain) {
          i += 4;
          continue;
        }
        let any = false;
        for (let k = i; k < i + 4; k++) any = any || (data[k] > low && data[k] < high);
        if (!any) plain = word;
      }
      const stop = Math.min(end, (i & ~3) + 4);
      for (; i < stop; i++) look(i);
    }
  }
}

const middling = (ink: number, paper: number) => ({
  low: ink + FROM * (paper - ink),
  high: ink + TO * (paper - ink),
});
