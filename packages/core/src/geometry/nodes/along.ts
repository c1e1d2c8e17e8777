import { centredArc } from '../arc';
import type { Contour, Point, Segment } from '../contour';
import { type On, partBetween, placeOn } from '../curved/part';
import { contourLength, cubicPoint } from '../measured/measure';
import { norm } from '../../norm';
import { splitSegment, startOf, turnAt } from '../segment';

/** Halvings by which a share of a segment is found that is so long: more change nothing that can be told. */
const HALVINGS = 48;

/** A contour by how far along it things are. */
export interface Along {
  contour: Contour;
  /** Where each segment begins, and last the whole length. */
  begins: Float64Array;
  length: number;
}

/** Lengths along a contour. */
export function alongOf(contour: Contour): Along {
  const { segments } = contour;
  const begins = new Float64Array(segments.length + 1);
  segments.forEach((segment, k) => {
    const start = startOf(contour, k);
    begins[k + 1] = begins[k] + contourLength({ start, segments: [segment], closed: false });
  });
  return { contour, begins, length: begins[segments.length] };
}

/** The place so far along a closed contour, around it as often as need be. */
export function onAt({ contour, begins, length }: Along, far: number): On {
  const s = ((far % length) + length) % length;
  let segment = 0;
  while (segment + 1 < contour.segments.length && begins[segment + 1] <= s) segment++;
  const whole = begins[segment + 1] - begins[segment];
  const wanted = s - begins[segment];
  const own = contour.segments[segment];
  if (own.kind !== 'cubic') return { segment, share: whole > 0 ? wanted / whole : 0 };
  const start = startOf(contour, segment);
  let [low, high] = [0, 1];
  for (let k = 0; k < HALVINGS; k++) {
    const share = (low + high) / 2;
    const head = splitSegment(start, own, share)[0];
    if (contourLength({ start, segments: [head], closed: false }) < wanted) low = share;
    else high = share;
  }
  return { segment, share: (low + high) / 2 };
}

/** How far along the corners of a closed contour lie: nodes where it turns by more than so many radians. */
export const cornersAlong = ({ contour, begins }: Along, turn: number): number[] =>
  contour.segments.flatMap((_, k) => (Math.abs(turnAt(contour, k)) > turn ? [begins[k]] : []));

/** What is left of a closed contour between gaps, each from one length along it to another, in order and apart from each other. */
export function runsBetween(along: Along, gaps: readonly (readonly [from: number, to: number])[]): Contour[] {
  const { contour } = along;
  return gaps.map(([, end], k) => {
    const [next] = gaps[(k + 1) % gaps.length];
    const [from, to] = [onAt(along, end), onAt(along, next)];
    return { start: placeOn(contour, from), segments: partBetween(contour, from, to), closed: false };
  });
}

/** Places looked at along a cubic before the nearest is narrowed down to. */
const LOOKED_AT = 24;
const NARROWED = 40;

/** How far along a contour its place lies that is nearest to a point. */
export function nearestAlong({ contour, begins }: Along, point: Point): number {
  let best = { distance: Infinity, at: 0 };
  contour.segments.forEach((segment, k) => {
    const from = startOf(contour, k);
    for (const share of sharesNear(from, segment, point)) {
      const { x, y } = share <= 0 ? from : share >= 1 ? segment : splitSegment(from, segment, share)[0];
      const distance = norm(x - point.x, y - point.y);
      if (distance >= best.distance) continue;
      const before =
        segment.kind === 'cubic' && share > 0
          ? contourLength({ start: from, segments: [splitSegment(from, segment, share)[0]], closed: false })
          : share * (begins[k + 1] - begins[k]);
      best = { distance, at: begins[k] + before };
    }
  });
  return best.at;
}

/** Shares of a segment at one of which it is nearest to a point. */
function sharesNear(from: Point, segment: Segment, { x, y }: Point): number[] {
  if (segment.kind === 'cubic') return [0, 1, narrowed(from, segment, { x, y })];
  if (segment.kind === 'arc' && segment.bulge !== 0) {
    const { centre, startAngle, sweep } = centredArc(from, segment);
    const turn = (Math.atan2(centre.y - y, x - centre.x) - startAngle) * Math.sign(sweep);
    const whole = 2 * Math.PI;
    const share = (((turn % whole) + whole) % whole) / Math.abs(sweep);
    return share <= 1 ? [share] : [0, 1];
  }
  const [dx, dy] = [segment.x - from.x, segment.y - from.y];
  const squared = dx * dx + dy * dy;
  return [squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - from.x) * dx + (y - from.y) * dy) / squared))];
}

/** The share of a cubic nearest to a point: the best of places all along it, then by thirds around it. */
function narrowed(from: Point, segment: Segment & { kind: 'cubic' }, { x, y }: Point): number {
  const away = (t: number) => {
    const place = cubicPoint(from, segment, t);
    return norm(place.x - x, place.y - y);
  };
  let best = 0;
  for (let k = 1; k <= LOOKED_AT; k++) if (away(k / LOOKED_AT) < away(best)) best = k / LOOKED_AT;
  let [low, high] = [Math.max(0, best - 1 / LOOKED_AT), Math.min(1, best + 1 / LOOKED_AT)];
  for (let k = 0; k < NARROWED; k++) {
    const third = (high - low) / 3;
    if (away(low + third) < away(high - third)) high -= third;
    else low += third;
  }
  return (low + high) / 2;
}

/** So many places along a contour, as far from its ends as from each other's. */
export function placesAlong(contour: Contour, count: number): Point[] {
  const along = alongOf(contour);
  return Array.from({ length: count }, (_, k) =>
    placeOn(contour, onAt(along, ((k + 0.5) / count) * along.length)),
  );
}
