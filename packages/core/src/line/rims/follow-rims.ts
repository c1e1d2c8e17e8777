import type { Context } from '../../context';
import { type GreyPicture, type RowChanges, type Unrepeated, findRowChanges, unrepeated } from '../../raster';
import { refusalOf } from '../noise';
import { type ContourSet, traceContours } from './contours';
import { evenStairs } from './even-stairs';
import { isOfSquares } from './stairs';
import { smoothlyEnlarged } from './smoothly-enlarged';
import { settleEdges } from './settle-edges';
import { withoutDust } from './dust';
import { withJitter } from './unsure';

/** How far a rim of mixed pixels may run from where it is seen, in pixels, where each of them was repeated. */
const UNSURE_REPEATED = 1 / 3;

/** What is darker than `level` in a picture, whose rows change there; dust may lie on its rims. */
interface Rimmed {
  grey: GreyPicture;
  level: number;
  changes: RowChanges;
  dusty?: boolean;
}

/**
 * Contours of what is darker than `level`, as closely as pixels tell where they run, in pixels of the picture. Of a picture that was enlarged by repeating its pixels they run as those of the smaller one do, unless it is made of squares.
 */
export function followRims({ grey, level, changes, dusty = false }: Rimmed, context: Context): ContourSet {
  const once = unrepeated(grey);
  const small = once && traceContours(once.grey, level, findRowChanges(once.grey, level, context), context);
  const isDrawn = once && small ? isOfSquares(small, once.grey) : false;
  if (once && small && !isDrawn) return enlarged(asTold(small, once.grey, level, context), once, grey);
  const found = traceContours(grey, level, changes, context);
  if (refusalOf(found, grey)) return found;
  if (isDrawn) return settleEdges(found, grey, level, context);
  const smaller = smoothlyEnlarged(found, grey, level, context);
  if (smaller) {
    const told = asTold(smaller.contours, smaller.once.grey, level, context);
    return enlarged(told, smaller.once, grey);
  }
  return dusty
    ? withJitter(withoutDust(settleEdges(found, grey, level, context)))
    : asTold(found, grey, level, context);
}

/** Contours settled between mixed pixels, without the stairs of two-toned ones, with how far their rims may run from where they are seen. */
const asTold = (found: ContourSet, grey: GreyPicture, level: number, context: Context): ContourSet =>
  withJitter(evenStairs(found, settleEdges(found, grey, level, context), grey, level, context));

/** Contours of a picture as they run in that of repeated pixels. */
function enlarged(
  contours: ContourSet,
  { times, left, top }: Unrepeated,
  { width, height }: GreyPicture,
): ContourSet {
  const within = (value: number, most: number) => Math.max(0, Math.min(most, value));
  const points = contours.points.map((value, i) =>
    i % 2 === 0 ? within(left + times * value, width) : within(top + times * value, height),
  );
  const unsure = Float64Array.from(
    contours.parents,
    (_, c) => times * Math.max(UNSURE_REPEATED, contours.unsure?.[c] ?? 0),
  );
  const stairs = contours.stairs?.map((size) => size * times);
  const corners = contours.corners?.map((own) =>
    own?.map((corner) => ({
      ...corner,
      x: left + times * corner.x,
      y: top + times * corner.y,
      rounded: times * corner.rounded,
    })),
  );
  return { ...contours, points, unsure, stairs, corners };
}
