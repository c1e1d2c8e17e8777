import { type Point, norm } from '../geometry';
import type { Handles, Run } from './run';

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

  /** How far the curve between two parameters is from the straight way between a run's points i - 1 and i. */
  distanceFromChord(t1: number, t2: number, { x, y }: Run, i: number): number {
    const t = (t1 + t2) / 2;
    const px = ((this.ax * t + this.bx) * t + this.cx) * t + this.x0 - x[i - 1];
    const py = ((this.ay * t + this.by) * t + this.cy) * t + this.y0 - y[i - 1];
    const dx = x[i] - x[i - 1];
    const dy = y[i] - y[i - 1];
    const squared = dx * dx + dy * dy;
    const share = squared > 0 ? (px * dx + py * dy) / squared : 0;
    const at = Math.min(1, Math.max(0, share));
    return norm(px - at * dx, py - at * dy);
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
