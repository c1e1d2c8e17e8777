import type { ColourPicture } from '../../raster';
import type { Walk } from './ridges';
import type { Ruling } from './ruling';

/** Shares of light left above this are no part of a ruling. */
const NOTHING = 0.985;

/** Gives the paper under a ruling its light back, in place: all of it where it is bare, none where ink covers it. */
export function lift({ data }: ColourPicture, walk: Walk, ruling: Ruling, ink: readonly number[]): void {
  const { long, wide, along, across } = walk;
  const { at, reach, left, papers, block, from, to } = ruling;
  for (let u = 0; u < long; u++) {
    const b = Math.floor(u / block);
    if (b < from - 1 || b > to + 1) continue;
    const place = at(u);
    const first = Math.max(0, Math.ceil(place - reach));
    const last = Math.min(wide - 1, Math.floor(place + reach));
    for (let v = first; v <= last; v++) {
      const far = 2 * (v - place + reach);
      const bin = Math.min(left[0].length - 2, Math.floor(far));
      const part = far - bin;
      const i = 4 * (u * along + v * across);
      for (let c = 0; c < 3; c++) {
        const share = left[c][bin] * (1 - part) + left[c][bin + 1] * part;
        if (share > NOTHING) continue;
        const paper = papers[c][b];
        const ruled = paper * share;
        const tone = data[i + c];
        const covered = Math.max(0, Math.min(1, (ruled - tone) / Math.max(1, ruled - ink[c])));
        data[i + c] = Math.max(tone, Math.min(paper, Math.round(tone + (paper - ruled) * (1 - covered))));
      }
    }
  }
}
