import { type Context, checkStopped, quietContext } from '../../context';
import { type ColourPicture, type Lab, okDistance, okLab } from '../../raster';

/** A colour that a picture has much of. Components 0..255. */
export interface ColourCluster {
  red: number;
  green: number;
  blue: number;
  lab: Lab;
  /** Share of the pixels looked at. */
  share: number;
}

/** Pixels looked at, at most, and colours from which clusters are made. */
const SAMPLES = 250_000;
const MOST_COLOURS = 240;
/** A merge that costs more than this joins what people would name apart. */
const NAMED_APART = 0.0035;
/** How much pixels of an even area differ, in tones, the strictest first; and what all of them do. */
const ANY = 256;
const EVEN = [6, 12, 24, 48, ANY];
/** Most plates that are proposed. */
const MOST_PROPOSED = 12;

/**
 * The colours of a picture, the commonest first: those of pixels in even areas only, so that rims, which are
 * mixtures, make none of their own. They are gathered in 5 bits a channel, and the two cheapest to merge are
 * merged in OKLab until `count` are left, or, for `auto`, until none would be called the same. The cost is the
 * squared distance, weighed by a fourth root of the rarer one's share, so that a small red dot stays.
 */
export function findColours(
  picture: ColourPicture,
  count: 'auto' | number,
  context: Context = quietContext,
): ColourCluster[] {
  const most = count === 'auto' ? MOST_PROPOSED : count;
  const found = joined(evenColours(picture, context, EVEN), most, count === 'auto');
  // Lines too thin to be even anywhere are the other colour of a picture that seems to have only one.
  return found.length > 1 ? found : joined(evenColours(picture, context, [ANY]), Math.min(most, 2), true);
}

/** Joins clusters until so many are left at most, and, where asked for, until none would be called the same. */
function joined(clusters: ColourCluster[], most: number, alike: boolean): ColourCluster[] {
  const seen = [...clusters];
  const stop = (cost: number) => clusters.length <= most && (!alike || cost > NAMED_APART);
  // What each would cost to join with each of those before it.
  const costs = clusters.map((cluster, i) => clusters.slice(0, i).map((other) => costOf(cluster, other)));
  while (clusters.length > 1) {
    let best = Infinity;
    let pair: [number, number] = [0, 0];
    for (let k = 1; k < costs.length; k++) {
      const row = costs[k];
      for (let i = 0; i < k; i++) {
        if (row[i] < best) {
          best = row[i];
          pair = [i, k];
        }
      }
    }
    const [i, k] = pair;
    if (best <= NAMED_APART && alike && areApart(clusters[i], clusters[k], seen)) {
      costs[k][i] += NAMED_APART;
      continue;
    }
    if (stop(best)) break;
    clusters[i] = merged(clusters[i], clusters[k]);
    clusters.splice(k, 1);
    costs.splice(k, 1);
    for (let later = k; later < costs.length; later++) costs[later].splice(k, 1);
    costs[i] = clusters.slice(0, i).map((other) => costOf(clusters[i], other));
    for (let later = i + 1; later < costs.length; later++)
      costs[later][i] = costOf(clusters[later], clusters[i]);
  }
  return clusters.sort((a, b) => b.share - a.share);
}

/** Colours are apart from this distance on (OKLab) where each has this share, and so little of the rarer one's lies half way between them. */
const APART = 0.045;
const COMMON = 0.003;
const BETWEEN = 0.02;

/**
 * Whether two colours were laid down as two: nothing runs from one to the other, as light, shade and grain do, however like each other
 * they are.
 */
function areApart(a: ColourCluster, b: ColourCluster, seen: readonly ColourCluster[]): boolean {
  const rarer = Math.min(a.share, b.share);
  const distance = okDistance(a.lab, b.lab);
  if (rarer < COMMON || distance < APART) return false;
  const [l, u, v] = a.lab.map((value, c) => (value + b.lab[c]) / 2);
  const middle: Lab = [l, u, v];
  let between = 0;
  for (const { lab, share } of seen) if (okDistance(lab, middle) < distance / 4) between += share;
  return between < BETWEEN * rarer;
}

/** Far apart and common ones cost most. */
function costOf(a: ColourCluster, b: ColourCluster): number {
  const distance = okDistance(a.lab, b.lab);
  return distance * distance * Math.sqrt(Math.sqrt(Math.min(a.share, b.share)));
}

function merged(a: ColourCluster, b: ColourCluster): ColourCluster {
  const share = a.share + b.share;
  const mean = (p: number, q: number) => (p * a.share + q * b.share) / share;
  const [red, green, blue] = [mean(a.red, b.red), mean(a.green, b.green), mean(a.blue, b.blue)];
  return { red, green, blue, lab: okLab(Math.round(red), Math.round(green), Math.round(blue)), share };
}

/** The commonest colours of even areas; how even is eased until enough pixels are. */
function evenColours(
  { width, height, data }: ColourPicture,
  context: Context,
  ranges: readonly number[],
): ColourCluster[] {
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / SAMPLES)));
  for (const range of ranges) {
    const sums = new Map<number, { red: number; green: number; blue: number; count: number }>();
    checkStopped(context);
    let looked = 0;
    let even = 0;
    for (let y = 1; y < height - 1; y += step) {
      for (let x = 1; x < width - 1; x += step) {
        looked++;
        const i = 4 * (y * width + x);
        if (!isEven(data, i, 4 * width, range)) continue;
        even++;
        const key = ((data[i] >> 3) << 10) | ((data[i + 1] >> 3) << 5) | (data[i + 2] >> 3);
        const entry = sums.get(key);
        if (entry) {
          entry.red += data[i];
          entry.green += data[i + 1];
          entry.blue += data[i + 2];
          entry.count++;
        } else sums.set(key, { red: data[i], green: data[i + 1], blue: data[i + 2], count: 1 });
      }
    }
    if (even < 0.35 * looked && range < ANY) continue;
    return [...sums.values()]
      .sort((a, b) => b.count - a.count)
      .slice(0, MOST_COLOURS)
      .filter(({ count }) => count > 2e-5 * even)
      .map(({ red, green, blue, count }) => {
        const mean = [red / count, green / count, blue / count];
        return {
          red: mean[0],
          green: mean[1],
          blue: mean[2],
          lab: okLab(Math.round(mean[0]), Math.round(mean[1]), Math.round(mean[2])),
          share: count / even,
        };
      });
  }
  return [];
}

/** True where a pixel and its eight neighbours differ by no more than `range` in any channel. */
function isEven(data: ColourPicture['data'], at: number, stride: number, range: number): boolean {
  for (let row = -stride; row <= stride; row += stride) {
    for (let i = at + row - 4; i <= at + row + 4; i += 4) {
      const off = Math.max(
        Math.abs(data[i] - data[at]),
        Math.abs(data[i + 1] - data[at + 1]),
        Math.abs(data[i + 2] - data[at + 2]),
      );
      if (off > range) return false;
    }
  }
  return true;
}
