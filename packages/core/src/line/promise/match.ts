import { type Contour, type Shape, contoursOf, flatten } from '../../geometry';
import type { ContourSet } from '../rims/contours';
import { norm } from '../../norm';

/** How the paths compare with the ink, in square pixels. */
export interface Match {
  /** Ink the paths reproduce, ink they miss, paper they wrongly take. */
  hit: number;
  missed: number;
  extra: number;
  /** hit / (hit + missed + extra), in percent. */
  percent: number;
}

/** A line that a round pen is drawn along. */
export interface PennedLine {
  contour: Contour;
  pen: number;
}

/** What paths follow: contours of ink, or of one plate, with that plate's number. */
export interface Rim {
  rim: ContourSet;
  plate?: number;
}

/** How closely curves are followed, in pixels. */
const FLATNESS_PX = 0.02;
/** Rows looked at; taller pictures are sampled. */
const MOST_ROWS = 1000;

/** How shapes compare with the rims they follow, whoever made or changed them: each plate with its own rim. */
export function matchShapes(rims: readonly Rim[], shapes: readonly Shape[], height: number): Match {
  const every = Math.max(1, Math.floor(height / MOST_ROWS));
  const sum = { hit: 0, missed: 0, extra: 0 };
  for (const { rim, plate } of rims) {
    const own = plate === undefined ? shapes : shapes.filter((shape) => shape.plate === plate);
    const lines = own.flatMap(({ outer, pen }) => (pen === undefined ? [] : [{ contour: outer, pen }]));
    const areas = contoursOf(own.filter(({ pen }) => pen === undefined));
    const { hit, missed, extra } = matchPaths(rim, areas, height, every, lines);
    sum.hit += hit;
    sum.missed += missed;
    sum.extra += extra;
  }
  const all = sum.hit + sum.missed + sum.extra;
  return { ...sum, percent: all === 0 ? 0 : (100 * sum.hit) / all };
}

/**
 * Compares areas along the rows of pixel centres, `every` rows apart: on each row ink and paths are
 * intervals with exact ends, and their overlaps are added up. Areas count where an odd number of them lie over one
 * another, and so do lines as wide as their pens.
 */
export function matchPaths(
  ink: ContourSet,
  areas: readonly Contour[],
  height: number,
  every: number,
  lines: readonly PennedLine[] = [],
): Match {
  const rows = Math.max(1, Math.ceil(height / every));
  const { points, starts } = ink;
  const outlines = Array.from({ length: starts.length - 1 }, (_, c) =>
    points.subarray(2 * starts[c], 2 * starts[c + 1]),
  );
  const inkRows = crossingsOf(outlines, rows, every);
  const areaRows = crossingsOf(
    areas.map((contour) => flatten(contour, FLATNESS_PX)),
    rows,
    every,
  );
  const lineRows = lines.length > 0 ? pensOf(lines, rows, every) : undefined;
  let hit = 0;
  let inkArea = 0;
  let pathArea = 0;
  for (let row = 0; row < rows; row++) {
    const a = inkRows(row);
    const b = lineRows ? joined(areaRows(row), lineRows(row)) : areaRows(row);
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

/** What is visited row by row, gathered in one array, row after row. */
function gathered(
  rows: number,
  each: (visit: (row: number, x: number) => void) => void,
): (row: number) => Float64Array {
  const begins = new Uint32Array(rows + 2);
  each((row) => begins[row + 2]++);
  for (let row = 2; row < begins.length; row++) begins[row] += begins[row - 1];
  const at = new Float64Array(begins[rows + 1]);
  each((row, x) => (at[begins[row + 1]++] = x));
  return (row) => at.subarray(begins[row], begins[row + 1]);
}

/**
 * Where closed polygons cross each of some equally spaced rows, in order along it. A row belongs to the half-open span of
 * each side, so that corners count once.
 */
function crossingsOf(
  polygons: readonly Float64Array[],
  rows: number,
  every: number,
): (row: number) => Float64Array {
  const at = gathered(rows, (visit) => eachCrossed(polygons, rows, every, visit));
  return (row) => at(row).sort();
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

/** What pens along lines cover of each row: begin and end of every chord's interval, one after another. */
function pensOf(lines: readonly PennedLine[], rows: number, every: number): (row: number) => Float64Array {
  const flat = lines.map(({ contour }) => {
    const points = flatten(contour, FLATNESS_PX);
    if (!contour.closed) return points;
    const around = new Float64Array(points.length + 2);
    around.set(points);
    around.set(points.subarray(0, 2), points.length);
    return around;
  });
  return gathered(rows, (visit) =>
    flat.forEach((points, k) => {
      for (let i = 0; i + 3 < points.length; i += 2)
        eachPenned(points.subarray(i, i + 4), lines[k].pen / 2, rows, every, visit);
    }),
  );
}

/** The rows of what lies within `radius` of a chord: two discs and the band between them. */
function eachPenned(
  [x1, y1, x2, y2]: Float64Array,
  radius: number,
  rows: number,
  every: number,
  visit: (row: number, x: number) => void,
): void {
  const length = norm(x2 - x1, y2 - y1);
  const [ux, uy] = length > 0 ? [(x2 - x1) / length, (y2 - y1) / length] : [1, 0];
  const top = Math.min(y1, y2) - radius;
  const bottom = Math.max(y1, y2) + radius;
  for (let row = Math.max(0, Math.ceil((top - 0.5) / every)); row < rows; row++) {
    const y = row * every + 0.5;
    if (y > bottom) break;
    let left = Infinity;
    let right = -Infinity;
    const include = (x: number) => {
      left = Math.min(left, x);
      right = Math.max(right, x);
    };
    for (const [x, from] of [
      [x1, y1],
      [x2, y2],
    ]) {
      const half = Math.sqrt(radius * radius - (y - from) * (y - from));
      if (half >= 0) {
        include(x - half);
        include(x + half);
      }
    }
    for (const side of uy === 0 ? [] : [-radius, radius]) {
      const along = (y - y1 - side * ux) / uy;
      if (along >= 0 && along <= length) include(x1 + along * ux - side * uy);
    }
    if (left < right) {
      visit(row, left);
      visit(row, right);
    }
  }
}

/** Intervals that either of two rows covers: `a` in order and apart, `b` as they come. */
function joined(a: Float64Array, b: Float64Array): Float64Array {
  if (b.length === 0) return a;
  const all: [number, number][] = [];
  for (const row of [a, b]) for (let k = 0; k + 1 < row.length; k += 2) all.push([row[k], row[k + 1]]);
  all.sort((p, q) => p[0] - q[0]);
  const result: number[] = [];
  for (const [begin, end] of all) {
    const last = result.length - 1;
    if (last > 0 && begin <= result[last]) result[last] = Math.max(result[last], end);
    else result.push(begin, end);
  }
  return Float64Array.from(result);
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
