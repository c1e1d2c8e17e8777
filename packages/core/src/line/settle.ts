import { norm } from '../geometry';
import { type Context, checkStopped } from '../context';
import { type Chain, type ChainPiece, endOf } from './chain';
import { cubicMisfit, firstHandles } from './cubic-fit';
import type { Run } from './run';
import { fitRun } from './fit-run';
import { Directions } from './local-direction';
import { refineChain } from './refine';
import { straighten } from './straighten';

/**
 * Pieces are first fitted one by one within this share of the tolerance. Refining lowers the mean distance, at the cost
 * of the largest: what is left of the tolerance is for that.
 */
const SHARE = 0.7;
/** Of jittery points the share is larger, by so much a pixel of jitter above what is clean: they make no more curves. */
const PER_JITTER = 8;
const CLEAN = 0.03;
const MOST_SHARE = 1.3;
/** How often pieces that are still too far off are cut in two and refined again. */
const ATTEMPTS = 3;

/**
 * The chain of fewest pieces found that stays within `tolerance` of the points of runs that follow one another along
 * a contour: pieces fitted one after another, loosely; then all refined together; then what is still too far off
 * cut in two and refined again. Acceptance is by distance after refining.
 */
export function settle(
  runs: readonly Run[],
  { tolerance, jitter, ...ends }: { tolerance: number; jitter: number; closed: boolean; fixed?: boolean },
  context: Context,
): Chain {
  const share = Math.min(MOST_SHARE, SHARE + PER_JITTER * Math.max(0, jitter - CLEAN));
  let chain = chainOf(runs, share * tolerance, ends, context);
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    checkStopped(context);
    refineChain(chain);
    const off = chain.pieces.map((_, k) => misfit(chain, k) > tolerance);
    if (!off.includes(true)) {
      const settled = chain;
      straighten(settled, tolerance, (k) => misfit(settled, k) <= tolerance);
      return settled;
    }
    chain = cutInTwo(chain, off);
  }
  return chainOf(runs, tolerance, ends, context);
}

/** Runs end where the next begins; the last, when closed, at the first one's start. */
function chainOf(
  runs: readonly Run[],
  tolerance: number,
  ends: Pick<Chain, 'closed' | 'fixed'>,
  context: Context,
): Chain {
  const chain: Chain = { ...ends, nodes: [], pieces: [] };
  for (const run of runs) {
    checkStopped(context);
    const { nodes, pieces } = fitRun(run, tolerance);
    chain.nodes.push(...nodes.slice(0, -1));
    chain.pieces.push(...pieces);
    if (!ends.closed && run === runs[runs.length - 1]) chain.nodes.push(...nodes.slice(-1));
  }
  return chain;
}

/** Largest distance between a piece and its points, looked at from both; Infinity where it loops. */
function misfit(chain: Chain, k: number): number {
  const piece = chain.pieces[k];
  const { run, first, last } = piece;
  const from = chain.nodes[k];
  const to = chain.nodes[endOf(chain, k)];
  if (piece.kind === 'cubic') return cubicMisfit(run, first, last, from, to, piece);
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const length = norm(dx, dy) || 1;
  let worst = 0;
  for (let i = first; i <= last; i++)
    worst = Math.max(worst, Math.abs((run.x[i] - from.x) * dy - (run.y[i] - from.y) * dx) / length);
  return worst;
}

/** Marked pieces become two, with a smooth node at the middle one of their points. */
function cutInTwo(chain: Chain, marked: readonly boolean[]): Chain {
  const cut: Chain = { closed: chain.closed, fixed: chain.fixed, nodes: [], pieces: [] };
  chain.pieces.forEach((piece, k) => {
    cut.nodes.push(chain.nodes[k]);
    const { run, first, last } = piece;
    if (!marked[k] || last - first < 4) {
      cut.pieces.push(piece);
      return;
    }
    const middle = (first + last) >> 1;
    const direction = new Directions(run).at(middle);
    const halves = [
      [first, middle],
      [middle + 1, last],
    ].map(([a, b], half): ChainPiece => {
      const ends = half === 0 ? [undefined, direction] : [direction, undefined];
      return { kind: 'cubic', ...firstHandles(run, a, b, ends[0], ends[1]), run, first: a, last: b };
    });
    cut.pieces.push(...halves);
    cut.nodes.push({ x: run.x[middle], y: run.y[middle], smooth: true });
  });
  if (!chain.closed) cut.nodes.push(chain.nodes[chain.nodes.length - 1]);
  return cut;
}
