import type { Walk } from './ridges';

/** A ruling as it was followed: where it runs, a parabola along it, and whether it is there, block by block. */
export interface RuledLine {
  at: (u: number) => number;
  isThere: Uint8Array;
  /** First and last block that shows it; between them it is there, if under ink. */
  from: number;
  to: number;
  /** Length of a block along the line, in pixels. */
  block: number;
}

/** Blocks a line is looked at in. */
const BLOCKS = 28;
const LEAST_BLOCK = 20;
/** A block shows the line from this share of its usual depth on. */
const SHOWS = 0.4;
/** A line is one where this share of its blocks shows it. */
const LEAST_SHOWN = 0.5;
/** A ruling shows at this share of the steps along it; the feet of a row of letters do not. */
const UNBROKEN = 0.7;

/** Follows a ruling from block to block; undefined where it is none. */
export function followLine(
  ridges: Uint8Array,
  { long, wide, along, across }: Walk,
  start: number,
  slope: number,
  reach: number,
): RuledLine | undefined {
  const block = Math.max(LEAST_BLOCK, Math.ceil(long / BLOCKS));
  const count = Math.ceil(long / block);
  const search = Math.max(2, reach);
  const depths = new Float32Array(count);
  const places = new Float32Array(count);
  const rows = new Float32Array(2 * search + 1);
  for (let b = 0; b < count; b++) {
    const [from, to] = [b * block, Math.min(long, (b + 1) * block)];
    const middle = (from + to) / 2;
    rows.fill(0);
    for (let u = from; u < to; u++) {
      const v = Math.round(start + slope * (u - long / 2));
      for (let k = -search; k <= search; k++)
        if (v + k >= 0 && v + k < wide) rows[k + search] += ridges[u * along + (v + k) * across];
    }
    let best = 0;
    rows.forEach((value, k) => {
      if (value > rows[best]) best = k;
    });
    const [a, c] = [rows[best - 1] ?? 0, rows[best + 1] ?? 0];
    const sum = a + rows[best] + c;
    places[b] = start + slope * (middle - long / 2) + best - search + (sum > 0 ? (c - a) / sum : 0);
    depths[b] = rows[best] / (to - from);
  }
  const usual = Float32Array.from(depths).sort()[count >> 1];
  const at = fittedParabola(places, depths, (b) => Math.min(long, (b + 0.5) * block));
  const isThere = Uint8Array.from(depths, (depth, b) =>
    depth >= SHOWS * usual && Math.abs(places[b] - at((b + 0.5) * block)) < 2 ? 1 : 0,
  );
  if (isThere.reduce((sum, is) => sum + is, 0) < LEAST_SHOWN * count) return undefined;
  if (unbrokenShare(ridges, { long, wide, along, across }, at) < UNBROKEN) return undefined;
  return { at, isThere, from: isThere.indexOf(1), to: isThere.lastIndexOf(1), block };
}

/** At how many of the steps along it a line is about as deep as at most of them. */
function unbrokenShare(
  ridges: Uint8Array,
  { long, wide, along, across }: Walk,
  at: (u: number) => number,
): number {
  const depths = new Uint8Array(long);
  for (let u = 0; u < long; u++) {
    const v = Math.round(at(u));
    if (v < 1 || v >= wide - 1) continue;
    const i = u * along + v * across;
    depths[u] = Math.max(ridges[i - across], ridges[i], ridges[i + across]);
  }
  const usual = Uint8Array.from(depths).sort()[long >> 1];
  if (usual < 2) return 0;
  return depths.reduce((sum, depth) => sum + (depth >= SHOWS * usual ? 1 : 0), 0) / long;
}

/** A parabola through places by least squares, twice: the second time without those more than a pixel and a half off. */
function fittedParabola(places: Float32Array, weights: Float32Array, middle: (b: number) => number) {
  let at = (u: number) => places[0] + 0 * u;
  for (let round = 0; round < 2; round++) {
    const m = [0, 0, 0, 0, 0];
    const r = [0, 0, 0];
    const scale = 1 / middle(places.length - 1);
    for (let b = 0; b < places.length; b++) {
      const u = middle(b) * scale;
      const weight = round > 0 && Math.abs(places[b] - at(middle(b))) > 1.5 ? 1e-6 : weights[b] + 1e-6;
      for (let k = 0, power = weight; k < 5; k++, power *= u) {
        m[k] += power;
        if (k < 3) r[k] += power * places[b];
      }
    }
    const [p, q, s] = solved(m, r);
    at = (u) => p + q * u * scale + s * (u * scale) ** 2;
  }
  return at;
}

/** Solves the normal equations of a parabola by Cramer's rule. */
function solved([a, b, c, d, e]: number[], [x, y, z]: number[]): [number, number, number] {
  const determinant = a * (c * e - d * d) - b * (b * e - c * d) + c * (b * d - c * c);
  return [
    (x * (c * e - d * d) - b * (y * e - d * z) + c * (y * d - c * z)) / determinant,
    (a * (y * e - d * z) - x * (b * e - c * d) + c * (b * z - c * y)) / determinant,
    (a * (c * z - d * y) - b * (b * z - c * y) + x * (b * d - c * c)) / determinant,
  ];
}
