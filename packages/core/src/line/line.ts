import { type Context, checkStopped } from '../context';
import { type Contour, type Shape, nodeCount } from '../geometry';
import type { ContourSet } from './contours';
import { type FitOptions, fitLoop } from './fit-loop';
import { type Match, matchPaths } from './match';
import { loopOf } from './sections';

/** What the user may set of Line, resolved to pixels. */
export type LineSettings = FitOptions;

/** Clean, closed paths, in pixels of the picture. */
export interface LineResult {
  shapes: Shape[];
  /** Points of the contours as found, and nodes of the paths made from them. */
  nodesBefore: number;
  nodesAfter: number;
  match: Match;
}

/** Rows looked at for the match; taller pictures are sampled. */
const MATCH_ROWS = 2000;

/** Fits curves to every contour and gathers them into shapes. */
export function makeLine(
  contours: ContourSet,
  height: number,
  settings: LineSettings,
  context: Context,
): LineResult {
  const { points, starts, parents, holes } = contours;
  const fitted: Contour[] = [];
  for (let c = 0; c < parents.length; c++) {
    if ((c & 15) === 0) {
      checkStopped(context);
      context.progress('line', c / parents.length);
    }
    fitted.push(fitLoop(loopOf(points, starts[c], starts[c + 1]), settings));
  }
  const shapeOf = new Map<number, Shape>();
  fitted.forEach((contour, c) => {
    if (holes[c] === 0) shapeOf.set(c, { outer: contour, holes: [] });
    else shapeOf.get(parents[c])?.holes.push(contour);
  });
  return {
    shapes: [...shapeOf.values()],
    nodesBefore: points.length / 2,
    nodesAfter: fitted.reduce((sum, contour) => sum + nodeCount(contour), 0),
    match: matchPaths(contours, fitted, height, Math.max(1, Math.floor(height / MATCH_ROWS))),
  };
}
