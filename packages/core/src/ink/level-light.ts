import { type Context, checkStopped } from '../context';
import {
  type GreyPicture,
  type Surface,
  closed,
  filledGrid,
  histogram,
  opened,
  smoothedGrid,
  surfaceRow,
} from '../raster';
import { automaticTones } from './level';
import { rimIsDark } from './rim';

/** Where full ink and full paper lie after levelling, whichever of them is dark. */
export const LEVELLED_DARK = 16;
export const LEVELLED_LIGHT = 239;
export const LEVELLED_MIDDLE = (LEVELLED_DARK + LEVELLED_LIGHT) / 2;

/** Cells along the shorter side of the picture, and least pixels of a cell. */
const CELLS = 84;
const LEAST_CELL = 4;
/** Ink thicker than this share of the shorter side may be taken for a change of light at first. */
const WINDOW = 0.16;
/** Pixels looked at to learn the light, at most. */
const SAMPLES = 800_000;
/** Tones between paper and ink below which there is nothing to level. */
const LEAST_CONTRAST = 16;
/** Share of a cell's ink that has its full tone, at least. */
const FULL_TONE = 0.15;
/** Share of the usual contrast below which what was taken for paper is ink. */
const FALSE_PAPER = 0.3;

/**
 * Takes uneven light out of a picture of two tones: shadow, flash burn, tinted paper. The tone of bare paper and
 * that of full ink are each followed across the picture as a smooth surface, and every pixel is placed
 * between the two. Paper is first followed alone, by closing (or opening, for dark paper) over a window wider
 * than strokes; what stands out from it is ink; then both surfaces are learnt from what was told apart, twice.
 * Undefined where nothing stands out.
 */
export function levelLight(grey: GreyPicture, context: Context): GreyPicture | undefined {
  const rough = automaticTones(histogram(grey));
  const darkPaper = rimIsDark(grey, rough.level);
  const grid = gridOf(grey);
  const paper = firstPaper(grey, grid, darkPaper);
  const stands = standsOut(grey, grid, paper);
  if (stands < LEAST_CONTRAST / 2) return undefined;
  checkStopped(context);
  let surfaces = learn(grey, grid, darkPaper, (tone, bare) => {
    const off = darkPaper ? tone - bare : bare - tone;
    return off > stands ? INK : off < stands / 2 ? PAPER : NEITHER;
  })(paper, undefined);
  for (let round = 0; round < 2 && surfaces; round++) {
    checkStopped(context);
    surfaces = learn(grey, grid, darkPaper, (tone, bare, full) => {
      const share = (tone - bare) / (full - bare);
      return share > 0.6 ? INK : share < 0.3 ? PAPER : NEITHER;
    })(surfaces.paper, surfaces.ink);
  }
  return surfaces && placedBetween(grey, surfaces, context);
}

interface Grid {
  cell: number;
  width: number;
  height: number;
  /** Columns and rows of the pixels looked at, spread evenly. */
  columns: Int32Array;
  rows: Int32Array;
  /** Column of the grid that each of those columns lies in. */
  cellOf: Int32Array;
}

