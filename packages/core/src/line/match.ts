import { type Contour, flatten } from '../geometry';
import type { ContourSet } from './contours';

/** How the paths compare with the ink, in square pixels. */
export interface Match {
  /** Ink the paths reproduce, ink they miss, paper they wrongly take. */
  hit: number;
  missed: number;
  extra: number;
  /** hit / (hit + missed + extra), in percent. */
  percent: number;
}

/**
 * Compares areas along the rows of pixel centres, `every` rows apart: on each row ink and paths are
 * intervals with exact ends (even-odd), and their overlaps are added up.
 */
export function matchPaths(ink: ContourSet, paths: readonly Contour[], height: number, every: number): Match {
  const rows = Math.max(1, Math.ceil(height / every));
  const inkRows = new RowCrossings(rows, every);
  const { points, starts } = ink;
  for (let c = 0; c + 1 < starts.length; c++) inkRows.add(points.subarray(2 * starts[c], 2 * starts[c + 1]));
  const pathRows = new RowCrossings(rows, every);
  for (const contour of paths) pathRows.add(flatten(contour, 0.02));
  let hit = 0;
  let inkArea = 0;
  let pathArea = 0;
  for (let row = 0; row < rows; row++) {
    const a = inkRows.sorted(row);
    const b = pathRows.sorted(row);
    inkArea += covered(a);
    pathArea += covered(b);
    hit += overlap(a, b);
  }
  const union = inkArea + pathArea - hit;
  return {
    hit: hit * every,
    missed: (inkArea - hit) * every,
    extra: (pathArea - hit) * every,
    percent: union === 0 ? 0 : (100 * hit) / union,
  };
}

/** Where polygons cross each of some equally spaced rows. */
class RowCrossings {
  private readonly rows: number[][];

  constructor(
    count: number,
    private readonly every: number,
  ) {
    this.rows = Array.from({ length: count }, () => []);
  }

  /** Adds a closed polygon; a row belongs to the half-open span of each side, so that corners count once. */
  add(points: Float64Array): void {
    const count = points.length / 2;
    for (let i = 0, j = count - 1; i < count; j = i++) {
      const y1 = points[2 * j + 1];
      const y2 = points[2 * i + 1];
      const top = Math.min(y1, y2);
      const bottom = Math.max(y1, y2);
      const first = Math.max(0, Math.ceil((top - 0.5) / this.every));
      for (let row = first; row < this.rows.length; row++) {
        const y = row * this.every + 0.5;
        if (y >= bottom) break;
        this.rows[row].push(points[2 * j] + ((y - y1) / (y2 - y1)) * (points[2 * i] - points[2 * j]));
      }
    }
  }

  sorted(row: number): number[] {
    return this.rows[row].sort((a, b) => a - b);
  }
}

function covered(row: number[]): number {
  let sum = 0;
  for (let k = 1; k < row.length; k += 2) sum += row[k] - row[k - 1];
  return sum;
}

function overlap(a: number[], b: number[]): number {
  let sum = 0;
  let i = 0;
  let j = 0;
  while (i + 1 < a.length && j + 1 < b.length) {
    sum += Math.max(0, Math.min(a[i + 1], b[j + 1]) - Math.max(a[i], b[j]));
    if (a[i + 1] < b[j + 1]) i += 2;
    else j += 2;
  }
  return sum;
}
