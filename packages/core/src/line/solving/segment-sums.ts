import type { Point } from '../../geometry';
import type { Handles, Run } from '../chain/run';

/** Points of a run: `many` of them from `first` on, `stride` apart. */
export interface Stretch {
  run: Run;
  first: number;
  stride: number;
  many: number;
}

/** Newton steps towards the nearest place of a curve, at the first time and later. */
const FIRST_STEPS = 3;
const LATER_STEPS = 1;

/**
 * Normal equations of one segment, over its four parts: start, end, start handle, end handle. A point at distance d
 * across the curve, with unit normal n, says that the sum of weight[part] n . move[part] should be d; the weights are
 * those of Bernstein's polynomials. So all that is needed of the points are sums of weight x weight x n x n.
 */
export class SegmentSums {
  /** Sum of the squared distances, and the largest. */
  squares = 0;
  worst = 0;
  /** xx, xy and yy of each pair of parts, 4 x 4 pairs. */
  private readonly pairs = new Float64Array(48);
  private readonly right = new Float64Array(8);

  clear(): void {
    this.squares = this.worst = 0;
    this.pairs.fill(0);
    this.right.fill(0);
  }

  /** What two moves of two parts have in common. */
  between(a: number, ax: number, ay: number, b: number, bx: number, by: number): number {
    const at = 3 * (a <= b ? 4 * a + b : 4 * b + a);
    const { pairs } = this;
    return ax * bx * pairs[at] + (ax * by + ay * bx) * pairs[at + 1] + ay * by * pairs[at + 2];
  }

  rightOf(part: number, x: number, y: number): number {
    return x * this.right[2 * part] + y * this.right[2 * part + 1];
  }

  /** The parameters, from `at` on, become the shares along the line. */
  addLine(
    { run, first, stride, many }: Stretch,
    parameters: Float64Array,
    at: number,
    from: Point,
    to: Point,
  ): void {
    const { x, y } = run;
    const x0 = from.x;
    const y0 = from.y;
    const dx = to.x - x0;
    const dy = to.y - y0;
    const squared = dx * dx + dy * dy;
    if (squared === 0) return;
    const length = Math.sqrt(squared);
    const nx = -dy / length;
    const ny = dx / length;
    let [s00, s01, s11, r0, r1, squares] = [0, 0, 0, 0, 0, 0];
    for (let i = 0; i < many; i++) {
      const offX = x[first + i * stride] - x0;
      const offY = y[first + i * stride] - y0;
      const t = (offX * dx + offY * dy) / squared;
      const across = offX * nx + offY * ny;
      parameters[at + i] = t;
      squares += across * across;
      s00 += (1 - t) * (1 - t);
      s01 += (1 - t) * t;
      s11 += t * t;
      r0 += (1 - t) * across;
      r1 += t * across;
    }
    this.squares += squares;
    const set = (at: number, sum: number) =>
      this.pairs.set([sum * nx * nx, sum * nx * ny, sum * ny * ny], 3 * at);
    set(0, s00);
    set(1, s01);
    set(5, s11);
    this.right.set([r0 * nx, r0 * ny, r1 * nx, r1 * ny]);
  }

