import { norm, polygonArea } from '../../geometry';
import { type Arm, distanceFromArm, fitArm } from './arm';
import type { ContourSet } from './contours';
import { takeBack } from './settle-edges';

/** Contours around less than this, in square pixels, are grains of dust. */
const GRAIN = 4;
/** Where a grain sits on a rim the contour leaves it, and comes back no farther away than this, in pixels. */
const WIDEST = 4;
/** It leaves the rim by so much at least, and at most. */
const LEAST = 0.3;
const MOST = 2.8;
/** So many points before and after it lie along one line or parabola, within this share of how far it leaves it. */
const ARM = 6;
const SMOOTH = 0.3;
/** What keeps within this share of it of the lines through so many points before and after is a corner. */
const CORNER = 0.6;
const CLOSE = 3;
/** They reach so far, in pixels, and bend no more than this, in 1 / pixels: half of what a circle does. */
const LENGTH = 1.2 * ARM;
const BENT = 0.12;
/** A grain has no more points than this. */
const POINTS = 16;

/** Contours without dust: those around grains go, and those that leave their way for a grain, and go on as before, keep to it. */
export function withoutDust(contours: ContourSet): ContourSet {
  const kept = withoutGrains(contours);
  const points = kept.points.slice();
  for (let c = 0; c + 1 < kept.starts.length; c++)
    takeOff(points.subarray(2 * kept.starts[c], 2 * kept.starts[c + 1]));
  const dustless = { ...kept, points };
  takeBack(dustless, kept.points);
  return dustless;
}

function withoutGrains({ points, starts, parents, holes }: ContourSet): ContourSet {
  const of = (c: number) => points.subarray(2 * starts[c], 2 * starts[c + 1]);
  const goes = Array.from(parents, (_, c) => Math.abs(polygonArea(of(c))) < GRAIN);
  const left = [...goes.keys()].filter((c) => !goes[c]);
  const number = new Map(left.map((c, k) => [c, k]));
  const keptStarts = Uint32Array.from([0, ...left]);
  left.forEach((c, k) => (keptStarts[k + 1] = keptStarts[k] + starts[c + 1] - starts[c]));
  const keptPoints = new Float64Array(2 * keptStarts[left.length]);
  left.forEach((c, k) => keptPoints.set(of(c), 2 * keptStarts[k]));
  return {
    points: keptPoints,
    starts: keptStarts,
    parents: Int32Array.from(left, (c) => number.get(parents[c]) ?? -1),
    holes: Uint8Array.from(left, (c) => holes[c]),
  };
}

/** Lays points of a contour that lead around a grain on the way that those beside it go, in place. */
function takeOff(points: Float64Array): void {
  const count = points.length / 2;
  if (count < POINTS + 2 * ARM) return;
  for (let i = 0; i < count; i++) {
    const grain = grainFrom(points, i);
    if (!grain) continue;
    const { points: end, way } = grain;
    const [from, to] = [2 * i, 2 * ((i + end) % count)].map((at) => along(way, points[at], points[at + 1]));
    for (let k = 1; k < end; k++) {
      const at = 2 * ((i + k) % count);
      const u = from + ((to - from) * k) / end;
      const v = way.a + (way.b + way.c * u) * u;
      points[at] = way.originX + u * way.alongX - v * way.alongY;
      points[at + 1] = way.originY + u * way.alongY + v * way.alongX;
    }
    i += end - 1;
  }
}

const along = ({ originX, originY, alongX, alongY }: Arm, x: number, y: number): number =>
  (x - originX) * alongX + (y - originY) * alongY;

/** A detour: after how many points the contour is back on its way, and the way that it goes before and after. */
interface Detour {
  points: number;
  way: Arm;
}

/** The detour that a contour makes around a grain from point `i` on, if it makes one. */
function grainFrom(points: Float64Array, i: number): Detour | undefined {
  const count = points.length / 2;
  const x = (k: number) => points[2 * ((k + count) % count)];
  const y = (k: number) => points[2 * ((k + count) % count) + 1];
  const beside = { x: new Float64Array(2 * ARM), y: new Float64Array(2 * ARM), count: 2 * ARM };
  let best: Detour | undefined;
  let most = LEAST;
  for (let n = 2; n <= POINTS; n++) {
    const j = i + n;
    const chord = norm(x(j) - x(i), y(j) - y(i));
    if (chord > WIDEST || !leaves(points, i, n, chord)) continue;
    for (let k = 0; k < ARM; k++) {
      beside.x[ARM - 1 - k] = x(i - k);
      beside.y[ARM - 1 - k] = y(i - k);
      beside.x[ARM + k] = x(j + k);
      beside.y[ARM + k] = y(j + k);
    }
    const way = fitArm(beside, 0, 2 * ARM) as Arm;
    const ends = [0, 2 * ARM - 1].map((k) => along(way, beside.x[k], beside.y[k]));
    if (ends[1] - ends[0] < LENGTH || Math.abs(way.c) > BENT) continue;
    let arms = 0;
    for (let k = 0; k < 2 * ARM; k++) arms = Math.max(arms, distanceFromArm(way, beside.x[k], beside.y[k]));
    let out = 0;
    for (let k = i + 1; k < j; k++) out = Math.max(out, distanceFromArm(way, x(k), y(k)));
    if (out > MOST || arms > SMOOTH * out || out - arms <= most) continue;
    if (isCorner(points, i, n, CORNER * out)) continue;
    most = out - arms;
    best = { points: n, way };
  }
  return best;
}

/** Whether the contour between two points keeps within so many pixels of the lines that it comes and goes along: it has a corner there. */
function isCorner(points: Float64Array, i: number, n: number, within: number): boolean {
  const count = points.length / 2;
  const at = (k: number) => 2 * ((k + count) % count);
  const offLine = (from: number, to: number) => {
    const [x, y] = [points[from], points[from + 1]];
    const [dx, dy] = [points[to] - x, points[to + 1] - y];
    const length = norm(dx, dy) || 1;
    return (px: number, py: number) => Math.abs((px - x) * dy - (py - y) * dx) / length;
  };
  const comes = offLine(at(i - CLOSE), at(i));
  const goes = offLine(at(i + n), at(i + n + CLOSE));
  for (let k = i + 1; k < i + n; k++) {
    const [x, y] = [points[at(k)], points[at(k) + 1]];
    if (Math.min(comes(x, y), goes(x, y)) > within) return false;
  }
  return true;
}

/** Whether the contour leaves the straight way from a point to the n-th after it far enough to be a grain's. */
function leaves(points: Float64Array, i: number, n: number, chord: number): boolean {
  const count = points.length / 2;
  const [x, y] = [points[2 * i], points[2 * i + 1]];
  const j = 2 * ((i + n) % count);
  const [dx, dy] = [points[j] - x, points[j + 1] - y];
  for (let k = 1; k < n; k++) {
    const at = 2 * ((i + k) % count);
    const [px, py] = [points[at] - x, points[at + 1] - y];
    if (Math.abs(px * dy - py * dx) > LEAST * chord) return true;
  }
  return false;
}
