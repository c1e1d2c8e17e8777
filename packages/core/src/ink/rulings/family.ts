import type { Walk } from './ridges';

/** Lines at an even distance: across the picture at its middle, and how far each moves a step along it. */
export interface Family {
  slope: number;
  period: number;
  at: number[];
}

/** Rulings lie no more aslant than this. */
const STEEPEST = 0.1;
/** Columns looked at while a direction is sought. */
const LOOKED_AT = 64;
/** Fewer lines, or closer together, in pixels, are no ruling. */
const LEAST_LINES = 5;
const LEAST_PERIOD = 8;
/** A line stands off the rows beside it by this many times their spread, and by so many tones. */
const STANDS_OFF = 5;
const LEAST_DEPTH = 1;
/** How far from where it should be a line may lie, as a share of the distance; and how many of them must be there. */
const OFF = 0.12;
const THERE = 0.75;
/** Lines cover this share of the picture. */
const SPAN = 0.5;

/** The lines at an even distance that stand out along a direction; undefined where there are none. */
export function findFamily(ridges: Uint8Array, walk: Walk, reach: number): Family | undefined {
  const slope = bestSlope(ridges, walk, reach);
  const best = evenlySpaced(standingOff(ridges, walk, slope, reach), walk.wide);
  return best && { slope, period: best.period, at: continued(best, walk.wide) };
}

/** Where lines of a direction stand off the rows beside them, the strongest first. */
export const strongestLines = (ridges: Uint8Array, walk: Walk, slope: number, reach: number): number[] =>
  standingOff(ridges, walk, slope, reach)
    .sort((a, b) => b.height - a.height)
    .map(({ at }) => at);

const standingOff = (ridges: Uint8Array, walk: Walk, slope: number, reach: number): Peak[] =>
  peaksOf(sheared(ridges, walk, slope, Math.max(1, Math.floor(walk.long / (4 * LOOKED_AT)))), reach);

/** The slope along which rows differ most: roughly in the middle half of the picture, then in all of it. */
function bestSlope(ridges: Uint8Array, walk: Walk, reach: number): number {
  const step = Math.max(1, reach / 3) / walk.long;
  const rough = steepestOf(ridges, walk, -STEEPEST, STEEPEST, 2 * step, 0.5);
  return steepestOf(ridges, walk, rough - 3 * step, rough + 3 * step, step, 1);
}

/** Of slopes tried, the one along which rows differ most, in so large a share of the picture. */
function steepestOf(
  ridges: Uint8Array,
  walk: Walk,
  from: number,
  to: number,
  step: number,
  share: number,
): number {
  const every = Math.max(1, Math.floor((share * walk.long) / LOOKED_AT));
  let best = from;
  let most = -1;
  for (let slope = from; slope <= to; slope += step) {
    const rows = sheared(ridges, walk, slope, every, share);
    let [sum, squares] = [0, 0];
    for (const value of rows) {
      sum += value;
      squares += value * value;
    }
    const spread = squares / rows.length - (sum / rows.length) ** 2;
    if (spread > most) [most, best] = [spread, slope];
  }
  return best;
}

/** Means of rows that lie aslant, over every so many-th column of a share of the picture about its middle. */
function sheared(
  ridges: Uint8Array,
  { long, wide, along, across }: Walk,
  slope: number,
  every: number,
  share = 1,
): Float32Array {
  const rows = new Float32Array(wide);
  const spare = Math.floor(((1 - share) / 2) * long);
  const columns = Math.ceil((long - 2 * spare) / every);
  for (let u = spare + (every >> 1); u < long - spare; u += every) {
    const shift = Math.round(slope * (u - long / 2));
    const to = Math.min(wide, wide - shift);
    for (let v = Math.max(0, -shift), i = u * along + (v + shift) * across; v < to; v++, i += across)
      rows[v] += ridges[i];
  }
  return rows.map((value) => value / columns);
}

interface Peak {
  at: number;
  height: number;
}

function peaksOf(rows: Float32Array, reach: number): Peak[] {
  const sorted = Float32Array.from(rows).sort();
  const base = sorted[sorted.length >> 1];
  const off = rows.map((value) => Math.abs(value - base)).sort();
  // 1.48: the median distance of normal deviates as a standard deviation.
  const least = base + Math.max(LEAST_DEPTH, STANDS_OFF * 1.48 * off[Math.floor(off.length * 0.4)]);
  const peaks: Peak[] = [];
  for (let v = 1; v < rows.length - 1; v++) {
    if (rows[v] < least) continue;
    let highest = true;
    for (let w = Math.max(0, v - reach); w <= Math.min(rows.length - 1, v + reach) && highest; w++)
      highest = rows[w] < rows[v] || (rows[w] === rows[v] && w >= v);
    if (!highest) continue;
    const [a, b, c] = [rows[v - 1], rows[v], rows[v + 1]];
    const bend = a - 2 * b + c;
    peaks.push({ at: v + (bend < 0 ? (0.5 * (a - c)) / bend : 0), height: b });
  }
  return peaks;
}

/** As many of the peaks as lie at one distance from the next; those between and beside them are left out. */
function evenlySpaced(peaks: readonly Peak[], wide: number): { period: number; at: number[] } | undefined {
  let best: { period: number; at: number[] } | undefined;
  for (let i = 0; i < peaks.length; i++) {
    for (let j = i + 1; j < Math.min(peaks.length, i + 5); j++) {
      const period = peaks[j].at - peaks[i].at;
      if (period < LEAST_PERIOD || period > wide / LEAST_LINES) continue;
      const found = chained(peaks, i, period);
      if (found && found.at.length > (best?.at.length ?? LEAST_LINES - 1)) best = found;
    }
  }
  const span = best ? best.at[best.at.length - 1] - best.at[0] : 0;
  return span >= SPAN * wide ? best : undefined;
}

/** Fills in the lines that were missed, and goes on to the picture's rims. */
function continued({ at, period }: { at: readonly number[]; period: number }, wide: number): number[] {
  const all: number[] = [];
  for (let v = at[0] - period; v > 0; v -= period) all.unshift(v);
  at.forEach((v, k) => {
    const steps = k > 0 ? Math.round((v - at[k - 1]) / period) : 1;
    for (let n = 1; n < steps; n++) all.push(at[k - 1] + ((v - at[k - 1]) * n) / steps);
    all.push(v);
  });
  for (let v = at[at.length - 1] + period; v < wide; v += period) all.push(v);
  return all;
}

/** Walks from a peak to the next and on, taking the distance from those found. */
function chained(peaks: readonly Peak[], from: number, first: number) {
  const at = [peaks[from].at];
  let period = first;
  let missed = 0;
  let stops = 1;
  for (let next = at[0] + period, k = from + 1; next < peaks[peaks.length - 1].at + OFF * period;) {
    while (k < peaks.length - 1 && Math.abs(peaks[k + 1].at - next) < Math.abs(peaks[k].at - next)) k++;
    stops++;
    if (Math.abs(peaks[k].at - next) <= OFF * period) {
      const steps = Math.round((peaks[k].at - at[at.length - 1]) / period);
      period += (0.3 * ((peaks[k].at - at[at.length - 1]) / steps - period)) / steps;
      at.push(peaks[k].at);
      missed = 0;
    } else if (++missed > 2) break;
    next = at[at.length - 1] + (missed + 1) * period;
  }
  return at.length >= THERE * (stops - missed) ? { period, at } : undefined;
}
