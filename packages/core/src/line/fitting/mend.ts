import { type Point, norm } from '../../geometry';
import { type Chain, type ChainNode, type ChainSegment, endOf } from '../chain/chain';
import { type FittedRun, fitRun } from './fit-run';
import { type Misfit, misfitOf, nearestFound } from '../chain/misfit';
import type { Direction, Run } from '../chain/run';
import { plainRun } from './runs-of';

const STRAIGHT = { kind: 'line', startX: 0, startY: 0, endX: 0, endY: 0 } as const;
/** Places nearer than this, in pixels, are one. */
const SAME = 1e-3;
/** A curve is fitted within this share of what is allowed, so that what was not looked at fits as well. */
const SHARE = 0.9;

/**
 * Segments that are too far off are followed anew, each by itself, between its own two nodes, which stay: as few cubics
 * and lines as stay within `allowed[k]` of the points as found; Infinity leaves segment k as it is. Down to the straight
 * way from point to point, which is always near enough.
 */
export function mend(chain: Chain, allowed: readonly number[]): Chain {
  const mended: Chain = { closed: chain.closed, fixed: chain.fixed, nodes: [], segments: [] };
  const nodes = nodesNear(chain, allowed);
  chain.segments.forEach((segment, k) => {
    mended.nodes.push(nodes[k]);
    if (allowed[k] === Infinity) mended.segments.push(segment);
    else {
      const end = endOf(chain, k);
      follow(mended, segment, nodes[k], nodes[end], directionsAt(chain, k), allowed[k]);
    }
  });
  if (!chain.closed) mended.nodes.push(nodes[nodes.length - 1]);
  return withoutIdle(mended);
}

/** Without lines from a place to itself that stand for no points elsewhere: their ends are one node. */
function withoutIdle(chain: Chain): Chain {
  const { nodes, segments } = chain;
  const isIdle = segments.map(({ kind, run, first, last }, k) => {
    const end = nodes[endOf(chain, k)];
    if (kind !== 'line' || norm(end.x - nodes[k].x, end.y - nodes[k].y) > SAME) return false;
    for (let i = first; i <= last; i++)
      if (norm(run.foundX[i] - end.x, run.foundY[i] - end.y) > SAME) return false;
    return true;
  });
  if (!isIdle.includes(true)) return chain;
  // An end that is fixed stays; elsewhere the later of both nodes speaks for what goes on.
  const stays = (k: number) => k >= segments.length || !isIdle[k];
  return { ...chain, nodes: nodes.filter((_, k) => stays(k)), segments: segments.filter((_, k) => stays(k)) };
}

const NO_MISFIT: Misfit = { worst: 0, sum: 0, count: 0 };
/** How often segments are looked at again, since a node that moves takes the segment beside it along. */
const ROUNDS = 4;

/**
 * Mends what is farther off than `tolerance` until nothing is; segments of which `isNear` says so are near enough as
 * they are, and have no misfit.
 */
export function mendAll(
  chain: Chain,
  tolerance: number,
  isNear: (chain: Chain, k: number) => boolean = () => false,
): { chain: Chain; misfits: Misfit[] } {
  for (let round = 0; ; round++) {
    const misfits = chain.segments.map((_, k) => (isNear(chain, k) ? NO_MISFIT : misfitOf(chain, k)));
    if (round === ROUNDS || misfits.every(({ worst }) => worst <= tolerance)) return { chain, misfits };
    chain = mend(
      chain,
      misfits.map(({ worst }) => (worst <= tolerance ? Infinity : round < ROUNDS - 1 ? tolerance : 0)),
    );
  }
}

/** Copies of the nodes; those too far off go to the nearest place among the points as found. */
function nodesNear(chain: Chain, allowed: readonly number[]): ChainNode[] {
  const nodes = chain.nodes.map((node) => ({ ...node }));
  chain.segments.forEach(({ run, first, last }, k) => {
    if (allowed[k] === Infinity) return;
    const end = endOf(chain, k);
    for (const [at, beside] of [
      [k, first - 1],
      [end, last],
    ]) {
      if (chain.fixed && (at === 0 || at === nodes.length - 1)) continue;
      const { x, y } = nearestFound(run, beside, nodes[at]);
      if (norm(x - nodes[at].x, y - nodes[at].y) > SHARE * allowed[k]) Object.assign(nodes[at], { x, y });
    }
  });
  return nodes;
}

/** Directions in which a segment leaves its start and arrives at its end, where these are smooth. */
function directionsAt(chain: Chain, k: number): [Direction, Direction] {
  const { nodes, segments } = chain;
  const segment = segments[k];
  const end = endOf(chain, k);
  const [into, out] = tangents(segment, nodes[k], nodes[end]);
  return [nodes[k].smooth ? into : undefined, nodes[end].smooth ? out : undefined];
}

