import { type Point, norm } from '../../geometry';
import { walkBeside } from '../chain/beside';
import { CubicCurve } from '../chain/cubic-curve';
import { SegmentSums, type Stretch } from '../solving/segment-sums';
import type { Direction, Handles, Run } from '../chain/run';

/** Handles with the largest distance of the run's points from the curve. */
export interface FittedCubic extends Handles {
  worst: number;
}

/** Points looked at while the handles are sought; the distance is always checked on all. */
const SAMPLES = 24;
const ROUNDS = 5;
/** A run that winds so much that its ends are nearer than this share of its length is more than one cubic. */
const LEAST_CHORD = 0.5;
/** A first guess farther off than this many tolerances, and this share of the length, is given up. */
const HOPELESS = 8;
const HOPELESS_SHARE = 0.02;
/** A round that lowers the distance by less than this share is the last. */
const LEAST_GAIN = 0.03;
/**
 * Fits a cubic to the points from `first` to `last` of a run. The start is that of P. J. Schneider, "An
 * algorithm for automatically fitting digitized curves" (Graphics Gems, 1990): parameters by chord length,
 * handles by least squares. Each round then projects the points on the curve and moves the handles by least
 * squares of the distances across it (Gauss-Newton), which settles in a few rounds where moving only the
 * parameters takes dozens. `into` and `out` are the directions in which the curve leaves its start and
 * arrives at its end; where one is not given, that handle is free in both coordinates. Undefined where
 * nothing within `tolerance` was found.
 */
export function fitCubic(
  run: Run,
  first: number,
  last: number,
  into: Direction,
  out: Direction,
  tolerance: number,
): FittedCubic | undefined {
  if (last - first < 2 || windsMuch(run, first, last)) return undefined;
  const { x, y, along } = run;
  const length = along[last] - along[first];
  const stretch = stretchOf(run, first + 1, last - 1, along[first], length);
  const from = { x: x[first], y: y[first] };
  const to = { x: x[last], y: y[last] };
  let handles = solveHandles(stretch, from, to, length, into, out);
  let previous = Infinity;
  for (let round = 0; round < ROUNDS && areSane(handles, length); round++) {
    sums.clear();
    sums.addCubic(stretch, parameters, 0, from, to, handles);
    const worst = Math.sqrt(sums.worst);
    if (worst <= 0.8 * tolerance || (worst <= tolerance && worst > (1 - LEAST_GAIN) * previous)) {
      const all = walkBeside(
        new CubicCurve(from, to, handles),
        x,
        y,
        first + 1,
        last - 1,
        length,
        tolerance,
      ).worst;
      if (all <= tolerance) return { ...handles, worst: all };
    }
    if (
      round === 0
        ? worst > Math.max(HOPELESS * tolerance, HOPELESS_SHARE * length)
        : worst > (1 - LEAST_GAIN) * previous
    )
      return undefined;
    previous = worst;
    handles = moved(handles, into, out);
  }
  return undefined;
}

/** Some of the points from `first` to `last`, their parameters by chord length. */
function stretchOf(run: Run, first: number, last: number, begin: number, length: number): Stretch {
  const points = last - first + 2;
  const stride = Math.max(1, Math.floor(points / SAMPLES));
  const many = Math.floor((points - 1) / stride);
  for (let k = 0; k < many; k++) parameters[k] = (run.along[first - 1 + (k + 1) * stride] - begin) / length;
  return { run, first: first - 1 + stride, stride, many };
}

/** Whether points wind so much that one cubic cannot follow them: quickly told. */
export const windsMuch = ({ x, y, along }: Run, first: number, last: number): boolean =>
  norm(x[last] - x[first], y[last] - y[first]) < LEAST_CHORD * (along[last] - along[first]);

/** Handles to start from: parameters by chord length, least squares over some of the points. */
export function firstHandles(
  run: Run,
  first: number,
  last: number,
  into: Direction,
  out: Direction,
): Handles {
  const { x, y, along } = run;
  const length = along[last] - along[first];
  const stretch = stretchOf(run, first + 1, last - 1, along[first], length);
  return solveHandles(stretch, { x: x[first], y: y[first] }, { x: x[last], y: y[last] }, length, into, out);
}

/** Handles much longer than the run, or that point backwards, make loops and cusps that no point betrays. */
function areSane(h: Handles, length: number): boolean {
  return norm(h.startX, h.startY) <= 1.2 * length && norm(h.endX, h.endY) <= 1.2 * length;
}

