import type { GreyPicture } from '../../raster';
import type { ContourSet } from './contours';

/** Tones beside a jump are even within this share of it; and within this one where two tones were compressed or sharpened. */
const EVEN = 0.1;
const NEARLY_EVEN = 0.35;
/** Fewest points that say where a curve runs. */
const LEAST = 8;
/** Of what is not level or upright so much has two tones where a contour has stairs. */
const MOSTLY = 0.7;
const NEARLY_MOSTLY = 0.9;
/** Tones beside a jump are so even where two tones were enlarged; their stairs have so many steps at least, by points. */
const BEFORE_ENLARGING = 0.35;
const STEPPED = 0.15;
/** From this share of turns on that go on the same way, stairs are what was drawn. */
const BACK = 0.45;
const BACK_OF_ALL = 0.35;
/** A run across of so many points is a corner; a level one is long that has so many, and so many times as many as those beside it. */
const CORNER_RUN = 3;
const LEAST_LEVEL = 3;
const AT_CORNER = 2;
const LEVEL = 8;

/** A contour that goes up and down stairs, point by point. */
export interface Stairs {
  /** Places as found, those between two pixels half way. */
  places: Float64Array;
  /** Along which axis pixels leave a place open: 1 for x, 2 for y, 0 where they tell it. */
  axes: Uint8Array<ArrayBuffer>;
  /** The same, but for what keeps to its place: long level and upright runs. */
  gates: Uint8Array<ArrayBuffer>;
}

/** The stairs of a contour; undefined where there are none. Where all but a few pixels have two tones, the others are what compression left. */
export const stairsOf = (found: Float64Array, grey: GreyPicture): Stairs | undefined => {
  const isNearly = stairsWithin(found, grey, NEARLY_EVEN, NEARLY_MOSTLY) !== undefined;
  return isNearly ? stairsWithin(found, grey, Infinity, 0) : stairsWithin(found, grey, EVEN, MOSTLY);
};

function stairsWithin(
  found: Float64Array,
  grey: GreyPicture,
  even: number,
  mostly: number,
): Stairs | undefined {
  const places = found.slice();
  const axes = gatesOf(places, grey, even);
  const runs = levelRuns(places, axes);
  if (turnsOn(places, runs) > BACK * runs.length) return undefined;
  const gates = axes.slice();
  holdLevel(gates, runs);
  return hasStairs(axes, gates, mostly) ? { places, axes, gates } : undefined;
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

/** How much of contours goes along stairs of nearly two tones, by their points; none where they do not go up and down. */
export function twoTonedShare({ points, starts }: ContourSet, grey: GreyPicture): number {
  let [free, turns] = [0, 0];
  for (let c = 0; c + 1 < starts.length; c++) {
    const gates = gatesOf(points.slice(2 * starts[c], 2 * starts[c + 1]), grey, BEFORE_ENLARGING);
    gates.forEach((gate, i) => {
      if (gate === 0) return;
      free++;
      const next = gates[(i + 1) % gates.length];
      if (next !== 0 && next !== gate) turns++;
    });
  }
  return turns < STEPPED * free ? 0 : free / (points.length / 2);
}

/** Along which axis each point may move: 1 for x, 2 for y, 0 where it stays. Those that may go to the middle of their gates, in place. */
function gatesOf(points: Float64Array, grey: GreyPicture, even: number): Uint8Array<ArrayBuffer> {
  return Uint8Array.from({ length: points.length / 2 }, (_, i) => {
    const gate = gateAt(points[2 * i], points[2 * i + 1], grey, even);
    if (gate > 0) points[2 * i + gate - 1] = Math.round(points[2 * i + gate - 1]);
    return gate;
  });
}

/** Whether a contour goes up and down stairs, and most of what is not level or upright of it does. */
function hasStairs(axes: Uint8Array, gates: Uint8Array, mostly: number): boolean {
  const count = axes.length;
  if (count < LEAST) return false;
  const told = axes.reduce((sum, axis) => sum + (axis === 0 ? 1 : 0), 0);
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
