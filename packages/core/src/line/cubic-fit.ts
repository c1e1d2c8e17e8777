import type { Point } from '../geometry';

/** A run of points with the distance walked to each, in arrays of equal length. */
export interface Run {
  x: Float64Array;
  y: Float64Array;
  along: Float64Array;
  /** The run is a closed curve, its last point repeating its first; otherwise its ends are corners. */
  around: boolean;
}

/** A unit direction, or undefined where the curve may leave or arrive as it likes. */
export type Direction = { x: number; y: number } | undefined;

/** A cubic's two handles as offsets from its ends. */
export interface Handles {
  startX: number;
  startY: number;
  endX: number;
  endY: number;
}

/** Handles with the largest distance of the run's points from the curve. */
export interface FittedCubic extends Handles {
  worst: number;
}

/** Points looked at while the handles are sought; the distance is always checked on all. */
const SAMPLES = 24;
const ROUNDS = 7;
/** A first guess farther off than this many tolerances, and this share of the length, is given up. */
const HOPELESS = 8;
const HOPELESS_SHARE = 0.02;
/** A round that lowers the distance by less than this share is the last. */
const LEAST_GAIN = 0.03;
/** Parameters of neighbouring points more than this many even steps apart are a leap. */
const LEAP = 4;

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
  const points = last - first;
  if (points < 2) return undefined;
  const stride = Math.max(1, Math.floor(points / SAMPLES));
  const count = Math.floor((points - 1) / stride);
  const length = run.along[last] - run.along[first];
  const index = (k: number) => first + (k + 1) * stride;
  const parameters = new Float64Array(count);
  for (let k = 0; k < count; k++) parameters[k] = (run.along[index(k)] - run.along[first]) / length;
  let handles = solveHandles(run, first, last, stride, parameters, into, out);
  let previous = Infinity;
  for (let round = 0; round < ROUNDS && areSane(handles, length); round++) {
    const curve = curveBetween(run, first, last, handles);
    const step = new AcrossStep(into, out);
    let worst = 0;
    for (let k = 0; k < count; k++) {
      const t = curve.project(run.x[index(k)], run.y[index(k)], parameters[k]);
      parameters[k] = t;
      worst = Math.max(worst, curve.distance);
      step.add(t, curve.normalX, curve.normalY, curve.across);
    }
    if (worst <= 0.8 * tolerance || (worst <= tolerance && worst > (1 - LEAST_GAIN) * previous)) {
      const all = worstOfAll(curve, run, first + 1, last - 1, tolerance);
      if (all <= tolerance) return { ...handles, worst: all };
    }
    if (
      round === 0
        ? worst > Math.max(HOPELESS * tolerance, HOPELESS_SHARE * length)
        : worst > (1 - LEAST_GAIN) * previous
    )
      return undefined;
    previous = worst;
    handles = step.moved(handles);
  }
  return undefined;
}

/**
 * Largest distance between a cubic and the points from `first` to `last` of a run, looked at from both: parameters
 * must not run backwards, and where they leap the curve between is looked at too, or a loop would go unseen. Once it
 * is above `limit` it is not sought further.
 */
function worstOfAll(curve: CubicCurve, run: Run, first: number, last: number, limit: number): number {
  const { x, y, along } = run;
  const begin = along[Math.max(0, first - 1)];
  const length = along[Math.min(along.length - 1, last + 1)] - begin;
  const leap = LEAP / (last - first + 2);
  let worst = 0;
  let t = 0;
  let lastAlong = begin;
  for (let i = first; i <= last; i++) {
    const guess = t + ((along[i] - lastAlong) / (length - (lastAlong - begin) || 1)) * (1 - t);
    const found = curve.project(x[i], y[i], curve.project(x[i], y[i], guess));
    if (found < t - 0.05) return Infinity;
    worst = Math.max(worst, curve.distance);
    if (worst > limit) return worst;
    if (i > first && found - t > leap) worst = Math.max(worst, curve.distanceFromChord(t, found, run, i));
    t = Math.max(t, found);
    lastAlong = along[i];
  }
  return worst;
}

