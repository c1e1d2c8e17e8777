import type { Context } from '../../context';
import type { Contour } from '../../geometry';
import { type Chain, contourOfChain } from '../chain/chain';
import type { Meeting } from './longest-segment';
import type { Misfit } from '../chain/misfit';
import type { Run } from '../chain/run';
import type { Evening } from './runs-of';
import { fitChain, fitRoughChain } from './fit-chain';

/** A contour with what it was made from. */
export interface Fitted {
  contour: Contour;
  /** Its nodes and segments; absent for a whole circle, and for what was evened out with others. */
  chain?: Chain;
  /** The rim it follows, from corner to corner. */
  runs: readonly Run[];
}

/** How near curves come to the points of a loop or line. Lengths in pixels. */
export interface FitLimits {
  tolerance: number;
  /** Mean distance at most: what is thin leaves no room for more. */
  mean: number;
  /** Standard deviation of the Gaussian along the contour, and of the jitter that calls for it. */
  sigma: number;
  smoothness: number;
  jitter: number;
  meet: Meeting;
  regular?: boolean;
}

/** Smoothness that leaves the rim no farther than the tolerance does; each pixel above it may leave it by half of one. */
export const USUAL_SMOOTHNESS = 0.8;
const PER_SMOOTHNESS = 0.5;
/** Evening out may move points by so many times what curves may be off: of those still near enough, fewer do. */
const EVENED = 1.2;
/** Curves within a tolerance are about so much less off on the average. */
const PER_MEAN = 7;
/** So few points are all nodes. */
const LEAST_POINTS = 9;
/** How often everything is fitted again, nearer, and by how much at once. */
const ATTEMPTS = 4;
const NEARER = 0.8;
const LEAST_SHARE = 0.25;

/** What smoothness beyond the usual allows paths to be off, besides the tolerance, in pixels. */
export const beyondTolerance = (smoothness: number): number =>
  PER_SMOOTHNESS * Math.max(0, smoothness - USUAL_SMOOTHNESS);

/** Curves along runs, as few as stay within the limits; where none do, the straight way from point to point. */
export function fitWithin(
  runsOf: (evening: Evening) => Run[],
  limits: FitLimits,
  ends: Pick<Chain, 'closed' | 'fixed'>,
  context: Context,
): Fitted {
  const more = beyondTolerance(limits.smoothness);
  const asFound = runsOf({ sigma: 0, most: 0, mean: 0 });
  const points = asFound.reduce((sum, { x }) => sum + x.length - 1, 0);
  if (points < LEAST_POINTS) return through(asFound, ends);
  const mean = limits.mean + more;
  let tolerance = Math.min(limits.tolerance + more, PER_MEAN * mean);
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    const isRough = limits.meet === 'anyhow';
    const even = isRough && limits.smoothness <= USUAL_SMOOTHNESS ? 0 : EVENED;
    const runs =
      even === 0 ? asFound : runsOf({ sigma: limits.sigma, most: even * tolerance, mean: even * mean });
    const { chain, misfits } = isRough
      ? fitRoughChain(runs, tolerance, ends, context)
      : fitChain(runs, { ...limits, tolerance }, ends, context);
    const off = meanOf(misfits);
    if (off <= mean) return { contour: contourOfChain(chain), chain, runs };
    tolerance *= Math.max(LEAST_SHARE, Math.min(NEARER, (NEARER * mean) / off));
  }
  return through(asFound, ends);
}

/** A fitted contour by another chain over its runs. */
export const withChain = ({ runs }: Fitted, chain: Chain): Fitted => ({
  contour: contourOfChain(chain),
  chain,
  runs,
});

function through(runs: readonly Run[], ends: Pick<Chain, 'closed' | 'fixed'>): Fitted {
  const chain = chainThrough(runs, ends);
  return { contour: contourOfChain(chain), chain, runs };
}

function meanOf(misfits: readonly Misfit[]): number {
  let sum = 0;
  let count = 0;
  for (const misfit of misfits) {
    sum += misfit.sum;
    count += misfit.count;
  }
  return count > 0 ? sum / count : 0;
}

/** The straight way from point to point as found. */
export function chainThrough(runs: readonly Run[], ends: Pick<Chain, 'closed' | 'fixed'>): Chain {
  const chain: Chain = { ...ends, nodes: [], segments: [] };
  for (const run of runs) {
    const { foundX: x, foundY: y } = run;
    for (let i = 0; i + 1 < x.length; i++) {
      chain.nodes.push({ x: x[i], y: y[i], smooth: false });
      // Each segment stands for the points between its ends: none.
      chain.segments.push({
        kind: 'line',
        startX: 0,
        startY: 0,
        endX: 0,
        endY: 0,
        run,
        first: i + 1,
        last: i,
      });
    }
    if (!ends.closed && run === runs[runs.length - 1])
      chain.nodes.push({ x: x[x.length - 1], y: y[x.length - 1], smooth: false });
  }
  return chain;
}
