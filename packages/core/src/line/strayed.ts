import {
  type Contour,
  type CrossingPlace,
  flatten,
  indexPieces,
  insidePolygon,
  signedArea,
} from '../geometry';
import type { Fitted } from './fitted';
import { rimOf } from './rim';

/** Contours that fit into this many tolerances may pass a curve without crossing it. */
const SMALL = 3;
/** How closely curves are followed, in pixels. */
const FLAT = 0.02;

/**
 * Small contours that came to lie on the wrong side of the curve nearest to them: holes lie in ink, outer contours in
 * paper. Given as if both crossed.
 */
export function strayed(fitted: readonly Fitted[], holes: Uint8Array, tolerance: number): CrossingPlace[] {
  const contours = fitted.map(({ contour }) => contour);
  const reach = SMALL * tolerance;
  const small = contours.flatMap((contour, k) => (isWithin(contour, reach) ? [k] : []));
  if (small.length === 0) return [];
  const { pieces, owners, index } = indexPieces(contours, FLAT);
  const segments = segmentStarts(contours);
  const found: CrossingPlace[] = [];
  for (const k of small) {
    const { x, y } = contours[k].start;
    let nearest = -1;
    let least = Infinity;
    for (const piece of index?.search(x - reach, y - reach, x + reach, y + reach) ?? []) {
      if (owners[piece] === k) continue;
      const off = squaredDistance(pieces, piece, x, y);
      if (off < least) [least, nearest] = [off, piece];
    }
    if (nearest < 0 || least > reach * reach) continue;
    const [x1, y1, x2, y2] = pieces.subarray(4 * nearest, 4 * nearest + 4);
    const b = owners[nearest];
    // Ink lies to the left of outer contours that run counter-clockwise, and of holes that run clockwise.
    const turned = signedArea(contours[b]) > 0 === (holes[b] === 1);
    const isInInk = (x2 - x1) * (y - y1) - (y2 - y1) * (x - x1) < 0 !== turned;
    if (isInInk === (holes[k] === 1) || !changedSides(fitted[k], fitted[b])) continue;
    const segmentB = segments(b, (x1 + x2) / 2, (y1 + y2) / 2);
    found.push({ a: k, b, x, y, segmentA: 0, segmentB });
  }
  return found;
}

/** Whether a contour begins inside another where its rim begins outside, or the other way around. */
function changedSides(one: Fitted, other: Fitted): boolean {
  const { x, y } = one.contour.start;
  const [rimX, rimY] = rimOf(one);
  return insidePolygon(flatten(other.contour, FLAT), x, y) !== insidePolygon(rimOf(other), rimX, rimY);
}

/** Whether every node lies within a distance of the first. */
function isWithin({ start, segments }: Contour, reach: number): boolean {
  return (
    segments.length < MANY &&
    segments.every(({ x, y }) => Math.abs(x - start.x) < reach && Math.abs(y - start.y) < reach)
  );
}
const MANY = 20;

function squaredDistance(pieces: Float64Array, piece: number, x: number, y: number): number {
  const [x1, y1, x2, y2] = pieces.subarray(4 * piece, 4 * piece + 4);
  const [dx, dy] = [x2 - x1, y2 - y1];
  const squared = dx * dx + dy * dy;
  const share = squared > 0 ? ((x - x1) * dx + (y - y1) * dy) / squared : 0;
  const at = share < 0 ? 0 : share > 1 ? 1 : share;
  return (x - x1 - at * dx) ** 2 + (y - y1 - at * dy) ** 2;
}

/** Finds a contour's segment by a place on it: the one whose ends are nearest together. */
const segmentStarts =
  (contours: readonly Contour[]) =>
  (contour: number, x: number, y: number): number => {
    const { start, segments } = contours[contour];
    let from = start;
    let best = 0;
    let least = Infinity;
    segments.forEach((segment, k) => {
      const way = Math.hypot(segment.x - x, segment.y - y) + Math.hypot(from.x - x, from.y - y);
      const more = way - Math.hypot(segment.x - from.x, segment.y - from.y);
      if (more < least) [least, best] = [more, k];
      from = segment;
    });
    return best;
  };