function gridOf({ width, height }: GreyPicture): Grid {
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

/** Bare paper by morphology: each cell's near-extreme tone, then closed or opened over a window, then smoothed. */
function firstPaper(grey: GreyPicture, grid: Grid, darkPaper: boolean): Surface {
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
  const extreme = new Uint8Array(count);
  for (let cell = 0; cell < count; cell++) {
    extreme[cell] = quantile(bins, 64 * cell, 0.15 * totals[cell], !darkPaper);
  }
  const window = Math.round((WINDOW * Math.min(grey.width, grey.height)) / grid.cell / 2);
  const cells = { width: grid.width, height: grid.height, data: extreme };
  const bare = darkPaper ? opened(cells, window) : closed(cells, window);
  const values = smoothedGrid(Float32Array.from(bare.data), grid.width, grid.height, Math.ceil(window / 3));
  return { width: grid.width, height: grid.height, cell: grid.cell, values };
}

/** How far a tone must lie from bare paper to be ink: Otsu's split of all such distances. */
function standsOut({ data, width }: GreyPicture, { rows, columns }: Grid, paper: Surface): number {
  const counts = new Uint32Array(256);
  const row = new Float32Array(width);
  for (const y of rows) {
    surfaceRow(paper, y, row);
    for (const x of columns) counts[Math.min(255, Math.abs(Math.round(data[y * width + x] - row[x])))]++;
  }
  return automaticTones(counts).level;
}

/** The tone that `rank` pixels of a cell's 64 groups of four tones reach, counted from the dark end, or the light. */
function quantile(bins: Uint16Array, first: number, rank: number, fromLight: boolean): number {
  let left = rank;
  for (let k = 0; k < 64; k++) {
    const bin = fromLight ? 63 - k : k;
    left -= bins[first + bin];
    if (left <= 0) return 4 * bin + 2;
  }
  return fromLight ? 2 : 254;
}

/** What a pixel is taken to be while the surfaces are learnt. */
const NEITHER = 0;
const PAPER = 1;
const INK = 2;

/** Learns both surfaces from pixels told apart by `tell`; undefined where one of the two is nowhere. */
function learn(
  { data, width }: GreyPicture,
  grid: Grid,
  darkPaper: boolean,
  tell: (tone: number, paper: number, ink: number) => number,
): (paper: Surface, ink: Surface | undefined) => { paper: Surface; ink: Surface } | undefined {
  return (paper, ink) => {
    const count = grid.width * grid.height;
    const sums = { paper: new Float32Array(count), ink: new Float32Array(count) };
    const totals = { paper: new Float32Array(count), ink: new Float32Array(count) };
    const inkBins = new Uint16Array(count * 64);
    const paperRow = new Float32Array(width);
    const inkRow = new Float32Array(width);
    const { columns, cellOf } = grid;
    for (const y of grid.rows) {
      surfaceRow(paper, y, paperRow);
      if (ink) surfaceRow(ink, y, inkRow);
      const first = Math.floor(y / grid.cell) * grid.width;
      for (let k = 0; k < columns.length; k++) {
        const x = columns[k];
        const tone = data[y * width + x];
        const verdict = tell(tone, paperRow[x], inkRow[x]);
        const cell = first + cellOf[k];
        if (verdict === PAPER) {
          sums.paper[cell] += tone;
          totals.paper[cell]++;
        } else if (verdict === INK) {
          inkBins[64 * cell + (tone >> 2)]++;
          totals.ink[cell]++;
        }
      }
    }
    if (!totals.ink.some((value) => value > 0) || !totals.paper.some((value) => value > 0)) return undefined;
    for (let cell = 0; cell < count; cell++) {
      if (totals.paper[cell] > 0) sums.paper[cell] /= totals.paper[cell];
      // Rims of ink are mixed with paper: of a cell's ink only what is farthest from paper has the full tone.
      if (totals.ink[cell] > 0)
        sums.ink[cell] = quantile(inkBins, 64 * cell, FULL_TONE * totals.ink[cell], darkPaper);
    }
    const sampled = (grid.columns.length * grid.rows.length) / count;
    const sure = Math.max(1, 0.15 * sampled);
    const full = surfaceOf(grid, sums.ink, totals.ink, sure, 3);
    dropFalsePaper(sums.paper, totals.paper, full.values);
    return { paper: surfaceOf(grid, sums.paper, totals.paper, sure, 0), ink: full };
  };
}

/** Paper that is hardly lighter than the ink around it is the inside of ink wider than the window: it tells nothing. */
function dropFalsePaper(paper: Float32Array, totals: Float32Array, ink: Float32Array): void {
  const contrasts = Array.from(paper, (tone, cell) => (totals[cell] > 0 ? Math.abs(tone - ink[cell]) : -1));
  const known = contrasts.filter((contrast) => contrast >= 0).sort((a, b) => a - b);
  const least = FALSE_PAPER * known[known.length >> 1];
  contrasts.forEach((contrast, cell) => {
    if (contrast < least) totals[cell] = 0;
  });
}

function surfaceOf(
  { width, height, cell }: Grid,
  values: Float32Array,
  totals: Float32Array,
  sure: number,
  radius: number,
): Surface {
  const weights = totals.map((total) => Math.min(1, total / sure));
  const filled = filledGrid(values, weights, width, height);
  return { width, height, cell, values: smoothedGrid(filled, width, height, radius) };
}

function placedBetween(
  grey: GreyPicture,
  { paper, ink }: { paper: Surface; ink: Surface },
  context: Context,
): GreyPicture {
  const { width, height, data } = grey;
  const result = new Uint8Array(data.length);
  const paperRow = new Float32Array(width);
  const inkRow = new Float32Array(width);
  const span = LEVELLED_LIGHT - LEVELLED_DARK;
  for (let y = 0; y < height; y++) {
    if ((y & 127) === 0) checkStopped(context);
    surfaceRow(paper, y, paperRow);
    surfaceRow(ink, y, inkRow);
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const contrast = Math.max(LEAST_CONTRAST, Math.abs(paperRow[x] - inkRow[x]));
      const tone = LEVELLED_MIDDLE + (span * (data[i] - (paperRow[x] + inkRow[x]) / 2)) / contrast;
      result[i] = tone < 0 ? 0 : tone > 255 ? 255 : tone + 0.5;
    }
  }
  return { width, height, data: result };
}
