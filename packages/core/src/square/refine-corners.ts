import type { Point } from '../geometry';
import { type GreyPicture, toneAt } from '../raster';
import { meetingOf } from './edge-lines';
import { norm } from '../norm';

/** Places asked along each side, leaving out its ends, where the next side rounds the edge off. */
const PLACES = 160;
const ENDS = 0.04;
/** A place farther than this many times the typical distance from its side's line does not count. */
const OUTLIER = 2.5;

/**
 * Lays each side of a quadrilateral anew: across it, at many places, the steepest change of tone is found to a
 * fraction of a pixel within `reach` pixels; a line goes through them, places that do not fit left out; and the
 * corners are where the lines meet. A side without a clear edge stays as it was.
 */
export function refineCorners(grey: GreyPicture, corners: readonly Point[], reach: number): Point[] {
  let points = [...corners];
  // Once from far, once from near: the second time the places are looked for across the better side.
  for (const within of [reach, Math.min(reach, 3)]) {
    const lines = points.map((from, k) => sideLine(grey, from, points[(k + 1) % 4], within));
    points = points.map((point, k) => meetingOf(lines[(k + 3) % 4], lines[k]) ?? point);
  }
  return points;
}

function sideLine(grey: GreyPicture, from: Point, to: Point, reach: number) {
  const length = norm(to.x - from.x, to.y - from.y);
  const nx = (to.y - from.y) / length;
  const ny = -(to.x - from.x) / length;
  const edges = edgesAcross(grey, from, to, nx, ny, reach);
  const own = { angle: Math.atan2(ny, nx), distance: from.x * nx + from.y * ny };
  if (edges.length < PLACES / 4) return own;
  let kept = edges;
  let line = own;
  for (let round = 0; round < 4; round++) {
    line = totalLeastSquares(kept, nx, ny);
    const off = ({ x, y }: Point) =>
      Math.abs(x * Math.cos(line.angle) + y * Math.sin(line.angle) - line.distance);
    const typical = [...edges].map(off).sort((a, b) => a - b)[edges.length >> 1];
    kept = edges.filter((edge) => off(edge) <= Math.max(0.3, OUTLIER * typical));
    if (kept.length < 8) return own;
  }
  return line;
}

/** The strongest edge across each place, of the polarity that most places have. */
function edgesAcross(
  grey: GreyPicture,
  from: Point,
  to: Point,
  nx: number,
  ny: number,
  reach: number,
): Point[] {
  const steps = Math.ceil(2 * reach) * 2;
  const profile = new Float64Array(steps + 3);
  const rising: { point: Point; rise: number }[] = [];
  for (let k = 0; k < PLACES; k++) {
    const share = ENDS + ((1 - 2 * ENDS) * k) / (PLACES - 1);
    const x = from.x + (to.x - from.x) * share;
    const y = from.y + (to.y - from.y) * share;
    for (let s = 0; s < profile.length; s++) {
      const off = (s - (profile.length - 1) / 2) / 2;
      profile[s] = toneAt(grey, x + off * nx, y + off * ny);
    }
    let best = 0;
    let at = -1;
    for (let s = 1; s < profile.length - 1; s++) {
      const rise = profile[s + 1] - profile[s - 1];
      if (Math.abs(rise) > Math.abs(best)) {
        best = rise;
        at = s;
      }
    }
    if (at < 2 || at > profile.length - 3 || Math.abs(best) < 8) continue;
    // A parabola through three slopes puts the steepest place between the samples.
    const slope = (s: number) => Math.abs(profile[s + 1] - profile[s - 1]);
    const bend = slope(at - 1) - 2 * slope(at) + slope(at + 1);
    const shift = bend < 0 ? (slope(at - 1) - slope(at + 1)) / (2 * bend) : 0;
    const off = (at + shift - (profile.length - 1) / 2) / 2;
    rising.push({ point: { x: x + off * nx, y: y + off * ny }, rise: best });
  }
  const up = rising.filter(({ rise }) => rise > 0).length * 2 >= rising.length;
  return rising.filter(({ rise }) => rise > 0 === up).map(({ point }) => point);
}

/** The line nearest to some points, its normal on the side of (nx, ny). */
function totalLeastSquares(points: readonly Point[], nx: number, ny: number) {
  const meanX = points.reduce((sum, { x }) => sum + x, 0) / points.length;
  const meanY = points.reduce((sum, { y }) => sum + y, 0) / points.length;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (const { x, y } of points) {
    xx += (x - meanX) ** 2;
    xy += (x - meanX) * (y - meanY);
    yy += (y - meanY) ** 2;
  }
  let angle = Math.atan2(2 * xy, xx - yy) / 2 + Math.PI / 2;
  if (Math.cos(angle) * nx + Math.sin(angle) * ny < 0) angle += Math.PI;
  return { angle, distance: meanX * Math.cos(angle) + meanY * Math.sin(angle) };
}
