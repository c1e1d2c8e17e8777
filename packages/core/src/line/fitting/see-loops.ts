import { type Context, checkStopped } from '../../context';
import type { ContourSet } from '../rims/contours';
import { onContour } from '../rims/corner-place';
import { type FitOptions, type SeenLoop, rimOfLoop, seeLoop } from './fit-loop';
import { crossedSteps } from '../rims/knots';
import { type Loop, loopOf, ownWay } from '../chain/loop';
import { joinedRims } from './rim';

/** How often it is looked again whether rims cross. */
const ROUNDS = 6;
/** Points of a rim on either side of a corner that its being there may have made cross something. */
const BESIDE = 1;

/**
 * Looks for circles and corners in some contours; undefined where `isLeft` says so. Corners beyond the contour that
 * would make rims cross stay on it: so rims, as contours, cross nowhere, and paths that follow them closely need not.
 */
export function seeLoops(
  contours: ContourSet,
  options: readonly FitOptions[],
  mean: Float64Array,
  isLeft: (c: number) => boolean,
  context: Context,
): (SeenLoop | undefined)[] {
  const { points, starts, parents } = contours;
  const seen: (SeenLoop | undefined)[] = [];
  for (let c = 0; c < parents.length; c++) {
    if ((c & 63) === 0) checkStopped(context);
    if (isLeft(c)) {
      seen.push(undefined);
      continue;
    }
    const { loop, reversed } = ownWay(loopOf(points, starts[c], starts[c + 1]));
    const told = contours.corners?.[c]?.map((corner) => {
      const at = 2 * (starts[c] + corner.index);
      return { ...corner, index: nearestTo(loop, points[at], points[at + 1]) };
    });
    seen.push({ ...seeLoop(loop, options[c], mean[c], told), reversed });
  }
  for (let round = 0; round < ROUNDS; round++) if (!drawBack(seen, contours)) break;
  return seen;
}

/** The point of a loop nearest to a place. */
function nearestTo({ x, y, count }: Loop, px: number, py: number): number {
  let nearest = 0;
  let least = Infinity;
  for (let i = 0; i < count; i++) {
    const off = Math.abs(x[i] - px) + Math.abs(y[i] - py);
    if (off < least) [nearest, least] = [i, off];
  }
  return nearest;
}

/** Corners whose sides cross something go back to the contour; whether there were any. */
function drawBack(seen: (SeenLoop | undefined)[], contours: ContourSet): boolean {
  const hasBeyond = (one: SeenLoop) => one.corners.some(({ rounded }) => rounded > 0);
  const rims = seen.map((one) => (one && hasBeyond(one) ? rimOfLoop(one) : undefined));
  const { points, starts } = joinedRims(rims, contours);
  const suspect = new Uint8Array(points.length / 2);
  // The corner that each suspect point is beside: its contour, and its number there.
  const corners = new Map<number, { contour: number; corner: number }>();
  rims.forEach((runs, contour) => {
    if (!runs) return;
    const count = starts[contour + 1] - starts[contour];
    let at = 0;
    runs.forEach(({ beyond, foundX }, corner) => {
      if (beyond)
        for (let k = -BESIDE; k <= BESIDE; k++) {
          const i = starts[contour] + ((at + k + count) % count);
          suspect[i] = 1;
          corners.set(i, { contour, corner });
        }
      at += foundX.length - 1;
    });
  });
  if (corners.size === 0) return false;
  let any = false;
  for (const step of crossedSteps({ points, starts }, suspect)) {
    const found = corners.get(step);
    const own = found && seen[found.contour];
    if (!own) continue;
    own.corners[found.corner] = onContour(own.corners[found.corner], own.loop);
    any = true;
  }
  return any;
}
