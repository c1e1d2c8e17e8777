import type { Point } from '../../geometry';
import type { Handles } from './run';

/** Steps in which the curve between two points is looked at. */
const BETWEEN = 5;

/** A cubic in power form, for many projections. `distance` is that of the last point asked about. */
export class CubicCurve {
  distance = 0;
  private readonly ax: number;
  private readonly ay: number;
  private readonly bx: number;
  private readonly by: number;
  private readonly cx: number;
  private readonly cy: number;
  private readonly x0: number;
  private readonly y0: number;

  constructor(from: Point, to: Point, { startX, startY, endX, endY }: Handles) {
    this.x0 = from.x;
    this.y0 = from.y;
    this.cx = 3 * startX;
    this.cy = 3 * startY;
    this.bx = 3 * (to.x + endX - from.x - 2 * startX);
    this.by = 3 * (to.y + endY - from.y - 2 * startY);
    this.ax = to.x - from.x - this.cx - this.bx;
    this.ay = to.y - from.y - this.cy - this.by;
  }

  /** How far the curve between two parameters gets from the straight way past points i - 2 to i + 1. */
  farthestBetween(t1: number, t2: number, x: Float64Array, y: Float64Array, i: number): number {
    const first = Math.max(1, i - 1);
    const last = Math.min(x.length - 1, i + 1);
    let most = 0;
    for (let k = 1; k < BETWEEN; k++) {
      const t = t1 + ((t2 - t1) * k) / BETWEEN;
      const px = ((this.ax * t + this.bx) * t + this.cx) * t + this.x0;
      const py = ((this.ay * t + this.by) * t + this.cy) * t + this.y0;
      let least = Infinity;
      for (let j = first; j <= last; j++) {
        const dx = x[j] - x[j - 1];
        const dy = y[j] - y[j - 1];
        const squared = dx * dx + dy * dy;
        const offX = px - x[j - 1];
        const offY = py - y[j - 1];
        const share = squared > 0 ? (offX * dx + offY * dy) / squared : 0;
        const at = share < 0 ? 0 : share > 1 ? 1 : share;
        const beside = (offX - at * dx) ** 2 + (offY - at * dy) ** 2;
        if (beside < least) least = beside;
      }
      if (least > most) most = least;
    }
    return Math.sqrt(most);
  }

  /** One step of Newton's method towards the parameter of the nearest point, clamped to the curve. */
  project(px: number, py: number, t: number): number {
    const { ax, ay, bx, by, cx, cy } = this;
    const x = this.x0 - px;
    const y = this.y0 - py;
    const offX = ((ax * t + bx) * t + cx) * t + x;
    const offY = ((ay * t + by) * t + cy) * t + y;
    const dx = (3 * ax * t + 2 * bx) * t + cx;
    const dy = (3 * ay * t + 2 * by) * t + cy;
    const slope = dx * dx + dy * dy + offX * (6 * ax * t + 2 * bx) + offY * (6 * ay * t + 2 * by);
    const next = slope > 1e-12 ? Math.min(1, Math.max(0, t - (offX * dx + offY * dy) / slope)) : t;
    const endX = ((ax * next + bx) * next + cx) * next + x;
    const endY = ((ay * next + by) * next + cy) * next + y;
    this.distance = Math.sqrt(endX * endX + endY * endY);
    return next;
  }
}
