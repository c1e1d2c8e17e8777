import {
  type Contour,
  type JobResult,
  type Shape,
  contoursOf,
  eachSegment,
  factsOf,
  pathData,
  placeContour,
} from '@drelk/core';
import type { PathView, ResultView } from './messages';

/** What the page shows of a result that was computed on a picture `reduction` times smaller than the source. */
export function viewOf(result: JobResult, reduction: number, mode: 'preview' | 'full'): ResultView {
  const { ink, piece, proof, timing, picture } = result;
  const millimetresPerPixel = piece.millimetresPerPixel / reduction;
  const first = result.line.shapes[0];
  const placed = piece.paths[0]?.shape;
  // The frame's corner is where the piece's origin lies on the picture.
  const x =
    first && placed ? first.outer.start.x * reduction - placed.outer.start.x / millimetresPerPixel : 0;
  const y =
    first && placed ? first.outer.start.y * reduction - placed.outer.start.y / millimetresPerPixel : 0;
  return {
    mode,
    width: picture.width * reduction,
    height: picture.height * reduction,
    paths: pathsOf(result.line.shapes, reduction),
    facts: factsOf(result),
    inkFacts: {
      histogram: ink.histogram,
      automatic: ink.automatic,
      threshold: ink.threshold,
      lightOnDark: ink.lightOnDark,
      specks: ink.specks,
      pinholes: ink.pinholes,
      inkShare: ink.inkPixels / (picture.width * picture.height),
    },
    millimetresPerPixel,
    scaleSource: piece.scaleSource,
    frame: { x, y, width: piece.frame.right, height: piece.frame.bottom },
    tolerance: result.tolerance * reduction,
    proof,
    timing,
  };
}

function pathsOf(shapes: readonly Shape[], scale: number): PathView {
  const nodes: number[] = [];
  const handles: number[] = [];
  for (const contour of contoursOf(shapes)) {
    eachSegment(contour, (from, segment) => {
      nodes.push(segment.x * scale, segment.y * scale);
      if (segment.kind === 'cubic') {
        handles.push(from.x, from.y, segment.x1, segment.y1, segment.x, segment.y, segment.x2, segment.y2);
      }
    });
  }
  return {
    outer: dataOf(
      shapes.map((shape) => shape.outer),
      scale,
    ),
    holes: dataOf(
      shapes.flatMap((shape) => shape.holes),
      scale,
    ),
    nodes: Float32Array.from(nodes),
    handles: Float32Array.from(handles, (value) => value * scale),
  };
}

function dataOf(contours: readonly Contour[], scale: number): string {
  return contours.map((contour) => pathData(placeContour(contour, { scale, x: 0, y: 0 }), 0, 0, 2)).join('');
}
