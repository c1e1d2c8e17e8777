import { type Point, norm } from '../../geometry';
import { type GreyPicture, type Middle, type Skeleton, findMiddle } from '../../raster';
import { type Arrival, arrivalOf, median } from './arrival';
import { freeEnd, nearEnd } from './free-end';

/** A stroke's middle line: places that can be trusted, with corners between some of them and its two ends. */
export interface Stroke {
  x: number[];
  y: number[];
  /** Which of the places are corners, exactly. */
  corners: number[];
  closed: boolean;
  width: number;
  /** Exact places of the ends of an open one. */
  start: Point;
  end: Point;
}

/** Two arrivals that turn less than this are one stroke running through. */
const THROUGH = Math.cos((40 * Math.PI) / 180);
/** Points whose width is more than this share off the stroke's own are beside something else. */
const WIDTH_OFF = 0.12;
/** Points nearer to a junction than its half width by this factor, or to a free end by this share of the width, are not its own. */
const CLEAR = 0.9;
const FREE = 0.3;
/** A stub is shorter than this many half widths, and ends within this many of a corner. */
const STUB = 6;
const STUB_END = 1.6;
/**
 * Strokes of a skeleton, each once: branches that run on through a junction are one stroke, straight across it; the
 * others end exactly where the lines of those that meet there cross.
 */
export function findStrokes(
  grey: GreyPicture,
  level: number,
  { branches, junctions }: Skeleton,
  radius: (place: number | Point) => number,
): Stroke[] {
  const lines = branches.map(({ pixels, around }) => {
    const x = Float64Array.from(pixels, (p) => (p % grey.width) + 0.5);
    const y = Float64Array.from(pixels, (p) => Math.floor(p / grey.width) + 0.5);
    const half = Math.max(...sampled(pixels).map(radius));
    return findMiddle(grey, level, { x, y }, around, 2 * half + 2);
  });
  const trusted = lines.map((line, k) => trust(line, branches[k], junctions, radius));
  const arrivals: Arrival[][] = junctions.map(() => []);
  branches.forEach(({ from, to }, branch) => {
    if (from >= 0) arrivals[from].push(arrivalOf(trusted[branch], branch, true));
    if (to >= 0) arrivals[to].push(arrivalOf(trusted[branch], branch, false));
  });
  const stubs = new Set(arrivals.flatMap((at) => stubAt(at, branches, lines)));
  const joinings = arrivals.map((at, k) =>
    joinAt(
      at.filter(({ branch }) => !stubs.has(branch)),
      junctions[k],
    ),
  );
  return trailsOf(trusted, branches, joinings, stubs).map((trail) => strokeOf(trail, grey, level));
}

const sampled = (pixels: readonly number[]) => pixels.filter((_, i) => i % 4 === 0);

/** Points away from junctions and free ends, where both rims are the stroke's own. */
function trust(
  line: Middle,
  { from, to, around }: Skeleton['branches'][number],
  junctions: readonly Point[],
  radius: (place: number | Point) => number,
): Middle {
  const { x, y, width } = line;
  const usual = median(width);
  const keep: number[] = [];
  const clear = (junction: number, i: number) =>
    junction < 0 ||
    norm(x[i] - junctions[junction].x, y[i] - junctions[junction].y) >
      1 + CLEAR * radius(junctions[junction]);
  const last = x.length - 1;
  const freeOf = (end: number, i: number) => Math.abs(i - end) > FREE * usual + 1;
  for (let i = 0; i <= last; i++) {
    const free = around || ((from >= 0 || freeOf(0, i)) && (to >= 0 || freeOf(last, i)));
    if (free && clear(from, i) && clear(to, i) && Math.abs(width[i] / usual - 1) < WIDTH_OFF) keep.push(i);
  }
  if (keep.length < 2) {
    const middle = last >> 1;
    keep.splice(0, keep.length, ...(last < 1 ? [0] : [Math.max(0, middle - 1), Math.min(last, middle + 1)]));
  }
  const of = (values: Float64Array) => Float64Array.from(keep, (i) => values[i]);
  return { x: of(x), y: of(y), width: of(width) };
}

/**
 * Where two strokes come together at a sharp corner they run in one another before they end, and their middle looks like
 * a third, short one: it is none where it ends just where the lines of the two others cross.
 */
function stubAt(
  arrivals: readonly Arrival[],
  branches: Skeleton['branches'],
  lines: readonly Middle[],
): number[] {
  if (arrivals.length !== 3) return [];
  return arrivals
    .filter((stub) => {
      const { from, to, pixels } = branches[stub.branch];
      const line = lines[stub.branch];
      const half = median(line.width) / 2;
      if ((from >= 0 && to >= 0) || pixels.length > STUB * half) return false;
      const others = arrivals.filter((arrival) => arrival !== stub);
      const corner = nearestToAll(others, { x: Infinity, y: Infinity });
      const tip = stub.atStart ? line.x.length - 1 : 0;
      return norm(corner.x - line.x[tip], corner.y - line.y[tip]) < STUB_END * half;
    })
    .map(({ branch }) => branch);
}

/** What happens at a junction: which arrivals go on in which, and where the others end. */
interface Joining {
  through: [Arrival, Arrival][];
  ends: Map<Arrival, Point>;
  /** Two that end here and nothing else: one stroke with a corner. */
  corner: boolean;
}

