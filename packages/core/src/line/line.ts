import { type Context, checkStopped } from '../context';
import { type Contour, type Shape, contoursOf, nodeCount, penned, polygonArea } from '../geometry';
import type { GreyPicture } from '../raster';
import { traceCentrelines } from './centreline/centreline';
import { thickAreas } from './centreline/thick';
import { type ContourSet, traceContours } from './contours';
import { type FitOptions, fitLoop, tightened } from './fit-loop';
import { type Match, matchPaths } from './match';
import type { Refusal } from './noise';
import type { Crossing, PlateMap } from './plates/borders';
import { tracePlates } from './plates/shared';
import { loopOf } from './sections';
import { polyline, uncross } from './uncross';

/** The ways of turning ink into paths: around its edge, along its middle, or a plate at a time. */
export const LINE_METHODS = ['outline', 'centreline', 'plates'] as const;
export type LineMethod = (typeof LINE_METHODS)[number];

/** What the user may set of Line, resolved to pixels. */
export interface LineSettings extends FitOptions {
  /** Contours around less than this are dropped, in square pixels. */
  drop: number;
}

/** Clean paths, in pixels of the picture: closed ones around areas, single lines along strokes. */
export interface LineResult {
  shapes: Shape[];
  /** Points of the contours as found, and nodes of the paths made from them. */
  nodesBefore: number;
  nodesAfter: number;
  /** Contours dropped because they are too small. */
  dropped: number;
  match: Match;
  /** Why there are none. */
  refused?: Refusal;
}

/** Rows looked at for the match; taller pictures are sampled. */
const MATCH_ROWS = 1000;

/** Fits curves to every contour and gathers them into shapes. */
export function makeLine(
  contours: ContourSet,
  height: number,
  settings: LineSettings,
  context: Context,
): LineResult {
  const { points, starts, parents, holes } = contours;
  const fitted: (Contour | undefined)[] = [];
  let dropped = 0;
  for (let c = 0; c < parents.length; c++) {
    if ((c & 15) === 0) {
      checkStopped(context);
      context.progress('line', c / parents.length);
    }
    const goes = parents[c] >= 0 && holes[c] === 1 && !fitted[parents[c]];
    if (goes || isSmall(points.subarray(2 * starts[c], 2 * starts[c + 1]), settings.drop)) {
      dropped++;
      fitted.push(undefined);
    } else fitted.push(fitLoop(loopOf(points, starts[c], starts[c + 1]), settings, context));
  }
  uncross(fitted, (c, share) => {
    const loop = loopOf(points, starts[c], starts[c + 1]);
    return share > 0 ? fitLoop(loop, tightened(settings, share), context) : polyline(loop.x, loop.y, true);
  });
  const shapeOf = new Map<number, Shape>();
  fitted.forEach((contour, c) => {
    if (!contour) return;
    if (holes[c] === 0) shapeOf.set(c, { outer: contour, holes: [] });
    else shapeOf.get(parents[c])?.holes.push(contour);
  });
  return resultOf([...shapeOf.values()], contours, height, points.length / 2, dropped);
}

const isSmall = (polygon: Float64Array, below: number) => below > 0 && Math.abs(polygonArea(polygon)) < below;

/**
 * Every stroke as a single line along its middle. Ink wider than `solid` pixels, and dots, are outlined instead; null
 * makes lines of everything.
 */
export function makeCentrelines(
  ink: { grey: GreyPicture; level: number },
  contours: ContourSet,
  settings: LineSettings & { solid: number | null },
  context: Context,
): LineResult {
  const { grey, level } = ink;
  const { thin, thick } =
    settings.solid === null
      ? { thin: grey, thick: undefined }
      : thickAreas(grey, level, settings.solid, context);
  const lines = traceCentrelines(thin, level, settings, context);
  const shapes: Shape[] = lines.map(({ contour, width }) => ({ outer: contour, holes: [], pen: width }));
  if (thick) {
    const around = traceContours(thick.grey, level, thick.changes, context);
    shapes.push(...makeLine(around, grey.height, settings, context).shapes);
  }
  return resultOf(shapes, contours, grey.height, contours.points.length / 2, 0);
}

/** Each plate's shapes, neighbours sharing one border exactly. */
export function makePlateLines(
  map: PlateMap,
  crossing: Crossing,
  contours: ContourSet,
  settings: LineSettings,
  context: Context,
): LineResult {
  const { shapes, points } = tracePlates(map, crossing, settings, context);
  return resultOf(shapes, contours, map.height, points, 0);
}

/** Shapes with their counts, and how they compare with the ink. */
export function resultOf(
  shapes: Shape[],
  ink: ContourSet,
  height: number,
  nodesBefore: number,
  dropped: number,
): LineResult {
  const lines = shapes.flatMap(({ outer, pen }) => (pen === undefined ? [] : [{ contour: outer, pen }]));
  const areas = contoursOf(shapes.filter(({ pen }) => pen === undefined));
  const covered = lines.length > 0 ? [...areas, ...penned(lines)] : areas;
  return {
    shapes,
    nodesBefore,
    nodesAfter: contoursOf(shapes).reduce((sum, contour) => sum + nodeCount(contour), 0),
    dropped,
    match: matchPaths(ink, covered, height, Math.max(1, Math.floor(height / MATCH_ROWS))),
  };
}
