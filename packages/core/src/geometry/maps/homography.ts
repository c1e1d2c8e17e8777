import type { Point } from '../contour';

/** A projective map of the plane, as a 3 x 3 matrix row by row. */
export type Homography = readonly number[];

/** Leaves every place where it is. */
export const IDENTITY: Homography = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/**
 * The homography that takes four places to four others: eight linear equations in its entries, the last one
 * being 1 (Hartley and Zisserman, "Multiple view geometry", section 4.1). Undefined where three of either
 * four lie on a line.
 */
export function homographyBetween(from: readonly Point[], to: readonly Point[]): Homography | undefined {
  const rows: number[][] = [];
  for (let i = 0; i < 4; i++) {
    const { x, y } = from[i];
    const { x: u, y: v } = to[i];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y, u], [0, 0, 0, x, y, 1, -v * x, -v * y, v]);
  }
  const solution = solveLinear(rows);
  return solution && [...solution, 1];
}

/** Gauss-Jordan elimination with pivoting on rows of [coefficients..., right side]; undefined where singular. */
export function solveLinear(rows: number[][]): number[] | undefined {
  const n = rows.length;
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(rows[i][k]) > Math.abs(rows[pivot][k])) pivot = i;
    [rows[k], rows[pivot]] = [rows[pivot], rows[k]];
    const size = Math.max(...rows[k].slice(0, n).map(Math.abs));
    if (Math.abs(rows[k][k]) <= 1e-12 * Math.max(1, size)) return undefined;
    for (let i = 0; i < n; i++) {
      if (i === k) continue;
      const factor = rows[i][k] / rows[k][k];
      if (factor !== 0) for (let j = k; j <= n; j++) rows[i][j] -= factor * rows[k][j];
    }
  }
  return rows.map((row, k) => row[n] / row[k]);
}

/** Where a homography takes a place. */
export function mapPoint(h: Homography, { x, y }: Point): Point {
  const w = h[6] * x + h[7] * y + h[8];
  return { x: (h[0] * x + h[1] * y + h[2]) / w, y: (h[3] * x + h[4] * y + h[5]) / w };
}

/** First `before`, then `after`. */
export function composed(after: Homography, before: Homography): Homography {
  const result: number[] = [];
  for (let row = 0; row < 3; row++) {
    for (let column = 0; column < 3; column++) {
      let sum = 0;
      for (let k = 0; k < 3; k++) sum += after[3 * row + k] * before[3 * k + column];
      result.push(sum);
    }
  }
  return result;
}

/** The homography that goes back (adjugate matrix; the common factor does not matter). */
export function inverted([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  const adjugate = [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
  const last = adjugate[8] || 1;
  return adjugate.map((value) => value / last);
}

/** A turn about the origin, counter-clockwise seen on screen. */
export function turned(angle: number): Homography {
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  return [c, s, 0, -s, c, 0, 0, 0, 1];
}

/** A mirroring about the line through two places, which lie apart. */
export function mirroredAbout(a: Point, b: Point): Homography {
  const angle = 2 * Math.atan2(b.y - a.y, b.x - a.x);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [c, s, a.x - c * a.x - s * a.y, s, -c, a.y - s * a.x + c * a.y, 0, 0, 1];
}

/** A shift, after a scale of both axes about the origin. */
export function scaledAndMoved(scaleX: number, scaleY: number, x: number, y: number): Homography {
  return [scaleX, 0, x, 0, scaleY, y, 0, 0, 1];
}

/** How many target pixels one source pixel becomes near a place: the square root of the Jacobian's determinant. */
export const localScale = (h: Homography, at: Point): number => Math.sqrt(Math.abs(jacobian(h, at)));

/** Whether a homography turns what is near a place over. */
export const isMirroring = (h: Homography, at: Point): boolean => jacobian(h, at) < 0;

/** The Jacobian's determinant at a place. */
function jacobian([a, b, c, d, e, f, g, i, j]: Homography, { x, y }: Point): number {
  const w = g * x + i * y + j;
  return (a * (e * j - f * i) - b * (d * j - f * g) + c * (d * i - e * g)) / (w * w * w);
}
