import { type Point, centredArc, norm } from '../../geometry';
import { type Beside, walkBeside } from './beside';
import { type Chain, type ChainSegment, endOf } from './chain';
import { CubicCurve } from './cubic-curve';
import type { Run } from './run';

/** How far a segment of a chain is from the points it stands for, in pixels. */
export interface Misfit extends Beside {
  /** How many points there are. */
  count: number;
}

/**
 * Distance between a segment and the points as found: of each point to the segment, and, where the segment goes on for long
 * between two of them, of the segment to the straight way between these. Its two nodes belong to it.
 */
export function misfitOf(chain: Chain, k: number): Misfit {
  const segment = chain.segments[k];
  const from = chain.nodes[k];
  const to = chain.nodes[endOf(chain, k)];
  const misfit =
    segment.kind === 'line'
      ? lineMisfit(segment, from, to)
      : segment.kind === 'arc'
        ? arcMisfit(segment, from, to)
        : cubicMisfit(segment, from, to);
  const { run, first, last } = segment;
  misfit.worst = Math.max(misfit.worst, besideFound(run, first - 1, from), besideFound(run, last, to));
  return misfit;
}

/** How far a node is from the straight way between found points i and i + 1. */
function besideFound(run: Run, i: number, node: Point): number {
  const { x, y } = nearestFound(run, i, node);
  return norm(node.x - x, node.y - y);
}

/** The place nearest to a node on the straight way between found points i and i + 1. */
export function nearestFound({ foundX, foundY, around }: Run, i: number, { x, y }: Point): Point {
  const count = foundX.length;
  // A closed run's last point is its first.
  const a = i >= 0 ? Math.min(i, count - 1) : around ? count - 2 : 0;
  const b = i < 0 ? (around ? 0 : Math.min(1, count - 1)) : i + 1 < count ? i + 1 : around ? 1 : count - 1;
  const dx = foundX[b] - foundX[a];
  const dy = foundY[b] - foundY[a];
  const squared = dx * dx + dy * dy;
  const share = squared > 0 ? ((x - foundX[a]) * dx + (y - foundY[a]) * dy) / squared : 0;
  const at = share < 0 ? 0 : share > 1 ? 1 : share;
  return { x: foundX[a] + at * dx, y: foundY[a] + at * dy };
}

function lineMisfit({ run, first, last }: ChainSegment, from: Point, to: Point): Misfit {
  const { foundX, foundY } = run;
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const squared = dx * dx + dy * dy || 1;
  let worst = 0;
  let sum = 0;
  for (let i = first; i <= last; i++) {
    const offX = foundX[i] - from.x;
    const offY = foundY[i] - from.y;
    const share = (offX * dx + offY * dy) / squared;
    const near = share < 0 ? 0 : share > 1 ? 1 : share;
    const off = norm(offX - near * dx, offY - near * dy);
    sum += off;
    if (off > worst) worst = off;
  }
  return { worst, sum, count: Math.max(0, last - first + 1) };
}

function arcMisfit({ run, first, last, bulge = 0 }: ChainSegment, from: Point, to: Point): Misfit {
  const { foundX, foundY } = run;
  const { centre, radius, startAngle, sweep } = centredArc(from, { kind: 'arc', x: to.x, y: to.y, bulge });
  let worst = 0;
  let sum = 0;
  for (let i = first; i <= last; i++) {
    const dx = foundX[i] - centre.x;
    const dy = foundY[i] - centre.y;
    const turned = Math.sign(sweep) * (Math.atan2(-dy, dx) - startAngle);
    const around = ((turned % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
    const off =
      around <= Math.abs(sweep)
        ? Math.abs(norm(dx, dy) - radius)
        : Math.min(norm(foundX[i] - from.x, foundY[i] - from.y), norm(foundX[i] - to.x, foundY[i] - to.y));
    sum += off;
    // Between two points the arc bulges beyond the straight way.
    const step = i > 0 ? norm(foundX[i] - foundX[i - 1], foundY[i] - foundY[i - 1]) : 0;
    const bulge = radius - Math.sqrt(Math.max(0, radius * radius - (step * step) / 4));
    if (off + bulge > worst) worst = off + bulge;
  }
  return { worst, sum, count: Math.max(0, last - first + 1) };
}

function cubicMisfit(segment: ChainSegment, from: Point, to: Point): Misfit {
  const { run, first, last } = segment;
  const count = Math.max(0, last - first + 1);
  const length = run.along[Math.min(last + 1, run.along.length - 1)] - run.along[Math.max(0, first - 1)];
  const curve = new CubicCurve(from, to, segment);
  return { ...walkBeside(curve, run.foundX, run.foundY, first, last, length, Infinity), count };
}
