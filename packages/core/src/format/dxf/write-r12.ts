import { type DxfContent, extentsOf } from './content';
import { type Tag, writeTags } from './tags';
import { verticesOf, wholeCircle } from './vertices';

/** Curves are cut into chords no farther off than this, in millimetres. */
const FLATTENED_WITHIN = 0.01;

/** Release 12 DXF (AC1009): circles, and polylines with bulges, which every machine reads. */
export function writeDxfR12(content: DxfContent): string {
  return writeTags([
    ...header(content),
    ...tables(content),
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...content.contours.flatMap(({ layer, contour, colour }): Tag[] => {
      const own: Tag[] = colour === undefined ? [] : [[62, colour]];
      const circle = wholeCircle(contour);
      if (circle) {
        const { x, y } = content.point(circle);
        return [
          [0, 'CIRCLE'],
          [8, layer],
          ...own,
          [10, x],
          [20, y],
          [30, 0],
          [40, circle.radius * content.scale],
        ];
      }
      return [
        [0, 'POLYLINE'],
        [8, layer],
        ...own,
        [66, 1],
        [10, 0],
        [20, 0],
        [30, 0],
        [70, contour.closed ? 1 : 0],
        ...verticesOf(contour, FLATTENED_WITHIN * 0.8).flatMap((vertex): Tag[] => {
          const { x, y } = content.point(vertex);
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

function header(content: DxfContent): Tag[] {
  const { least, most } = extentsOf(content);
  return [
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    [9, '$INSUNITS'],
    [70, content.insunits],
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

function tables({ layers }: DxfContent): Tag[] {
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
