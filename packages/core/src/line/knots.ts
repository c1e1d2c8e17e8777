import { boxOfPoints } from '../geometry';
import type { ContourSet } from './contours';

/** Side of the cells by which steps are found that may meet, in pixels. */
const CELL = 4;

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

/** Steps by the cells that they pass: of the cells that some of them pass. */
class Cells {
  private readonly left: number;
  private readonly top: number;
  private readonly columns: number;
  /** By cell, where its steps begin in `steps`. */
  private readonly begins: Uint32Array;
  private readonly steps: Uint32Array;

  constructor(
    private readonly points: Float64Array,
    private readonly ends: Uint32Array,
    asked: readonly number[],
  ) {
    const box = boxOfPoints(points);
    [this.left, this.top] = [box.left, box.top];
    this.columns = Math.floor((box.right - box.left) / CELL) + 1;
    const count = this.columns * (Math.floor((box.bottom - box.top) / CELL) + 1);
    const wanted = new Uint8Array(count);
    for (const i of asked) this.eachCell(i, (cell) => (wanted[cell] = 1));
    const begins = (this.begins = new Uint32Array(count + 2));
    for (let i = 0; i < ends.length; i++) this.eachCell(i, (cell) => (begins[cell + 2] += wanted[cell]));
    for (let cell = 2; cell < begins.length; cell++) begins[cell] += begins[cell - 1];
    const steps = (this.steps = new Uint32Array(begins[count + 1]));
    for (let i = 0; i < ends.length; i++)
      this.eachCell(i, (cell) => {
        if (wanted[cell] === 1) steps[begins[cell + 1]++] = i;
      });
  }

  /** Calls `visit` for every step that may meet step i. */
  eachNear(i: number, visit: (other: number) => void): void {
    const { begins, steps } = this;
    this.eachCell(i, (cell) => {
      for (let k = begins[cell]; k < begins[cell + 1]; k++) visit(steps[k]);
    });
  }

  /** The cells that the box of a step reaches into. */
  private eachCell(i: number, visit: (cell: number) => void): void {
    const { points, left, top, columns } = this;
    const j = this.ends[i];
    const x1 = points[2 * i];
    const y1 = points[2 * i + 1];
    const x2 = points[2 * j];
    const y2 = points[2 * j + 1];
    const first = Math.floor(((x1 < x2 ? x1 : x2) - left) / CELL);
    const last = Math.floor(((x1 < x2 ? x2 : x1) - left) / CELL);
    const above = Math.floor(((y1 < y2 ? y1 : y2) - top) / CELL);
    const below = Math.floor(((y1 < y2 ? y2 : y1) - top) / CELL);
    for (let row = above; row <= below; row++)
      for (let column = first; column <= last; column++) visit(row * columns + column);
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
