import { type Context, checkStopped } from '../../context';
import type { GreyPicture } from '../../raster';
import { norm } from '../../norm';
import { SkylineSystem } from '../solving/skyline';
import type { ContourSet } from './contours';

/** A rim whose pixels have two tones runs anywhere between the middles of its inner and of its outer pixels; no nearer to them than this. */
const FREE = 0.46;
/** How far from where it is moved to the edge of a two-toned rim may run, in pixels: measured on drawings whose rims are known. */
const UNSURE = 0.55;
/** Tones beside a jump are even within this share of it; and within this one where two tones were compressed or sharpened. */
const EVEN = 0.1;
const NEARLY_EVEN = 0.35;
/** Fewest points that say where a curve runs. */
const LEAST = 8;
/** Of what is not level or upright so much has two tones where a contour has stairs. */
const MOSTLY = 0.7;
const NEARLY_MOSTLY = 0.9;
/** From this share of turns on that go on the same way, stairs are what was drawn. */
const BACK = 0.45;
const BACK_OF_ALL = 0.35;
/** Rounds of weighing anew; what counts as no bend becomes less from one to the next, down to this. */
const ROUNDS = 14;
const SOFT_FROM = 1;
const SOFT = 0.03;
/** What holds a place in the middle of its gate, less from round to round, and at the gate's end once it has left it. */
const HOLD_FROM = 1e-3;
const HOLD = 1e-6;
const END = 2;
/** A run across of so many points is a corner; a level one is long that has so many, and so many times as many as those beside it. */
const CORNER_RUN = 3;
const LEAST_LEVEL = 3;
const AT_CORNER = 2;
const LEVEL = 8;
/** Neighbours are no nearer to each other than this when differences are taken, in pixels. */
const CLOSE = 0.35;
/** So many points on either side tell the direction of a rim. */
const AROUND = 4;

/**
 * Moves contour points of two-toned rims, each along the line between its inner and its outer pixel, to where the curve of fewest bends
 * runs that digitises to the same pixels: the sum of the sizes of third differences is least (they vanish along lines and parabolas, and
 * nearly so along arcs), by weighing squares anew (iteratively reweighted least squares; Daubechies, DeVore, Fornasier and Guentuerk 2010).
 * Points between mixed pixels stay, and hold their neighbours.
 */
export function evenStairs(
  found: ContourSet,
  settled: ContourSet,
  grey: GreyPicture,
  context: Context,
): ContourSet {
  const points = settled.points.slice();
  const unsure = new Float64Array(found.parents.length);
  const stairs = new Float64Array(found.parents.length);
  for (let c = 0; c + 1 < found.starts.length; c++) {
    if ((c & 15) === 0) checkStopped(context);
    const of = (all: Float64Array) => all.subarray(2 * found.starts[c], 2 * found.starts[c + 1]);
    const own =
      stairsOf(of(found.points), grey, EVEN, MOSTLY) ??
      stairsOf(of(found.points), grey, NEARLY_EVEN, NEARLY_MOSTLY);
    if (!own) continue;
    const { places, gates, isTold } = own;
    gates.forEach((_, i) => {
      if (isTold[i] === 1) places.set(of(points).subarray(2 * i, 2 * i + 2), 2 * i);
    });
    evened(places, gates);
    of(points).set(places);
    unsure[c] = UNSURE;
    stairs[c] = 1;
  }
  return { ...settled, points, unsure, stairs };
}

/** Places along a contour of stairs, which of them may move, and which are told by mixed pixels; undefined where there are no stairs. */
function stairsOf(found: Float64Array, grey: GreyPicture, even: number, mostly: number) {
  const places = found.slice();
  const gates = gatesOf(places, grey, even);
  const isTold = gates.map((gate) => (gate === 0 ? 1 : 0));
  const runs = levelRuns(places, gates);
  if (turnsOn(places, runs) > BACK * runs.length) return undefined;
  holdLevel(gates, runs);
  return hasStairs(gates, isTold, mostly) ? { places, gates, isTold } : undefined;
}

/** Whether contours as found are of squares all in all, such as those of a code or of pixel art are. */
export function isOfSquares({ points, starts }: ContourSet, grey: GreyPicture): boolean {
  let [turning, all] = [0, 0];
  for (let c = 0; c + 1 < starts.length; c++) {
    const own = points.slice(2 * starts[c], 2 * starts[c + 1]);
    const runs = levelRuns(own, gatesOf(own, grey, EVEN));
    turning += turnsOn(own, runs);
    all += runs.length;
  }
  return turning > BACK_OF_ALL * all;
}

/** Along which axis each point may move: 1 for x, 2 for y, 0 where it stays. Those that may go to the middle of their gates, in place. */
function gatesOf(points: Float64Array, grey: GreyPicture, even: number): Uint8Array {
  return Uint8Array.from({ length: points.length / 2 }, (_, i) => {
    const gate = gateAt(points[2 * i], points[2 * i + 1], grey, even);
    if (gate > 0) points[2 * i + gate - 1] = Math.round(points[2 * i + gate - 1]);
    return gate;
  });
}

