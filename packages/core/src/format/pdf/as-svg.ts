import { painted } from '../painted';
import { writeSvgLayers } from '../svg/write-layers';
import type { VectorDrawing } from '../vector-drawing';

/** What is read of a page as an SVG file of its own, in millimetres: what is painted over is taken out already. */
export function drawingAsSvg(drawing: VectorDrawing): string {
  const paths = painted(drawing.paths, {}, {});
  const shapes = paths.map(({ contours: [outer, ...holes], layer, colour, paint, pen }) => ({
    shape: { outer, holes, ...(pen === undefined ? {} : { pen }) },
    layer,
    colour,
    isLine: paint === 'line',
  }));
  return writeSvgLayers(shapes, { ...drawing, unit: 'mm' }).text;
}
