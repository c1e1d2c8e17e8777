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
  const { points, starts } = ink;
  const outlines = Array.from({ length: starts.length - 1 }, (_, c) =>
    points.subarray(2 * starts[c], 2 * starts[c + 1]),
  );
  const inkRows = crossingsOf(outlines, rows, every);
  const pathRows = crossingsOf(
    paths.map((contour) => flatten(contour, 0.02)),
    rows,
    every,
  );
  let hit = 0;
  let inkArea = 0;
  let pathArea = 0;
  for (let row = 0; row < rows; row++) {
    const a = inkRows(row);
    const b = pathRows(row);
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

/**
 * Where closed polygons cross each of some equally spaced rows, in order along it. A row belongs to the half-open span of
 * each side, so that corners count once. All crossings lie in one array, row after row.
 */
function crossingsOf(
  polygons: readonly Float64Array[],
  rows: number,
  every: number,
): (row: number) => Float64Array {
  const begins = new Uint32Array(rows + 2);
  eachCrossed(polygons, rows, every, (row) => begins[row + 2]++);
  for (let row = 2; row < begins.length; row++) begins[row] += begins[row - 1];
  const at = new Float64Array(begins[rows + 1]);
  eachCrossed(polygons, rows, every, (row, x) => (at[begins[row + 1]++] = x));
  return (row) => at.subarray(begins[row], begins[row + 1]).sort();
}

function eachCrossed(
  polygons: readonly Float64Array[],
  rows: number,
  every: number,
  visit: (row: number, x: number) => void,
): void {
  for (const points of polygons) {
    const count = points.length / 2;
    for (let i = 0, j = count - 1; i < count; j = i++) {
      const y1 = points[2 * j + 1];
      const y2 = points[2 * i + 1];
      const bottom = Math.max(y1, y2);
      for (let row = Math.max(0, Math.ceil((Math.min(y1, y2) - 0.5) / every)); row < rows; row++) {
        const y = row * every + 0.5;
        if (y >= bottom) break;
        visit(row, points[2 * j] + ((y - y1) / (y2 - y1)) * (points[2 * i] - points[2 * j]));
      }
    }
  }
}

function covered(row: Float64Array): number {
  let sum = 0;
  for (let k = 1; k < row.length; k += 2) sum += row[k] - row[k - 1];
  return sum;
}

function overlap(a: Float64Array, b: Float64Array): number {
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
