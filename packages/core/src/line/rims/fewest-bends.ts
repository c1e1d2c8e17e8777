import { norm } from '../../norm';
import { SkylineSystem } from '../solving/skyline';

/** A rim whose pixels have two tones runs anywhere between the middles of its inner and of its outer pixels; no nearer to them than this. */
export const FREE = 0.46;
/** What counts as no bend in the first round. */
const SOFT_FROM = 1;
/** What holds a place in the middle of its gate, less from round to round, and at the gate's end once it has left it. */
const HOLD_FROM = 1e-3;
const HOLD = 1e-6;
const END = 2;
/** Neighbours are no nearer to each other than this when differences are taken, in pixels. */
const CLOSE = 0.35;
/** So many points on either side tell the direction of a rim. */
const AROUND = 4;

/** In how many rounds differences are weighed anew, and what counts as no bend in the last: less tells longer waves apart. */
export interface Rounds {
  count: number;
  least: number;
}

/**
 * Moves points within their gates, in place, to where the curve of fewest bends runs: the sum of the sizes of third differences is least (they
 * vanish along lines and parabolas, and nearly so along arcs), by weighing squares anew (iteratively reweighted least squares; Daubechies,
 * DeVore, Fornasier and Guentuerk 2010). `gates` is 1 for what moves along x, 2 along y, 0 for what stays; no bend is counted at points that
 * are `rounded`.
 */
export function fewestBends(
  points: Float64Array,
  gates: Uint8Array,
  rounded: Uint8Array,
  { count: rounds, least }: Rounds,
): void {
  const count = gates.length;
  const middle = points.slice();
  const held = new Float64Array(count);
  const weights = new Float64Array(count).fill(1);
  const first = Int32Array.from({ length: count }, (_, i) => (i >= count - 3 ? 0 : Math.max(0, i - 3)));
  const system = new SkylineSystem(first);
  const bends = new Bends(points);
  for (let round = 0; round < rounds; round++) {
    const share = round / (rounds - 1);
    const soft = SOFT_FROM * Math.pow(least / SOFT_FROM, share);
    const hold = HOLD_FROM * Math.pow(HOLD / HOLD_FROM, share);
    system.clear();
    bends.look();
    for (let i = 0; i < count; i++) {
      const { numbers, factors, x, y } = bends.at(i);
      if (numbers.some((n) => rounded[n] === 1)) continue;
      const rest = bends.of(middle);
      const along = (k: number) => (gates[k] === 0 ? 0 : gates[k] === 1 ? x : y);
      for (let k = 0; k < 4; k++) {
        const row = numbers[k];
        const own = weights[i] * factors[k] * along(row);
        if (own === 0) continue;
        for (let n = 0; n < 4; n++)
          if (numbers[n] <= row) system.add(row, numbers[n], own * factors[n] * along(numbers[n]));
        system.right[row] -= own * rest;
      }
    }
    for (let i = 0; i < count; i++) {
      system.add(i, i, gates[i] === 0 ? 1 : held[i] === 0 ? hold : END);
      system.right[i] = gates[i] === 0 ? 0 : system.right[i] + held[i] * END;
    }
    if (!system.solve()) return;
    for (let i = 0; i < count; i++) {
      if (gates[i] === 0) continue;
      const off = system.right[i];
      // What leaves its gate is pulled back to its end, as long as it would leave it.
      held[i] = Math.abs(off) > FREE ? Math.sign(off) * FREE : 0;
      const at = 2 * i + gates[i] - 1;
      points[at] = middle[at] + Math.max(-FREE, Math.min(FREE, off));
    }
    for (let i = 0; i < count; i++) {
      bends.at(i);
      weights[i] = soft ** 2 / (bends.of(points) ** 2 + soft ** 2);
    }
  }
}

/** Third divided differences of four points that follow one another, across the rim there. */
class Bends {
  private readonly directions: Float64Array;
  private readonly apart: Float64Array;
  /** Of the difference that is looked at: which points, with which factors, and the normal of the rim. */
  readonly numbers = new Int32Array(4);
  readonly factors = new Float64Array(4);
  x = 0;
  y = 0;

  constructor(private readonly points: Float64Array) {
    this.directions = new Float64Array(points.length);
    this.apart = new Float64Array(points.length / 2);
  }

  /** Sees anew how the rim runs from each point to the next, by those on either side. */
  look(): void {
    const { points, directions, apart } = this;
    const count = apart.length;
    for (let i = 0; i < count; i++) {
      const [next, from, to] = [(i + 1) % count, (i - AROUND + count) % count, (i + 1 + AROUND) % count];
      const dx = points[2 * to] - points[2 * from];
      const dy = points[2 * to + 1] - points[2 * from + 1];
      const length = norm(dx, dy) || 1;
      directions[2 * i] = dx / length;
      directions[2 * i + 1] = dy / length;
      const way = (points[2 * next] - points[2 * i]) * dx + (points[2 * next + 1] - points[2 * i + 1]) * dy;
      apart[i] = Math.max(CLOSE, way / length);
    }
  }

  /** The difference that begins at a point; 1, 3, 3 and 1 are its factors where points are a pixel apart. */
  at(i: number): this {
    const { numbers, factors, directions, apart } = this;
    const count = apart.length;
    for (let k = 0; k < 4; k++) numbers[k] = (i + k) % count;
    const [a, b, c] = numbers;
    this.x = -directions[2 * b + 1];
    this.y = directions[2 * b];
    const s1 = apart[a];
    const s2 = s1 + apart[b];
    const s3 = s2 + apart[c];
    factors[0] = -6 / (s1 * s2 * s3);
    factors[1] = 6 / (s1 * (s2 - s1) * (s3 - s1));
    factors[2] = -6 / (s2 * (s2 - s1) * (s3 - s2));
    factors[3] = 6 / (s3 * (s3 - s1) * (s3 - s2));
    return this;
  }

  /** That difference of some places. */
  of(places: Float64Array): number {
    let sum = 0;
    for (let k = 0; k < 4; k++) {
      const n = this.numbers[k];
      sum += this.factors[k] * (this.x * places[2 * n] + this.y * places[2 * n + 1]);
    }
    return sum;
  }
}
