import { type Contour, type Cubic, type Point, type Segment, arcCubics, eachSegment } from '../../geometry';
import { type DxfContent, type LayeredContour, extentsOf } from './content';
import { type Tag, writeTags } from './tags';
import { verticesOf, wholeCircle } from './vertices';

/** Fixed handles of the tables and blocks that the format demands; entities count on from FIRST_ENTITY. */
const HANDLE = {
  vport: '1',
  ltype: '2',
  layer: '3',
  style: '4',
  view: '5',
  ucs: '6',
  appid: '7',
  dimstyle: '8',
  blockRecord: '9',
  modelRecord: 'A',
  paperRecord: 'B',
  dictionary: 'C',
  group: 'D',
};
const FIRST_TABLE_ENTRY = 0x20;
const FIRST_ENTITY = 0x100;

/**
 * DXF of the year 2000 (AC1015): CIRCLE where a contour is one, LWPOLYLINE with bulges where
 * it is lines and arcs, and one closed SPLINE of degree 3 where it has cubics, which it holds exactly.
 */
export function writeDxf2000(content: DxfContent): string {
  const { contours } = content;
  const entities = contours.flatMap((one, i): Tag[] =>
    entity(one, (FIRST_ENTITY + i).toString(16).toUpperCase(), content),
  );
  return writeTags([
    ...header(content, FIRST_ENTITY + contours.length),
    ...section('CLASSES', []),
    ...section('TABLES', tables(content)),
    ...section('BLOCKS', [
      ...block('*Model_Space', HANDLE.modelRecord, '18'),
      ...block('*Paper_Space', HANDLE.paperRecord, '1A'),
    ]),
    ...section('ENTITIES', entities),
    ...section('OBJECTS', objects()),
    [0, 'EOF'],
  ]);
}

const section = (name: string, content: Tag[]): Tag[] => [
  [0, 'SECTION'],
  [2, name],
  ...content,
  [0, 'ENDSEC'],
];

function header(content: DxfContent, nextHandle: number): Tag[] {
  const { least, most } = extentsOf(content);
  return section('HEADER', [
    [9, '$ACADVER'],
    [1, 'AC1015'],
    [9, '$HANDSEED'],
    [5, nextHandle.toString(16).toUpperCase()],
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
  ]);
}

function entity({ contour, layer, colour }: LayeredContour, handle: string, content: DxfContent): Tag[] {
  const common = (kind: string, subclass: string): Tag[] => [
    [0, kind],
    [5, handle],
    [330, HANDLE.modelRecord],
    [100, 'AcDbEntity'],
    [8, layer],
    ...(colour === undefined ? [] : ([[62, colour]] as Tag[])),
    [100, subclass],
  ];
  const circle = wholeCircle(contour);
  if (circle) {
    const { x, y } = content.point(circle);
    return [
      ...common('CIRCLE', 'AcDbCircle'),
      [10, x],
      [20, y],
      [30, 0],
      [40, circle.radius * content.scale],
    ];
  }
  if (contour.segments.some((segment) => segment.kind === 'cubic')) {
    return [...common('SPLINE', 'AcDbSpline'), ...spline(contour, content)];
  }
  const vertices = verticesOf(contour, 0.01);
  return [
    ...common('LWPOLYLINE', 'AcDbPolyline'),
    [90, vertices.length],
    [70, contour.closed ? 1 : 0],
    ...vertices.flatMap((vertex): Tag[] => {
      const { x, y } = content.point(vertex);
      return vertex.bulge === 0
        ? [
            [10, x],
            [20, y],
          ]
        : [
            [10, x],
            [20, y],
            [42, vertex.bulge],
          ];
    }),
  ];
}

/** Bezier pieces in a row as one clamped B-spline: every inner knot three times. */
function spline(contour: Contour, content: DxfContent): Tag[] {
  const points: Point[] = [contour.start];
  eachSegment(contour, (from, segment) => {
    for (const { x1, y1, x2, y2, x, y } of cubicsOf(from, segment)) {
      points.push({ x: x1, y: y1 }, { x: x2, y: y2 }, { x, y });
    }
  });
  const pieces = (points.length - 1) / 3;
  const knots: Tag[] = [];
  for (let k = 0; k <= pieces; k++) {
    const times = k === 0 || k === pieces ? 4 : 3;
    for (let n = 0; n < times; n++) knots.push([40, k]);
  }
  return [
    // Flags of the DXF reference: 1 closed, 8 planar.
    [210, 0],
    [220, 0],
    [230, 1],
    [70, contour.closed ? 9 : 8],
    [71, 3],
    [72, knots.length],
    [73, points.length],
    [74, 0],
    ...knots,
    ...points.flatMap((point): Tag[] => {
      const { x, y } = content.point(point);
      return [
        [10, x],
        [20, y],
        [30, 0],
      ];
    }),
  ];
}

