import Flatbush from 'flatbush';
import {
  type Contour,
  type Point,
  type Segment,
  type Shape,
  boxOfPoints,
  combineAreas,
  flatten,
  nestContours,
  polygonArea,
} from '../geometry';
import { norm } from '../norm';

/** How islands are held: strips of a width, so many an island, and places that the hand gave, in the unit of the shapes. */
export interface BridgeWishes {
  width: number;
  /** Bridges an island; 0 for one or two by its size. */
  count: number;
  places: readonly Point[];
}

/** Where a strip runs: from the island's rim to what holds it. */
export interface Bridge {
  from: Point;
  to: Point;
}

/** How closely rims are followed, as a share of a bridge's width, and how far apart places on them are looked at. */
const FLATNESS_SHARE = 0.05;
const STEP = 1.2;
/** Where the hand put a bridge near, places are so much closer, and so many at least. */
const FINER = 4;
/** Most places looked at on one rim. */
const MOST_PLACES = 240;
/** A strip reaches beyond both rims by this share of its width. */
const BEYOND = 0.5;
/** Around where a bridge lands the rim turns by no more than this, in radians: bridges do not land on corners. */
const MOST_TURN = 0.7;
/** An island longer around than so many widths has two bridges where nobody said how many. */
const LARGE = 16;
/** A ray beside another one is followed at first so many times as far. */
const LIKELY = 1.3;
/** A place that the hand gave counts for islands so near to it, in widths, besides those it lies in. */
const NEAR = 12;

/**
 * A shape whose islands hang together with what is around it: strips are taken out of it from each hole to another rim, where they
 * are short, spread around the hole, away from corners. Islands that hang on islands hang on the outside in the end. The bridges come
 * back with the shapes that are left.
 */
export function bridged(shape: Shape, wishes: BridgeWishes): { shapes: Shape[]; bridges: Bridge[] } {
  if (shape.holes.length === 0) return { shapes: [shape], bridges: [] };
  const rims = [shape.outer, ...shape.holes].map((contour) => rimOf(contour, wishes.width));
  const chords = new Chords(rims);
  const candidates = rims.map((rim, k) => {
    if (k === 0) return [];
    const finer = wishes.places.some((place) => isNear(rim, place, NEAR * wishes.width)) ? FINER : 1;
    const smooth = candidatesOf(rim, k, chords, wishes.width, MOST_TURN, finer);
    // An island that is all corners, as one smaller than a bridge is, is better held at one than lost.
    return smooth.length > 0 ? smooth : candidatesOf(rim, k, chords, wishes.width, Infinity);
  });
  const chosen = candidates.flatMap((own, k) => (k === 0 ? [] : choose(own, rims[k], wishes)));
  const all = [...chosen, ...hangingTogether(rims.length, chosen, candidates)];
  const strips = all.map((bridge) => stripOf(bridge, wishes.width));
  const left = combineAreas('take away', [shape.outer, ...shape.holes], strips);
  const { pen, plate } = shape;
  const more = { ...(pen === undefined ? {} : { pen }), ...(plate === undefined ? {} : { plate }) };
  return {
    shapes: nestContours(left, FLATNESS_SHARE * wishes.width).map((one) => ({ ...one, ...more })),
    bridges: all.map(({ from, to }) => ({ from, to })),
  };
}

/** A rim as a polygon, with its length and its middle. */
interface Rim {
  points: Float64Array;
  length: number;
  middle: Point;
}

function rimOf(contour: Contour, width: number): Rim {
  const points = flatten(contour, FLATNESS_SHARE * width);
  let length = 0;
  for (let i = 0; i < points.length; i += 2) {
    const next = (i + 2) % points.length;
    length += norm(points[next] - points[i], points[next + 1] - points[i + 1]);
  }
  const { left, top, right, bottom } = boxOfPoints(points);
  return { points, length, middle: { x: (left + right) / 2, y: (top + bottom) / 2 } };
}

/** Whether a place lies within a rim's box, or so near to it. */
function isNear({ points }: Rim, { x, y }: Point, reach: number): boolean {
  const { left, top, right, bottom } = boxOfPoints(points);
  return x >= left - reach && x <= right + reach && y >= top - reach && y <= bottom + reach;
}

/** The chords of all rims, to be met by rays. */
class Chords {
  private readonly index: Flatbush;
  private readonly ends: Float64Array;
  private readonly rim: Uint32Array;
  private readonly reach: number;
  /** How far the next ray is followed at first. */
  private likely: number;

