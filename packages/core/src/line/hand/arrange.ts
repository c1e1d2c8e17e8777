import { type Box, type Point } from '../../geometry';
import { norm } from '../../norm';

/** How things are brought in line: by a side of the box around all, or by the middle of the one that stays. */
export const ALIGNMENTS = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const;
export type Alignment = (typeof ALIGNMENTS)[number];

const middleX = ({ left, right }: Box) => (left + right) / 2;
const middleY = ({ top, bottom }: Box) => (top + bottom) / 2;

/**
 * How far each of some things has to go so that all are in line with the one that stays, which does not move: by their own
 * side or middle.
 */
export function aligned(boxes: readonly Box[], stays: number, by: Alignment): Point[] {
  const to = boxes[stays];
  return boxes.map((box): Point => {
    if (by === 'left') return { x: to.left - box.left, y: 0 };
    if (by === 'right') return { x: to.right - box.right, y: 0 };
    if (by === 'centre') return { x: middleX(to) - middleX(box), y: 0 };
    if (by === 'top') return { x: 0, y: to.top - box.top };
    if (by === 'bottom') return { x: 0, y: to.bottom - box.bottom };
    return { x: 0, y: middleY(to) - middleY(box) };
  });
}

/** How far each has to go so that the gaps between neighbours are the same; the outermost two stay. */
export function spreadOut(boxes: readonly Box[], along: 'across' | 'down'): Point[] {
  const [from, to] = along === 'across' ? (['left', 'right'] as const) : (['top', 'bottom'] as const);
  const order = Array.from(boxes.keys()).sort((a, b) => boxes[a][from] - boxes[b][from]);
  const moves = boxes.map((): Point => ({ x: 0, y: 0 }));
  if (order.length < 3) return moves;
  const [first, last] = [boxes[order[0]], boxes[order[order.length - 1]]];
  const inner = order.slice(1, -1);
  const taken = inner.reduce((sum, k) => sum + boxes[k][to] - boxes[k][from], 0);
  const gap = (last[from] - first[to] - taken) / (order.length - 1);
  let at = first[to] + gap;
  for (const k of inner) {
    const by = at - boxes[k][from];
    moves[k] = along === 'across' ? { x: by, y: 0 } : { x: 0, y: by };
    at += boxes[k][to] - boxes[k][from] + gap;
  }
  return moves;
}

/** By how much something has to turn so that its longer axis runs as another does, the shorter way round: radians, clockwise on screen. */
export function turnToParallel(own: number, other: number): number {
  const by = other - own;
  return by - Math.PI * Math.round(by / Math.PI);
}

/** How far the second of two things has to go so that the middles of both are so far apart, the way they lie. */
export function apartBy([stays, goes]: readonly [Box, Box], distance: number): Point {
  const [dx, dy] = [middleX(goes) - middleX(stays), middleY(goes) - middleY(stays)];
  const now = norm(dx, dy);
  // Of two on one another the second goes to the right.
  const [ux, uy] = now > 0 ? [dx / now, dy / now] : [1, 0];
  return { x: ux * (distance - now), y: uy * (distance - now) };
}
