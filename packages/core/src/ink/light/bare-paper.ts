import { type GreyPicture, type Surface, closed, opened, smoothedGrid, surfaceRow } from '../../raster';
import { automaticTones } from '../level';
import { type Grid, cellTones } from './cells';
import { type Surfaces, INK, LEAST_CONTRAST, NEITHER, PAPER, learn } from './learn';

/** Ink thicker than this share of the shorter side may be taken for a change of light at first. */
const WINDOW = 0.16;
/** Share of a cell that has at least paper's tone. */
const BARE = 0.15;

/**
 * Paper followed alone, by closing (or opening, for dark paper) over a window wider than strokes; what stands out from
 * it is ink. Undefined where nothing stands out.
 */
export function fromBarePaper(grey: GreyPicture, grid: Grid, darkPaper: boolean): Surfaces | undefined {
  const paper = barePaper(grey, grid, darkPaper);
  const stands = standsOut(grey, grid, paper);
  if (stands < LEAST_CONTRAST / 2) return undefined;
  return learn(grey, grid, darkPaper, { paper, ink: undefined }, (tone, bare) => {
    const off = darkPaper ? tone - bare : bare - tone;
    return off > stands ? INK : off < stands / 2 ? PAPER : NEITHER;
  });
}

/** Each cell's near-extreme tone, then closed or opened over a window, then smoothed. */
function barePaper(grey: GreyPicture, grid: Grid, darkPaper: boolean): Surface {
  const { width, height, cell } = grid;
  const window = Math.round((WINDOW * Math.min(grey.width, grey.height)) / cell / 2);
  const cells = { width, height, data: cellTones(grey, grid, BARE, !darkPaper) };
  const bare = darkPaper ? opened(cells, window) : closed(cells, window);
  return {
    width,
    height,
    cell,
    values: smoothedGrid(Float32Array.from(bare.data), width, height, Math.ceil(window / 3)),
  };
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
