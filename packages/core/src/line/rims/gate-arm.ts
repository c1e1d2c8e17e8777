import { norm } from '../../norm';
import type { Arm } from './arm';

/**
 * Where the pixels along a contour let its rim run: through a gate at each point, from the middle of an ink pixel to that of a paper one.
 * Where a mixed pixel tells the place, the gate is as narrow as that.
 */
export interface Gates {
  count: number;
  /** Middles, in pixels. */
  x: Float64Array;
  y: Float64Array;
  /** Unit vectors from ink to paper. */
  outX: Float64Array;
  outY: Float64Array;
  /** Half of each gate's width. */
  half: Float64Array;
}

/** A side of a corner that goes through gates: an arm, and how well it does. */
export interface GateArm extends Arm {
  /** The farthest that it leaves a gate. */
  beyond: number;
  /** How far it could lie to the side of ink, below zero, and of paper, and leave none. */
  least: number;
  most: number;
}

/** Rounds in which what leaves its gate is pulled back, and how strongly. */
const ROUNDS = 6;
const PULL = 12;
/** Of a gate so much counts as within it. */
const WITHIN = 0.92;
/** A gate is crossed at no smaller an angle than has this sine. */
const LEAST_SINE = 0.25;
/** Sums of squares must fall by so much over their spread for a bend to be believed. */
const BELIEVED = 6;

/** Where along a gate, from its middle to the paper, an arm crosses it, in pixels. */
export function crossingOf(arm: Arm, gates: Gates, i: number): number {
  const [dx, dy] = [gates.x[i] - arm.originX, gates.y[i] - arm.originY];
  const u = dx * arm.alongX + dy * arm.alongY;
  const v = dy * arm.alongX - dx * arm.alongY;
  return (arm.a + (arm.b + arm.c * u) * u - v) / sineOf(arm, gates, i, u);
}

/** How far a gate at `u` along an arm goes across it for each pixel of its own. */
function sineOf(arm: Arm, { outX, outY }: Gates, i: number, u: number): number {
  const along = outX[i] * arm.alongX + outY[i] * arm.alongY;
  const across = outY[i] * arm.alongX - outX[i] * arm.alongY;
  return Math.max(LEAST_SINE, across - along * (arm.b + 2 * arm.c * u));
}

/** The line through gates first, first + 1, ... (wrapping), or the parabola, where that is so much nearer to their middles. */
export function armThrough(gates: Gates, first: number, points: number): GateArm | undefined {
  if (points < 2) return undefined;
  const line = through(gates, first, points, 2);
  if (points < 6) return line;
  const bent = through(gates, first, points, 3);
  const isWorth = line.residual > bent.residual * (1 + BELIEVED / (points - 3));
  return isWorth || line.beyond > bent.beyond + 0.1 ? bent : line;
}

/** The line through gates first, first + 1, ... (wrapping). */
export const lineThrough = (gates: Gates, first: number, points: number): GateArm =>
  through(gates, first, points, 2);

/** The polynomial of so many unknowns nearest to the middles of gates that leaves none, as far as there is one. */
function through(gates: Gates, first: number, points: number, unknowns: 2 | 3): GateArm {
  const at = (k: number) => (first + k) % gates.count;
  const last = at(points - 1);
  const [dx, dy] = [gates.x[last] - gates.x[first], gates.y[last] - gates.y[first]];
  const length = norm(dx, dy) || 1;
  const arm: GateArm = {
    originX: (gates.x[first] + gates.x[last]) / 2,
    originY: (gates.y[first] + gates.y[last]) / 2,
    alongX: dx / length,
    alongY: dy / length,
    a: 0,
    b: 0,
    c: 0,
    residual: 0,
    beyond: 0,
    least: -Infinity,
    most: Infinity,
  };
  const normal = new Float64Array(6);
  const right = new Float64Array(3);
  for (let round = 0; round < ROUNDS; round++) {
    normal.fill(0);
    right.fill(0);
    let leaves = round === 0;
    for (let k = 0; k < points; k++) {
      const i = at(k);
      const [px, py] = [gates.x[i] - arm.originX, gates.y[i] - arm.originY];
      const u = px * arm.alongX + py * arm.alongY;
      const v = py * arm.alongX - px * arm.alongY;
      const sine = sineOf(arm, gates, i, u);
      const crossing = (arm.a + (arm.b + arm.c * u) * u - v) / sine;
      const free = WITHIN * gates.half[i];
      const isOut = round > 0 && Math.abs(crossing) > free;
      if (isOut) leaves = true;
      const weight = (isOut ? PULL * round : 1) / (sine * sine);
      const value = isOut ? v + sine * Math.sign(crossing) * free : v;
      right[0] += weight * value;
      right[1] += weight * u * value;
      right[2] += weight * u * u * value;
      normal[0] += weight;
      normal[1] += weight * u;
      normal[2] += weight * u * u;
      normal[4] += weight * u * u * u;
      normal[5] += weight * u * u * u * u;
    }
    normal[3] = normal[2];
    if (!leaves || !solve(normal, right, arm, unknowns)) break;
  }
  let squares = 0;
  for (let k = 0; k < points; k++) {
    const i = at(k);
    const off = crossingOf(arm, gates, i);
    squares += off * off;
    arm.beyond = Math.max(arm.beyond, Math.abs(off) - gates.half[i]);
    const u = (gates.x[i] - arm.originX) * arm.alongX + (gates.y[i] - arm.originY) * arm.alongY;
    const sine = sineOf(arm, gates, i, u);
    arm.least = Math.max(arm.least, Math.min(0, (-gates.half[i] - off) * sine));
    arm.most = Math.min(arm.most, Math.max(0, (gates.half[i] - off) * sine));
  }
  arm.residual = squares / points;
  return arm;
}

/** Two or three unknowns by Cramer's rule, into the arm. */
function solve(m: Float64Array, right: Float64Array, arm: Arm, unknowns: 2 | 3): boolean {
  const [m00, m01, m02, m11, m12, m22] = m;
  const [r0, r1, r2] = right;
  if (unknowns === 2) {
    const determinant = m00 * m11 - m01 * m01;
    if (!(Math.abs(determinant) > 1e-9)) return false;
    arm.a = (r0 * m11 - r1 * m01) / determinant;
    arm.b = (m00 * r1 - m01 * r0) / determinant;
    return true;
  }
  const [c00, c01, c02] = [m11 * m22 - m12 * m12, m02 * m12 - m01 * m22, m01 * m12 - m02 * m11];
  const determinant = m00 * c00 + m01 * c01 + m02 * c02;
  if (!(Math.abs(determinant) > 1e-6)) return false;
  const [c11, c12, c22] = [m00 * m22 - m02 * m02, m01 * m02 - m00 * m12, m00 * m11 - m01 * m01];
  arm.a = (c00 * r0 + c01 * r1 + c02 * r2) / determinant;
  arm.b = (c01 * r0 + c11 * r1 + c12 * r2) / determinant;
  arm.c = (c02 * r0 + c12 * r1 + c22 * r2) / determinant;
  return true;
}