function tangents({ kind, startX, startY, endX, endY, bulge = 0 }: ChainSegment, from: Point, to: Point) {
  if (kind === 'cubic') return [unit(startX, startY), unit(-endX, -endY)];
  const way = unit(to.x - from.x, to.y - from.y);
  if (kind === 'line' || !way) return [way, way];
  // An arc leaves its chord by half the angle it sweeps, and comes back by as much; its bulge is a quarter's tangent.
  const [cos, sin] = [(1 - bulge ** 2) / (1 + bulge ** 2), (2 * bulge) / (1 + bulge ** 2)];
  const turned = (side: number): Direction => ({
    x: way.x * cos - side * way.y * sin,
    y: way.y * cos + side * way.x * sin,
  });
  return [turned(1), turned(-1)];
}

function unit(x: number, y: number): Direction {
  const size = norm(x, y);
  return size > 1e-9 ? { x: x / size, y: y / size } : undefined;
}

/** Adds segments from one node to another, and the nodes between them. */
function follow(
  chain: Chain,
  segment: ChainSegment,
  from: ChainNode,
  to: ChainNode,
  ends: [Direction, Direction],
  allowed: number,
): void {
  const { run, first, last } = segment;
  // Evened out, points tell directions better; where that strays too far, they count as they were found, at any angle.
  const smooth = placed(
    fitRun(evenedPart(run, first, last, from, to), SHARE * allowed, { ends }),
    segment,
    from,
    to,
  );
  const isSmooth = smooth.every((part) => isNear(part.segment, part.from, part.to, allowed));
  const meet = from.smooth || to.smooth ? 'either' : 'anyhow';
  const parts = isSmooth
    ? smooth
    : placed(
        fitRun(foundPart(run, first, last, from, to), SHARE * allowed, { ends, meet }),
        segment,
        from,
        to,
      );
  parts.forEach((part, k) => {
    if (k > 0) chain.nodes.push(part.from);
    if (part.segment.kind === 'line') {
      if (k === 0 && isAcross(part.from, part.to, ends[0])) from.smooth = false;
      if (part.to === to && isAcross(part.from, part.to, ends[1])) to.smooth = false;
    }
    if (isSmooth || isNear(part.segment, part.from, part.to, allowed)) chain.segments.push(part.segment);
    else fromPointToPoint(chain, part.segment, part.from, part.to);
  });
}

interface Part {
  segment: ChainSegment;
  from: ChainNode;
  to: ChainNode;
}

/** What was fitted to a part of a run, as segments of the run between two nodes of the chain. */
function placed(
  { nodes, segments }: FittedRun,
  { run, first }: ChainSegment,
  from: ChainNode,
  to: ChainNode,
): Part[] {
  return segments.map((part, k) => ({
    segment: { ...part, run, first: k === 0 ? first : part.first + first - 1, last: part.last + first - 1 },
    from: k === 0 ? from : nodes[k],
    to: k + 1 === segments.length ? to : nodes[k + 1],
  }));
}

/** Lines through all points but those that the nodes are at. */
function fromPointToPoint(
  chain: Chain,
  { run, first, last }: ChainSegment,
  from: ChainNode,
  to: ChainNode,
): void {
  from.smooth = to.smooth = false;
  const isAt = (i: number, { x, y }: Point) => norm(run.foundX[i] - x, run.foundY[i] - y) < SAME;
  let begin = first;
  for (let i = first; i <= last; i++) {
    if ((i === first && isAt(i, from)) || (i === last && isAt(i, to))) continue;
    chain.segments.push({ ...STRAIGHT, run, first: begin, last: i - 1 });
    chain.nodes.push({ x: run.foundX[i], y: run.foundY[i], smooth: false });
    begin = i;
  }
  chain.segments.push({ ...STRAIGHT, run, first: begin, last });
}

/** The points of a segment, as found or evened out, between its own nodes. */
const foundPart = ({ foundX, foundY }: Run, first: number, last: number, from: Point, to: Point): Run =>
  partOf(foundX, foundY, first, last, from, to);
const evenedPart = ({ x, y }: Run, first: number, last: number, from: Point, to: Point): Run =>
  partOf(x, y, first, last, from, to);

function partOf(x: Float64Array, y: Float64Array, first: number, last: number, from: Point, to: Point): Run {
  const part = (values: Float64Array, start: number, end: number) => {
    const own = new Float64Array(last - first + 3);
    own[0] = start;
    own.set(values.subarray(first, last + 1), 1);
    own[own.length - 1] = end;
    return own;
  };
  return plainRun(part(x, from.x, to.x), part(y, from.y, to.y));
}

function isNear(segment: ChainSegment, from: ChainNode, to: ChainNode, allowed: number): boolean {
  return misfitOf({ closed: false, nodes: [from, to], segments: [segment] }, 0).worst <= allowed;
}

/** A line that does not go on in the direction it should. */
const isAcross = (from: Point, to: Point, direction: Direction) => {
  const way = unit(to.x - from.x, to.y - from.y);
  return !direction || !way || way.x * direction.x + way.y * direction.y < SMOOTH;
};
const SMOOTH = Math.cos((1 * Math.PI) / 180);
