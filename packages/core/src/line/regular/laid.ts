import { type Affine, affineAfter } from '../../geometry';
import { type Outline, STEPS } from './outline';
import type { Shift } from './shifts';

/** An outline laid on another, point for point. */
export interface Laid {
  motion: Affine;
  /** By point of the first: how far the other lies to its right, in pixels; NaN where nothing is near. */
  off: Float64Array;
  /** Root mean square and largest of these, points beside corners left out. */
  rms: number;
  worst: number;
}

/** Rounds of laying one on the other anew, by about so many points. */
const ROUNDS = 4;
const POINTS = 200;
/** What after the first round is so many times too far off will not come near. */
const HOPELESS = 5;
/** Points of the other outline that are looked at around where the nearest is expected, besides a share of all. */
const AROUND = 6;
const SHARE = 1 / 40;
/** Other places than within this many pixels are none of the same rim. */
const FAR = 2.5;
/** Turns by quarters are taken as such where no place moves farther by it than this, in pixels, besides a share of what rims are unsure by. */
const QUARTERLY = 0.12;
const PER_UNSURE = 0.25;

/**
 * Lays one outline on another so that points come nearest to the other's line, by least squares of distances across (point to line, after Chen and
 * Medioni 1992). A turn that is all but by quarters is by quarters. Undefined where that will not bring them within `most` on the average.
 */
export function laidOn(from: Outline, to: Outline, shift: Shift, most: number): Laid | undefined {
  let { motion } = shift;
  const every = Math.max(1, Math.floor(from.loop.count / POINTS));
  const step = (turns: boolean) =>
    (motion = nearerMotion(from, motion, offsUnder(from, to, shift, motion, every), turns));
  for (let round = 0; round < ROUNDS; round++) {
    step(true);
    if (round === 0 && measured(from, offsUnder(from, to, shift, motion, every)).rms > HOPELESS * most)
      return undefined;
  }
  const quarterly = byQuarters(motion, from);
  if (quarterly) {
    motion = quarterly;
    step(false);
    step(false);
  }
  return laidBy(from, to, shift, motion);
}

/** How an outline lies beside another under a motion that is known. */
export const laidBy = (from: Outline, to: Outline, shift: Shift, motion: Affine): Laid => ({
  motion,
  ...measured(from, offsUnder(from, to, shift, motion, 1)),
});

function measured({ isCornered }: Outline, off: Float64Array): Omit<Laid, 'motion'> {
  let [sum, count, worst] = [0, 0, 0];
  off.forEach((one, i) => {
    if (isCornered[i] === 1 || one === UNSEEN) return;
    const far = Number.isNaN(one) ? FAR : Math.abs(one);
    sum += far * far;
    count++;
    if (far > worst) worst = far;
  });
  // Where all is corners nothing says that one lies on the other.
  return { off, rms: count > 0 ? Math.sqrt(sum / count) : Infinity, worst };
}

/** Of points that are not looked at. */
const UNSEEN = Infinity;

/** By point, of every so many: how far the other outline lies to the right of the first as it is walked. */
function offsUnder(
  from: Outline,
  to: Outline,
  { shift, sense }: Shift,
  motion: Affine,
  every: number,
): Float64Array {
  const { x, y, along, count } = from.loop;
  const other = to.loop;
  const [a, b, c, d, e, f] = motion;
  const side = a * d - b * c < 0 ? -1 : 1;
  const reach = AROUND + Math.ceil(SHARE * other.count);
  const off = new Float64Array(count).fill(UNSEEN);
  for (let i = 0; i < count; i += every) {
    const px = a * x[i] + c * y[i] + e;
    const py = b * x[i] + d * y[i] + f;
    const share = shift / STEPS + (sense * along[i]) / from.length;
    const near = nearestIn(other, pointAt(other, share - Math.floor(share)), reach, px, py);
    const before = i > 0 ? i - 1 : count - 1;
    const after = i + 1 < count ? i + 1 : 0;
    const [tx, ty] = [x[after] - x[before], y[after] - y[before]];
    const size = Math.sqrt(tx * tx + ty * ty) || 1;
    // To the right of the way as walked, y down; a mirrored way has its right on the other side.
    const [nx, ny] = [-(b * tx + d * ty) / size, (a * tx + c * ty) / size];
    const across = side * (nx * (near.x - px) + ny * (near.y - py));
    off[i] = near.squared > FAR * FAR ? NaN : across;
  }
  return off;
}

