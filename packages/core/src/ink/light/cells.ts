import type { GreyPicture } from '../../raster';

/** Cells along the shorter side of the picture, and least pixels of a cell. */
const CELLS = 84;
const LEAST_CELL = 4;
/** Pixels looked at to learn the light, at most. */
const SAMPLES = 500_000;

/** A coarse grid over a picture, and the pixels that are looked at. */
export interface Grid {
  cell: number;
  width: number;
  height: number;
  /** Columns and rows of the pixels looked at, spread evenly. */
  columns: Int32Array;
  rows: Int32Array;
  /** Column of the grid that each of those columns lies in. */
  cellOf: Int32Array;
}

export function gridOf({ width, height }: GreyPicture): Grid {
  const cell = Math.max(LEAST_CELL, Math.round(Math.min(width, height) / CELLS));
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / SAMPLES)));
  const every = (size: number) => Int32Array.from({ length: Math.ceil(size / step) }, (_, k) => k * step);
  const columns = every(width);
  return {
    cell,
    width: Math.ceil(width / cell),
    height: Math.ceil(height / cell),
    columns,
    rows: every(height),
    cellOf: columns.map((x) => Math.floor(x / cell)),
  };
}

/** A near-extreme tone of each cell: that which a share of its pixels is as light as, or as dark as. */
export function cellTones(grey: GreyPicture, grid: Grid, share: number, fromLight: boolean): Uint8Array {
  const count = grid.width * grid.height;
  const bins = new Uint16Array(count * 64);
  const totals = new Uint16Array(count);
  for (const y of grid.rows) {
    const first = Math.floor(y / grid.cell) * grid.width;
    for (let k = 0; k < grid.columns.length; k++) {
      const cell = first + grid.cellOf[k];
      bins[64 * cell + (grey.data[y * grey.width + grid.columns[k]] >> 2)]++;
      totals[cell]++;
    }
  }
  return Uint8Array.from(totals, (total, cell) => quantile(bins, 64 * cell, share * total, fromLight));
}

/** The tone that `rank` pixels of a cell's 64 groups of four tones reach, counted from the dark end, or the light. */
export function quantile(bins: Uint16Array, first: number, rank: number, fromLight: boolean): number {
  let left = rank;
  for (let k = 0; k < 64; k++) {
    const bin = fromLight ? 63 - k : k;
    left -= bins[first + bin];
    if (left <= 0) return 4 * bin + 2;
  }
  return fromLight ? 2 : 254;
}
