import { type Shape, contourLength, contoursOf, nodeCount } from '../geometry';
import type { JobResult } from './run';

/** The figures people look at. Lengths in millimetres. */
export interface Facts {
  width: number;
  height: number;
  shapes: number;
  holes: number;
  contours: number;
  nodes: number;
  nodesBefore: number;
  /** Single lines with two ends, and contours of areas that do not close, which there must be none of. */
  lines: number;
  openPaths: number;
  /** Smallest and largest mean width of the strokes that single lines stand for; undefined without any. */
  pens: { least: number; most: number } | undefined;
  cutLength: number;
  /** Percent. */
  match: number;
}

/** The figures of a result. */
export function factsOf({ piece, line }: Pick<JobResult, 'piece' | 'line'>): Facts {
  const shapes = piece.paths.map((path) => path.shape);
  const contours = contoursOf(shapes);
  const box = piece.artwork;
  return {
    width: box ? box.right - box.left : 0,
    height: box ? box.bottom - box.top : 0,
    shapes: shapes.length,
    holes: contours.length - shapes.length,
    contours: contours.length,
    nodes: contours.reduce((sum, contour) => sum + nodeCount(contour), 0),
    nodesBefore: line.nodesBefore,
    lines: shapes.filter(({ pen }) => pen !== undefined).length,
    openPaths: contoursOf(shapes.filter(({ pen }) => pen === undefined)).filter(({ closed }) => !closed)
      .length,
    pens: pensOf(shapes),
    cutLength: contours.reduce((sum, contour) => sum + contourLength(contour), 0),
    match: line.match.percent,
  };
}

function pensOf(shapes: readonly Shape[]): Facts['pens'] {
  const pens = shapes.flatMap(({ pen }) => (pen === undefined ? [] : [pen]));
  return pens.length > 0 ? { least: Math.min(...pens), most: Math.max(...pens) } : undefined;
}
