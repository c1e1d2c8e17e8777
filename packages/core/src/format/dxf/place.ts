import { type Contour, type Point, boxOf, contoursOf } from '../../geometry';
import type { Drawing, DrawingPath } from '../drawing';

/** How drawing coordinates become DXF ones: y up, the frame's lower left at the origin, in the file's unit. */
export interface DxfSpace {
  point(at: Point): Point;
  /** File units in a millimetre. */
  scale: number;
  /** $INSUNITS of the DXF reference: 1 inch, 4 millimetre. */
  insunits: 1 | 4;
  /** Lower left and upper right of everything drawn. */
  least: Point;
  most: Point;
}

/** The space of one drawing. */
export function dxfSpace({ frame, units, paths }: Drawing): DxfSpace {
  const scale = units === 'in' ? 1 / 25.4 : 1;
  const point = ({ x, y }: Point) => ({ x: (x - frame.left) * scale, y: (frame.bottom - y) * scale });
  const box = boxOf(contoursOf(paths.map((path) => path.shape))) ?? frame;
  return {
    point,
    scale,
    insunits: units === 'in' ? 1 : 4,
    least: point({ x: box.left, y: box.bottom }),
    most: point({ x: box.right, y: box.top }),
  };
}

/** Every contour with the path it belongs to. */
export function drawnContours(drawing: Drawing): { path: DrawingPath; contour: Contour }[] {
  return drawing.paths.flatMap((path) => contoursOf([path.shape]).map((contour) => ({ path, contour })));
}
