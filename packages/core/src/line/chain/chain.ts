import type { Contour, Segment } from '../../geometry';
import type { Run } from './run';

/**
 * A contour being fitted: nodes joined by segments, segment k from node k to the next, around again when `closed`. Each
 * segment stands for some points of the contour. Lengths in pixels.
 */
export interface Chain {
  closed: boolean;
  /** The two ends of an open chain are others' ends too, and stay where they are. */
  fixed?: boolean;
  nodes: ChainNode[];
  /** As many as nodes when closed, one fewer when open. */
  segments: ChainSegment[];
}

export interface ChainNode {
  x: number;
  y: number;
  /** The curve runs through without a turn. */
  smooth: boolean;
}

/** A line, a cubic with its handles as offsets from the ends, or an arc by its bulge. */
export interface ChainSegment {
  kind: 'line' | 'cubic' | 'arc';
  /** Of an arc: the tangent of a quarter of the angle swept, positive counter-clockwise on screen. */
  bulge?: number;
  startX: number;
  startY: number;
  endX: number;
  endY: number;
  /** The points it stands for: those of the run from `first` to `last`, without corners. */
  run: Run;
  first: number;
  last: number;
}

/** The number of the node that a segment ends at. */
export const endOf = ({ nodes }: Chain, segment: number): number =>
  segment + 1 === nodes.length ? 0 : segment + 1;

/** Places are kept to a part of a pixel: what engines reckon differently lies far below, and so is left out of files. */
const PARTS = 1 << 13;
/** Bulges likewise: of an arc a thousand pixels long, this is a thousandth of one. */
const BULGES = 1 << 20;
const kept = (value: number) => Math.round(value * PARTS) / PARTS;

/** The contour that a chain stands for. */
export function contourOfChain(chain: Chain): Contour {
  const { nodes, segments, closed } = chain;
  const drawn = segments.map(({ kind, startX, startY, endX, endY, bulge = 0 }, k): Segment => {
    const from = nodes[k];
    const to = nodes[endOf(chain, k)];
    const end = { x: kept(to.x), y: kept(to.y) };
    if (kind === 'line') return { kind, ...end };
    if (kind === 'arc') return { kind, ...end, bulge: Math.round(bulge * BULGES) / BULGES };
    return {
      kind,
      x1: kept(from.x + startX),
      y1: kept(from.y + startY),
      x2: kept(to.x + endX),
      y2: kept(to.y + endY),
      ...end,
    };
  });
  return { start: { x: kept(nodes[0].x), y: kept(nodes[0].y) }, segments: drawn, closed };
}
