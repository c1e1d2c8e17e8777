import { type Context, checkStopped } from '../../context';
import { norm } from '../../geometry';
import { withArcs } from '../arcs/arcs';
import { type Chain, type ChainSegment } from '../chain/chain';
import { firstHandles } from './cubic-fit';
import { fitRun } from './fit-run';
import type { Meeting } from './longest-segment';
import { directionAt } from './local-direction';
import { mendAll } from './mend';
import { type Misfit, misfitOf } from '../chain/misfit';
import { refineChain } from '../solving/refine';
import type { Run } from '../chain/run';
import { closeSeam } from './seam';
import { withStraightStretches } from './straight-stretches';
import { straighten } from './straighten';

/**
 * Segments are first fitted one by one within this share of the tolerance. Refining lowers the mean distance, at the cost
 * of the largest: what is left of the tolerance is for that.
 */
const SHARE = 0.7;
/** Of jittery points the share is larger, by so much a pixel of jitter above what is clean: they make no more curves. */
const PER_JITTER = 8;
const CLEAN = 0.03;
const MOST_SHARE = 0.8;
/** Curves are looked at here and there: what is within this share of the tolerance there is within it everywhere. */
const SURELY = 0.98;
/** Share of the tolerance that a corner may move by. */
const HELD = 0.9;
/** However large the tolerance is, a corner moves no farther than this, in pixels. */
const MOST_HELD = 0.3;
/** Of rough points, which leave no room for refining. */
const ROUGH_SHARE = 0.96;
/** How often segments that are still too far off are cut in two and all refined again: of short chains, and of others. */
const ATTEMPTS = 3;
const LONG_ATTEMPTS = 1;
const SHORT_CHAIN = 48;

/** How near a chain has to come to the points it stands for. */
export interface Nearness {
  /** Largest distance from any point as found, and of any place of the chain from them, in pixels. */
  tolerance: number;
  /** Standard deviation of the points' jitter. */
  jitter: number;
  meet: Meeting;
  /** Straight stretches are lines, even where a curve over them takes fewer nodes. */
  regular?: boolean;
}

/**
 * The chain of fewest segments found that stays within `tolerance` of the points of runs that follow one another along
 * a contour: segments fitted one after another, loosely; then all refined together; then what is still too far off
 * cut in two and refined again. What even then is too far off is mended by itself. Acceptance is by distance from the
 * points as found, after everything.
 */
export function fitChain(
  runs: readonly Run[],
  { tolerance: most, jitter, meet, regular = false }: Nearness,
  ends: Pick<Chain, 'closed' | 'fixed'>,
  context: Context,
): { chain: Chain; misfits: Misfit[] } {
  const tolerance = SURELY * most;
  const share = Math.min(MOST_SHARE, SHARE + PER_JITTER * Math.max(0, jitter - CLEAN));
  let chain = chainOf(runs, share * tolerance, ends, context, meet);
  const attempts = chain.segments.length > SHORT_CHAIN ? LONG_ATTEMPTS : ATTEMPTS;
  let misfits: Misfit[] = [];
  for (let attempt = 0; attempt < attempts; attempt++) {
    checkStopped(context);
    if (attempt > 0)
      chain = cutInTwo(
        chain,
        misfits.map(({ worst }) => worst > tolerance),
      );
    refineChain(chain);
    holdCorners(chain, Math.min(MOST_HELD, HELD * tolerance));
    misfits = chain.segments.map((_, k) => misfitOf(chain, k));
    if (misfits.every(({ worst }) => worst <= tolerance)) break;
  }
  if (misfits.some(({ worst }) => worst > tolerance)) ({ chain, misfits } = mendAll(chain, tolerance));
  const cut = regular ? withStraightStretches(chain, jitter) : undefined;
  if (cut) {
    refineChain(cut);
    refineChain(cut);
    holdCorners(cut, Math.min(MOST_HELD, HELD * tolerance));
    const ofCut = cut.segments.map((_, k) => misfitOf(cut, k));
    if (ofCut.every(({ worst }) => worst <= tolerance)) [chain, misfits] = [cut, ofCut];
  }
  const made = chain;
  straighten(made, tolerance, (k) => {
    const misfit = misfitOf(made, k);
    if (misfit.worst > tolerance) return false;
    misfits[k] = misfit;
    return true;
  });
  withArcs(chain, misfits, tolerance);
  closeSeam(chain, misfits, tolerance);
  return { chain, misfits };
}

/**
 * A chain for points so rough that no direction can be told from a few of them: segments meet at any angle, each the
 * longest that stays within the tolerance, and nothing is refined.
 */
export function fitRoughChain(
  runs: readonly Run[],
  tolerance: number,
  ends: Pick<Chain, 'closed' | 'fixed'>,
  context: Context,
): { chain: Chain; misfits: Misfit[] } {
  return mendAll(chainOf(runs, ROUGH_SHARE * tolerance, ends, context, 'anyhow'), SURELY * tolerance);
}

/** Runs end where the next begins; the last, when closed, at the first one's start. */
function chainOf(
  runs: readonly Run[],
  tolerance: number,
  ends: Pick<Chain, 'closed' | 'fixed'>,
  context: Context,
  meet: Meeting,
): Chain {
  const chain: Chain = { ...ends, nodes: [], segments: [] };
  for (const run of runs) {
    checkStopped(context);
    const { nodes, segments } = fitRun(run, tolerance, { meet });
    for (let k = 0; k + 1 < nodes.length; k++) chain.nodes.push(nodes[k]);
    for (const segment of segments) chain.segments.push(segment);
    if (!ends.closed && run === runs[runs.length - 1]) chain.nodes.push(nodes[nodes.length - 1]);
  }
  return chain;
}

/** Refined corners stay within `most` of where the rim turns. */
function holdCorners(chain: Chain, most: number): void {
  chain.segments.forEach(({ run, first }, k) => {
    if (run.around || first !== 1) return;
    const node = chain.nodes[k];
    const [dx, dy] = [node.x - run.foundX[0], node.y - run.foundY[0]];
    const off = norm(dx, dy);
    if (off <= most) return;
    node.x = run.foundX[0] + (dx * most) / off;
    node.y = run.foundY[0] + (dy * most) / off;
  });
}

/** Marked segments become two, with a smooth node at the middle one of their points. */
function cutInTwo(chain: Chain, marked: readonly boolean[]): Chain {
  const cut: Chain = { closed: chain.closed, fixed: chain.fixed, nodes: [], segments: [] };
  chain.segments.forEach((segment, k) => {
    cut.nodes.push(chain.nodes[k]);
    const { run, first, last } = segment;
    if (!marked[k] || last - first < 4) {
      cut.segments.push(segment);
      return;
    }
    const middle = (first + last) >> 1;
    const direction = directionAt(run, middle);
    const halves = [
      [first, middle],
      [middle + 1, last],
    ].map(([a, b], half): ChainSegment => {
      const ends = half === 0 ? [undefined, direction] : [direction, undefined];
      return { kind: 'cubic', ...firstHandles(run, a, b, ends[0], ends[1]), run, first: a, last: b };
    });
    cut.segments.push(...halves);
    cut.nodes.push({ x: run.x[middle], y: run.y[middle], smooth: true });
  });
  if (!chain.closed) cut.nodes.push(chain.nodes[chain.nodes.length - 1]);
  return cut;
}
