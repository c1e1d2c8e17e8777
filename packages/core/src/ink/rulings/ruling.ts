import type { ColourPicture } from '../../raster';
import type { Walk } from './ridges';
import type { RuledLine } from './ruled-line';

/** What a ruling does to the light of the paper under it. */
export interface Ruling extends RuledLine {
  /** Share of the paper's light left, per channel, at each half pixel across it, from `-reach` on. */
  left: Float32Array[];
  reach: number;
  /** Tones of the bare paper beside each block, per channel. */
  papers: Float32Array[];
  /** Tones in the middle of the line and of the paper beside it. */
  line: number[];
  paper: number[];
  /** Pixels across in which it takes at least half of what it takes in the middle. */
  width: number;
}

/** Half pixels. */
const FINE = 2;

/** Learns from a followed line what it takes from the paper's light: medians along it, which ink crossing it does not move. */
export function learnRuling(
  picture: ColourPicture,
  walk: Walk,
  followed: RuledLine,
  reach: number,
): Ruling | undefined {
  const papers = [0, 1, 2].map((channel) => papersBeside(picture, walk, followed, reach, channel));
  const left = [0, 1, 2].map((channel) =>
    sharesLeft(picture, walk, followed, reach, channel, papers[channel]),
  );
  const paper = papers.map((tones) => medianOf(tones));
  const middle = left.map((shares) => Math.min(...shares.subarray(FINE * reach - 1, FINE * reach + 2)));
  const deepest = middle.indexOf(Math.min(...middle));
  const half = (1 + middle[deepest]) / 2;
  const width = left[deepest].filter((share) => share < half).length / FINE;
  if (middle[deepest] > 0.99) return undefined;
  return { ...followed, reach, left, papers, paper, line: middle.map((share, c) => share * paper[c]), width };
}

/** What three quarters of the tones on both sides of each block do not exceed, in the middle of five blocks: ink moves it little. */
function papersBeside(
  { data }: ColourPicture,
  { long, wide, along, across }: Walk,
  { at, block, isThere }: RuledLine,
  reach: number,
  channel: number,
): Float32Array {
  const tones = Float32Array.from(isThere, (_, b) => {
    const values: number[] = [];
    for (let u = b * block; u < Math.min(long, (b + 1) * block); u++) {
      const v = Math.round(at(u));
      for (const side of [v - reach - 1, v + reach + 1])
        if (side >= 0 && side < wide) values.push(data[4 * (u * along + side * across) + channel]);
    }
    return values.length > 0 ? quantileOf(values, 0.75) : NaN;
  });
  return tones.map((_, b) => {
    const near = tones.subarray(Math.max(0, b - 2), b + 3).filter((value) => value >= 0);
    return near.length > 0 ? medianOf(near) : 255;
  });
}

/** Counts of shares from 0 to 1.25, in steps of 1/200. */
const SHARES = 250;

function sharesLeft(
  { data }: ColourPicture,
  { long, wide, along, across }: Walk,
  { at, block, isThere }: RuledLine,
  reach: number,
  channel: number,
  papers: Float32Array,
): Float32Array {
  const bins = 2 * FINE * reach + 1;
  const counts = new Uint32Array(bins * SHARES);
  for (let u = 0; u < long; u++) {
    const b = Math.floor(u / block);
    if (!isThere[b]) continue;
    const place = at(u);
    const first = Math.max(0, Math.ceil(place - reach));
    const last = Math.min(wide - 1, Math.floor(place + reach));
    for (let v = first; v <= last; v++) {
      const bin = Math.round(FINE * (v - place + reach));
      const share = (200 * data[4 * (u * along + v * across) + channel]) / Math.max(1, papers[b]);
      counts[bin * SHARES + Math.min(SHARES - 1, Math.round(share))]++;
    }
  }
  return Float32Array.from({ length: bins }, (_, bin) => {
    const mine = counts.subarray(bin * SHARES, (bin + 1) * SHARES);
    let half = mine.reduce((sum, count) => sum + count, 0) / 2;
    if (half === 0) return 1;
    let share = 0;
    while ((half -= mine[share]) > 0) share++;
    return Math.min(1, share / 200);
  });
}

const quantileOf = (values: ArrayLike<number>, share: number): number =>
  Float32Array.from(values).sort()[Math.floor(share * (values.length - 1))];

const medianOf = (values: ArrayLike<number>): number => quantileOf(values, 0.5);
