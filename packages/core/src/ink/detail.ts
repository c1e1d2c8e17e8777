import type { Context } from '../context';
import {
  type GreyPicture,
  findComponents,
  findRowChanges,
  gaussianBlur,
  greyWithin,
  guidedFilter,
} from '../raster';
import { agreementWith, strongEdges } from './light/agreement';

/** Everything that is there; and the calmest. */
export const FINEST = 100;
/** Detail is tried in steps of this. */
const STEP = 20;
/** At the calmest: radius of smoothing and side of the least area, as shares of the shorter side; and tones smoothed. */
const RADIUS = 0.02;
const LEAST_SIDE = 0.05;
const TONES = 130;
/** What is left is blurred by this share of the radius, so that even areas near the level do not turn to lace. */
const BLUR = 0.2;
/** What a first sight of a photo may come to, so that a machine can cut it; and pixels of rim that come to one node. */
const MOST_PIECES = 400;
const MOST_NODES = 4300;
const RIM_OF_NODE = 11;
/** Larger photos are followed no more closely than one of so many pixels would be. */
export const PHOTO_PIXELS = 2_000_000;
/** Pixels of the copy on which pieces are counted. */
const COUNTED = 800_000;

/** Agreement of rims and edges from which on nothing is texture, and pixels of the copy on which they are compared. */
const DRAWN = 0.9;
const COMPARED = 300_000;

/** How far from finest to calmest, 0 to 1. */
const calm = (detail: number) => 1 - detail / FINEST;

/** Tones with less detail: smoothed within edges. */
export function withDetail(grey: GreyPicture, detail: number, context: Context): GreyPicture {
  if (detail >= FINEST) return grey;
  const radius = Math.max(1, Math.round(RADIUS * calm(detail) * Math.min(grey.width, grey.height)));
  const smooth = guidedFilter(grey, radius, (10 + TONES * calm(detail)) ** 2, context);
  return gaussianBlur(smooth, Math.max(0.5, BLUR * radius));
}

/** Pieces and holes smaller than this, in square pixels, go with the detail. */
export const leastArea = (detail: number, { width, height }: { width: number; height: number }): number =>
  detail >= FINEST ? 0 : (LEAST_SIDE * calm(detail) * Math.min(width, height)) ** 2;

/**
 * The most detail at which what lies below the level can still be cut: so many pieces and nodes at most. Where rims lie
 * on the edges of the `source` and its edges on rims, nothing is texture: lettering and drawings stay whole, however many
 * pieces they come to.
 */
export function fittingDetail(
  grey: GreyPicture,
  level: number,
  source: GreyPicture,
  context: Context,
): number {
  if (isDrawn(grey, level, source, context)) return FINEST;
  // Grain is seen only at its own size; once there is less detail, a smaller copy tells as much.
  if (canBeCut(grey, 1, FINEST, level, context)) return FINEST;
  const small = greyWithin(grey, COUNTED);
  const scale = grey.width / small.width;
  // The more detail, the more pieces: the last step that fits is found by halving.
  let [low, high] = [0, FINEST / STEP];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (canBeCut(small, scale, middle * STEP, level, context)) low = middle;
    else high = middle;
  }
  return low * STEP;
}

/** Whether rims and edges agree so well that all of it was drawn. */
function isDrawn(grey: GreyPicture, level: number, source: GreyPicture, context: Context): boolean {
  const edges = strongEdges(greyWithin(source, COMPARED), context);
  return agreementWith(edges, greyWithin(grey, COMPARED), level) >= DRAWN;
}

/** Whether what is left at a detail is few enough pieces and nodes; `scale` is how many times smaller the copy is. */
function canBeCut(
  grey: GreyPicture,
  scale: number,
  detail: number,
  level: number,
  context: Context,
): boolean {
  const changes = findRowChanges(withDetail(grey, detail, context), level, context);
  // Rims of all directions cross rows 2 / pi times their length (Cauchy).
  const rim = (changes.at.length * Math.PI) / 2;
  const followed = Math.min(scale, Math.sqrt(PHOTO_PIXELS / (grey.width * grey.height)));
  if ((rim * followed) / RIM_OF_NODE > MOST_NODES) return false;
  const least = leastArea(detail, grey);
  const pieces = (['ink', 'paper'] as const).map(
    (of) => findComponents(changes, grey.width, of, context).area.filter((area) => area > least).length,
  );
  return pieces[0] + pieces[1] <= MOST_PIECES;
}
