import { type Contour, contoursOf, penned } from '../../geometry';
import { type Drawing, type DrawingPath, TASK_COLOURS } from '../drawing';
import type { Chosen } from '../file-format';
import type { PaintedArea } from './painted-area';

const BLACK = '#000000';
/** Lines that are no single lines, such as guides, are drawn so wide; the rims of pens are followed this closely. Millimetres. */
const HAIRLINE = 0.1;
const FLATNESS_MM = 0.005;

/**
 * What a drawing shows as a picture. What is cut through makes one area a plate, so that what is cut out of a part is gone from it; all else
 * lies on it, in its colours, or where the picture is black taken out of it.
 */
export function paintedAreas({ paths }: Drawing, { shows }: Chosen): PaintedArea[] {
  const isBlack = shows !== 'plates';
  const plates = new Map<string, DrawingPath[]>();
  const rest: DrawingPath[] = [];
  for (const path of paths) {
    const colour = path.plate?.colour ?? '';
    if (path.task !== 'cut-through' || isLine(path)) rest.push(path);
    else plates.set(colour, [...(plates.get(colour) ?? []), path]);
  }
  const over = plates.size > 0 ? null : BLACK;
  return [
    ...[...plates.values()].map((own) => ({
      contours: contoursOf(own.map(({ shape }) => shape)),
      colour: isBlack ? BLACK : colourOf(own[0]),
    })),
    ...rest.map((path) => ({
      contours: isLine(path) ? strokeOf(path) : contoursOf([path.shape]),
      colour: isBlack ? over : colourOf(path),
    })),
  ];
}

const isLine = ({ shape, task }: DrawingPath) =>
  shape.pen !== undefined || !shape.outer.closed || task === 'guide';

const colourOf = ({ plate, task }: DrawingPath) => plate?.colour ?? TASK_COLOURS[task];

function strokeOf({ shape }: DrawingPath): Contour[] {
  const pen = shape.pen ?? HAIRLINE;
  return penned(
    contoursOf([shape]).map((contour) => ({ contour, pen })),
    FLATNESS_MM,
  );
}
