import { type Contour, alongOf, flatten, indexSegmentBoxes, norm, startOf } from '../geometry';
import { type Cut, isLoop } from '../machine';

/** How closely curves are followed to see what is near, in millimetres. */
const FLATNESS_MM = 0.02;
/** What of a contour is no farther along it than so many times the reach just follows. */
const FOLLOWS = 2;
/** A line takes away on both of its sides: it reaches so many times as far as a loop that is cut beside. */
const LINE = 1.5;
/** Directions that differ by less are opposite: a cosine's distance from -1. */
const STRAIGHT_BACK = 1e-6;

/** Which cuts come so near to one another that what they take away may meet, each group by its numbers; those alone that come near themselves. */
export interface NearCuts {
  groups: number[][];
  alone: number[];
}

/** Groups cuts of which a tool so wide would take away what meets. */
export function nearCuts(cuts: readonly Cut[], width: number): NearCuts {
  const contours = cuts.map(({ contour }) => contour);
  const all = indexSegmentBoxes(contours);
  const begins = beginsOf(contours);
  const chords = chordsOf(contours);
  const root = cuts.map((_, k) => k);
  const find = (k: number): number => {
    while (root[k] !== k) k = root[k] = root[root[k]];
    return k;
  };
  const near = new Set<number>();
  const most = LINE * width + FLATNESS_MM;
  all.segments.forEach(({ contour: a }, i) => {
    const { left, top, right, bottom } = all.boxes[i];
    all.index?.search(left - most, top - most, right + most, bottom + most, (n) => {
      if (n <= i) return false;
      const b = all.segments[n].contour;
      if (a !== b && find(a) === find(b)) return false;
      if (a === b && near.has(a)) return false;
      if (a === b && !isFarther(begins, i, n, cuts[a], FOLLOWS * width) && !isBack(all.segments, i, n))
        return false;
      const reach = isLoop(cuts[a]) && isLoop(cuts[b]) ? width : LINE * width;
      if (!isWithin(chords(i), chords(n), reach + FLATNESS_MM)) return false;
      near.add(a).add(b);
      root[find(b)] = find(a);
      return false;
    });
  });
  const groups = new Map<number, number[]>();
  for (const k of near) {
    const own = groups.get(find(k));
    if (own) own.push(k);
    else groups.set(find(k), [k]);
  }
  const found = [...groups.values()].map((group) => group.sort((a, b) => a - b));
  return {
    groups: found.filter(({ length }) => length > 1),
    alone: found.filter(({ length }) => length === 1).flat(),
  };
}

/** How far along its contour each segment begins and ends, in order over all contours. */
function beginsOf(contours: readonly Contour[]): { begins: number[]; ends: number[]; lengths: number[] } {
  const begins: number[] = [];
  const ends: number[] = [];
  const lengths = contours.map((contour) => {
    const along = alongOf(contour);
    contour.segments.forEach((_, k) => {
      begins.push(along.begins[k]);
      ends.push(along.begins[k + 1]);
    });
    return along.length;
  });
  return { begins, ends, lengths: contours.flatMap(({ segments }, k) => segments.map(() => lengths[k])) };
}

/** Whether two straight segments go along a line and back. */
function isBack(segments: ReturnType<typeof indexSegmentBoxes>['segments'], i: number, n: number): boolean {
  const [one, other] = [segments[i], segments[n]];
  if (one.to.kind !== 'line' || other.to.kind !== 'line') return false;
  const [ax, ay] = [one.to.x - one.start.x, one.to.y - one.start.y];
  const [bx, by] = [other.to.x - other.start.x, other.to.y - other.start.y];
  return ax * bx + ay * by < -(1 - STRAIGHT_BACK) * norm(ax, ay) * norm(bx, by);
}

function isFarther(
  { begins, ends, lengths }: ReturnType<typeof beginsOf>,
  i: number,
  n: number,
  cut: Cut,
  least: number,
): boolean {
  const between = begins[n] - ends[i];
  const around = isLoop(cut) ? lengths[i] - (ends[n] - begins[i]) : Infinity;
  return Math.min(between, around) > least;
}

/** Chords of a segment by its number over all contours, worked out when they are asked for. */
function chordsOf(contours: readonly Contour[]): (segment: number) => Float64Array {
  const kept = new Map<number, Float64Array>();
  const firsts: number[] = [];
  let sum = 0;
  for (const { segments } of contours) {
    firsts.push(sum);
    sum += segments.length;
  }
  const owners = contours.flatMap(({ segments }, k) => segments.map(() => k));
  return (segment) => {
    const known = kept.get(segment);
    if (known) return known;
    const contour = contours[owners[segment]];
    const own = segment - firsts[owners[segment]];
    const line = { start: startOf(contour, own), segments: [contour.segments[own]], closed: false };
    const points = flatten(line, FLATNESS_MM);
    kept.set(segment, points);
    return points;
  };
}

/** Whether two rows of chords come within a distance of one another. */
function isWithin(a: Float64Array, b: Float64Array, distance: number): boolean {
  for (let i = 0; i + 3 < a.length; i += 2)
    for (let k = 0; k + 3 < b.length; k += 2) if (areWithin(a, i, b, k, distance)) return true;
  return false;
}

function areWithin(a: Float64Array, i: number, b: Float64Array, k: number, distance: number): boolean {
  const ax = a[i];
  const ay = a[i + 1];
  const bx = a[i + 2];
  const by = a[i + 3];
  const cx = b[k];
  const cy = b[k + 1];
  const dx = b[k + 2];
  const dy = b[k + 3];
  if (Math.max(ax, bx) + distance < Math.min(cx, dx) || Math.max(cx, dx) + distance < Math.min(ax, bx))
    return false;
  if (Math.max(ay, by) + distance < Math.min(cy, dy) || Math.max(cy, dy) + distance < Math.min(ay, by))
    return false;
  const side = (px: number, py: number, qx: number, qy: number, x: number, y: number) =>
    (qx - px) * (y - py) - (qy - py) * (x - px);
  const isCrossed =
    side(ax, ay, bx, by, cx, cy) > 0 !== side(ax, ay, bx, by, dx, dy) > 0 &&
    side(cx, cy, dx, dy, ax, ay) > 0 !== side(cx, cy, dx, dy, bx, by) > 0;
  return (
    isCrossed ||
    toChord(ax, ay, bx, by, cx, cy) <= distance ||
    toChord(ax, ay, bx, by, dx, dy) <= distance ||
    toChord(cx, cy, dx, dy, ax, ay) <= distance ||
    toChord(cx, cy, dx, dy, bx, by) <= distance
  );
}

function toChord(ax: number, ay: number, bx: number, by: number, x: number, y: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const square = dx * dx + dy * dy;
  const share = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / square));
  return norm(ax + share * dx - x, ay + share * dy - y);
}
