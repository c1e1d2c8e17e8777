import { norm } from '../../geometry';
import { type Chain, type ChainNode, type ChainSegment, endOf } from '../chain/chain';
import type { Run } from '../chain/run';
import { firstHandles } from './cubic-fit';

/** A stretch is straight where no point lies farther from its line than this, in pixels, besides so many times their jitter. */
const BESIDE = 0.06;
const PER_JITTER = 2.5;
/** Shorter ones are part of the curve, in pixels. */
const LEAST_LENGTH = 14;
/** A curve's flattest part looks straight for a while: what is straight has so many times the radius that the rest of the curve has. */
const FLATTER = 5;
/** Points before the end of a stretch that a curve touching it may have begun at. */
const DRAWN_BACK = 2;
/** Fewest points that are left of the curve. */
const LEAST_LEFT = 5;

/**
 * The chain with lines of their own where a cubic begins or ends along a straight stretch, which it leaves smoothly; undefined where none does. Cubics
 * are still to be refined.
 */
export function withStraightStretches(chain: Chain, jitter: number): Chain | undefined {
  const beside = BESIDE + PER_JITTER * jitter;
  const nodes: ChainNode[] = [];
  const segments: ChainSegment[] = [];
  chain.segments.forEach((segment, k) => {
    nodes.push({ ...chain.nodes[k] });
    const { run, first, last } = segment;
    const cuts = segment.kind === 'cubic' ? cutsOf(segment, beside) : undefined;
    if (!cuts) {
      segments.push({ ...segment });
      return;
    }
    const { head, tail } = cuts;
    const from = head ?? first;
    const to = tail ?? last;
    if (head !== undefined) {
      segments.push(lineOver(run, first, head));
      nodes.push({ x: run.x[head], y: run.y[head], smooth: true });
    }
    const into = head === undefined ? directionOf(segment.startX, segment.startY) : along(run, first, head);
    const out = tail === undefined ? directionOf(-segment.endX, -segment.endY) : along(run, tail, last);
    const begins = head === undefined ? first : head + 1;
    segments.push({ kind: 'cubic', ...firstHandles(run, from, to, into, out), run, first: begins, last: to });
    if (tail !== undefined) {
      nodes.push({ x: run.x[tail], y: run.y[tail], smooth: true });
      segments.push(lineOver(run, tail + 1, last));
    }
  });
  if (segments.length === chain.segments.length) return undefined;
  if (!chain.closed) nodes.push({ ...chain.nodes[endOf(chain, chain.segments.length - 1)] });
  return { ...chain, nodes, segments };
}

/** The points that straight stretches at the beginning and the end of a cubic go to; undefined where there are none. */
function cutsOf(
  { run, first, last }: ChainSegment,
  beside: number,
): { head?: number; tail?: number } | undefined {
  const head = stretchFrom(run, first, last, beside);
  const tail = stretchFrom(run, last, first, beside);
  const isApart = head !== undefined && tail !== undefined && head + LEAST_LEFT <= tail;
  if (isApart) return { head, tail };
  if (head === undefined && tail === undefined) return undefined;
  // Of two that reach into one another the longer one.
  return (head ?? first) - first >= last - (tail ?? last) ? { head } : { tail };
}

/** The point that a straight stretch from one end of some points goes to. */
function stretchFrom(run: Run, from: number, end: number, beside: number): number | undefined {
  const step = end > from ? 1 : -1;
  const points = Math.abs(end - from);
  let reach = 0;
  for (let bit = 1 << 12; bit > 0; bit >>= 1)
    if (reach + bit <= points && isStraight(run, from, from + step * (reach + bit), beside)) reach += bit;
  const at = from + step * Math.max(0, reach - DRAWN_BACK);
  const length = Math.abs(run.along[at] - run.along[from]);
  if (length < LEAST_LENGTH || points - reach + DRAWN_BACK < LEAST_LEFT) return undefined;
  // The radius at which a curve would bulge by as much as points may lie beside a line.
  const flattest = length ** 2 / (8 * beside);
  return flattest >= FLATTER * radiusBetween(run, at, end) ? at : undefined;
}

/** Whether points lie along one line, by least squares. */
function isStraight({ foundX: x, foundY: y }: Run, a: number, b: number, beside: number): boolean {
  const [low, high] = a < b ? [a, b] : [b, a];
  const count = high - low + 1;
  let [meanX, meanY, xx, xy, yy] = [0, 0, 0, 0, 0];
  for (let i = low; i <= high; i++) {
    meanX += x[i] / count;
    meanY += y[i] / count;
  }
  for (let i = low; i <= high; i++) {
    const [dx, dy] = [x[i] - meanX, y[i] - meanY];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const [nx, ny] = [-Math.sin(angle), Math.cos(angle)];
  for (let i = low; i <= high; i++)
    if (Math.abs(nx * (x[i] - meanX) + ny * (y[i] - meanY)) > beside) return false;
  return true;
}

/** The mean radius of what lies between two points: its length over the angle from its first third to its last. */
function radiusBetween({ x, y, along }: Run, from: number, end: number): number {
  const third = Math.trunc((end - from) / 3);
  const angle = (a: number, b: number) => Math.atan2(y[b] - y[a], x[b] - x[a]);
  if (third === 0) return Infinity;
  const turn = angle(end - third, end) - angle(from, from + third);
  const turned = Math.abs(turn - 2 * Math.PI * Math.round(turn / (2 * Math.PI)));
  return (Math.abs(along[end] - along[from]) * (2 / 3)) / (turned || 1e-9);
}

const lineOver = (run: Run, first: number, last: number): ChainSegment => ({
  kind: 'line',
  startX: 0,
  startY: 0,
  endX: 0,
  endY: 0,
  run,
  first,
  last,
});

function directionOf(x: number, y: number) {
  const size = norm(x, y) || 1;
  return { x: x / size, y: y / size };
}

const along = ({ x, y }: Run, a: number, b: number) => directionOf(x[b] - x[a], y[b] - y[a]);