  constructor(rims: readonly Rim[]) {
    const count = rims.reduce((sum, { points }) => sum + points.length / 2, 0);
    this.ends = new Float64Array(4 * count);
    this.rim = new Uint32Array(count);
    this.index = new Flatbush(count, 8);
    let at = 0;
    rims.forEach(({ points }, k) => {
      for (let i = 0; i < points.length; i += 2, at++) {
        const next = (i + 2) % points.length;
        const [ax, ay, bx, by] = [points[i], points[i + 1], points[next], points[next + 1]];
        this.ends.set([ax, ay, bx, by], 4 * at);
        this.rim[at] = k;
        this.index.add(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by));
      }
    });
    this.index.finish();
    const { left, top, right, bottom } = boxOfPoints(rims[0].points);
    this.reach = norm(right - left, bottom - top);
    this.likely = this.reach / 256;
  }

  /** The nearest chord of another rim that a ray from a place meets; a ray that comes back to its own rim first meets none. */
  hit(
    { x, y }: Point,
    { x: dx, y: dy }: Point,
    own: number,
  ): { rim: number; to: Point; far: number } | undefined {
    // In growing reaches, so that near ones are found without looking at all; the first is that of the ray before, beside this one.
    for (let reach = this.likely; reach < 2 * this.reach; reach *= 2.5) {
      const [ex, ey] = [x + dx * reach, y + dy * reach];
      let nearest = reach;
      let met = -1;
      // Nothing is taken into a list: what is met is all that is wanted.
      const look = (k: number): boolean => {
        const far = this.meets(k, x, y, dx, dy);
        if (far > 1e-9 * this.reach && far <= nearest) [nearest, met] = [far, k];
        return false;
      };
      this.index.search(Math.min(x, ex), Math.min(y, ey), Math.max(x, ex), Math.max(y, ey), look);
      if (met < 0) continue;
      this.likely = Math.max(LIKELY * nearest, this.reach / 1024);
      const rim = this.rim[met];
      return rim === own
        ? undefined
        : { rim, to: { x: x + dx * nearest, y: y + dy * nearest }, far: nearest };
    }
    return undefined;
  }

  /** How far along a ray it meets a chord; -1 where it does not. */
  private meets(k: number, x: number, y: number, dx: number, dy: number): number {
    const { ends } = this;
    const [ax, ay, bx, by] = [ends[4 * k], ends[4 * k + 1], ends[4 * k + 2], ends[4 * k + 3]];
    const [sx, sy] = [bx - ax, by - ay];
    const cross = dx * sy - dy * sx;
    if (cross === 0) return -1;
    const far = ((ax - x) * sy - (ay - y) * sx) / cross;
    const share = ((ax - x) * dy - (ay - y) * dx) / cross;
    return share >= 0 && share <= 1 ? far : -1;
  }
}

interface Candidate extends Bridge {
  own: number;
  rim: number;
  far: number;
  /** Direction from the island's middle. */
  angle: number;
}

/** Strips that could go from a hole's rim straight across, where the rim turns by no more than `most`. */
function candidatesOf(
  { points, length, middle }: Rim,
  own: number,
  chords: Chords,
  width: number,
  most: number,
  finer = 1,
): Candidate[] {
  const count = finer * Math.max(12, Math.min(MOST_PLACES, Math.round(length / (STEP * width))));
  const found: Candidate[] = [];
  const step = length / count;
  let along = 0;
  let wanted = step / 2;
  const size = points.length;
  // What is around a hole lies to its left or to its right, by which way round it runs.
  const away = -Math.sign(polygonArea(points)) || 1;
  for (let i = 0; i < size && found.length < count; i += 2) {
    const next = (i + 2) % size;
    const [ax, ay] = [points[i], points[i + 1]];
    const chord = norm(points[next] - ax, points[next + 1] - ay);
    for (; wanted <= along + chord && chord > 0; wanted += step) {
      const share = (wanted - along) / chord;
      const from = { x: ax + share * (points[next] - ax), y: ay + share * (points[next + 1] - ay) };
      if (turnNear(points, i, from, width) > most) continue;
      const across = {
        x: (away * (points[next + 1] - ay)) / chord,
        y: (-away * (points[next] - ax)) / chord,
      };
      const hit = chords.hit(from, across, own);
      if (!hit) continue;
      const angle = Math.atan2(from.y - middle.y, from.x - middle.x);
      found.push({ from, to: hit.to, far: hit.far, rim: hit.rim, own, angle });
    }
    along += chord;
  }
  return found;
}

