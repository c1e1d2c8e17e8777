import { contourLength, contoursOf, nodeCount } from '../geometry';
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
  openPaths: number;
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
    openPaths: contours.filter((contour) => !contour.closed).length,
    cutLength: contours.reduce((sum, contour) => sum + contourLength(contour), 0),
    match: line.match.percent,
  };
}