/** The point that lies at a share of a loop's length. */
function pointAt({ along, count }: Outline['loop'], share: number): number {
  const at = share * along[count];
  let [low, high] = [0, count - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (along[middle] <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

function nearestIn({ x, y, count }: Outline['loop'], around: number, reach: number, px: number, py: number) {
  let squared = Infinity;
  let [nearX, nearY] = [px, py];
  const most = Math.min(reach, count >> 1);
  for (let k = -most; k <= most; k++) {
    const i = (((around + k) % count) + count) % count;
    const j = i + 1 < count ? i + 1 : 0;
    const [dx, dy] = [x[j] - x[i], y[j] - y[i]];
    const length = dx * dx + dy * dy || 1;
    const share = Math.min(1, Math.max(0, ((px - x[i]) * dx + (py - y[i]) * dy) / length));
    const [qx, qy] = [x[i] + share * dx, y[i] + share * dy];
    const far = (qx - px) ** 2 + (qy - py) ** 2;
    if (far < squared) [squared, nearX, nearY] = [far, qx, qy];
  }
  return { squared, x: nearX, y: nearY };
}

/** The motion that a small turn and move, by least squares of what is left across, make of another. */
function nearerMotion(from: Outline, motion: Affine, off: Float64Array, turns: boolean): Affine {
  const { x, y, count } = from.loop;
  const [a, b, c, d, e, f] = motion;
  const side = a * d - b * c < 0 ? -1 : 1;
  let [middleX, middleY] = [0, 0];
  for (let i = 0; i < count; i++) {
    middleX += (a * x[i] + c * y[i] + e) / count;
    middleY += (b * x[i] + d * y[i] + f) / count;
  }
  // Normal equations of off = nx tx + ny ty + phi (nx * -py + ny * px).
  const sums = new Float64Array(9);
  for (let i = 0; i < count; i++) {
    if (from.isCornered[i] === 1 || !Number.isFinite(off[i])) continue;
    const before = i > 0 ? i - 1 : count - 1;
    const after = i + 1 < count ? i + 1 : 0;
    const [tx, ty] = [x[after] - x[before], y[after] - y[before]];
    const size = (Math.sqrt(tx * tx + ty * ty) || 1) * side;
    const [nx, ny] = [-(b * tx + d * ty) / size, (a * tx + c * ty) / size];
    const px = a * x[i] + c * y[i] + e - middleX;
    const py = b * x[i] + d * y[i] + f - middleY;
    const lever = turns ? ny * px - nx * py : 0;
    sums[0] += nx * nx;
    sums[1] += nx * ny;
    sums[2] += nx * lever;
    sums[3] += ny * ny;
    sums[4] += ny * lever;
    sums[5] += lever * lever;
    sums[6] += nx * off[i];
    sums[7] += ny * off[i];
    sums[8] += lever * off[i];
  }
  const solved = solve(sums, turns);
  if (!solved) return motion;
  const [moveX, moveY, turn] = solved;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const step: Affine = [
    cos,
    sin,
    -sin,
    cos,
    middleX + moveX - cos * middleX + sin * middleY,
    middleY + moveY - sin * middleX - cos * middleY,
  ];
  return affineAfter(step, motion);
}

/** Three unknowns of a symmetric system by Cramer's rule, or the first two alone; undefined where they are not told. */
function solve(s: Float64Array, turns: boolean): readonly [number, number, number] | undefined {
  const [aa, ab, ac, bb, bc, cc, ra, rb, rc] = s;
  const flat = aa * bb - ab * ab;
  const size = (aa + bb) ** 2;
  if (!turns || cc < 1e-9) {
    if (!(flat > 1e-9 * size)) return undefined;
    return [(ra * bb - ab * rb) / flat, (aa * rb - ab * ra) / flat, 0];
  }
  const [m1, m2, m3] = [bb * cc - bc * bc, ac * bc - ab * cc, ab * bc - ac * bb];
  const whole = aa * m1 + ab * m2 + ac * m3;
  if (!(whole > 1e-9 * size * cc)) return undefined;
  return [
    (ra * m1 + rb * m2 + rc * m3) / whole,
    (ra * m2 + rb * (aa * cc - ac * ac) + rc * (ab * ac - aa * bc)) / whole,
    (ra * m3 + rb * (ab * ac - aa * bc) + rc * flat) / whole,
  ];
}

/** A motion by whole quarters of a turn about where it takes the outline's middle, where that moves no place far; else undefined. */
function byQuarters(motion: Affine, { loop, radius, unsure }: Outline): Affine | undefined {
  const [a, b, c, d, e, f] = motion;
  const angle = Math.atan2(b, a);
  const quarters = Math.round(angle / (Math.PI / 2));
  if (Math.abs(angle - (quarters * Math.PI) / 2) * radius > QUARTERLY + PER_UNSURE * unsure) return undefined;
  const [cos, sin] = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ][((quarters % 4) + 4) % 4];
  const over = a * d - b * c < 0 ? -1 : 1;
  let [x, y] = [0, 0];
  for (let i = 0; i < loop.count; i++) {
    x += loop.x[i] / loop.count;
    y += loop.y[i] / loop.count;
  }
  const [toX, toY] = [a * x + c * y + e, b * x + d * y + f];
  const [qa, qb, qc, qd] = [cos, sin, -over * sin || 0, over * cos || 0];
  return [qa, qb, qc, qd, toX - qa * x - qc * y, toY - qb * x - qd * y];
}
