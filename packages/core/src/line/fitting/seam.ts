import type { Chain } from '../chain/chain';
import { type Misfit, misfitOf } from '../chain/misfit';
import type { Run } from '../chain/run';
import { runFrom } from './runs-of';

/** Chains longer than this hardly gain by another beginning, nor do those whose lines are less than this share of them. */
const LONG_CHAIN = 64;
const LEAST_SHARE = 1 / 24;

/**
 * The middle of the longest line of a loop's chain, as a point of its run: where the loop is best begun, since two lines
 * that go on in one another are one. -1 where there is no line.
 */
export function straightestPlace({ segments }: Chain): number {
  if (segments.length > LONG_CHAIN || segments.length < 3) return -1;
  let place = -1;
  let most = LEAST_SHARE * segments[0].run.x.length;
  for (const { kind, first, last } of segments)
    if (kind === 'line' && last - first > most) [place, most] = [(first + last) >> 1, last - first];
  return place;
}

/**
 * Takes out the node that a loop begins at where it lies between two lines that one line does for; the loop then begins
 * at the next. The chain is changed in place.
 */
export function closeSeam(chain: Chain, misfits: Misfit[], tolerance: number): void {
  const { nodes, segments } = chain;
  const [first, last] = [segments[0], segments[segments.length - 1]];
  if (segments.length < 3 || !first.run.around || first.kind !== 'line' || last.kind !== 'line') return;
  const count = first.run.x.length - 1;
  const shift = first.last + 1;
  const run: Run = runFrom(first.run, shift);
  const turned = segments.slice(1).map((segment) => ({
    ...segment,
    run,
    first: segment.first - shift,
    last: segment.last - shift,
  }));
  turned[turned.length - 1].last = count - 1;
  const joined: Chain = { closed: true, nodes: nodes.slice(1), segments: turned };
  const misfit = misfitOf(joined, turned.length - 1);
  if (misfit.worst > tolerance) return;
  Object.assign(chain, joined);
  misfits.splice(0, misfits.length, ...misfits.slice(1, -1), misfit);
}
