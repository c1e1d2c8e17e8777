import { type Box, type Contour, type Point, boxOf, contoursOf } from '../../geometry';
import type { Drawing } from '../drawing';
import { layerOf, layersOf, ownColour } from './layers';

/** What a DXF file is to hold. Contours in millimetres, y down. */
export interface DxfContent {
  /** How places become the file's: y up, in the file's unit. */
  point(at: Point): Point;
  /** File units in a millimetre. */
  scale: number;
  /** $INSUNITS of the DXF reference: 1 inch, 4 millimetre. */
  insunits: number;
  layers: { name: string; colour: number }[];
  contours: LayeredContour[];
}

export interface LayeredContour {
  layer: string;
  contour: Contour;
  /** Colour number, where it is another than its layer's. */
  colour?: number;
}

/** What a drawing becomes: the frame's lower left at the origin, a layer a group; colours by layer, or each path's own. */
export function dxfContent(drawing: Drawing, colours = 'layer'): DxfContent {
  const { frame, units, paths } = drawing;
  const scale = units === 'in' ? 1 / 25.4 : 1;
  return {
    point: ({ x, y }) => ({ x: (x - frame.left) * scale, y: (frame.bottom - y) * scale }),
    scale,
    insunits: units === 'in' ? 1 : 4,
    layers: layersOf(drawing, colours),
    contours: paths.flatMap((path) => {
      const colour = ownColour(path, colours);
      const about = { layer: layerOf(path), ...(colour === undefined ? {} : { colour }) };
      return contoursOf([path.shape]).map((contour) => ({ ...about, contour }));
    }),
  };
}

/** Lower left and upper right of everything drawn, in the file's coordinates. */
export function extentsOf({ contours, point }: DxfContent): { least: Point; most: Point } {
  const nothing: Box = { left: 0, top: 0, right: 0, bottom: 0 };
  const { left, top, right, bottom } = boxOf(contours.map(({ contour }) => contour)) ?? nothing;
  return { least: point({ x: left, y: bottom }), most: point({ x: right, y: top }) };
}
