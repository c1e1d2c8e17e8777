import {
  type Affine,
  type Contour,
  type Shape,
  affineContour,
  affinePoint,
  affineScale,
  contoursOf,
  keepsCircles,
} from '../../geometry';
import { plain } from '../number';
import type { FileUnit, LayeredShape, VectorDrawing } from '../vector-drawing';
import { escaped } from './escaped';
import { PIXEL, POINT } from './lengths';
import { HAIRLINE, paintOf, shapeData, writeSvgPage } from './write';

/** Places are written to this part of a millimetre. */
const EXACT = 1e-4;
/** Units a page's size is written in; others as millimetres, none as pixels. */
const UNITS: Partial<Record<FileUnit, { millimetres: number; name: string }>> = {
  mm: { millimetres: 1, name: 'mm' },
  cm: { millimetres: 10, name: 'cm' },
  in: { millimetres: 25.4, name: 'in' },
  pt: { millimetres: POINT, name: 'pt' },
};
const PIXELS = { millimetres: PIXEL, name: '' };

/**
 * Shapes in groups by layer, colour and paint, in the coordinates of the SVG file they came from; those of other files on a
 * page that begins at their upper left, in millimetres. The map takes millimetres to the file's coordinates.
 */
export function writeSvgLayers(
  shapes: readonly LayeredShape[],
  { kind, unit, toFile, page }: Pick<VectorDrawing, 'kind' | 'unit' | 'toFile' | 'page'>,
): { text: string; toFile: Affine } {
  const isSvg = kind === 'svg';
  const map: Affine = isSvg ? toFile : [1, 0, 0, 1, -page.left, -page.top];
  const written = isSvg && unit === null ? PIXELS : ((unit && UNITS[unit]) ?? UNITS.mm ?? PIXELS);
  const size = (length: number) => `${plain(length / written.millimetres, 6)}${written.name}`;
  const [least, most] = [
    affinePoint(map, { x: page.left, y: page.top }),
    affinePoint(map, { x: page.right, y: page.bottom }),
  ];
  const scale = affineScale(map);
  const decimals = Math.min(9, Math.max(0, Math.ceil(-Math.log10(EXACT * scale))));
  const groups = groupsOf(shapes);
  const text = writeSvgPage({
    width: size(page.right - page.left),
    height: size(page.bottom - page.top),
    viewBox: { left: least.x, top: least.y, right: most.x, bottom: most.y },
    stretched: !keepsCircles(map),
    groups: groups.map(({ id, own }) => {
      const [{ colour, isLine, shape }] = own;
      const stroke = isLine ? (shape.pen ?? HAIRLINE) * scale : undefined;
      return {
        id,
        paint: paintOf(colour ?? '#000000', stroke, shape.pen !== undefined),
        paths: own.map((one) => ({ data: shapeData(mapped(one.shape, map), { left: 0, top: 0 }, decimals) })),
      };
    }),
  });
  return { text, toFile: map };
}

function mapped({ outer, holes }: Shape, map: Affine): Shape {
  const [first, ...rest] = contoursOf([{ outer, holes }]).map((contour): Contour =>
    affineContour(contour, map),
  );
  return { outer: first, holes: rest };
}

/** Shapes that follow one another and are painted alike on one layer, under ids that are told apart: the order stays. */
function groupsOf(shapes: readonly LayeredShape[]): { id: string; own: LayeredShape[] }[] {
  const groups: { id: string; own: LayeredShape[] }[] = [];
  const taken = new Set<string>();
  let before = '';
  for (const one of shapes) {
    const key = JSON.stringify([one.layer, one.colour, one.isLine, one.shape.pen]);
    if (key !== before) {
      const name = escaped(one.layer);
      let id = name;
      for (let n = 2; name !== '' && taken.has(id); n++) id = `${name}-${n}`;
      taken.add(id);
      groups.push({ id, own: [] });
    }
    before = key;
    groups[groups.length - 1].own.push(one);
  }
  return groups;
}
