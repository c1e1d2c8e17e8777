import { boxOfPoints } from '../../geometry';
import type { ContourSet } from './contours';

/** Side of the cells by which steps are found that may meet, in pixels. */
const CELL = 4;

/**
 * Steps of closed polygons, from one point to the next, by the numbers of their first points, and which of them cross.
 * Points may be moved: only what they may cross is looked at again.
 */
export class Steps {
  /** x, y of each, moved in place. */
  private readonly points: Float64Array;
  /** For each point the one after it, and the one before. */
  private readonly next: Uint32Array;
  private readonly previous: Uint32Array;
  private readonly left: number;
  private readonly top: number;
  private readonly columns: number;
  private readonly rows: number;
  /** By cell, its latest entry; by entry, the one before it in its cell, and its step. -1 for none. */
  private readonly latest: Int32Array;
  private before: Int32Array;
  private steps: Uint32Array;
  private count = 0;

  constructor({ points, starts }: Pick<ContourSet, 'points' | 'starts'>) {
    this.points = points;
    this.next = nextPoints(starts);
    this.previous = new Uint32Array(this.next.length);
    this.next.forEach((after, i) => (this.previous[after] = i));
    const box = boxOfPoints(points);
    // Points that are moved stay about where they were.
    [this.left, this.top] = [box.left - CELL, box.top - CELL];
    this.columns = Math.floor((box.right - this.left) / CELL) + 2;
    this.rows = Math.floor((box.bottom - this.top) / CELL) + 2;
    this.latest = new Int32Array(Math.max(0, this.columns * this.rows)).fill(-1);
    this.before = new Int32Array(2 * this.next.length);
    this.steps = new Uint32Array(2 * this.next.length);
    for (let i = 0; i < this.next.length; i++) this.enter(i);
  }

  /** The point at which a step ends. */
  endOf(step: number): number {
    return this.next[step];
  }

  /** Moves a point. */
  move(i: number, x: number, y: number): void {
    this.points[2 * i] = x;
    this.points[2 * i + 1] = y;
    // Where its steps were before, they are found to cross nothing.
    this.enter(i);
    this.enter(this.previous[i]);
  }

  /**
   * Steps that cross another, of those where `suspect` is 1 at an end, and what they cross. Of steps that follow one
   * another, those do that fold back.
   */
  crossed(suspect: Uint8Array): Set<number> {
    const { points, next, latest, before, steps } = this;
    const crossed = new Set<number>();
    for (let i = 0; i < next.length; i++) {
      if (!suspect[i] && !suspect[next[i]]) continue;
      this.place(i);
      for (let row = cells[1]; row <= cells[3]; row++)
        for (let column = cells[0]; column <= cells[2]; column++)
          for (let entry = latest[row * this.columns + column]; entry >= 0; entry = before[entry]) {
            const other = steps[entry];
            if (other === i || !doesCross(points, next, i, other)) continue;
            crossed.add(i);
            crossed.add(other);
          }
    }
    return crossed;
  }

  /** Enters a step into the cells that its box reaches into. */
  private enter(i: number): void {
    this.place(i);
    for (let row = cells[1]; row <= cells[3]; row++)
      for (let column = cells[0]; column <= cells[2]; column++) {
        if (this.count === this.steps.length) this.grow();
        const cell = row * this.columns + column;
        this.before[this.count] = this.latest[cell];
        this.steps[this.count] = i;
        this.latest[cell] = this.count++;
      }
  }

  private grow(): void {
    const [before, steps] = [this.before, this.steps];
    this.before = new Int32Array(2 * this.count + 16);
    this.before.set(before);
    this.steps = new Uint32Array(2 * this.count + 16);
    this.steps.set(steps);
  }

  /** Writes the cells that a step's box reaches into: first and last column and row. */
  private place(i: number): void {
    const { points, next, left, top } = this;
    const j = next[i];
    const x1 = points[2 * i];
    const y1 = points[2 * i + 1];
    const x2 = points[2 * j];
    const y2 = points[2 * j + 1];
    cells[0] = within(((x1 < x2 ? x1 : x2) - left) / CELL, this.columns);
    cells[1] = within(((y1 < y2 ? y1 : y2) - top) / CELL, this.rows);
    cells[2] = within(((x1 < x2 ? x2 : x1) - left) / CELL, this.columns);
    cells[3] = within(((y1 < y2 ? y2 : y1) - top) / CELL, this.rows);
  }
}

/** First and last column and row of the cells at hand. */
const cells = new Int32Array(4);
const within = (cell: number, count: number) => (cell < 0 ? 0 : cell >= count ? count - 1 : Math.floor(cell));

/** Which steps of closed polygons cross, of those where `suspect` is 1 at an end, and what they cross. */
export const crossedSteps = (
  polygons: Pick<ContourSet, 'points' | 'starts'>,
  suspect: Uint8Array,
): Set<number> => (suspect.includes(1) ? new Steps(polygons).crossed(suspect) : new Set());

function doesCross(points: Float64Array, next: Uint32Array, i: number, other: number): boolean {
  if (other === next[i]) return doFold(points, i, other, next[other]);
  if (next[other] === i) return doFold(points, other, i, next[i]);
  return doCross(points, i, next[i], other, next[other]);
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
  return along < 0 && Math.abs(dx * ey - dy * ex) < SAME_LINE * -along;
}
/** Tangent of the angle below which two steps lie on one another. */
const SAME_LINE = 1e-3;
