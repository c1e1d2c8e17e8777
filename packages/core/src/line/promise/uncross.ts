import { type CrossingPlace, Crossings } from '../../geometry';
import { type Chain, endOf } from '../chain/chain';
import { type Fitted, chainThrough, withChain } from '../fitting/fitted';
import { mend, mendAll } from '../fitting/mend';
import { strayed } from './strayed';

/** Curves are followed this closely where it is checked that none cross. */
const CHECKED = 0.003;
/** Segments that cross are followed anew within these shares of the tolerance, at last from point to point. */
const TIGHTER = [0.4, 0.12, 0];
/** How often a contour is tightened before the whole of it goes from point to point. */
const ROUNDS = 8;

/** Crossings of curves in pixels. */
export const crossingsOfCurves = (): Crossings => new Crossings(CHECKED);

/** How contours lie, and how one can be made anew. */
export interface Anew {
  /** 1 for holes, by contour; undefined where contours are no rims of areas. */
  holes?: Uint8Array;
  /** With curves of its own, where it was taken for a whole circle or evened out with others. */
  alone(k: number): Fitted;
  /** From point to point as found. */
  asFound(k: number): Fitted;
}

/**
 * Rims cross neither themselves nor one another; no more may the curves fitted to them. Just the segments that cross are
 * followed more closely, the rest staying as it is. The same where a speck came to lie on the other side of a curve. In
 * place; how many places are left in which something crosses, which are none. Asked again with the same `crossings`, only
 * what became another since is looked at.
 */
export function uncross(
  fitted: (Fitted | undefined)[],
  toleranceOf: (k: number) => number,
  anew: Anew,
  crossings = crossingsOfCurves(),
): number {
  const numbers = fitted.flatMap((one, k) => (one ? [k] : []));
  const levels = new WeakMap<object, number>();
  const tries = new Map<number, number>();
  for (;;) {
    const all = numbers.map((k) => fitted[k] as Fitted);
    const contours = all.map(({ contour }) => contour);
    const { holes } = anew;
    const wrong: CrossingPlace[] = crossings.find(contours);
    if (holes && wrong.length === 0)
      wrong.push(
        ...strayed(
          all,
          Uint8Array.from(numbers, (k) => holes[k]),
          numbers.reduce((most, k) => Math.max(most, toleranceOf(k)), 0),
          crossings,
        ),
      );
    if (wrong.length === 0) return 0;
    let changed = 0;
    for (const [n, segments] of byContour(wrong)) {
      const k = numbers[n];
      const own = fitted[k] as Fitted;
      const tried = tries.get(k) ?? 0;
      tries.set(k, tried + 1);
      // What is as found stays; what crosses it since is tightened in its turn.
      if (tried > ROUNDS + 1) continue;
      changed++;
      if (tried > ROUNDS) fitted[k] = anew.asFound(k);
      else if (tried === ROUNDS)
        fitted[k] = withChain(own, chainThrough(own.runs, { closed: own.contour.closed }));
      else
        fitted[k] = own.chain ? tightened(own, own.chain, segments, toleranceOf(k), levels) : anew.alone(k);
    }
    if (changed === 0) return wrong.length;
  }
}

/** The segments that cross something, by contour. */
function byContour(crossings: readonly CrossingPlace[]): Map<number, Set<number>> {
  const found = new Map<number, Set<number>>();
  const add = (contour: number, segment: number) => {
    const own = found.get(contour) ?? new Set<number>();
    own.add(segment);
    found.set(contour, own);
  };
  for (const { a, b, segmentA, segmentB } of crossings) {
    add(a, segmentA);
    add(b, segmentB);
  }
  return found;
}

/** The contour with some of its segments followed more closely than before. */
function tightened(
  own: Fitted,
  chain: Chain,
  segments: ReadonlySet<number>,
  tolerance: number,
  levels: WeakMap<object, number>,
): Fitted {
  const level = (k: number) => levels.get(chain.segments[k]) ?? 0;
  const allowed = chain.segments.map((_, k) =>
    segments.has(k) ? tolerance * TIGHTER[Math.min(level(k), TIGHTER.length - 1)] : Infinity,
  );
  // What was near enough, and still lies between the same two places, is near enough.
  const ends = new Map<object, number[]>(chain.segments.map((segment, k) => [segment, placesOf(chain, k)]));
  const isSame = (other: Chain, k: number) => {
    const places = placesOf(other, k);
    return ends.get(other.segments[k])?.every((place, i) => place === places[i]) ?? false;
  };
  const { chain: mended } = mendAll(mend(chain, allowed), tolerance, isSame);
  let next = 0;
  for (const k of segments) next = Math.max(next, 1 + level(k));
  for (const segment of mended.segments) if (!ends.has(segment)) levels.set(segment, next);
  return withChain(own, mended);
}

/** Where a segment begins and ends. */
function placesOf(chain: Chain, k: number): number[] {
  const [from, to] = [chain.nodes[k], chain.nodes[endOf(chain, k)]];
  return [from.x, from.y, to.x, to.y];
}
