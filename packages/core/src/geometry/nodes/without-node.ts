import type { Contour, Cubic, Point, Segment } from '../contour';
import { solveLinear } from '../maps/homography';
import { numberBefore } from './nodes';
import { directionFrom, directionTo, pointOf, splitSegment } from '../segment';
import { norm } from '../../norm';

/** Places at which two segments are looked at when one curve takes their place. */
const LOOKED_AT = 12;
/** How often places along them are brought to those along the curve. */
const ROUNDS = 5;

/**
 * The contour without a node: one segment takes the place of the two beside it, as near to them as one can. Undefined where
 * too few would be left.
 */
export function withoutNode(contour: Contour, node: number): Contour | undefined {
  const { start, segments, closed } = contour;
  if (segments.length <= (closed ? 2 : 1)) return undefined;
  if (!closed && node === 0) return { start: pointOf(segments[0]), segments: segments.slice(1), closed };
  if (!closed && node === segments.length) return { start, segments: segments.slice(0, -1), closed };
  const before = numberBefore(contour, node);
  const from = before > 0 ? segments[before - 1] : start;
  const joined = oneFor(pointOf(from), [segments[before], segments[node % segments.length]]);
  if (node > 0)
    return { start, segments: [...segments.slice(0, before), joined, ...segments.slice(node + 1)], closed };
  // The start itself goes: the contour begins at the next node.
  return { start: pointOf(segments[0]), segments: [...segments.slice(1, -1), joined], closed };
}

/** One segment as near as can be to several that follow one another: a line where all are. */
function oneFor(from: Point, run: readonly Segment[]): Segment {
  if (run.every(({ kind }) => kind === 'line')) return { kind: 'line', ...pointOf(run[run.length - 1]) };
  return curveFor(from, run);
}

/** The one cubic nearest to segments that follow one another, with the directions they begin and end in. */
export function curveFor(from: Point, run: readonly Segment[]): Cubic {
  const last = run[run.length - 1];
  const to = pointOf(last);
  const ends = [from, ...run.map(pointOf)];
  const leaves = directionFrom(from, run[0]);
  const comes = directionTo(ends[run.length - 1], last);
  const places = [from, ...run.flatMap((segment, k) => placesOn(ends[k], segment))];
  const { shares: begun, length: whole } = sharesAlong(places);
  let shares = begun;
  const parts = run.length === 2 ? wholeOf(from, run[0], last) : undefined;
  let curve = parts ?? handled(from, to, leaves, comes, whole / 3, whole / 3);
  if (parts) shares = parametersAt(from, curve, places);
  for (let round = 0; round < ROUNDS; round++) {
    const [reach, back] = reaches(from, to, leaves, comes, places, shares);
    if (Math.min(reach, back) < whole / 100) break;
    curve = handled(from, to, leaves, comes, reach, back);
    shares = parametersAt(from, curve, places);
  }
  return curve;
}

/** The cubic that two are parts of, where they are (de Casteljau's division undone); undefined for other kinds. */
function wholeOf(from: Point, first: Segment, second: Segment): Cubic | undefined {
  if (first.kind !== 'cubic' || second.kind !== 'cubic') return undefined;
  const comes = norm(first.x - first.x2, first.y - first.y2);
  const leaves = norm(second.x1 - first.x, second.y1 - first.y);
  const t = comes + leaves > 0 ? comes / (comes + leaves) : 0.5;
  if (t < 0.01 || t > 0.99) return undefined;
  return {
    kind: 'cubic',
    x1: from.x + (first.x1 - from.x) / t,
    y1: from.y + (first.y1 - from.y) / t,
    x2: second.x + (second.x2 - second.x) / (1 - t),
    y2: second.y + (second.y2 - second.y) / (1 - t),
    x: second.x,
    y: second.y,
  };
}

/** A curve with its handles so long along these directions. */
const handled = (
  from: Point,
  to: Point,
  leaves: Point,
  comes: Point,
  reach: number,
  back: number,
): Cubic => ({
  kind: 'cubic',
  x1: from.x + leaves.x * reach,
  y1: from.y + leaves.y * reach,
  x2: to.x - comes.x * back,
  y2: to.y - comes.y * back,
  ...to,
});

/** How far along a chain of places each lies, as a share of its length. */
function sharesAlong(places: readonly Point[]): { shares: number[]; length: number } {
  const lengths = [0];
  for (let k = 1; k < places.length; k++)
    lengths.push(lengths[k - 1] + norm(places[k].x - places[k - 1].x, places[k].y - places[k - 1].y));
  const length = lengths[lengths.length - 1] || 1;
  return { shares: lengths.map((far) => far / length), length };
}

/** Parameters of the places of a curve nearest to others, which lie in order. */
function parametersAt(from: Point, curve: Cubic, places: readonly Point[]): number[] {
  const at = (t: number) => (t <= 0 ? from : t >= 1 ? curve : splitSegment(from, curve, t)[0]);
  const steps = 4 * LOOKED_AT;
  const along = Array.from({ length: steps + 1 }, (_, k) => at(k / steps));
  return places.map((place) => {
    const far = (one: Point) => norm(one.x - place.x, one.y - place.y);
    let best = 0;
    along.forEach((one, k) => {
      if (far(one) < far(along[best])) best = k;
    });
    let t = best / steps;
    for (let step = 0.5 / steps; step > 1e-5; step /= 2)
      for (const other of [t - step, t + step])
        if (other >= 0 && other <= 1 && far(at(other)) < far(at(t))) t = other;
    return t;
  });
}

/** Lengths of both handles, along the directions there are, by least squares at these parameters (Schneider 1990). */
function reaches(
  from: Point,
  to: Point,
  leaves: Point,
  comes: Point,
  places: readonly Point[],
  shares: readonly number[],
): number[] {
  let [aa, ab, bb, ax, bx] = [0, 0, 0, 0, 0];
  places.forEach((place, k) => {
    const t = shares[k];
    const [b0, b1, b2, b3] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
    const [a1, a2] = [
      { x: leaves.x * b1, y: leaves.y * b1 },
      { x: -comes.x * b2, y: -comes.y * b2 },
    ];
    const off = {
      x: place.x - from.x * (b0 + b1) - to.x * (b2 + b3),
      y: place.y - from.y * (b0 + b1) - to.y * (b2 + b3),
    };
    aa += a1.x * a1.x + a1.y * a1.y;
    ab += a1.x * a2.x + a1.y * a2.y;
    bb += a2.x * a2.x + a2.y * a2.y;
    ax += a1.x * off.x + a1.y * off.y;
    bx += a2.x * off.x + a2.y * off.y;
  });
  return (
    solveLinear([
      [aa, ab, ax],
      [ab, bb, bx],
    ]) ?? [0, 0]
  );
}

/** Places along a segment, its end last. */
export function placesOn(from: Point, segment: Segment): Point[] {
  return Array.from({ length: LOOKED_AT }, (_, k) =>
    k + 1 === LOOKED_AT ? pointOf(segment) : pointOf(splitSegment(from, segment, (k + 1) / LOOKED_AT)[0]),
  );
}
