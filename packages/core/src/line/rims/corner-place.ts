import { norm } from '../../geometry';
import type { Corner } from './corners';
import type { Loop } from '../chain/loop';

/**
 * How far the contour of a tone stays behind a corner where two straight sides meet: the pixel's own square, and any
 * blur, in standard deviations, over the tangent of half the angle between the sides; and what the steps between pixels
 * add to that.
 */
const SQUARE = 0.55;
const PER_BLUR = 0.9;
const STEPS = 0.45;
/** Angles smaller than this are not told apart, in radians. */
const LEAST_ANGLE = 0.1;

/** Points of the loop on either side of a corner among which the nearest place is sought. */
const BESIDE = 4;

/** The distance from a corner's place within which the contour must come, when edges are soft by `blur` pixels. */
const staysBehind = (turn: number, blur: number): number =>
  (SQUARE + PER_BLUR * blur) / Math.tan(Math.max(LEAST_ANGLE, (Math.PI - turn) / 2)) + STEPS;

/** The same on the average instead of at most, and somewhat more: what is drawn on farther is the error of its sides. */
const MEAN_SQUARE = 0.25;
const MORE = 1.4;
const MEAN_STEPS = 0.25;
const isBehind = (turn: number, blur: number): number =>
  (MORE * MEAN_SQUARE + PER_BLUR * blur) / Math.tan(Math.max(LEAST_ANGLE, (Math.PI - turn) / 2)) + MEAN_STEPS;

/**
 * The corner where it was found, beyond the contour, when pixels and blur explain that the contour stays behind it:
 * then the rim goes there. Otherwise it is a rounding, and stays on the contour with all of its points.
 */
export function placedCorner(corner: Corner, loop: Loop, blur: number): Corner {
  const near = nearestOn(loop, corner);
  if (near.off > staysBehind(corner.turn, blur)) return onContour(corner, loop);
  const most = isBehind(corner.turn, blur);
  if (near.off <= most) return corner;
  const share = most / near.off;
  return { ...corner, x: near.x + share * (corner.x - near.x), y: near.y + share * (corner.y - near.y) };
}

/** The corner at the point of the contour nearest to it, all other points counting. */
export const onContour = (corner: Corner, { x, y }: Loop): Corner => ({
  ...corner,
  x: x[corner.index],
  y: y[corner.index],
  rounded: 0,
});

/** The place of the contour beside a corner that is nearest to it, and how far off it is. */
function nearestOn(
  { x, y, count }: Loop,
  { index, x: px, y: py }: Corner,
): { x: number; y: number; off: number } {
  const nearest = { x: px, y: py, off: Infinity };
  const reach = Math.min(BESIDE, count >> 1);
  for (let k = -reach; k < reach; k++) {
    const i = (index + k + count) % count;
    const j = i + 1 === count ? 0 : i + 1;
    const dx = x[j] - x[i];
    const dy = y[j] - y[i];
    const squared = dx * dx + dy * dy || 1;
    const share = Math.min(1, Math.max(0, ((px - x[i]) * dx + (py - y[i]) * dy) / squared));
    const [qx, qy] = [x[i] + share * dx, y[i] + share * dy];
    const off = norm(px - qx, py - qy);
    if (off < nearest.off) Object.assign(nearest, { x: qx, y: qy, off });
  }
  return nearest;
}