  /**
   * Each point is projected on the cubic from where its parameter, the `at`-th and following, says it was before (NaN:
   * nobody knows); parameters stay between `least` and `most`.
   */
  addCubic(
    { run, first, stride, many }: Stretch,
    parameters: Float64Array,
    at: number,
    from: Point,
    to: Point,
    { startX, startY, endX, endY }: Handles,
    least = 0,
    most = 1,
  ): void {
    const { x, y } = run;
    const { pairs, right } = this;
    const x0 = from.x;
    const y0 = from.y;
    // The cubic in power form: ((ax t + bx) t + cx) t + x0.
    const cx = 3 * startX;
    const cy = 3 * startY;
    const bx = 3 * (to.x + endX - x0 - 2 * startX);
    const by = 3 * (to.y + endY - y0 - 2 * startY);
    const ax = to.x - x0 - cx - bx;
    const ay = to.y - y0 - cy - by;
    let squares = 0;
    let worst = 0;
    for (let i = 0; i < many; i++) {
      const px = x[first + i * stride] - x0;
      const py = y[first + i * stride] - y0;
      let t = parameters[at + i];
      let steps = LATER_STEPS;
      if (t !== t) {
        t = (i + 1) / (many + 1);
        steps = FIRST_STEPS;
      }
      for (let step = 0; step < steps; step++) {
        const offX = ((ax * t + bx) * t + cx) * t - px;
        const offY = ((ay * t + by) * t + cy) * t - py;
        const dx = (3 * ax * t + 2 * bx) * t + cx;
        const dy = (3 * ay * t + 2 * by) * t + cy;
        const slope = dx * dx + dy * dy + offX * (6 * ax * t + 2 * bx) + offY * (6 * ay * t + 2 * by);
        if (slope > 1e-12) t -= (offX * dx + offY * dy) / slope;
        if (t < least) t = least;
        else if (t > most) t = most;
      }
      parameters[at + i] = t;
      const dx = (3 * ax * t + 2 * bx) * t + cx;
      const dy = (3 * ay * t + 2 * by) * t + cy;
      const speed = Math.sqrt(dx * dx + dy * dy) || 1;
      const nx = -dy / speed;
      const ny = dx / speed;
      const offX = px - ((ax * t + bx) * t + cx) * t;
      const offY = py - ((ay * t + by) * t + cy) * t;
      const across = offX * nx + offY * ny;
      const square = offX * offX + offY * offY;
      squares += square;
      if (square > worst) worst = square;
      const u = 1 - t;
      const w2 = 3 * u * u * t;
      const w3 = 3 * u * t * t;
      const w0 = u * u * u + w2;
      const w1 = 1 - w0;
      const xx = nx * nx;
      const xy = nx * ny;
      const yy = ny * ny;
      const s00 = w0 * w0;
      const s01 = w0 * w1;
      const s02 = w0 * w2;
      const s03 = w0 * w3;
      const s11 = w1 * w1;
      const s12 = w1 * w2;
      const s13 = w1 * w3;
      const s22 = w2 * w2;
      const s23 = w2 * w3;
      const s33 = w3 * w3;
      pairs[0] += s00 * xx;
      pairs[1] += s00 * xy;
      pairs[2] += s00 * yy;
      pairs[3] += s01 * xx;
      pairs[4] += s01 * xy;
      pairs[5] += s01 * yy;
      pairs[6] += s02 * xx;
      pairs[7] += s02 * xy;
      pairs[8] += s02 * yy;
      pairs[9] += s03 * xx;
      pairs[10] += s03 * xy;
      pairs[11] += s03 * yy;
      pairs[15] += s11 * xx;
      pairs[16] += s11 * xy;
      pairs[17] += s11 * yy;
      pairs[18] += s12 * xx;
      pairs[19] += s12 * xy;
      pairs[20] += s12 * yy;
      pairs[21] += s13 * xx;
      pairs[22] += s13 * xy;
      pairs[23] += s13 * yy;
      pairs[30] += s22 * xx;
      pairs[31] += s22 * xy;
      pairs[32] += s22 * yy;
      pairs[33] += s23 * xx;
      pairs[34] += s23 * xy;
      pairs[35] += s23 * yy;
      pairs[45] += s33 * xx;
      pairs[46] += s33 * xy;
      pairs[47] += s33 * yy;
      const rx = across * nx;
      const ry = across * ny;
      right[0] += w0 * rx;
      right[1] += w0 * ry;
      right[2] += w1 * rx;
      right[3] += w1 * ry;
      right[4] += w2 * rx;
      right[5] += w2 * ry;
      right[6] += w3 * rx;
      right[7] += w3 * ry;
    }
    this.squares += squares;
    this.worst = Math.max(this.worst, worst);
  }
}