/** Whether a contour goes up and down stairs, and most of what is not level or upright of it does. */
function hasStairs(gates: Uint8Array, isTold: Uint8Array, mostly: number): boolean {
  const count = gates.length;
  if (count < LEAST) return false;
  const told = isTold.reduce((sum, one) => sum + one, 0);
  const free = gates.reduce((sum, gate) => sum + (gate === 0 ? 0 : 1), 0);
  if (free < mostly * (free + told)) return false;
  return gates.some((gate, i) => {
    const next = gates[(i + 1) % count];
    return gate !== 0 && next !== 0 && gate !== next;
  });
}

/** A point half way between two pixels of two tones, beyond each of which the tone goes on evenly. */
function gateAt(x: number, y: number, { width, height, data }: GreyPicture, even: number): 0 | 1 | 2 {
  const [alongX, alongY] = [y % 1 === 0.5, x % 1 === 0.5];
  if (alongX === alongY) return 0;
  const [column, row] = alongX ? [Math.round(x), Math.floor(y)] : [Math.floor(x), Math.round(y)];
  const step = alongX ? 1 : width;
  const at = row * width + column;
  const room = alongX ? column >= 2 && column < width - 1 : row >= 2 && row < height - 1;
  if (!room) return 0;
  const [before, a, b, after] = [data[at - 2 * step], data[at - step], data[at], data[at + step]];
  const jump = Math.abs(a - b);
  if (Math.abs(before - a) > even * jump && Math.abs(before - b) > even * jump) return 0;
  if (Math.abs(after - b) > even * jump && Math.abs(after - a) > even * jump) return 0;
  return alongX ? 1 : 2;
}

/** A run of points along one side of the grid, from a point on, and so many of them. */
interface LevelRun {
  from: number;
  count: number;
}

/**
 * Long level and upright runs keep to the middle of their gates: of those nothing more can be told, and what bends at their ends must not
 * drag them along. Points of such runs get no gate, in place.
 */
function holdLevel(gates: Uint8Array, runs: readonly LevelRun[]): void {
  const beside = (k: number, by: number): number => {
    const next = runs[(k + by + runs.length) % runs.length];
    if (next.count >= CORNER_RUN) return 0;
    return runs[(k + 2 * by + runs.length) % runs.length].count;
  };
  const held = runs.filter(
    ({ from, count }, k) =>
      gates[from] !== 0 && count >= LEAST_LEVEL && count >= LEVEL * Math.max(beside(k, -1), beside(k, 1)),
  );
  for (const { from, count } of held) for (let i = 0; i < count; i++) gates[(from + i) % gates.length] = 0;
  runs.forEach(({ from, count }, k) => {
    if (count < CORNER_RUN || runs[(k + 1) % runs.length].count < CORNER_RUN) return;
    for (let i = -AT_CORNER; i < AT_CORNER; i++) gates[(from + count + i + gates.length) % gates.length] = 0;
  });
}

/**
 * How many turns between runs go the same way as the turn before: along what digitises a curve they go to and fro but for a few places, along
 * what is made of squares (codes, pixel art, plans) they do not.
 */
function turnsOn(points: Float64Array, runs: readonly LevelRun[]): number {
  const count = points.length / 2;
  const middles = runs.map(({ from, count: length }) => {
    const [first, last] = [from, (from + length - 1) % count];
    return [(points[2 * first] + points[2 * last]) / 2, (points[2 * first + 1] + points[2 * last + 1]) / 2];
  });
  const turn = (k: number): number => {
    const [a, b, c] = [k, k + 1, k + 2].map((n) => middles[n % middles.length]);
    return Math.sign((b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]));
  };
  const turns = runs.map((_, k) => turn(k));
  return turns.filter((one, k) => one !== 0 && one === turns[(k + 1) % turns.length]).length;
}

/** All points by the runs they are of, around the contour. */
function levelRuns(points: Float64Array, gates: Uint8Array): LevelRun[] {
  const count = gates.length;
  const goesOn = (i: number): boolean => {
    const before = (i - 1 + count) % count;
    const across = gates[i] === 1 ? 0 : 1;
    return (
      gates[i] === gates[before] && gates[i] !== 0 && points[2 * i + across] === points[2 * before + across]
    );
  };
  let begin = 0;
  while (begin < count && goesOn(begin)) begin++;
  const runs: LevelRun[] = [];
  for (let k = 0; k < count; k++) {
    const i = (begin + k) % count;
    if (k > 0 && goesOn(i)) runs[runs.length - 1].count++;
    else runs.push({ from: i, count: 1 });
  }
  return runs;
}

/** Moves points within their gates, in place. */
function evened(points: Float64Array, gates: Uint8Array): void {
  const count = gates.length;
  const middle = points.slice();
  const held = new Float64Array(count);
  const weights = new Float64Array(count).fill(1);
  const first = Int32Array.from({ length: count }, (_, i) => (i >= count - 3 ? 0 : Math.max(0, i - 3)));
  const system = new SkylineSystem(first);
  const bends = new Bends(points);
  for (let round = 0; round < ROUNDS; round++) {
    const share = round / (ROUNDS - 1);
    const soft = SOFT_FROM * Math.pow(SOFT / SOFT_FROM, share);
    const hold = HOLD_FROM * Math.pow(HOLD / HOLD_FROM, share);
    system.clear();
    bends.look();
    for (let i = 0; i < count; i++) {
      const { numbers, factors, x, y } = bends.at(i);
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
