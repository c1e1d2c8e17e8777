import {
  type Contour,
  type JobResult,
  type Shape,
  composed,
  contoursOf,
  eachSegment,
  factsOf,
  pathData,
  placeContour,
  scaledAndMoved,
} from '@drelk/core';
import type { InkFacts, PathView, ResultView, SquareFacts } from './messages';

/** What the page shows of a result that was computed on a picture `reduction` times smaller than the source. */
export function viewOf(result: JobResult, reduction: number, mode: 'preview' | 'full'): ResultView {
  const { piece, proof, timing, picture } = result;
  const millimetresPerPixel = piece.millimetresPerPixel / reduction;
  // The frame's corner is where the piece's origin lies on the picture.
  const { placement } = piece;
  const x = (-placement.x / placement.scale) * reduction;
  const y = (-placement.y / placement.scale) * reduction;
  return {
    mode,
    width: picture.width * reduction,
    height: picture.height * reduction,
    toSource: atSourceScale(result.plan.toSource, reduction),
    paths: pathsOf(result, reduction),
    facts: factsOf(result),
    squareFacts: squareFactsOf(result, reduction),
    inkFacts: inkFactsOf(result, reduction),
    millimetresPerPixel,
    scaleSource: piece.scaleSource,
    frame: { x, y, width: piece.frame.right, height: piece.frame.bottom },
    tolerance: result.tolerance * reduction,
    proof,
    timing,
    problem: result.line.refused,
  };
}

/** A map between two reduced pictures as one between the same pictures at the source's scale. */
export function atSourceScale(map: readonly number[], reduction: number): number[] {
  const grow = scaledAndMoved(reduction, reduction, 0, 0);
  const shrink = scaledAndMoved(1 / reduction, 1 / reduction, 0, 0);
  return [...composed(grow, composed(map, shrink))];
}

function squareFactsOf({ corners, hints, plan }: JobResult, reduction: number): SquareFacts {
  const { millimetresPerPixel } = plan.scale;
  return {
    corners: corners && [...corners],
    hints,
    scale: {
      ...plan.scale,
      millimetresPerPixel: millimetresPerPixel === null ? null : millimetresPerPixel / reduction,
    },
  };
}

function inkFactsOf({ kind, seen, ink, picture }: JobResult, reduction: number): InkFacts {
  const { toned, separated, plates, bands, vanishing, settings } = ink;
  const scale = reduction * reduction;
  return {
    kind,
    by: settings.by,
    levelled: toned.levelled !== undefined,
    before: toned.before,
    after: toned.after,
    automatic: separated.automatic,
    threshold: separated.threshold,
    lightOnDark: separated.lightOnDark,
    plates,
    bands,
    vanishing,
    cleaned: ink.ink.cleaned,
    specks: settings.clean.specks * scale,
    pinholes: settings.clean.pinholes * scale,
    strokeWidth: seen.look.strokeWidth,
    inkShare: ink.ink.inkPixels / (picture.width * picture.height),
  };
}

function pathsOf({ line, piece }: JobResult, scale: number): PathView {
  const { shapes } = line;
  const nodes: number[] = [];
  const handles: number[] = [];
  for (const contour of contoursOf(shapes)) {
    if (!contour.closed) nodes.push(contour.start.x * scale, contour.start.y * scale);
    eachSegment(contour, (from, segment) => {
      nodes.push(segment.x * scale, segment.y * scale);
      if (segment.kind === 'cubic') {
        handles.push(from.x, from.y, segment.x1, segment.y1, segment.x, segment.y, segment.x2, segment.y2);
      }
    });
  }
  const areas = shapes.filter(({ pen }) => pen === undefined);
  const data = (some: readonly Shape[]) => dataOf(contoursOf(some), scale);
  const colours = new Map<string, Shape[]>();
  piece.paths.forEach(({ plate }, k) => {
    if (!plate) return;
    const own = colours.get(plate.colour);
    if (own) own.push(shapes[k]);
    else colours.set(plate.colour, [shapes[k]]);
  });
  return {
    outer: dataOf(
      areas.map((shape) => shape.outer),
      scale,
    ),
    holes: dataOf(
      areas.flatMap((shape) => shape.holes),
      scale,
    ),
    plates: [...colours].map(([colour, own]) => ({ colour, data: data(own) })),
    lines: shapes.flatMap((shape) =>
      shape.pen === undefined ? [] : [{ pen: shape.pen * scale, data: data([shape]) }],
    ),
    nodes: Float32Array.from(nodes),
    handles: Float32Array.from(handles, (value) => value * scale),
  };
}

function dataOf(contours: readonly Contour[], scale: number): string {
  return contours.map((contour) => pathData(placeContour(contour, { scale, x: 0, y: 0 }), 0, 0, 2)).join('');
}
