import { norm, polygonArea } from '../../geometry';
import type { ContourSet } from './contours';
import { takeBack } from './settle-edges';

/** Contours around less than this, in square pixels, are grains of dust. */
const GRAIN = 4;
/** Where a grain sits on a rim the contour leaves it, and comes back no farther away than this, in pixels. */
const WIDEST = 4;
/** It leaves the rim by so much at least, and at most. */
const LEAST = 0.4;
const MOST = 2.8;
/** So many points before and after it lie along one line, within this share of how far it leaves it. */
const ARM = 6;
const STRAIGHT = 0.3;
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

/** Lays points of a contour that lead around a grain on the straight way between those beside it, in place. */
function takeOff(points: Float64Array): void {
  const count = points.length / 2;
  if (count < POINTS + 2 * ARM) return;
  for (let i = 0; i < count; i++) {
    const end = grainFrom(points, i);
    if (end === 0) continue;
    const [x, y] = [points[2 * i], points[2 * i + 1]];
    const j = (i + end) % count;
    for (let k = 1; k < end; k++) {
      const at = 2 * ((i + k) % count);
      points[at] = x + ((points[2 * j] - x) * k) / end;
      points[at + 1] = y + ((points[2 * j + 1] - y) * k) / end;
    }
    i += end - 1;
  }
}

/** After how many points the contour is back on its way that leaves it at one for a grain; 0 where it does not. */
function grainFrom(points: Float64Array, i: number): number {
  const count = points.length / 2;
  const x = (k: number) => points[2 * ((k + count) % count)];
  const y = (k: number) => points[2 * ((k + count) % count) + 1];
  let best = 0;
  let most = LEAST;
  for (let n = 2; n <= POINTS; n++) {
    const j = i + n;
    if (norm(x(j) - x(i), y(j) - y(i)) > WIDEST) continue;
    const [fromX, fromY, toX, toY] = [x(i - ARM), y(i - ARM), x(j + ARM), y(j + ARM)];
    const length = norm(toX - fromX, toY - fromY);
    if (length < 2 * ARM * 0.6) continue;
    const off = (k: number) => ((x(k) - fromX) * (toY - fromY) - (y(k) - fromY) * (toX - fromX)) / length;
    let arms = 0;
    for (let k = 0; k < ARM; k++) arms = Math.max(arms, Math.abs(off(i - k)), Math.abs(off(j + k)));
    let out = 0;
    for (let k = i + 1; k < j; k++) out = Math.max(out, Math.abs(off(k)));
    if (out > MOST || arms > STRAIGHT * out || out - arms <= most) continue;
    most = out - arms;
    best = n;
  }
  return best;
}
