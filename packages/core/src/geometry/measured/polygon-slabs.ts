import type { Point } from '../contour';
import { boxOfPoints } from '../polygon';

/** Sides of a polygon to a slab, about. */
const PER_SLAB = 4;

/** A polygon cut into level slabs, so that a place inside it is told by the sides at its height alone. */
export class PolygonSlabs {
  private readonly top: number;
  private readonly height: number;
  /** By slab, where its sides begin in `sides`; a side is named by its first point. */
  private readonly begins: Uint32Array;
  private readonly sides: Uint32Array;

  constructor(private readonly points: Float64Array) {
    const count = points.length / 2;
    const { top, bottom } = boxOfPoints(points);
    const slabs = Math.max(1, Math.floor(count / PER_SLAB));
    this.top = top;
    this.height = (bottom - top) / slabs || 1;
    this.begins = new Uint32Array(slabs + 2);
    this.eachInSlab((slab) => this.begins[slab + 2]++);
    for (let k = 2; k < this.begins.length; k++) this.begins[k] += this.begins[k - 1];
    this.sides = new Uint32Array(this.begins[slabs + 1]);
    this.eachInSlab((slab, side) => (this.sides[this.begins[slab + 1]++] = side));
  }

  /** Whether a place is inside, by how many sides a ray to the right crosses. */
  contains(x: number, y: number): boolean {
    let inside = false;
    for (const crossing of this.crossings(y)) if (crossing > x) inside = !inside;
    return inside;
  }

  /** Where the polygon crosses a height, in no order. */
  crossings(y: number): number[] {
    const { points, begins, sides } = this;
    const slab = this.slabAt(y);
    const found: number[] = [];
    for (let k = begins[slab]; k < begins[slab + 1]; k++) {
      const i = 2 * sides[k];
      const j = i + 2 < points.length ? i + 2 : 0;
      const [y1, y2] = [points[i + 1], points[j + 1]];
      if (y1 > y !== y2 > y) found.push(points[i] + ((y - y1) / (y2 - y1)) * (points[j] - points[i]));
    }
    return found;
  }

  private slabAt(y: number): number {
    const last = this.begins.length - 3;
    return Math.min(last, Math.max(0, Math.floor((y - this.top) / this.height)));
  }

  private eachInSlab(visit: (slab: number, side: number) => void): void {
    const { points } = this;
    for (let i = 0; i < points.length; i += 2) {
      const j = i + 2 < points.length ? i + 2 : 0;
      const first = this.slabAt(Math.min(points[i + 1], points[j + 1]));
      const last = this.slabAt(Math.max(points[i + 1], points[j + 1]));
      for (let slab = first; slab <= last; slab++) visit(slab, i / 2);
    }
  }
}

/** Heights at which a place is looked for, as shares of the polygon's own. */
const HEIGHTS = [0.5, 0.37, 0.63, 0.21, 0.79];

/** A place within a polygon, in the middle of the widest stretch at one of a few heights. */
export function placeWithin(points: Float64Array): Point {
  const { top, bottom } = boxOfPoints(points);
  const slabs = new PolygonSlabs(points);
  let best = { x: points[0], y: points[1] };
  let widest = 0;
  for (const share of HEIGHTS) {
    const y = top + share * (bottom - top);
    const across = slabs.crossings(y).sort((a, b) => a - b);
    for (let k = 0; k + 1 < across.length; k += 2) {
      if (across[k + 1] - across[k] <= widest) continue;
      widest = across[k + 1] - across[k];
      best = { x: (across[k] + across[k + 1]) / 2, y };
    }
  }
  return best;
}
