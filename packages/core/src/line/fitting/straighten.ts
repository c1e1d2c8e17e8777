import { type Chain, endOf } from '../chain/chain';

/** No end of a line moves farther than this share of the tolerance to make it level or upright. */
const SHARE = 0.3;
/** Shorter lines say too little about where they are going, in pixels. */
const LEAST_LENGTH = 6;

/**
 * Makes lines that are all but level or upright exactly so, where nothing is lost: both ends move half of what is
 * missing, and curves that leave a line smoothly go on leaving along it. The chain is changed in place; `isNear` tells
 * whether a segment is still near enough to its points, and what is not is put back.
 */
export function straighten(chain: Chain, tolerance: number, isNear: (segment: number) => boolean): void {
  chain.segments.forEach(({ kind }, k) => {
    if (kind !== 'line') return;
    const from = chain.nodes[k];
    const to = chain.nodes[endOf(chain, k)];
    const dx = Math.abs(to.x - from.x);
    const dy = Math.abs(to.y - from.y);
    const [less, axis] = dx < dy ? [dx, 'x' as const] : [dy, 'y' as const];
    if (less === 0 || less > 2 * SHARE * tolerance || Math.max(dx, dy) < LEAST_LENGTH) return;
    if (chain.fixed && (k === 0 || k === chain.segments.length - 1)) return;
    const [first, last] = [from[axis], to[axis]];
    const beside = [neighbour(chain, k, -1), neighbour(chain, k, 1)].filter((segment) => segment >= 0);
    const handles = beside.map((segment) => ({ ...chain.segments[segment] }));
    from[axis] = to[axis] = (first + last) / 2;
    turnHandles(chain, k, axis);
    if (isNear(k) && beside.every(isNear)) return;
    from[axis] = first;
    to[axis] = last;
    beside.forEach((segment, i) => Object.assign(chain.segments[segment], handles[i]));
  });
}

/** The segment before or after, or -1 at the end of an open chain. */
function neighbour({ segments, closed }: Chain, k: number, step: 1 | -1): number {
  const next = k + step;
  if (next >= 0 && next < segments.length) return next;
  return closed ? (next + segments.length) % segments.length : -1;
}

/** Handles of the cubics that meet a line smoothly lie along it, as long as they were. */
function turnHandles(chain: Chain, k: number, axis: 'x' | 'y'): void {
  const before = neighbour(chain, k, -1);
  const after = neighbour(chain, k, 1);
  const along = (x: number, y: number): [number, number] => {
    const length = Math.sqrt(x * x + y * y);
    return axis === 'y' ? [Math.sign(x) * length, 0] : [0, Math.sign(y) * length];
  };
  if (before >= 0 && chain.nodes[k].smooth && chain.segments[before].kind === 'cubic') {
    const segment = chain.segments[before];
    [segment.endX, segment.endY] = along(segment.endX, segment.endY);
  }
  if (after >= 0 && chain.nodes[endOf(chain, k)].smooth && chain.segments[after].kind === 'cubic') {
    const segment = chain.segments[after];
    [segment.startX, segment.startY] = along(segment.startX, segment.startY);
  }
}
