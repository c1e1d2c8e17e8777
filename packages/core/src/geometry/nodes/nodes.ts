import type { Contour, Point, Segment } from '../contour';
import { splitSegment } from '../segment';
import { norm } from '../../norm';

/** A node of a contour: where it lies, and the handles of the curves that come to it and leave it. */
export interface ContourNode extends Point {
  before?: Point;
  after?: Point;
}

/** Handles within this sine of one line, on either side of a node, make it smooth. */
const SMOOTH = 0.03;
/** Places at which a segment is looked at for the nearest. */
const LOOKED_AT = 12;

/** Nodes in order; a closed contour's first is where it starts, an open one has one more at its end. */
export function nodesOf({ start, segments, closed }: Contour): ContourNode[] {
  const ends: Point[] = closed ? [start, ...segments.slice(0, -1)] : [start, ...segments];
  return ends.map(({ x, y }, k) => {
    const comes = segmentBefore({ segments, closed }, k);
    const leaves = segments[k] as Segment | undefined;
    return {
      x,
      y,
      ...(comes?.kind === 'cubic' ? { before: { x: comes.x2, y: comes.y2 } } : {}),
      ...(leaves?.kind === 'cubic' ? { after: { x: leaves.x1, y: leaves.y1 } } : {}),
    };
  });
}

/** The segment that comes to a node; -1 where none does. */
export const numberBefore = (
  { segments, closed }: Pick<Contour, 'segments' | 'closed'>,
  node: number,
): number => (node > 0 ? node - 1 : closed ? segments.length - 1 : -1);

const segmentBefore = (contour: Pick<Contour, 'segments' | 'closed'>, node: number): Segment | undefined =>
  contour.segments[numberBefore(contour, node)];

/** The contour with a node elsewhere; its handles go with it, arcs keep their bulge. */
export function withNodeAt(contour: Contour, node: number, to: Point): Contour {
  const { segments, closed } = contour;
  const from = nodesOf(contour)[node];
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const next = [...segments];
  const comes = numberBefore(contour, node);
  if (comes >= 0) {
    const segment = next[comes];
    next[comes] =
      segment.kind === 'cubic'
        ? { ...segment, x2: segment.x2 + dx, y2: segment.y2 + dy, ...to }
        : { ...segment, ...to };
  }
  const leaves = next[node] as Segment | undefined;
  if (leaves?.kind === 'cubic') next[node] = { ...leaves, x1: leaves.x1 + dx, y1: leaves.y1 + dy };
  return { start: node === 0 ? { x: to.x, y: to.y } : contour.start, segments: next, closed };
}

/** The contour with a handle of a node elsewhere; where the node was smooth it stays so. */
export function withHandleAt(contour: Contour, node: number, which: 'before' | 'after', to: Point): Contour {
  const at = nodesOf(contour)[node];
  const other = which === 'before' ? 'after' : 'before';
  const moved = withHandle(contour, node, which, to);
  const [own, opposite] = [at[which], at[other]];
  if (!own || !opposite || !isSmooth(at, own, opposite)) return moved;
  const length = norm(opposite.x - at.x, opposite.y - at.y);
  const [dx, dy] = [to.x - at.x, to.y - at.y];
  const far = norm(dx, dy);
  if (far === 0) return moved;
  return withHandle(moved, node, other, { x: at.x - (dx * length) / far, y: at.y - (dy * length) / far });
}

function isSmooth(at: Point, a: Point, b: Point): boolean {
  const [ax, ay, bx, by] = [a.x - at.x, a.y - at.y, b.x - at.x, b.y - at.y];
  const size = norm(ax, ay) * norm(bx, by);
  return size > 0 && ax * bx + ay * by < 0 && Math.abs(ax * by - ay * bx) <= SMOOTH * size;
}

function withHandle(contour: Contour, node: number, which: 'before' | 'after', { x, y }: Point): Contour {
  const number = which === 'before' ? numberBefore(contour, node) : node;
  const segment = contour.segments[number];
  if (segment.kind !== 'cubic') return contour;
  const next = which === 'before' ? { ...segment, x2: x, y2: y } : { ...segment, x1: x, y1: y };
  return { ...contour, segments: contour.segments.map((one, k) => (k === number ? next : one)) };
}

/** The contour with one more node, at a share of a segment; nothing of its form changes. */
export function withNodeIn(contour: Contour, number: number, share: number): Contour {
  const { start, segments } = contour;
  const from = number > 0 ? segments[number - 1] : start;
  return {
    ...contour,
    segments: segments.flatMap((segment, k) => (k === number ? splitSegment(from, segment, share) : segment)),
  };
}

/** The place on a contour nearest to another: which segment, at which share of it, and how far off. */
export function nearestOn(
  contour: Contour,
  { x, y }: Point,
): { segment: number; share: number; off: number } {
  const best = { segment: 0, share: 0, off: Infinity };
  let from = contour.start;
  contour.segments.forEach((segment, number) => {
    const look = (share: number) => {
      const at = share <= 0 ? from : share >= 1 ? segment : splitSegment(from, segment, share)[0];
      const off = norm(at.x - x, at.y - y);
      if (off < best.off) Object.assign(best, { segment: number, share, off });
    };
    for (let k = 0; k <= LOOKED_AT; k++) look(k / LOOKED_AT);
    if (best.segment === number)
      for (let step = 0.5 / LOOKED_AT; step > 1e-4; step /= 2) {
        const at = best.share;
        look(Math.max(0, at - step));
        look(Math.min(1, at + step));
      }
    from = segment;
  });
  return best;
}
