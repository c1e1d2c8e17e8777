import { type GreyPicture, type Surface, filledGrid, smoothedGrid, surfaceRow } from '../../raster';
import { type Grid, quantile } from './cells';

/** The tones of bare paper and of full ink across a picture. */
export interface Surfaces {
  paper: Surface;
  ink: Surface;
}

/** Tones between paper and ink below which there is nothing to level. */
export const LEAST_CONTRAST = 16;
/** Share of a cell's ink that has its full tone, at least. */
const FULL_TONE = 0.15;
/** Share of the usual contrast below which what was taken for paper is ink. */
const FALSE_PAPER = 0.3;
/** And below which what was taken for ink is paper. */
const FALSE_INK = 0.4;
/** Of the way from paper to ink, tones up to the first are paper, from the second on ink. */
const STILL_PAPER = 0.3;
const SURELY_INK = 0.6;

/** What a pixel is taken to be while the surfaces are learnt. */
export const NEITHER = 0;
export const PAPER = 1;
export const INK = 2;

/** Learns both surfaces anew from what they tell apart; undefined where one of the two is nowhere. */
export const learnAgain = (
  grey: GreyPicture,
  grid: Grid,
  darkPaper: boolean,
  known: Surfaces,
): Surfaces | undefined =>
  learn(grey, grid, darkPaper, known, (tone, bare, full) => {
    const share = (tone - bare) / (full - bare);
    return share > SURELY_INK ? INK : share < STILL_PAPER ? PAPER : NEITHER;
  });

/** Learns both surfaces from pixels told apart by `tell`; undefined where one of the two is nowhere. */
export function learn(
  { data, width }: GreyPicture,
  grid: Grid,
  darkPaper: boolean,
  { paper, ink }: { paper: Surface; ink: Surface | undefined },
  tell: (tone: number, paper: number, ink: number) => number,
): Surfaces | undefined {
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
  dropFalseInk(sums.ink, totals.ink, surfaceOf(grid, sums.paper, totals.paper, sure, 0).values);
  const full = surfaceOf(grid, sums.ink, totals.ink, sure, 3);
  dropFalsePaper(sums.paper, totals.paper, full.values);
  return { paper: surfaceOf(grid, sums.paper, totals.paper, sure, 0), ink: full };
}

/**
 * Ink that stands out from the paper around it much less than most ink does is grain of the paper. By the ratio of tones, which
 * light leaves as it is.
 */
function dropFalseInk(ink: Float32Array, totals: Float32Array, paper: Float32Array): void {
  const standsOut = Array.from(ink, (tone, cell) => Math.abs(Math.log((tone + 1) / (paper[cell] + 1))));
  const known = standsOut
    .map((ratio, cell) => ({ ratio, weight: totals[cell] }))
    .filter(({ weight }) => weight > 0)
    .sort((a, b) => a.ratio - b.ratio);
  let left = known.reduce((sum, { weight }) => sum + weight, 0) / 2;
  const usual = known.find(({ weight }) => (left -= weight) <= 0)?.ratio ?? 0;
  standsOut.forEach((ratio, cell) => {
    if (ratio < FALSE_INK * usual) totals[cell] = 0;
  });
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
