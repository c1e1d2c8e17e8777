import type { Chain } from '../chain/chain';
import { Joint } from './joint';

/** Most steps; a step that lowers the sum of squares by less than this share is the last. */
const ROUNDS = 8;
const LEAST_GAIN = 0.04;
const ENOUGH = 0.1;
/** Of long segments only so many points are looked at to begin with. */
const FEW = 16;
/** Levenberg's damping, and how much more there is of it after a step that made things worse. */
const DAMPING = 1e-5;
const MORE_DAMPING = 100;
const MOST_DAMPING = 0.2;

/**
 * Moves all nodes, directions and handles of a chain at once so that the sum of the squared distances of its points
 * becomes least: Gauss-Newton on the distances across the curve, with Levenberg's damping, the points projected anew
 * at each step. Smooth nodes stay smooth, and where a line meets a curve smoothly the curve leaves along the line.
 * The chain is changed in place.
 */
export function refineChain(chain: Chain): void {
  if (chain.segments.length === 0) return;
  const joint = new Joint(chain);
  if (chain.segments.some(({ first, last }) => last - first >= 2 * FEW)) {
    joint.look(FEW);
    descend(joint, LEAST_GAIN, false);
    joint.look(Infinity);
  }
  descend(joint, ENOUGH, true);
  joint.write();
}

/** Steps until they gain little. Nodes slide only where all points are looked at. */
function descend(joint: Joint, leastGain: number, slide: boolean): void {
  let best = Infinity;
  let damping = DAMPING;
  for (let round = 0; ; round++) {
    const sum = joint.gather();
    if (!(sum < best)) {
      joint.restore();
      damping *= MORE_DAMPING;
      if (damping > MOST_DAMPING || round >= ROUNDS) break;
      joint.gather();
    } else {
      const isDone = sum > (1 - leastGain) * best;
      best = sum;
      joint.keep();
      if (isDone || round >= ROUNDS) break;
      if (slide) joint.reassign();
    }
    if (!joint.step(damping)) break;
  }
}