/** By how much a rim turns within half a bridge's width of a place on its chord `i`, either way. */
function turnNear(points: Float64Array, i: number, from: Point, width: number): number {
  const size = points.length;
  const angleOf = (k: number) => {
    const next = (k + 2) % size;
    return Math.atan2(points[next + 1] - points[k + 1], points[next] - points[k]);
  };
  const first = angleOf(i);
  let most = 0;
  for (const way of [2, size - 2]) {
    for (let k = i, steps = 0; steps < size; steps += 2) {
      const node = way === 2 ? (k + 2) % size : k;
      if (norm(points[node] - from.x, points[node + 1] - from.y) > width / 2) break;
      k = (k + way) % size;
      const turn = angleOf(k) - first;
      most = Math.max(most, Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn))));
    }
  }
  return most;
}

/** Of an island's candidates so many as are wanted: first where the hand put them, then the shortest in each direction. */
function choose(
  candidates: readonly Candidate[],
  rim: Rim,
  { width, count, places }: BridgeWishes,
): Candidate[] {
  const wanted = count > 0 ? count : rim.length > LARGE * width ? 2 : 1;
  const middleOf = ({ from, to }: Bridge) => ({ x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 });
  const chosen: Candidate[] = [];
  for (const place of places) {
    const far = (one: Candidate) => {
      const middle = middleOf(one);
      return norm(middle.x - place.x, middle.y - place.y);
    };
    const nearest = nearestBy(candidates, far);
    if (nearest && far(nearest) <= nearest.far / 2 + NEAR * width) chosen.push(nearest);
  }
  while (chosen.length < wanted) {
    const angles = chosen.map(({ angle }) => angle);
    // Short ones first, but never beside one that is there.
    const next = nearestBy(candidates, (one) => {
      const apart = Math.min(Math.PI, ...angles.map((angle) => between(angle, one.angle)));
      return angles.length > 0 && apart < Math.PI / (wanted + 1)
        ? Infinity
        : one.far * (1 + (Math.PI - apart) / Math.PI);
    });
    if (!next) break;
    chosen.push(next);
  }
  return chosen;
}

const between = (a: number, b: number) => Math.abs(Math.atan2(Math.sin(a - b), Math.cos(a - b)));

function nearestBy<T>(all: readonly T[], of: (one: T) => number): T | undefined {
  let best: T | undefined;
  let least = Infinity;
  for (const one of all) {
    const value = of(one);
    if (value < least) [least, best] = [value, one];
  }
  return best;
}

/** What is still needed so that every island hangs on the outside, by way of others or by itself: the shortest there are. */
function hangingTogether(
  count: number,
  chosen: readonly Candidate[],
  candidates: readonly Candidate[][],
): Candidate[] {
  const group = Array.from({ length: count }, (_, k) => k);
  const rootOf = (k: number): number => (group[k] === k ? k : (group[k] = rootOf(group[k])));
  for (const { own, rim } of chosen) group[rootOf(own)] = rootOf(rim);
  const added: Candidate[] = [];
  const sorted = candidates.flat().sort((a, b) => a.far - b.far);
  for (const one of sorted) {
    if (rootOf(one.own) === rootOf(one.rim)) continue;
    if (rootOf(one.own) === rootOf(0) && rootOf(one.rim) === rootOf(0)) continue;
    group[rootOf(one.own)] = rootOf(one.rim);
    added.push(one);
  }
  return added;
}

/** A strip around a line, a little longer than it at both ends. */
export function stripOf({ from, to }: Bridge, width: number): Contour {
  const far = norm(to.x - from.x, to.y - from.y);
  const [ux, uy] = [(to.x - from.x) / far, (to.y - from.y) / far];
  const [nx, ny] = [(-uy * width) / 2, (ux * width) / 2];
  const beyond = BEYOND * width;
  const [a, b] = [
    { x: from.x - ux * beyond, y: from.y - uy * beyond },
    { x: to.x + ux * beyond, y: to.y + uy * beyond },
  ];
  // Counter-clockwise on screen, as outer contours run.
  const corners = [
    { x: a.x - nx, y: a.y - ny },
    { x: a.x + nx, y: a.y + ny },
    { x: b.x + nx, y: b.y + ny },
    { x: b.x - nx, y: b.y - ny },
  ];
  const [start, ...rest] = corners;
  return {
    start,
    segments: [...rest, start].map(({ x, y }): Segment => ({ kind: 'line', x, y })),
    closed: true,
  };
}
