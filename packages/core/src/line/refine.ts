import type { Chain } from './chain';
import { Joint } from './joint';

/** Most steps; a step that lowers the sum of squares by less than this share is the last. */
const ROUNDS = 8;
const LEAST_GAIN = 0.03;
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
  if (chain.pieces.length === 0) return;
  const joint = new Joint(chain);
  let best = Infinity;
  let kept = joint.state();
  let damping = DAMPING;
  for (let round = 0; ; round++) {
    const sum = joint.gather();
    if (!(sum < best)) {
      joint.restore(kept);
      damping *= MORE_DAMPING;
      if (damping > MOST_DAMPING || round >= ROUNDS) break;
      joint.gather();
    } else {
      const settled = sum > (1 - LEAST_GAIN) * best;
      best = sum;
      kept = joint.state();
      if (settled || round >= ROUNDS) break;
      joint.reassign();
    }
    if (!joint.step(damping)) break;
  }
  joint.write();
}
