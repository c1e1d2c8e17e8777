import { norm } from '../../geometry';
import type { Loop } from './loop';

/** A circle laid through points, with how far they are from it. */
export interface FittedCircle {
  x: number;
  y: number;
  radius: number;
  /** Largest and root-mean-square distance of the points. */
  worst: number;
  rms: number;
}

/**
 * The circle nearest to loop points first .. first + points - 1 (wrapping): algebraic start after
 * Kasa 1976, then Gauss-Newton on the true distances. Undefined where the points lie on a line, and where
 * the start is already so far off that no circle will come within `wanted`.
 */
export function fitCircle(
  { x, y, count }: Pick<Loop, 'x' | 'y' | 'count'>,
  first: number,
  points: number,
  wanted = Infinity,
): FittedCircle | undefined {
  if (points < 3) return undefined;
  let meanX = 0;
  let meanY = 0;
  const at = (k: number) => (first + k >= count ? first + k - count : first + k);
  for (let k = 0; k < points; k++) {
    meanX += x[at(k)] / points;
    meanY += y[at(k)] / points;
  }
  let uu = 0;
  let uv = 0;
  let vv = 0;
  let uz = 0;
  let vz = 0;
  for (let k = 0; k < points; k++) {
    const u = x[at(k)] - meanX;
    const v = y[at(k)] - meanY;
    const z = u * u + v * v;
    uu += u * u;
    uv += u * v;
    vv += v * v;
    uz += u * z;
    vz += v * z;
  }
  const determinant = uu * vv - uv * uv;
  if (Math.abs(determinant) < 1e-9 * (uu + vv) ** 2) return undefined;
  let centreX = (uz * vv - vz * uv) / (2 * determinant);
  let centreY = (vz * uu - uz * uv) / (2 * determinant);
  let radius = Math.sqrt(centreX * centreX + centreY * centreY + (uu + vv) / points);
  centreX += meanX;
  centreY += meanY;
  if (wanted < Infinity) {
    // Every eighth point is enough to see that a loop is no circle.
    for (let k = 0; k < points; k += 8) {
      if (Math.abs(norm(x[at(k)] - centreX, y[at(k)] - centreY) - radius) > 1 + 4 * wanted) return undefined;
    }
  }
  for (let step = 0; step < 3; step++) {
    const next = gaussNewton({ x, y, at, points }, centreX, centreY, radius);
    if (!next) break;
    ({ x: centreX, y: centreY, radius } = next);
  }
  let worst = 0;
  let squares = 0;
  for (let k = 0; k < points; k++) {
    const off = Math.abs(norm(x[at(k)] - centreX, y[at(k)] - centreY) - radius);
    worst = Math.max(worst, off);
    squares += off * off;
  }
  return { x: centreX, y: centreY, radius, worst, rms: Math.sqrt(squares / points) };
}

interface Samples {
  x: Float64Array;
  y: Float64Array;
  at: (k: number) => number;
  points: number;
}

/** One step of least squares on distance minus radius, by its three normal equations. */
function gaussNewton({ x, y, at, points }: Samples, centreX: number, centreY: number, radius: number) {
  let cc = 0;
  let cs = 0;
  let ss = 0;
  let c1 = 0;
  let s1 = 0;
  let rc = 0;
  let rs = 0;
  let r1 = 0;
  for (let k = 0; k < points; k++) {
    const dx = x[at(k)] - centreX;
    const dy = y[at(k)] - centreY;
    const distance = norm(dx, dy) || 1e-12;
    const c = dx / distance;
    const s = dy / distance;
    const off = distance - radius;
    cc += c * c;
    cs += c * s;
    ss += s * s;
    c1 += c;
    s1 += s;
    rc += c * off;
    rs += s * off;
    r1 += off;
  }
  const a = cc - (c1 * c1) / points;
  const b = cs - (c1 * s1) / points;
  const d = ss - (s1 * s1) / points;
  const determinant = a * d - b * b;
  if (Math.abs(determinant) < 1e-9) return undefined;
  const e = rc - (c1 * r1) / points;
  const f = rs - (s1 * r1) / points;
  const moveX = (e * d - f * b) / determinant;
  const moveY = (f * a - e * b) / determinant;
  return {
    x: centreX + moveX,
    y: centreY + moveY,
    radius: radius + (r1 - c1 * moveX - s1 * moveY) / points,
  };
}