/** A segment as cubics: a line with its handles at the thirds, an arc in eighths of a turn. */
function cubicsOf(from: Point, segment: Segment): Cubic[] {
  if (segment.kind === 'cubic') return [segment];
  if (segment.kind === 'arc' && segment.bulge !== 0) return arcCubics(from, segment);
  const first = between(from, segment, 1 / 3);
  const second = between(from, segment, 2 / 3);
  return [
    { kind: 'cubic', x1: first.x, y1: first.y, x2: second.x, y2: second.y, x: segment.x, y: segment.y },
  ];
}

const between = (a: Point, b: Point, share: number): Point => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
});

/** Table of one kind with its entries; each entry has its own handle and the record class the format asks for. */
function table(name: string, handle: string, entries: Tag[][]): Tag[] {
  return [
    [0, 'TABLE'],
    [2, name],
    [5, handle],
    [330, '0'],
    [100, 'AcDbSymbolTable'],
    [70, entries.length],
    ...(name === 'DIMSTYLE' ? ([[100, 'AcDbDimStyleTable']] as Tag[]) : []),
    ...entries.flat(),
    [0, 'ENDTAB'],
  ];
}

function tables({ layers }: DxfContent): Tag[] {
  let next = FIRST_TABLE_ENTRY;
  const entry = (kind: string, owner: string, subclass: string, rest: Tag[], handle?: string): Tag[] => [
    [0, kind],
    [5, handle ?? (next++).toString(16).toUpperCase()],
    [330, owner],
    [100, 'AcDbSymbolTableRecord'],
    [100, subclass],
    ...rest,
  ];
  const lineType = (name: string) =>
    entry('LTYPE', HANDLE.ltype, 'AcDbLinetypeTableRecord', [
      [2, name],
      [70, 0],
      [3, ''],
      [72, 65],
      [73, 0],
      [40, 0],
    ]);
  const layer = (name: string, colour: number) =>
    entry('LAYER', HANDLE.layer, 'AcDbLayerTableRecord', [
      [2, name],
      [70, 0],
      [62, colour],
      [6, 'CONTINUOUS'],
    ]);
  const record = (name: string, handle: string) =>
    entry('BLOCK_RECORD', HANDLE.blockRecord, 'AcDbBlockTableRecord', [[2, name]], handle);
  return [
    ...table('VPORT', HANDLE.vport, []),
    ...table('LTYPE', HANDLE.ltype, ['ByBlock', 'ByLayer', 'Continuous'].map(lineType)),
    ...table('LAYER', HANDLE.layer, [
      layer('0', 7),
      ...layers.filter(({ name }) => name !== '0').map(({ name, colour }) => layer(name, colour)),
    ]),
    ...table('STYLE', HANDLE.style, []),
    ...table('VIEW', HANDLE.view, []),
    ...table('UCS', HANDLE.ucs, []),
    ...table('APPID', HANDLE.appid, [
      entry('APPID', HANDLE.appid, 'AcDbRegAppTableRecord', [
        [2, 'ACAD'],
        [70, 0],
      ]),
    ]),
    ...table('DIMSTYLE', HANDLE.dimstyle, []),
    ...table('BLOCK_RECORD', HANDLE.blockRecord, [
      record('*Model_Space', HANDLE.modelRecord),
      record('*Paper_Space', HANDLE.paperRecord),
    ]),
  ];
}

function block(name: string, owner: string, firstHandle: string): Tag[] {
  const endHandle = (Number.parseInt(firstHandle, 16) + 1).toString(16).toUpperCase();
  return [
    [0, 'BLOCK'],
    [5, firstHandle],
    [330, owner],
    [100, 'AcDbEntity'],
    [8, '0'],
    [100, 'AcDbBlockBegin'],
    [2, name],
    [70, 0],
    [10, 0],
    [20, 0],
    [30, 0],
    [3, name],
    [1, ''],
    [0, 'ENDBLK'],
    [5, endHandle],
    [330, owner],
    [100, 'AcDbEntity'],
    [8, '0'],
    [100, 'AcDbBlockEnd'],
  ];
}

function objects(): Tag[] {
  return [
    [0, 'DICTIONARY'],
    [5, HANDLE.dictionary],
    [330, '0'],
    [100, 'AcDbDictionary'],
    [281, 1],
    [3, 'ACAD_GROUP'],
    [350, HANDLE.group],
    [0, 'DICTIONARY'],
    [5, HANDLE.group],
    [330, HANDLE.dictionary],
    [100, 'AcDbDictionary'],
    [281, 1],
  ];
}
