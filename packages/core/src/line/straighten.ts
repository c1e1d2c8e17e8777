import { type Chain, endOf } from './chain';

/** No end of a line moves farther than this share of the tolerance to make it level or upright. */
const SHARE = 0.3;
/** Shorter lines say too little about where they are going, in pixels. */
const LEAST_LENGTH = 6;

/**
 * Makes lines that are all but level or upright exactly so, where nothing is lost: both ends move half of what is
 * missing, and curves that leave a line smoothly go on leaving along it. The chain is changed in place; `isNear` tells
 * whether a piece is still near enough to its points, and what is not is put back.
 */
export function straighten(chain: Chain, tolerance: number, isNear: (piece: number) => boolean): void {
  chain.pieces.forEach(({ kind }, k) => {
    if (kind !== 'line') return;
    const from = chain.nodes[k];
    const to = chain.nodes[endOf(chain, k)];
    const dx = Math.abs(to.x - from.x);
    const dy = Math.abs(to.y - from.y);
    const [less, axis] = dx < dy ? [dx, 'x' as const] : [dy, 'y' as const];
    if (less === 0 || less > 2 * SHARE * tolerance || Math.max(dx, dy) < LEAST_LENGTH) return;
    if (chain.fixed && (k === 0 || k === chain.pieces.length - 1)) return;
    const [first, last] = [from[axis], to[axis]];
    const beside = [neighbour(chain, k, -1), neighbour(chain, k, 1)].filter((piece) => piece >= 0);
    const handles = beside.map((piece) => ({ ...chain.pieces[piece] }));
    from[axis] = to[axis] = (first + last) / 2;
    turnHandles(chain, k, axis);
    if (isNear(k) && beside.every(isNear)) return;
    from[axis] = first;
    to[axis] = last;
    beside.forEach((piece, i) => Object.assign(chain.pieces[piece], handles[i]));
  });
}

/** The piece before or after, or -1 at the end of an open chain. */
function neighbour({ pieces, closed }: Chain, k: number, step: 1 | -1): number {
  const next = k + step;
  if (next >= 0 && next < pieces.length) return next;
  return closed ? (next + pieces.length) % pieces.length : -1;
}

/** Handles of the cubics that meet a line smoothly lie along it, as long as they were. */
function turnHandles(chain: Chain, k: number, axis: 'x' | 'y'): void {
  const before = neighbour(chain, k, -1);
  const after = neighbour(chain, k, 1);
  const along = (x: number, y: number): [number, number] => {
    const length = Math.sqrt(x * x + y * y);
    return axis === 'y' ? [Math.sign(x) * length, 0] : [0, Math.sign(y) * length];
  };
  if (before >= 0 && chain.nodes[k].smooth && chain.pieces[before].kind === 'cubic') {
    const piece = chain.pieces[before];
    [piece.endX, piece.endY] = along(piece.endX, piece.endY);
  }
  if (after >= 0 && chain.nodes[endOf(chain, k)].smooth && chain.pieces[after].kind === 'cubic') {
    const piece = chain.pieces[after];
    [piece.startX, piece.startY] = along(piece.startX, piece.startY);
  }
}
