import { norm } from '../../geometry';
import { between, rounding } from './arc-fit';
import { type Chain, type ChainNode, type ChainSegment, endOf } from '../chain/chain';
import { type Misfit, misfitOf } from '../chain/misfit';
import type { Run } from '../chain/run';

/** Fewest points that speak for an arc. */
const LEAST_POINTS = 6;
/** An arc may lie so much farther from its points on the average than curves do, as a factor and in pixels. */
const AS_NEAR = 1.25;
const NEAR = 0.02;

/**
 * Curves that are parts of circles become arcs: between two lines that they join smoothly, where the arc touches both,
 * and between two corners. The lines stay where they are but for their lengths. Nothing changes where an arc would be
 * farther than `tolerance` from the points as found, or much farther than the curves were. The chain is changed in place.
 */
export function withArcs(chain: Chain, misfits: Misfit[], tolerance: number): void {
  for (let k = 0; k < chain.segments.length; k++) {
    const bend = bendAt(chain, k);
    if (!bend) continue;
    if (arcInstead(chain, misfits, bend, tolerance)) dropAfter(chain, misfits, bend);
    else arcsAroundLine(chain, misfits, bend, tolerance);
  }
}

/** Takes out the segments of a bend after its first, which stands for all. */
function dropAfter({ nodes, segments }: Chain, misfits: Misfit[], { first, count }: Bend): void {
  nodes.splice(first + 1, count - 1);
  segments.splice(first + 1, count - 1);
  misfits.splice(first + 1, count - 1);
}

/** A straight stretch within a bend: so long at least, and so straight, in pixels. */
const LEAST_LINE = 5;
const STRAIGHT = 0.06;

/** Two arcs with a line between them, where a bend has a straight stretch and is two roundings. */
function arcsAroundLine(chain: Chain, misfits: Misfit[], { first, count }: Bend, tolerance: number): void {
  const { segments } = chain;
  const last = first + count - 1;
  if (count < 2 || !chain.nodes[first].smooth || !chain.nodes[endOf(chain, last)].smooth) return;
  const { run } = segments[first];
  const [from, to] = [segments[first].first, segments[last].last];
  const stretch = straightStretch(run, from, to);
  if (!stretch) return;
  const [begin, end] = stretch;
  const segment = (kind: 'line' | 'cubic', first: number, last: number): ChainSegment => ({
    ...{ kind, startX: 0, startY: 0, endX: 0, endY: 0 },
    ...{ run, first, last },
  });
  const node = (i: number): ChainNode => ({ x: run.foundX[i], y: run.foundY[i], smooth: true });
  const tried: Chain = {
    closed: chain.closed,
    fixed: chain.fixed,
    nodes: chain.nodes.map((one) => ({ ...one })),
    segments: segments.map((one) => ({ ...one })),
  };
  tried.segments.splice(
    first,
    count,
    segment('cubic', from, begin - 1),
    segment('line', begin, end - 1),
    segment('cubic', end, to),
  );
  tried.nodes.splice(first + 1, count - 1, node(begin), node(end));
  const judged = [...misfits];
  const bend = misfits.slice(first, last + 1);
  const whole: Misfit = { worst: 0, sum: meanOf(bend), count: 1 };
  judged.splice(first, count, whole, whole, whole);
  const isArc = (k: number) => arcInstead(tried, judged, { first: k, count: 1 }, tolerance);
  if (!isArc(first) || !isArc(first + 2)) return;
  Object.assign(chain, tried);
  misfits.splice(0, misfits.length, ...judged);
}

/** The longest stretch of points that lie on the straight way between its ends; undefined where it is short. */
function straightStretch(
  { foundX: x, foundY: y, along }: Run,
  first: number,
  last: number,
): [number, number] | undefined {
  let best: [number, number] | undefined;
  let most = LEAST_LINE;
  const isStraight = (a: number, b: number) => {
    const [dx, dy] = [x[b] - x[a], y[b] - y[a]];
    const limit = STRAIGHT * norm(dx, dy);
    for (let i = a + 1; i < b; i++)
      if (Math.abs((x[i] - x[a]) * dy - (y[i] - y[a]) * dx) > limit) return false;
    return true;
  };
  for (let a = first + 1, b = a + 1; b < last; b++) {
    while (a < b && !isStraight(a, b)) a++;
    if (along[b] - along[a] > most) [most, best] = [along[b] - along[a], [a, b]];
  }
  return best;
}

/** Cubics from segment `first` on, `count` of them, of one run, joined smoothly. */
interface Bend {
  first: number;
  count: number;
}

