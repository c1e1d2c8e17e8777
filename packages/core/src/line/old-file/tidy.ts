import type { Context } from '../../context';
import { checkStopped } from '../../context';
import { type LayeredShape, type VectorDrawing, type VectorPath, painted, tell } from '../../format';
import {
  type Contour,
  type Shape,
  chordsToArcs,
  contoursOf,
  joinEnds,
  merged,
  nestContours,
  nodeCount,
  withoutBits,
  withoutDoubles,
  withoutOverlaps,
} from '../../geometry';
import { refitContours } from '../promise/refit';

/** What is done to a file on its way in. Millimetres. */
export interface TidySettings {
  /** Ends this near one another are joined; 0 joins just those in one place. */
  join: number;
  /** Curves are fitted anew within this; null leaves them as they are drawn. */
  simplify: number | null;
}

export const TIDY_DEFAULTS: TidySettings = { join: 0.1, simplify: null };

/** How much there is of everything. */
export interface VectorCounts {
  contours: number;
  closed: number;
  open: number;
  holes: number;
  nodes: number;
  segments: number;
}

/** A file once tidied, with what was mended, by name, and what was left out. */
export interface TidyResult {
  shapes: LayeredShape[];
  mended: Record<string, number>;
  left: Record<string, number>;
  before: VectorCounts;
  after: VectorCounts;
  /** The farthest that simplifying took a path from what was drawn. */
  off: number;
}

/** Ends in one place, segments of nothing, lines on one another: within so much. */
const SAME = 1e-3;
/** Contours this near one another everywhere are one drawn twice. */
const DOUBLE = 0.02;
/** Corners of chords lie this near the arc they were cut from. */
const CHORDS = 2e-3;
/** Nodes this near the line between their neighbours do nothing. */
const STRAIGHT = 5e-4;
/** Curves are followed this closely where it is looked at what lies in what. */
const NEST = 0.01;
/** Lines up to this width only show where a contour is; wider ones are drawn with a pen. */
const HAIRLINE = 0.6;

/**
 * Tidies what was read: painted in its order, bits of nothing and what is there twice dropped, ends joined, chords that stand
 * for arcs made arcs, holes found by what lies in what. Layers, colours and pens stay apart.
 */
export function tidyDrawing(drawing: VectorDrawing, settings: TidySettings, context: Context): TidyResult {
  const mended: Record<string, number> = {};
  const left = { ...drawing.left };
  const given = drawing.paths.flatMap(({ contours }) => contours);
  const shapes: LayeredShape[] = [];
  let off = 0;
  for (const group of groupsOf(painted(drawing.paths, mended, left))) {
    checkStopped(context);
    const made = tidyGroup(group, settings, mended, context);
    for (const shape of made.shapes) {
      // A DXF fills nothing: its closed contours are areas, which only filled show what is a hole.
      const isLine = made.isLine && (drawing.kind !== 'dxf' || !shape.outer.closed);
      shapes.push({ ...made.common, shape, isLine });
    }
    off = Math.max(off, made.off);
  }
  tell(
    mended,
    'holes found',
    shapes.reduce((sum, { shape }) => sum + shape.holes.length, 0),
  );
  const holes = shapes.reduce((sum, { shape }) => sum + shape.holes.length, 0);
  return {
    shapes,
    mended,
    left,
    before: countsOf(given, 0),
    after: countsOf(contoursOf(shapes.map(({ shape }) => shape)), holes),
    off,
  };
}

function countsOf(contours: readonly Contour[], holes: number): VectorCounts {
  const closed = contours.filter((contour) => contour.closed).length;
  return {
    contours: contours.length,
    closed,
    open: contours.length - closed,
    holes,
    nodes: contours.reduce((sum, contour) => sum + nodeCount(contour), 0),
    segments: contours.reduce((sum, { segments }) => sum + segments.length, 0),
  };
}

/** Paths of one layer, colour, kind and pen, in the order in which each first comes. */
function groupsOf(paths: readonly VectorPath[]): VectorPath[][] {
  const groups = new Map<string, VectorPath[]>();
  for (const path of paths) {
    const pen = path.paint === 'line' ? (path.pen ?? 0) : -1;
    const key = JSON.stringify([path.layer, path.colour, path.paint, pen.toPrecision(6)]);
    const group = groups.get(key);
    if (group) group.push(path);
    else groups.set(key, [path]);
  }
  return [...groups.values()];
}

function tidyGroup(
  group: readonly VectorPath[],
  { join, simplify }: TidySettings,
  mended: Record<string, number>,
  context: Context,
) {
  const [{ layer, colour, paint, pen }] = group;
  const whole = withoutBitsIn(
    group.flatMap(({ contours }) => contours),
    mended,
  );
  const apart = withoutOverlaps(whole, SAME);
  tell(mended, 'lines on others, dropped', apart.gone);
  const joined = joinEnds(apart.contours, Math.max(join, SAME));
  tell(mended, 'pieces chained', apart.contours.length - joined.contours.length);
  tell(mended, 'ends joined', joined.moved);
  const once = withoutDoubles(withoutBitsIn(joined.contours, mended), DOUBLE);
  tell(mended, 'doubled contours, dropped', once.doubles);
  tell(mended, 'lines on others, dropped', once.parts);
  const plain = once.contours.map((contour) => withArcs(contour, mended));
  const fitted = simplify === null ? { contours: plain, off: 0 } : refitContours(plain, simplify, context);
  const isPenned = paint === 'line' && (pen ?? 0) > HAIRLINE;
  const areas = fitted.contours.filter(({ closed }) => closed && !isPenned);
  const lines = fitted.contours.filter(({ closed }) => !closed || isPenned);
  const penOf = pen === undefined ? {} : { pen };
  const shapes: Shape[] = [
    ...nestContours(areas, NEST),
    ...lines.map((outer): Shape => ({ outer, holes: [], ...penOf })),
  ];
  return { common: { layer, colour }, isLine: paint === 'line', shapes, off: fitted.off };
}

function withoutBitsIn(contours: readonly Contour[], mended: Record<string, number>): Contour[] {
  return contours.flatMap((contour) => {
    const { contour: own, segments } = withoutBits(contour, SAME);
    tell(mended, 'segments without length, dropped', own ? segments : 0);
    if (!own) tell(mended, 'contours around nothing, dropped');
    else if (contour.closed && !own.closed) tell(mended, 'lines there and back, once now');
    return own ? [own] : [];
  });
}

function withArcs(contour: Contour, mended: Record<string, number>): Contour {
  const { contour: round, arcs } = chordsToArcs(contour, CHORDS);
  tell(mended, 'arcs found in chords', arcs);
  const plain = merged(round, STRAIGHT);
  tell(mended, 'nodes that did nothing, dropped', round.segments.length - plain.segments.length);
  return plain;
}
