import { type Context, checkStopped } from '../../context';
import { type GreyPicture, greyWithin, histogram, surfaceRow } from '../../raster';
import { automaticTones } from '../level';
import { paperIsDark } from '../paper';
import { agreementWith, strongEdges } from './agreement';
import { fromBarePaper } from './bare-paper';
import { type Grid, gridOf } from './cells';
import { type Surfaces, LEAST_CONTRAST, learnAgain } from './learn';
import { fromSmoothLight } from './smooth-light';

/** Where full ink and full paper lie after levelling, whichever of them is dark. */
export const LEVELLED_DARK = 16;
export const LEVELLED_LIGHT = 239;
export const LEVELLED_MIDDLE = (LEVELLED_DARK + LEVELLED_LIGHT) / 2;

/** Pixels of the copy on which the ways are compared. */
const JUDGED = 120_000;
/** Even light is left alone where levelling follows the edges no better than this. */
const NO_BETTER = -0.03;

/** A way to begin: which tone is paper, looked for unless it is known, and the surfaces. */
type Way = (
  grey: GreyPicture,
  grid: Grid,
  known: boolean | undefined,
) => { darkPaper: boolean; first: Surfaces | undefined };

/** Paper by itself, light or dark, where ink is thin; the light by itself, where shapes are large. */
const WAYS: Way[] = [
  (grey, grid) => ({ darkPaper: false, first: fromBarePaper(grey, grid, false) }),
  (grey, grid) => ({ darkPaper: true, first: fromBarePaper(grey, grid, true) }),
  (grey, grid, known) => {
    const surfaces = fromSmoothLight(grey, grid);
    const darkPaper = known ?? paperIsDark(placedBetween(grey, surfaces), LEVELLED_MIDDLE);
    return { darkPaper, first: darkPaper ? { paper: surfaces.ink, ink: surfaces.paper } : surfaces };
  },
];

/**
 * Takes uneven light out of a picture of two tones: shadow, flash burn, tinted paper. The tone of bare paper and
 * that of full ink are each followed across the picture as a smooth surface, and every pixel is placed
 * between the two. Where to begin is tried in several ways on a smaller copy, and that one is taken whose rims lie on
 * the picture's edges best; from there both surfaces are learnt from what was told apart, twice. Undefined where nothing
 * stands out, and where the tones as they are do as well.
 */
export function levelLight(grey: GreyPicture, context: Context): GreyPicture | undefined {
  const small = greyWithin(grey, JUDGED);
  const edges = strongEdges(small, context);
  const asItIs = agreementWith(edges, small, automaticTones(histogram(small)).level);
  let best: { way: Way; agrees: number; darkPaper: boolean } | undefined;
  for (const way of WAYS) {
    checkStopped(context);
    const { darkPaper, levelled } = levelledBy(way, small, 1, undefined, context);
    const agrees = levelled ? agreementWith(edges, levelled, LEVELLED_MIDDLE) : 0;
    if (agrees > (best?.agrees ?? 0)) best = { way, agrees, darkPaper };
  }
  if (!best || best.agrees - asItIs < NO_BETTER) return undefined;
  const { levelled } = levelledBy(best.way, grey, 2, best.darkPaper, context);
  // What went well on the copy may not in the picture itself.
  const agrees = levelled ? agreementWith(edges, greyWithin(levelled, JUDGED), LEVELLED_MIDDLE) : 0;
  return agrees < asItIs + NO_BETTER ? undefined : levelled;
}

function levelledBy(
  way: Way,
  grey: GreyPicture,
  rounds: number,
  known: boolean | undefined,
  context: Context,
): { darkPaper: boolean; levelled: GreyPicture | undefined } {
  const grid = gridOf(grey);
  const { darkPaper, first } = way(grey, grid, known);
  let surfaces = first;
  for (let round = 0; round < rounds && surfaces; round++) {
    checkStopped(context);
    surfaces = learnAgain(grey, grid, darkPaper, surfaces);
  }
  return { darkPaper, levelled: surfaces && placedBetween(grey, surfaces) };
}

function placedBetween(grey: GreyPicture, { paper, ink }: Surfaces): GreyPicture {
  const { width, height, data } = grey;
  // Rounds and keeps within a byte by itself.
  const result = new Uint8ClampedArray(data.length);
  const paperRow = new Float32Array(width);
  const inkRow = new Float32Array(width);
  const span = LEVELLED_LIGHT - LEVELLED_DARK;
  for (let y = 0; y < height; y++) {
    surfaceRow(paper, y, paperRow);
    surfaceRow(ink, y, inkRow);
    const row = y * width;
    for (let x = 0; x < width; x++) {
      const bright = paperRow[x];
      const dark = inkRow[x];
      const contrast = bright > dark ? bright - dark : dark - bright;
      const gain = span / (contrast > LEAST_CONTRAST ? contrast : LEAST_CONTRAST);
      result[row + x] = LEVELLED_MIDDLE + gain * (data[row + x] - 0.5 * (bright + dark));
    }
  }
  return { width, height, data: new Uint8Array(result.buffer) };
}