/** The bend that begins at segment k: it comes after a line or a corner. */
function bendAt({ nodes, segments, closed }: Chain, k: number): Bend | undefined {
  if (segments[k].kind !== 'cubic') return undefined;
  const before = k > 0 ? segments[k - 1] : closed ? segments[segments.length - 1] : undefined;
  if (nodes[k].smooth && before?.kind !== 'line') return undefined;
  let count = 1;
  while (
    k + count < segments.length &&
    segments[k + count].kind === 'cubic' &&
    segments[k + count].run === segments[k].run &&
    nodes[k + count].smooth
  )
    count++;
  return { first: k, count };
}

/** Puts an arc in the place of a bend's first segment, where there is one that is near enough; the others then stand for nothing. */
function arcInstead(chain: Chain, misfits: Misfit[], { first, count }: Bend, tolerance: number): boolean {
  const { nodes, segments, closed } = chain;
  const last = first + count - 1;
  const end = endOf(chain, last);
  const { run } = segments[first];
  const [from, to] = [segments[first].first, segments[last].last];
  if (count === segments.length || to - from + 1 < LEAST_POINTS) return false;
  const before = first > 0 ? first - 1 : closed ? segments.length - 1 : -1;
  const after = last + 1 < segments.length ? last + 1 : closed ? 0 : -1;
  const touches = nodes[first].smooth && nodes[end].smooth;
  if (touches) {
    if (before < 0 || after < 0 || before === after || segments[after].kind !== 'line') return false;
  } else if (nodes[first].smooth || nodes[end].smooth) return false;
  const arc = touches
    ? rounding(chain, before, after, run, from, to)
    : between(run, from, to, nodes[first], nodes[end]);
  if (!arc) return false;
  const touched = touches ? [first, before, after] : [first];
  const bend = misfits.slice(first, last + 1);
  const limit = AS_NEAR * meanOf([...bend, ...touched.slice(1).map((k) => misfits[k])]) + NEAR;
  const kept = {
    segments: touched.map((k) => ({ ...segments[k] })),
    start: { ...nodes[first] },
    end: { ...nodes[end] },
  };
  // For as long as it is judged, the arc goes from the bend's first node to its last.
  const next = nodes[first + 1];
  const apart = count > 1 && next !== undefined;
  Object.assign(segments[first], { kind: 'arc', bulge: arc.bulge, last: to });
  Object.assign(nodes[first], arc.start);
  Object.assign(nodes[end], arc.end);
  if (touches) {
    giveBack(segments[before], segments[first], arc.start, nodes[before]);
    takeOn(segments[first], segments[after], arc.end, nodes[endOf(chain, after)]);
  }
  if (apart) nodes[first + 1] = nodes[end];
  const own = touched.map((k) => misfitOf(chain, k));
  if (apart) nodes[first + 1] = next;
  if (own.every(({ worst }) => worst <= tolerance) && meanOf(own) <= limit) {
    touched.forEach((k, i) => (misfits[k] = own[i]));
    return true;
  }
  touched.forEach((k, i) => Object.assign(segments[k], { bulge: undefined }, kept.segments[i]));
  Object.assign(nodes[first], kept.start);
  Object.assign(nodes[end], kept.end);
  return false;
}

const meanOf = (misfits: readonly Misfit[]) =>
  misfits.reduce((sum, misfit) => sum + misfit.sum, 0) /
  (misfits.reduce((sum, { count }) => sum + count, 0) || 1);

/** Points go from a segment to the one after it, or back, so that those before `place` along the line from `from` are the line's. */
function giveBack(
  line: ChainSegment,
  arc: ChainSegment,
  place: { x: number; y: number },
  from: ChainNode,
): void {
  if (line.run !== arc.run || line.last + 1 !== arc.first) return;
  const { foundX: x, foundY: y } = arc.run;
  const isBefore = (i: number) =>
    (x[i] - place.x) * (place.x - from.x) + (y[i] - place.y) * (place.y - from.y) < 0;
  while (arc.first < arc.last && isBefore(arc.first)) arc.first = ++line.last + 1;
  while (line.last > line.first && !isBefore(line.last)) arc.first = line.last--;
}

function takeOn(arc: ChainSegment, line: ChainSegment, place: { x: number; y: number }, to: ChainNode): void {
  if (line.run !== arc.run || arc.last + 1 !== line.first) return;
  const { foundX: x, foundY: y } = arc.run;
  const isAfter = (i: number) =>
    (x[i] - place.x) * (to.x - place.x) + (y[i] - place.y) * (to.y - place.y) > 0;
  while (arc.last > arc.first && isAfter(arc.last)) line.first = arc.last--;
  while (line.first < line.last && !isAfter(line.first)) arc.last = line.first++;
}
