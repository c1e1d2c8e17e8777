import { circleContour } from '../arc';
import type { Contour, Point, Segment } from '../contour';
import { norm } from '../../norm';

/** So many chords speak for an arc at least, and for a whole circle. */
const LEAST = 5;
const LEAST_CIRCLE = 16;
/** Chords turn by no more than this from one to the next, in radians: what turns more was meant to have corners. */
const MOST_TURN = (24 * Math.PI) / 180;
/** An arc sweeps at least this. */
const LEAST_SWEEP = (20 * Math.PI) / 180;
/** A few chords of an arc are of about one length; its first and last may be cut off. So many are none by chance. */
const UNEVEN = 2;
const MANY = 12;
const MOST_SWEEP = 1.5 * Math.PI;

/**
 * The contour with arcs where chains of chords were cut from them: all their corners lie within `tolerance` of one circle, and
 * they turn evenly. Nothing is moved. How many arcs there are now comes back.
 */
export function chordsToArcs(contour: Contour, tolerance: number): { contour: Contour; arcs: number } {
  const circle = contour.closed ? wholeCircle(contour, tolerance) : undefined;
  if (circle) return { contour: circle, arcs: 1 };
  const { start, segments, closed } = contour.closed ? fromLongest(contour) : contour;
  const places: Point[] = [start, ...segments];
  const result: Segment[] = [];
  let arcs = 0;
  let limit = 0;
  for (let i = 0; i < segments.length;) {
    // The lines from here on go up to here.
    if (limit <= i) for (limit = i; limit < segments.length && segments[limit].kind === 'line';) limit++;
    const { last, bulge } = arcEnd(places, i, limit, tolerance);
    if (bulge !== 0 && Math.abs(4 * Math.atan(bulge)) >= LEAST_SWEEP) {
      const { x, y } = places[last];
      result.push({ kind: 'arc', bulge, x, y });
      arcs++;
      i = last;
    } else {
      // Where it hardly turns over a long way it does not turn more a little farther on.
      const next = Math.max(i + 1, (i + last) >> 1);
      while (i < next) result.push(segments[i++]);
    }
  }
  return { contour: arcs > 0 ? { start, segments: result, closed } : contour, arcs };
}

/** A closed contour begun where its longest chord ends, which is within no arc. */
function fromLongest({ start, segments, closed }: Contour): Contour {
  let longest = 0;
  let at = segments.length - 1;
  segments.forEach((segment, k) => {
    const from = k > 0 ? segments[k - 1] : start;
    const length = segment.kind === 'line' ? norm(segment.x - from.x, segment.y - from.y) : 0;
    if (length > longest) [longest, at] = [length, k];
  });
  const { x, y } = segments[at];
  return { start: { x, y }, segments: [...segments.slice(at + 1), ...segments.slice(0, at + 1)], closed };
}

interface Circle extends Point {
  radius: number;
}

/** The circle through three places; undefined where they lie on a line. */
function circleThrough(a: Point, b: Point, c: Point): Circle | undefined {
  const [bx, by, cx, cy] = [b.x - a.x, b.y - a.y, c.x - a.x, c.y - a.y];
  const cross = 2 * (bx * cy - by * cx);
  const size = norm(cx, cy) * norm(bx, by);
  if (Math.abs(cross) <= 1e-12 * size) return undefined;
  const [bb, cc] = [bx * bx + by * by, cx * cx + cy * cy];
  const [ux, uy] = [(cy * bb - by * cc) / cross, (bx * cc - cx * bb) / cross];
  return { x: a.x + ux, y: a.y + uy, radius: norm(ux, uy) };
}

/** The farthest that an arc reaches from place `from` on, up to `limit`, and its bulge: 0 where there is none. */
function arcEnd(
  places: readonly Point[],
  from: number,
  limit: number,
  tolerance: number,
): { last: number; bulge: number } {
  let found = { last: from, bulge: 0 };
  const tryTo = (last: number) => {
    const bulge = last <= limit ? arcBetween(places, from, last, tolerance) : undefined;
    if (bulge !== undefined) found = { last, bulge };
    return bulge !== undefined;
  };
  if (!tryTo(from + LEAST)) return found;
  // Doubled while it holds, then halved towards where it stops.
  let step = LEAST;
  while (tryTo(found.last + step)) step *= 2;
  for (; step >= 1; step = Math.floor(step / 2)) tryTo(found.last + step);
  return found;
}

/** The bulge of the arc that the places from one to another lie on; undefined where they do not. */
function arcBetween(
  places: readonly Point[],
  from: number,
  last: number,
  tolerance: number,
): number | undefined {
  const [a, b, c] = [places[from], places[(from + last) >> 1], places[last]];
  const circle = circleThrough(a, b, c);
  if (!circle) return undefined;
  let sweep = 0;
  let longest = 0;
  let shortest = Infinity;
  for (let i = from; i <= last; i++) {
    const place = places[i];
    if (Math.abs(norm(place.x - circle.x, place.y - circle.y) - circle.radius) > tolerance) return undefined;
    if (i === last) break;
    const next = places[i + 1];
    const turn = angleBetween(circle, place, next);
    if (turn === 0 || (sweep !== 0 && Math.sign(turn) !== Math.sign(sweep)) || Math.abs(turn) > MOST_TURN)
      return undefined;
    sweep += turn;
    const length = norm(next.x - place.x, next.y - place.y);
    longest = Math.max(longest, length);
    if (i > from && i < last - 1) shortest = Math.min(shortest, length);
  }
  const isEven = last - from >= MANY || longest <= UNEVEN * shortest;
  return isEven && Math.abs(sweep) <= MOST_SWEEP ? -Math.tan(sweep / 4) : undefined;
}

/** Positive clockwise on screen, y pointing down. */
function angleBetween({ x, y }: Point, a: Point, b: Point): number {
  const [ax, ay, bx, by] = [a.x - x, a.y - y, b.x - x, b.y - y];
  return Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
}

function wholeCircle({ segments }: Contour, tolerance: number): Contour | undefined {
  const count = segments.length;
  if (count < LEAST_CIRCLE || segments.some(({ kind }) => kind !== 'line')) return undefined;
  const third = Math.floor(count / 3);
  const circle = circleThrough(segments[0], segments[third], segments[2 * third]);
  if (!circle) return undefined;
  let sweep = 0;
  let [longest, shortest] = [0, Infinity];
  for (let i = 0; i < count; i++) {
    const [place, next] = [segments[i], segments[(i + 1) % count]];
    const off = Math.abs(norm(place.x - circle.x, place.y - circle.y) - circle.radius);
    const turn = angleBetween(circle, place, next);
    if (off > tolerance || Math.abs(turn) > MOST_TURN) return undefined;
    sweep += turn;
    const length = norm(next.x - place.x, next.y - place.y);
    [longest, shortest] = [Math.max(longest, length), Math.min(shortest, length)];
  }
  const isRound = Math.abs(Math.abs(sweep) - 2 * Math.PI) < 1e-3 && longest <= UNEVEN * shortest;
  return isRound ? circleContour(circle, circle.radius, sweep > 0) : undefined;
}