/** `worstOfAll` for a cubic between two places that need not be points of the run. */
export function cubicMisfit(
  run: Run,
  first: number,
  last: number,
  from: Point,
  to: Point,
  handles: Handles,
  limit = Infinity,
): number {
  return worstOfAll(new CubicCurve(from, to, handles), run, first, last, limit);
}

/** Handles to start from: parameters by chord length, least squares. */
export function firstHandles(
  run: Run,
  first: number,
  last: number,
  into: Direction,
  out: Direction,
): Handles {
  const length = run.along[last] - run.along[first];
  const parameters = Float64Array.from(
    { length: last - first - 1 },
    (_, k) => (run.along[first + 1 + k] - run.along[first]) / length,
  );
  return solveHandles(run, first, last, 1, parameters, into, out);
}

/** Handles much longer than the run, or that point backwards, make loops and cusps that no point betrays. */
function areSane(h: Handles, length: number): boolean {
  return Math.hypot(h.startX, h.startY) <= 1.2 * length && Math.hypot(h.endX, h.endY) <= 1.2 * length;
}

/** Least squares for the handles: sums over B1 and B2 as in Schneider 1990, each handle along a direction or free. */
function solveHandles(
  run: Run,
  first: number,
  last: number,
  stride: number,
  parameters: Float64Array,
  into: Direction,
  out: Direction,
): Handles {
  const { x, y } = run;
  const fromX = x[first];
  const fromY = y[first];
  const toX = x[last];
  const toY = y[last];
  let s11 = 0;
  let s12 = 0;
  let s22 = 0;
  let r1x = 0;
  let r1y = 0;
  let r2x = 0;
  let r2y = 0;
  for (let k = 0; k < parameters.length; k++) {
    const t = parameters[k];
    const u = 1 - t;
    const b1 = 3 * u * u * t;
    const b2 = 3 * u * t * t;
    const startShare = u * u * u + b1;
    const i = first + (k + 1) * stride;
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
  const third = (run.along[last] - run.along[first]) / 3;
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

const curveBetween = ({ x, y }: Run, first: number, last: number, handles: Handles) =>
  new CubicCurve({ x: x[first], y: y[first] }, { x: x[last], y: y[last] }, handles);

/** A cubic in power form, for many projections. `distance` is that of the last point asked about. */
class CubicCurve {
  distance = 0;
  /** Unit normal at the parameter last asked about, and how far the point lies off along it. */
  normalX = 0;
  normalY = 0;
  across = 0;
  private readonly x: [number, number, number, number];
  private readonly y: [number, number, number, number];

  constructor(from: Point, to: Point, h: Handles) {
    this.x = powers(from.x, h.startX, h.endX, to.x);
    this.y = powers(from.y, h.startY, h.endY, to.y);
  }

  /** How far the curve between two parameters is from the straight way between a run's points i - 1 and i. */
  distanceFromChord(t1: number, t2: number, { x, y }: Run, i: number): number {
    const t = (t1 + t2) / 2;
    const [x0, x1, x2, x3] = this.x;
    const [y0, y1, y2, y3] = this.y;
    const px = ((x3 * t + x2) * t + x1) * t + x0;
    const py = ((y3 * t + y2) * t + y1) * t + y0;
    const dx = x[i] - x[i - 1];
    const dy = y[i] - y[i - 1];
    const squared = dx * dx + dy * dy;
    const share = squared > 0 ? ((px - x[i - 1]) * dx + (py - y[i - 1]) * dy) / squared : 0;
    const at = Math.min(1, Math.max(0, share));
    return Math.hypot(px - x[i - 1] - at * dx, py - y[i - 1] - at * dy);
  }

  /** One step of Newton's method towards the parameter of the nearest point, clamped to the curve. */
  project(px: number, py: number, t: number): number {
    const [x0, x1, x2, x3] = this.x;
    const [y0, y1, y2, y3] = this.y;
    const offX = ((x3 * t + x2) * t + x1) * t + x0 - px;
    const offY = ((y3 * t + y2) * t + y1) * t + y0 - py;
    const dx = (3 * x3 * t + 2 * x2) * t + x1;
    const dy = (3 * y3 * t + 2 * y2) * t + y1;
    const slope = dx * dx + dy * dy + offX * (6 * x3 * t + 2 * x2) + offY * (6 * y3 * t + 2 * y2);
    const next = slope > 1e-12 ? Math.min(1, Math.max(0, t - (offX * dx + offY * dy) / slope)) : t;
    const endX = px - (((x3 * next + x2) * next + x1) * next + x0);
    const endY = py - (((y3 * next + y2) * next + y1) * next + y0);
    const tangentX = (3 * x3 * next + 2 * x2) * next + x1;
    const tangentY = (3 * y3 * next + 2 * y2) * next + y1;
    const size = Math.sqrt(tangentX * tangentX + tangentY * tangentY) || 1;
    this.normalX = -tangentY / size;
    this.normalY = tangentX / size;
    this.across = endX * this.normalX + endY * this.normalY;
    this.distance = Math.sqrt(Math.min(offX * offX + offY * offY, endX * endX + endY * endY));
    return next;
  }
}

function powers(from: number, start: number, end: number, to: number): [number, number, number, number] {
  const p1 = from + start;
  const p2 = to + end;
  return [from, 3 * (p1 - from), 3 * (p2 - 2 * p1 + from), to - 3 * p2 + 3 * p1 - from];
}

/**
 * Collects the normal equations of one Gauss-Newton step: how the handles must move so that the curve moves
 * across itself towards the points. A handle with a direction has one unknown, a free one two.
 */
class AcrossStep {
  private readonly directions: { handle: 0 | 1; x: number; y: number }[];
  private readonly matrix: Float64Array;
  private readonly right: Float64Array;
  private readonly row: Float64Array;

  constructor(into: Direction, out: Direction) {
    const axes = [
      { x: 1, y: 0 },
      { x: 0, y: 1 },
    ];
    this.directions = [
      ...(into ? [into] : axes).map((direction) => ({ handle: 0 as const, ...direction })),
      ...(out ? [out] : axes).map((direction) => ({ handle: 1 as const, ...direction })),
    ];
    const unknowns = this.directions.length;
    this.matrix = new Float64Array(unknowns * unknowns);
    this.right = new Float64Array(unknowns);
    this.row = new Float64Array(unknowns);
  }

  add(t: number, normalX: number, normalY: number, across: number): void {
    const { directions, matrix, right, row } = this;
    const u = 1 - t;
    const n = directions.length;
    for (let i = 0; i < n; i++) {
      const { handle, x, y } = directions[i];
      row[i] = (handle === 0 ? 3 * u * u * t : 3 * u * t * t) * (normalX * x + normalY * y);
    }
    for (let i = 0; i < n; i++) {
      right[i] += row[i] * across;
      for (let j = 0; j < n; j++) matrix[i * n + j] += row[i] * row[j];
    }
  }

  /** The handles after the step. A little damping keeps moves along the curve, which mean nothing, small. */
  moved(handles: Handles): Handles {
    const { directions, matrix, right } = this;
    const n = directions.length;
    let trace = 0;
    for (let i = 0; i < n; i++) trace += matrix[i * n + i];
    for (let i = 0; i < n; i++) matrix[i * n + i] += 1e-3 * (trace / n) + 1e-12;
    const step = solveSymmetric(matrix, right, n);
    const next = { ...handles };
    directions.forEach(({ handle, x, y }, i) => {
      if (handle === 0) {
        next.startX += step[i] * x;
        next.startY += step[i] * y;
      } else {
        next.endX += step[i] * x;
        next.endY += step[i] * y;
      }
    });
    return next;
  }
}

/** Gaussian elimination of a small positive definite system, in place. */
function solveSymmetric(matrix: Float64Array, right: Float64Array, n: number): Float64Array {
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
  return right;
}
