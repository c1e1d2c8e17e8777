import type { GreyPicture } from './picture';

/** A picture of which rows and columns were repeated, with each of them once. */
export interface Unrepeated {
  grey: GreyPicture;
  /** Pixels of the enlarged picture to one of this, each way; a fraction where some are repeated more often than others. */
  times: number;
  /** Where the first column and the first row of this begin there: before 0 where a part of them was cut off. */
  left: number;
  top: number;
}

/** Pictures enlarged by less say nothing; squares enlarged by more are what somebody drew. */
const LEAST_TIMES = 1.2;
const MOST_TIMES = 4;
/** As far as wholes are looked for. */
const LARGEST = 64;
/** By chance changes would lie as they do once in e to the power of this. */
const BEYOND_CHANCE = 12;

/**
 * Undoes enlarging by the nearest pixel: rows and columns that only repeat those before them go. Undefined where the picture was not
 * enlarged so, or where too little is in it to tell.
 */
export function unrepeated(grey: GreyPicture): Unrepeated | undefined {
  const changes = changesOf(grey);
  if (!changes) return undefined;
  const across = gridOf(changes.columns, grey.width);
  const down = across && gridOf(changes.rows, grey.height);
  if (!across || !down) return undefined;
  // Both were enlarged alike, but for what was rounded to whole pixels.
  const rounding = across.times / Math.min(grey.width, grey.height);
  if (Math.abs(across.times - down.times) > rounding * across.times) return undefined;
  const columns = firstsOf(across, grey.width);
  const rows = firstsOf(down, grey.height);
  const data = new Uint8Array(columns.length * rows.length);
  rows.forEach((y, n) =>
    columns.forEach((x, k) => (data[n * columns.length + k] = grey.data[y * grey.width + x])),
  );
  return {
    grey: { width: columns.length, height: rows.length, data },
    times: across.times,
    left: across.begin,
    top: down.begin,
  };
}

/** Columns and rows, in order, that differ from the one before; undefined where so many do that none is repeated. */
function changesOf({ width, height, data }: GreyPicture): { columns: number[]; rows: number[] } | undefined {
  const isChange = new Uint8Array(width);
  const columns: number[] = [];
  const rows: number[] = [];
  for (let y = 0; y < height; y++) {
    const row = data.subarray(y * width, (y + 1) * width);
    if (y > 0 && row.some((tone, x) => tone !== data[(y - 1) * width + x])) rows.push(y);
    else if (y > 0) continue;
    for (let x = 1; x < width; x++)
      if (isChange[x] === 0 && row[x] !== row[x - 1]) {
        isChange[x] = 1;
        columns.push(x);
      }
    if (columns.length * LEAST_TIMES > width || rows.length * LEAST_TIMES > height) return undefined;
  }
  return { columns: columns.sort((a, b) => a - b), rows };
}

/** Sources begin at `begin`, `begin + times` and so on, each rounded up to a whole pixel. */
interface Grid {
  times: number;
  begin: number;
}

const beginsAt = ({ times, begin }: Grid, k: number): number => Math.ceil(begin + k * times - 1e-9);

/** The grid of the most times that has a beginning wherever something changes. */
function gridOf(changes: readonly number[], length: number): Grid | undefined {
  const fits = (grid: Grid): boolean =>
    changes.every(
      (at) =>
        beginsAt(grid, Math.round((at - grid.begin) / grid.times)) === at ||
        beginsAt(grid, Math.floor((at - grid.begin) / grid.times)) === at,
    );
  const isTold = (times: number) => changes.length * Math.log(times) > BEYOND_CHANCE;
  for (let times = LARGEST; times > 1; times--) {
    const begin = changes[0] % times;
    const grid = { times, begin: begin === 0 ? 0 : begin - times };
    if (isTold(times) && fits(grid)) return times > MOST_TIMES ? undefined : grid;
  }
  for (let count = Math.ceil(length / MOST_TIMES); count * LEAST_TIMES <= length; count++) {
    const times = length / count;
    if (!isTold(times)) return undefined;
    // What is taken is what lies beneath the middle of a pixel, or beneath its corner.
    for (const begin of [-0.5, 0]) if (fits({ times, begin })) return { times, begin };
  }
  return undefined;
}

/** The pixel at which each source begins, as far as it is in the picture. */
function firstsOf(grid: Grid, length: number): number[] {
  const firsts: number[] = [];
  for (let k = 0; beginsAt(grid, k) < length; k++) firsts.push(Math.max(0, beginsAt(grid, k)));
  return firsts;
}
