import {
  type Contour,
  type CrossingPlace,
  type Crossings,
  type PlacedSegment,
  type Point,
  flatten,
  followed,
  insidePolygon,
  signedArea,
} from '../../geometry';
import type { Fitted } from '../fitting/fitted';
import { rimOf } from '../fitting/rim';

/** Contours that fit into this many tolerances may pass a curve without crossing it. */
const SMALL = 3;
/** How closely curves are followed, in pixels. */
const FLATNESS_PX = 0.02;

/**
 * Small contours that came to lie on the wrong side of the curve nearest to them: holes lie in ink, outer contours in
 * paper. Given as if both crossed. `crossings` were looked for among the same contours.
 */
export function strayed(
  fitted: readonly Fitted[],
  holes: Uint8Array,
  tolerance: number,
  crossings: Crossings,
): CrossingPlace[] {
  const reach = SMALL * tolerance;
  const known = new Map<number, Known>();
  const about = (b: number): Known => {
    const { contour } = fitted[b];
    const own = known.get(b) ?? {
      area: signedArea(contour),
      path: flatten(contour, FLATNESS_PX),
      rim: rimOf(fitted[b]),
    };
    known.set(b, own);
    return own;
  };
  return fitted.flatMap((one, k) => {
    if (!isWithin(one.contour, reach)) return [];
    const { start } = one.contour;
    const near = nearestChord(
      crossings.near(start, reach).filter(({ contour }) => contour !== k),
      start,
      reach,
    );
    if (!near) return [];
    const { contour: b, number: segmentB } = near.placed;
    // Ink lies to the left of outer contours that run counter-clockwise, and of holes that run clockwise.
    const turned = about(b).area > 0 === (holes[b] === 1);
    const isInInk = near.side < 0 !== turned;
    if (isInInk === (holes[k] === 1) || !changedSides(one, about(b))) return [];
    return [{ a: k, b, ...start, segmentA: 0, segmentB, isAlong: false }];
  });
}

/** The nearest of some segments within a reach of a place, and on which side of it that lies: left below 0. */
function nearestChord(
  segments: readonly PlacedSegment[],
  { x, y }: Point,
  reach: number,
): { placed: PlacedSegment; side: number } | undefined {
  let nearest: { placed: PlacedSegment; side: number } | undefined;
  let least = reach * reach;
  for (const placed of segments) {
    const corners = followed(placed, FLATNESS_PX);
    for (let i = 0; i + 3 < corners.length; i += 2) {
      const dx = corners[i + 2] - corners[i];
      const dy = corners[i + 3] - corners[i + 1];
      const offX = x - corners[i];
      const offY = y - corners[i + 1];
      const squared = dx * dx + dy * dy;
      const share = squared > 0 ? (offX * dx + offY * dy) / squared : 0;
      const at = share < 0 ? 0 : share > 1 ? 1 : share;
      const off = (offX - at * dx) ** 2 + (offY - at * dy) ** 2;
      if (off > least) continue;
      least = off;
      nearest = { placed, side: dx * offY - dy * offX };
    }
  }
  return nearest;
}

/** What is asked of a contour that specks lie near: worked out once. */
interface Known {
  area: number;
  /** What it is followed by, and the rim it follows, as polygons. */
  path: Float64Array;
  rim: Float64Array;
}

/** Whether a contour begins inside another where its rim begins outside, or the other way around. */
function changedSides(one: Fitted, { path, rim }: Known): boolean {
  const { x, y } = one.contour.start;
  const [rimX, rimY] = rimOf(one);
  return insidePolygon(path, x, y) !== insidePolygon(rim, rimX, rimY);
}

/** Whether every node lies within a distance of the first. */
function isWithin({ start, segments }: Contour, reach: number): boolean {
  return (
    segments.length < MANY &&
    segments.every(({ x, y }) => Math.abs(x - start.x) < reach && Math.abs(y - start.y) < reach)
  );
}
const MANY = 20;
