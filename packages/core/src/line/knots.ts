import { boxOfPoints } from '../geometry';
import type { ContourSet } from './contours';

/** Side of the cells by which steps are found that may meet, in pixels; no step is longer than two of them. */
const CELL = 4;
const LONGEST = 2 * CELL;

/**
 * Steps of closed polygons, from one point to the next, that cross another step, by the numbers of their first points:
 * of those where `suspect` is 1 at an end, and what they cross. Of steps that follow one another, those do that fold back.
 */
export function crossedSteps(
  { points, starts }: Pick<ContourSet, 'points' | 'starts'>,
  suspect: Uint8Array,
): Set<number> {
  const crossed = new Set<number>();
  const asked: number[] = [];
  const ends = nextPoints(starts);
  for (let i = 0; i < ends.length; i++) if (suspect[i] || suspect[ends[i]]) asked.push(i);
  if (asked.length === 0) return crossed;
  const cells = new Cells(points, ends, asked);
  for (const i of asked) {
    cells.eachNear(i, (other) => {
      if (other === i) return;
      const crosses =
        other === ends[i]
          ? doFold(points, i, other, ends[other])
          : ends[other] === i
            ? doFold(points, other, i, ends[i])
            : doCross(points, i, ends[i], other, ends[other]);
      if (!crosses) return;
      crossed.add(i);
      crossed.add(other);
    });
  }
  return crossed;
}

/** Steps by the cell that they begin in: of the cells near some of them. */
class Cells {
  private readonly left: number;
  private readonly top: number;
  private readonly columns: number;
  private readonly rows: number;
  /** By cell, the last step that begins there; by step, the one before it. -1 for none. */
  private readonly heads: Int32Array;
  private readonly links: Int32Array;

  constructor(
    private readonly points: Float64Array,
    private readonly ends: Uint32Array,
    asked: readonly number[],
  ) {
    const box = boxOfPoints(points);
    [this.left, this.top] = [box.left - LONGEST, box.top - LONGEST];
    this.columns = Math.floor((box.right + LONGEST - this.left) / CELL) + 1;
    this.rows = Math.floor((box.bottom + LONGEST - this.top) / CELL) + 1;
    const wanted = new Uint8Array(this.columns * this.rows);
    for (const i of asked) this.eachCell(i, (cell) => (wanted[cell] = 1));
    this.heads = new Int32Array(wanted.length).fill(-1);
    this.links = new Int32Array(ends.length);
    for (let i = 0; i < ends.length; i++) {
      const cell = this.cellAt(points[2 * i], points[2 * i + 1]);
      if (wanted[cell] === 0) continue;
      this.links[i] = this.heads[cell];
      this.heads[cell] = i;
    }
  }

  /** Calls `visit` for every step that may meet step i. */
  eachNear(i: number, visit: (other: number) => void): void {
    this.eachCell(i, (cell) => {
      for (let other = this.heads[cell]; other >= 0; other = this.links[other]) visit(other);
    });
  }

  private cellAt(x: number, y: number): number {
    return Math.floor((y - this.top) / CELL) * this.columns + Math.floor((x - this.left) / CELL);
  }

  /** The cells in which steps begin that may meet step i. */
  private eachCell(i: number, visit: (cell: number) => void): void {
    const { points, left, top } = this;
    const j = this.ends[i];
    const [x1, y1, x2, y2] = [points[2 * i], points[2 * i + 1], points[2 * j], points[2 * j + 1]];
    const first = Math.max(0, Math.floor((Math.min(x1, x2) - LONGEST - left) / CELL));
    const last = Math.min(this.columns - 1, Math.floor((Math.max(x1, x2) + LONGEST - left) / CELL));
    const above = Math.max(0, Math.floor((Math.min(y1, y2) - LONGEST - top) / CELL));
    const below = Math.min(this.rows - 1, Math.floor((Math.max(y1, y2) + LONGEST - top) / CELL));
    for (let row = above; row <= below; row++)
      for (let column = first; column <= last; column++) visit(row * this.columns + column);
  }
}

/** For each point the one after it, around each polygon. */
function nextPoints(starts: Uint32Array): Uint32Array {
  const last = starts.length - 1;
  const next = new Uint32Array(starts[last]);
  for (let c = 0; c < last; c++) {
    for (let i = starts[c]; i < starts[c + 1]; i++) next[i] = i + 1;
    if (starts[c + 1] > starts[c]) next[starts[c + 1] - 1] = starts[c];
  }
  return next;
}

/** Sides of so little, squared, are none: places are kept to a part of a pixel, and may then lie on the line. */
const TOUCHING = 1e-7;

/** Whether two steps cross or touch. */
function doCross(points: Float64Array, a: number, b: number, c: number, d: number): boolean {
  const side = (p: number, q: number, r: number) =>
    (points[2 * q] - points[2 * p]) * (points[2 * r + 1] - points[2 * p + 1]) -
    (points[2 * q + 1] - points[2 * p + 1]) * (points[2 * r] - points[2 * p]);
  const [s1, s2, s3, s4] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
  if (s1 * s2 > TOUCHING || s3 * s4 > TOUCHING) return false;
  return overlap(points, a, b, c, d, 0) && overlap(points, a, b, c, d, 1);
}

/** Whether two steps reach over the same stretch of one coordinate. */
function overlap(points: Float64Array, a: number, b: number, c: number, d: number, axis: 0 | 1): boolean {
  const at = (i: number) => points[2 * i + axis];
  return (
    Math.max(at(a), at(b)) >= Math.min(at(c), at(d)) - NEAR &&
    Math.max(at(c), at(d)) >= Math.min(at(a), at(b)) - NEAR
  );
}
const NEAR = 1e-4;

/** Whether a step from b goes back along the one from a to b. */
function doFold(points: Float64Array, a: number, b: number, c: number): boolean {
  const [dx, dy] = [points[2 * b] - points[2 * a], points[2 * b + 1] - points[2 * a + 1]];
  const [ex, ey] = [points[2 * c] - points[2 * b], points[2 * c + 1] - points[2 * b + 1]];
  const along = dx * ex + dy * ey;
  return along < 0 && Math.abs(dx * ey - dy * ex) < FLAT * -along;
}
/** Tangent of the angle below which two steps lie on one another. */
const FLAT = 1e-3;