/** Least squares for the handles: sums over B1 and B2 as in Schneider 1990, each handle along a direction or free. */
function solveHandles(
  { run, first, stride, many }: Stretch,
  from: Point,
  to: Point,
  length: number,
  into: Direction,
  out: Direction,
): Handles {
  const { x, y } = run;
  const fromX = from.x;
  const fromY = from.y;
  const toX = to.x;
  const toY = to.y;
  let s11 = 0;
  let s12 = 0;
  let s22 = 0;
  let r1x = 0;
  let r1y = 0;
  let r2x = 0;
  let r2y = 0;
  for (let k = 0; k < many; k++) {
    const t = parameters[k];
    const u = 1 - t;
    const b1 = 3 * u * u * t;
    const b2 = 3 * u * t * t;
    const startShare = u * u * u + b1;
    const i = first + k * stride;
    const dx = x[i] - fromX * startShare - toX * (1 - startShare);
    const dy = y[i] - fromY * startShare - toY * (1 - startShare);
    s11 += b1 * b1;
    s12 += b1 * b2;
    s22 += b2 * b2;
    r1x += b1 * dx;
    r1y += b1 * dy;
    r2x += b2 * dx;
    r2y += b2 * dy;
  }
  const third = length / 3;
  const determinant = s11 * s22 - s12 * s12;
  if (!(determinant > 1e-9 * s11 * s22)) {
    // Too few points to say: handles a third of the way, along the directions or the chord.
    const chordX = (toX - fromX) / 3;
    const chordY = (toY - fromY) / 3;
    return {
      startX: into ? into.x * third : chordX,
      startY: into ? into.y * third : chordY,
      endX: out ? -out.x * third : -chordX,
      endY: out ? -out.y * third : -chordY,
    };
  }
  if (!into && !out) {
    return {
      startX: (r1x * s22 - r2x * s12) / determinant,
      startY: (r1y * s22 - r2y * s12) / determinant,
      endX: (r2x * s11 - r1x * s12) / determinant,
      endY: (r2y * s11 - r1y * s12) / determinant,
    };
  }
  if (into && out) {
    const cross = -s12 * (into.x * out.x + into.y * out.y);
    const p = into.x * r1x + into.y * r1y;
    const q = -(out.x * r2x + out.y * r2y);
    const d = s11 * s22 - cross * cross;
    let alpha = (p * s22 - q * cross) / d;
    let beta = (q * s11 - p * cross) / d;
    if (!(alpha > 0.02 * third) || !(beta > 0.02 * third)) alpha = beta = third;
    return { startX: into.x * alpha, startY: into.y * alpha, endX: -out.x * beta, endY: -out.y * beta };
  }
  if (into) {
    let alpha =
      (into.x * (r1x - (s12 / s22) * r2x) + into.y * (r1y - (s12 / s22) * r2y)) / (determinant / s22);
    if (!(alpha > 0.02 * third)) alpha = third;
    const startX = into.x * alpha;
    const startY = into.y * alpha;
    return { startX, startY, endX: (r2x - s12 * startX) / s22, endY: (r2y - s12 * startY) / s22 };
  }
  const back = out ?? { x: 0, y: 0 };
  let beta = -(back.x * (r2x - (s12 / s11) * r1x) + back.y * (r2y - (s12 / s11) * r1y)) / (determinant / s11);
  if (!(beta > 0.02 * third)) beta = third;
  const endX = -back.x * beta;
  const endY = -back.y * beta;
  return { startX: (r1x - s12 * endX) / s11, startY: (r1y - s12 * endY) / s11, endX, endY };
}

/** Scratch room of the fits: sums, parameters of the points looked at, and a system of up to four unknowns. */
const sums = new SegmentSums();
const parameters = new Float64Array(2 * SAMPLES);
const matrix = new Float64Array(16);
const right = new Float64Array(4);
const parts = new Uint8Array(4);
const movesX = new Float64Array(4);
const movesY = new Float64Array(4);

/**
 * The handles after a step of Gauss and Newton by the sums at hand: the curve moves across itself towards the points.
 * A handle with a direction has one unknown, a free one two. A little damping keeps moves along the curve, which mean
 * nothing, small.
 */
function moved(handles: Handles, into: Direction, out: Direction): Handles {
  let n = 0;
  const put = (part: number, x: number, y: number) => {
    parts[n] = part;
    movesX[n] = x;
    movesY[n++] = y;
  };
  if (into) put(2, into.x, into.y);
  else {
    put(2, 1, 0);
    put(2, 0, 1);
  }
  if (out) put(3, out.x, out.y);
  else {
    put(3, 1, 0);
    put(3, 0, 1);
  }
  let trace = 0;
  for (let i = 0; i < n; i++) {
    right[i] = sums.rightOf(parts[i], movesX[i], movesY[i]);
    for (let j = 0; j < n; j++)
      matrix[i * n + j] = sums.between(parts[i], movesX[i], movesY[i], parts[j], movesX[j], movesY[j]);
    trace += matrix[i * n + i];
  }
  for (let i = 0; i < n; i++) matrix[i * n + i] += 1e-3 * (trace / n) + 1e-12;
  solveSymmetric(matrix, right, n);
  const next = { ...handles };
  for (let i = 0; i < n; i++) {
    if (parts[i] === 2) {
      next.startX += right[i] * movesX[i];
      next.startY += right[i] * movesY[i];
    } else {
      next.endX += right[i] * movesX[i];
      next.endY += right[i] * movesY[i];
    }
  }
  return next;
}

/** Gaussian elimination of a small positive definite system, in place. */
function solveSymmetric(matrix: Float64Array, right: Float64Array, n: number): void {
  for (let k = 0; k < n; k++) {
    for (let i = k + 1; i < n; i++) {
      const factor = matrix[i * n + k] / matrix[k * n + k];
      for (let j = k; j < n; j++) matrix[i * n + j] -= factor * matrix[k * n + j];
      right[i] -= factor * right[k];
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    for (let j = k + 1; j < n; j++) right[k] -= matrix[k * n + j] * right[j];
    right[k] /= matrix[k * n + k];
  }
}
