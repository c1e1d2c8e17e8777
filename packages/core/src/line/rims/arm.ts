import { norm } from '../../geometry';
import type { Loop } from '../chain/loop';

/**
 * One side of a possible corner: a parabola v = a + b u + c u^2 in a frame laid along the points, u
 * growing along the contour, or a line where c is 0.
 */
export interface Arm {
  originX: number;
  originY: number;
  /** Unit vector of u; v is a quarter turn from it. */
  alongX: number;
  alongY: number;
  a: number;
  b: number;
  c: number;
  /** Mean squared distance of the points. */
  residual: number;
}

/** Squared distances must fall by this much over their spread in what is left to chance, for a bend to be believed. */
const BELIEVED = 4;

/** Points in order. */
export type Places = Pick<Loop, 'x' | 'y' | 'count'>;

/** Fits one side to loop points first, first + 1, ... (indices wrap around), or undefined for fewer than two. */
export function fitArm(loop: Places, first: number, points: number): Arm | undefined {
  if (points < 2) return undefined;
  const { x, y, count } = loop;
  const wrap = (i: number) => (i >= count ? i - count : i);
  let meanX = 0;
  let meanY = 0;
  for (let k = 0; k < points; k++) {
    meanX += x[wrap(first + k)];
    meanY += y[wrap(first + k)];
  }
  meanX /= points;
  meanY /= points;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (let k = 0; k < points; k++) {
    const dx = x[wrap(first + k)] - meanX;
    const dy = y[wrap(first + k)] - meanY;
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const last = wrap(first + points - 1);
  let alongX = Math.cos(angle);
  let alongY = Math.sin(angle);
  if (alongX * (x[last] - x[first]) + alongY * (y[last] - y[first]) < 0) {
    alongX = -alongX;
    alongY = -alongY;
  }
  const across = (xx + yy - norm(xx - yy, 2 * xy)) / 2;
  const line = {
    originX: meanX,
    originY: meanY,
    alongX,
    alongY,
    a: 0,
    b: 0,
    c: 0,
    residual: across / points,
  };
  return points < 5 ? line : parabolaOr(line, loop, first, points);
}

/** Least squares of v over 1, u, u^2 about the mean, where u is centred already and v has no linear part. */
function parabolaOr(line: Arm, { x, y, count }: Places, first: number, points: number): Arm {
  let u2 = 0;
  let u3 = 0;
  let u4 = 0;
  let u2v = 0;
  let v2 = 0;
  for (let k = 0; k < points; k++) {
    const i = first + k >= count ? first + k - count : first + k;
    const dx = x[i] - line.originX;
    const dy = y[i] - line.originY;
    const u = dx * line.alongX + dy * line.alongY;
    const v = dy * line.alongX - dx * line.alongY;
    const square = u * u;
    u2 += square;
    u3 += square * u;
    u4 += square * square;
    u2v += square * v;
    v2 += v * v;
  }
  // Normal equations with sums of u, v and uv zero, reduced to c.
  const spread = u4 - (u2 * u2) / points - (u3 * u3) / u2;
  if (!(spread > 1e-9)) return line;
  const c = u2v / spread;
  const residual = Math.max(0, v2 - c * u2v) / points;
  // An F-test in plain words: one more unknown must pay for itself, the more so the fewer points there are.
  if (residual > Math.max(0, 1 - BELIEVED / (points - 2)) * line.residual) return line;
  return { ...line, a: (-c * u2) / points, b: (-c * u3) / u2, c, residual };
}

/** Direction of an arm, as a unit vector along the contour, at the place of (x, y) projected on it. */
export function armDirection(arm: Arm, x: number, y: number): { x: number; y: number } {
  const u = (x - arm.originX) * arm.alongX + (y - arm.originY) * arm.alongY;
  const slope = arm.b + 2 * arm.c * u;
  const size = norm(1, slope);
  return { x: (arm.alongX - slope * arm.alongY) / size, y: (arm.alongY + slope * arm.alongX) / size };
}

/** Where two arms meet, sought from (x, y) by Newton's method; undefined where they run side by side. */
export function armsMeet(
  first: Arm,
  second: Arm,
  x: number,
  y: number,
): { x: number; y: number } | undefined {
  for (let step = 0; step < 6; step++) {
    const f = offArm(first, x, y);
    const g = offArm(second, x, y);
    const determinant = f.gradientX * g.gradientY - f.gradientY * g.gradientX;
    if (Math.abs(determinant) < 0.02) return undefined;
    const dx = (f.value * g.gradientY - g.value * f.gradientY) / determinant;
    const dy = (g.value * f.gradientX - f.value * g.gradientX) / determinant;
    x -= dx;
    y -= dy;
    if (Math.abs(dx) + Math.abs(dy) < 1e-6) break;
  }
  return { x, y };
}

/** How far (x, y) lies off an arm drawn on, measured across it. */
export const distanceFromArm = (arm: Arm, x: number, y: number): number => Math.abs(offArm(arm, x, y).value);

/** How far (x, y) lies off an arm, measured across it, with the gradient of that. */
function offArm(arm: Arm, x: number, y: number) {
  const dx = x - arm.originX;
  const dy = y - arm.originY;
  const u = dx * arm.alongX + dy * arm.alongY;
  const slope = arm.b + 2 * arm.c * u;
  return {
    value: dy * arm.alongX - dx * arm.alongY - (arm.a + (arm.b + arm.c * u) * u),
    gradientX: -arm.alongY - slope * arm.alongX,
    gradientY: arm.alongX - slope * arm.alongY,
  };
}