function joinAt(arrivals: Arrival[], junction: Point): Joining {
  const pairs = arrivals
    .flatMap((a, i) => arrivals.slice(i + 1).map((b) => ({ a, b, turn: -(a.dx * b.dx + a.dy * b.dy) })))
    .filter(({ turn }) => turn > THROUGH)
    .sort((p, q) => q.turn - p.turn);
  const through: [Arrival, Arrival][] = [];
  const used = new Set<Arrival>();
  for (const { a, b } of pairs) {
    if (used.has(a) || used.has(b)) continue;
    used.add(a).add(b);
    through.push([a, b]);
  }
  const rest = arrivals.filter((arrival) => !used.has(arrival));
  const ends = new Map<Arrival, Point>();
  const common = through.length === 0 ? nearestToAll(rest, junction) : undefined;
  for (const arrival of rest) ends.set(arrival, common ?? meeting(arrival, through[0], junction));
  return { through, ends, corner: through.length === 0 && rest.length === 2 };
}

/** The place nearest to the lines of all arrivals, by least squares; the junction's own where they say nothing. */
function nearestToAll(arrivals: readonly Arrival[], junction: Point): Point {
  let [a, b, c, p, q] = [0, 0, 0, 0, 0];
  for (const { x, y, dx, dy } of arrivals) {
    const off = -dy * x + dx * y;
    a += dy * dy;
    b -= dx * dy;
    c += dx * dx;
    p -= dy * off;
    q += dx * off;
  }
  const determinant = a * c - b * b;
  if (determinant < 0.02 * (a + c) ** 2) return junction;
  return { x: (p * c - q * b) / determinant, y: (a * q - b * p) / determinant };
}

/** Where an arrival's line meets the way of a stroke that runs through. */
function meeting(arrival: Arrival, [a, b]: [Arrival, Arrival], junction: Point): Point {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const determinant = arrival.dx * dy - arrival.dy * dx;
  if (Math.abs(determinant) < 0.2 * norm(dx, dy)) return junction;
  const far = ((a.x - arrival.x) * dy - (a.y - arrival.y) * dx) / determinant;
  return { x: arrival.x + far * arrival.dx, y: arrival.y + far * arrival.dy };
}

/** Branches in a row, with the places where the row has corners or ends. */
interface Trail {
  x: number[];
  y: number[];
  corners: number[];
  widths: number[];
  closed: boolean;
  start: Point | undefined;
  end: Point | undefined;
}

function trailsOf(
  lines: readonly Middle[],
  branches: Skeleton['branches'],
  joinings: readonly Joining[],
  stubs: ReadonlySet<number>,
): Trail[] {
  const key = (branch: number, atStart: boolean) => 2 * branch + (atStart ? 0 : 1);
  const next = new Map<number, { to: Arrival; corner?: Point }>();
  const ends = new Map<number, Point>();
  for (const { through, ends: at, corner } of joinings) {
    for (const [a, b] of through) {
      next.set(key(a.branch, a.atStart), { to: b });
      next.set(key(b.branch, b.atStart), { to: a });
    }
    for (const [arrival, place] of at) ends.set(key(arrival.branch, arrival.atStart), place);
    if (!corner) continue;
    const [a, b] = [...at.keys()];
    next.set(key(a.branch, a.atStart), { to: b, corner: at.get(a) });
    next.set(key(b.branch, b.atStart), { to: a, corner: at.get(a) });
  }
  const seen = new Set<number>(stubs);
  const trails: Trail[] = [];
  const follow = (first: number, fromStart: boolean) => {
    const trail: Trail = {
      x: [],
      y: [],
      corners: [],
      widths: [],
      closed: false,
      start: ends.get(key(first, fromStart)),
      end: undefined,
    };
    let branch = first;
    let forward = fromStart;
    while (!seen.has(branch)) {
      seen.add(branch);
      const { x, y, width } = lines[branch];
      for (let k = 0; k < x.length; k++) {
        const i = forward ? k : x.length - 1 - k;
        trail.x.push(x[i]);
        trail.y.push(y[i]);
        trail.widths.push(width[i]);
      }
      const out = key(branch, !forward);
      const on = next.get(out);
      if (!on) {
        trail.end = ends.get(out);
        break;
      }
      if (on.corner) {
        trail.corners.push(trail.x.length);
        trail.x.push(on.corner.x);
        trail.y.push(on.corner.y);
      }
      branch = on.to.branch;
      forward = on.to.atStart;
      if (branch === first && forward === fromStart) trail.closed = true;
    }
    trails.push(trail);
  };
  // Rows with an end are followed from it; what is left goes around.
  branches.forEach(({ around }, branch) => {
    for (const atStart of [true, false])
      if (!around && !seen.has(branch) && !next.has(key(branch, atStart))) follow(branch, atStart);
  });
  branches.forEach(({ around }, branch) => {
    if (seen.has(branch)) return;
    follow(branch, true);
    if (around) trails[trails.length - 1].closed = true;
  });
  return trails;
}

function strokeOf(trail: Trail, grey: GreyPicture, level: number): Stroke {
  const { closed } = trail;
  const [x, y] = [[...trail.x], [...trail.y]];
  let { corners } = trail;
  const widths = Float64Array.from(trail.widths);
  const width = widths.reduce((sum, value) => sum + value, 0) / Math.max(1, widths.length);
  const line = { x: Float64Array.from(x), y: Float64Array.from(y), width: widths };
  const last = (atStart: boolean) => nearEnd(arrivalOf(line, 0, atStart), width, grey, level);
  let [start, end] = [trail.start, trail.end];
  if (!start && !closed) {
    const before = last(true);
    start = freeEnd(before, width, grey, level);
    if (before.moved) {
      x.unshift(before.x);
      y.unshift(before.y);
      corners = corners.map((k) => k + 1);
    }
  }
  if (!end && !closed) {
    const before = last(false);
    end = freeEnd(before, width, grey, level);
    if (before.moved) {
      x.push(before.x);
      y.push(before.y);
    }
  }
  const none = { x: x[0], y: y[0] };
  return { x, y, corners, closed, width, start: start ?? none, end: end ?? none };
}
