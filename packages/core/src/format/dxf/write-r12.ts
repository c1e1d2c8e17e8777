import type { Drawing } from '../drawing';
import { layerName, layersOf } from './layers';
import { type DxfSpace, dxfSpace, drawnContours } from './place';
import { type Tag, writeTags } from './tags';
import { verticesOf, wholeCircle } from './vertices';

/** Curves are cut into chords no farther off than this, in millimetres. */
const FLATTENED_WITHIN = 0.01;

/** The drawing as release 12 DXF (AC1009): circles, and closed polylines with bulges, which every machine reads. */
export function writeDxfR12(drawing: Drawing): string {
  const space = dxfSpace(drawing);
  return writeTags([
    ...header(space),
    ...tables(drawing),
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...drawnContours(drawing).flatMap(({ path, contour }): Tag[] => {
      const layer = layerName(path);
      const circle = wholeCircle(contour);
      if (circle) {
        const { x, y } = space.point(circle);
        return [
          [0, 'CIRCLE'],
          [8, layer],
          [10, x],
          [20, y],
          [30, 0],
          [40, circle.radius * space.scale],
        ];
      }
      return [
        [0, 'POLYLINE'],
        [8, layer],
        [66, 1],
        [10, 0],
        [20, 0],
        [30, 0],
        [70, contour.closed ? 1 : 0],
        ...verticesOf(contour, FLATTENED_WITHIN * 0.8).flatMap((vertex): Tag[] => {
          const { x, y } = space.point(vertex);
          const place: Tag[] = [
            [0, 'VERTEX'],
            [8, layer],
            [10, x],
            [20, y],
            [30, 0],
          ];
          return vertex.bulge === 0 ? place : [...place, [42, vertex.bulge]];
        }),
        [0, 'SEQEND'],
        [8, layer],
      ];
    }),
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ]);
}

function header({ insunits, least, most }: DxfSpace): Tag[] {
  return [
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    [9, '$INSUNITS'],
    [70, insunits],
    [9, '$EXTMIN'],
    [10, least.x],
    [20, least.y],
    [30, 0],
    [9, '$EXTMAX'],
    [10, most.x],
    [20, most.y],
    [30, 0],
    [0, 'ENDSEC'],
  ];
}

function tables(drawing: Drawing): Tag[] {
  const layers = layersOf(drawing);
  return [
    [0, 'SECTION'],
    [2, 'TABLES'],
    [0, 'TABLE'],
    [2, 'LTYPE'],
    [70, 1],
    [0, 'LTYPE'],
    [2, 'CONTINUOUS'],
    [70, 0],
    [3, 'Solid line'],
    [72, 65],
    [73, 0],
    [40, 0],
    [0, 'ENDTAB'],
    [0, 'TABLE'],
    [2, 'LAYER'],
    [70, layers.length],
    ...layers.flatMap(({ name, colour }): Tag[] => [
      [0, 'LAYER'],
      [2, name],
      [70, 0],
      [62, colour],
      [6, 'CONTINUOUS'],
    ]),
    [0, 'ENDTAB'],
    [0, 'ENDSEC'],
  ];
}
