import DxfParser, {
  type IArcEntity,
  type ICircleEntity,
  type IEllipseEntity,
  type ILineEntity,
  type ILwpolylineEntity,
} from 'dxf-parser';
import { type Box, type Contour, boxOf, contourLength, signedArea } from '../../geometry';
import { contoursDrawn } from '../vector-drawing';
import { readDxf } from './read';

/** A file of the given entities, each a row of group codes and values. */
const file = (entities: string, { header = '', tables = '', blocks = '' } = {}) =>
  tags(
    `0 SECTION 2 HEADER ${header} 0 ENDSEC 0 SECTION 2 TABLES ${tables} 0 ENDSEC ` +
      `0 SECTION 2 BLOCKS ${blocks} 0 ENDSEC 0 SECTION 2 ENTITIES ${entities} 0 ENDSEC 0 EOF`,
  );
const tags = (row: string) => {
  const words = row.trim().split(/\s+/);
  const lines: string[] = [];
  for (let i = 0; i < words.length; i += 2) lines.push(words[i], words[i + 1]);
  return `${lines.join('\n')}\n`;
};
const read = (entities: string, more = {}) => contoursDrawn(readDxf(file(entities, more)));
const box = (contours: Contour[]): Box => boxOf(contours) as Box;
const near = (found: Box, left: number, top: number, right: number, bottom: number) => {
  expect(found.left).toBeCloseTo(left, 5);
  expect(found.top).toBeCloseTo(top, 5);
  expect(found.right).toBeCloseTo(right, 5);
  expect(found.bottom).toBeCloseTo(bottom, 5);
};

const UNITS = '9 $INSUNITS 70 4';
const basics =
  '0 LINE 8 a 10 1 20 2 11 5 21 8 ' +
  '0 CIRCLE 8 b 10 10 20 10 40 3 ' +
  '0 ARC 8 b 10 0 20 0 40 5 50 30 51 150 ' +
  '0 ELLIPSE 8 c 10 3 20 4 11 6 21 0 40 .5 41 0 42 6.283185307179586 ' +
  '0 LWPOLYLINE 8 d 90 3 70 1 10 0 20 0 42 .5 10 4 20 0 10 4 20 3';

it('sees the same as a parser that is not ours (dxf-parser): kinds, places, radii, angles, layers', () => {
  const text = file(basics, { header: UNITS });
  const parsed = new DxfParser().parseSync(text);
  const ours = readDxf(text);
  const theirs = parsed?.entities ?? [];
  expect(theirs.map(({ layer }) => layer)).toEqual(ours.paths.map(({ layer }) => layer));
  const [line, circle, arc, ellipse, polyline] = contoursDrawn(ours);
  const { vertices } = theirs[0] as ILineEntity;
  expect([line.start.x, -line.start.y, line.segments[0].x, -line.segments[0].y]).toEqual(
    vertices.flatMap(({ x, y }) => [x, y]),
  );
  const { center, radius } = theirs[1] as ICircleEntity;
  near(box([circle]), center.x - radius, -center.y - radius, center.x + radius, -center.y + radius);
  const round = theirs[2] as IArcEntity;
  expect(contourLength(arc)).toBeCloseTo(round.radius * (round.endAngle - round.startAngle), 9);
  const oval = theirs[3] as IEllipseEntity;
  expect(Math.abs(signedArea(ellipse))).toBeCloseTo(Math.PI * 36 * oval.axisRatio, 2);
  const own = theirs[4] as ILwpolylineEntity;
  expect(polyline.segments.map((segment) => (segment.kind === 'arc' ? segment.bulge : 0))).toEqual(
    own.vertices.map((vertex) => vertex.bulge ?? 0),
  );
  expect(polyline.closed).toBe(own.shape);
});

describe('curves (DXF reference)', () => {
  it('an arc runs counter-clockwise, over the top here', () => {
    near(box(read('0 ARC 8 0 10 0 20 0 40 5 50 0 51 180')), -5, -5, 5, 0);
    near(box(read('0 ARC 8 0 10 0 20 0 40 5 50 180 51 0')), -5, 0, 5, 5);
    near(
      box(read('0 ARC 8 0 10 0 20 0 40 5 50 315 51 45')),
      5 * Math.SQRT1_2,
      -5 * Math.SQRT1_2,
      5,
      5 * Math.SQRT1_2,
    );
  });

  it('a turned ellipse, and part of one', () => {
    const whole = read('0 ELLIPSE 8 0 10 0 20 0 11 0 21 8 40 .5 41 0 42 6.283185307179586');
    near(box(whole), -4, -8, 4, 8);
    expect(whole[0].closed).toBe(true);
    // The parameter is counted from the long axis, counter-clockwise: from up to the left.
    near(box(read('0 ELLIPSE 8 0 10 0 20 0 11 0 21 8 40 .5 41 0 42 1.5707963267948966')), -4, -8, 0, 0);
  });

  it('an old polyline with bulges, and the places of one that is a spline', () => {
    const vertex = (x: number, y: number, more = '') => `0 VERTEX 8 0 10 ${x} 20 ${y} ${more} `;
    const half = read(`0 POLYLINE 8 0 66 1 70 1 ${vertex(0, 0, '42 1')}${vertex(10, 0)}0 SEQEND 8 0`);
    near(box(half), 0, 0, 10, 5);
    const fitted = read(
      `0 POLYLINE 8 0 66 1 70 4 ${vertex(0, 90, '70 16')}${vertex(0, 0, '70 8')}${vertex(5, 1, '70 8')}0 SEQEND 8 0`,
    );
    near(box(fitted), 0, -1, 5, 0);
  });

  it('a spline by control points ends where they do, one by fit points goes through them', () => {
    const [own] = read(
      '0 SPLINE 8 0 70 8 71 3 72 8 73 4 40 0 40 0 40 0 40 0 40 1 40 1 40 1 40 1 10 0 20 0 10 1 20 2 10 3 20 2 10 4 20 0',
    );
    expect(own.segments).toEqual([{ kind: 'cubic', x1: 1, y1: -2, x2: 3, y2: -2, x: 4, y: 0 }]);
    const [given] = read('0 SPLINE 8 0 70 8 71 3 74 3 11 0 21 0 11 5 21 5 11 10 21 0');
    expect(given.segments.map(({ x, y }) => [x, y])).toEqual([
      [5, -5],
      [10, 0],
    ]);
  });

  it('outlines of solids, whose third and fourth corner are the other way round', () => {
    const [solid] = read('0 SOLID 8 0 10 0 20 0 11 4 21 0 12 0 22 3 13 4 23 3');
    expect(Math.abs(signedArea(solid))).toBeCloseTo(12, 9);
    const [triangle] = read('0 3DFACE 8 0 10 0 20 0 11 4 21 0 12 4 22 3 13 4 23 3');
    expect(triangle.segments).toHaveLength(3);
  });

  it('boundaries of hatches, as polylines and by edges', () => {
    const head = '0 HATCH 8 0 10 0 20 0 30 0 210 0 220 0 230 1 2 SOLID 70 1 71 0';
    const [square, round] = read(
      `${head} 91 2 92 3 72 0 73 1 93 4 10 0 20 0 10 4 20 0 10 4 20 4 10 0 20 4 97 0 ` +
        '92 1 93 2 72 2 10 2 20 2 40 1 50 0 51 180 73 1 72 1 10 1 20 2 11 3 21 2 97 0 75 0 76 1',
    );
    expect(Math.abs(signedArea(square))).toBeCloseTo(16, 9);
    expect(Math.abs(signedArea(round))).toBeCloseTo(Math.PI / 2, 6);
    near(box([round]), 1, -3, 3, -2);
  });

  it('a boundary that runs clockwise has its angles counted that way', () => {
    const [arc] = read(
      '0 HATCH 8 0 91 1 92 1 93 2 72 2 10 0 20 0 40 2 50 180 51 360 73 0 72 1 10 2 20 0 11 -2 21 0 97 0',
    );
    near(box([arc]), -2, -2, 2, 0);
  });
});

describe('frames of their own (DXF reference, arbitrary axis algorithm)', () => {
  it('straight down mirrors from left to right', () => {
    near(box(read('0 CIRCLE 8 0 10 5 20 1 40 1 210 0 220 0 230 -1')), -6, -2, -4, 0);
    near(box(read('0 LWPOLYLINE 8 0 70 0 10 1 20 0 42 1 10 3 20 0 210 0 220 0 230 -1')), -3, 0, -1, 1);
    near(box(read('0 LINE 8 0 10 1 20 0 11 3 21 2 210 0 220 0 230 -1')), 1, -2, 3, 0);
  });

  it('a tilted circle is seen as an ellipse', () => {
    const [oval] = read('0 CIRCLE 8 0 10 0 20 0 40 10 210 0 220 .7071067811865476 230 .7071067811865476');
    near(box([oval]), -10, -10 * Math.SQRT1_2, 10, 10 * Math.SQRT1_2);
  });
});

describe('blocks', () => {
  const blocks =
    '0 BLOCK 8 0 2 tag 70 0 10 1 20 0 0 LINE 8 0 10 1 20 0 11 3 21 0 0 CIRCLE 8 own 62 1 10 2 20 1 40 1 0 ENDBLK 8 0';

  it('are placed by base, scale and turn, and take over the layer they are put in on', () => {
    const text = file('0 INSERT 8 part 2 TAG 10 10 20 20 41 2 42 2 50 90', { blocks });
    const { paths } = readDxf(text);
    expect(paths.map(({ layer }) => layer)).toEqual(['part', 'own']);
    expect(paths[1].colour).toBe('#ff0000');
    near(box(paths[0].contours), 10, -24, 10, -20);
    near(box(paths[1].contours), 6, -24, 10, -20);
  });

  it('scaled unevenly make ellipses; in rows and columns they come again', () => {
    const [, oval] = read('0 INSERT 8 0 2 tag 10 0 20 0 41 3 42 1', { blocks });
    near(box([oval]), 0, -2, 6, 0);
    expect(read('0 INSERT 8 0 2 tag 10 0 20 0 70 3 71 2 44 10 45 10', { blocks })).toHaveLength(12);
    near(box(read('0 INSERT 8 0 2 tag 10 0 20 0 70 3 71 2 44 10 45 10', { blocks })), 0, -12, 22, 0);
  });

  it('in blocks go on, and in themselves end with a sentence', () => {
    const outer = `${blocks} 0 BLOCK 2 pair 10 0 20 0 0 INSERT 8 0 2 tag 10 1 20 0 0 INSERT 8 0 2 tag 10 9 20 0 0 ENDBLK 8 0`;
    expect(read('0 INSERT 8 0 2 pair 10 0 20 0', { blocks: outer })).toHaveLength(4);
    const endless = '0 BLOCK 2 a 10 0 20 0 0 INSERT 8 0 2 a 10 0 20 0 0 ENDBLK 8 0';
    expect(() => read('0 INSERT 8 0 2 a 10 0 20 0', { blocks: endless })).toThrow('more than 64 deep');
  });
});

describe('units, layers and what is not taken', () => {
  it.each([
    [1, 'in', 25.4],
    [2, 'ft', 304.8],
    [4, 'mm', 1],
    [5, 'cm', 10],
    [6, 'm', 1000],
    [13, 'other', 0.001],
    [0, null, 1],
  ])('$INSUNITS %i', (code, unit, scale) => {
    const drawing = readDxf(file('0 LINE 8 0 10 0 20 0 11 2 21 0', { header: `9 $INSUNITS 70 ${code}` }));
    expect(drawing.unit).toBe(unit);
    expect(contourLength(contoursDrawn(drawing)[0])).toBeCloseTo(2 * scale, 9);
  });

  it('a unit that is said counts only where the file has none', () => {
    const line = '0 LINE 8 0 10 0 20 0 11 2 21 0';
    expect(contourLength(contoursDrawn(readDxf(file(line), 25.4))[0])).toBeCloseTo(50.8, 9);
    expect(contourLength(contoursDrawn(readDxf(file(line, { header: UNITS }), 25.4))[0])).toBeCloseTo(2, 9);
  });

  it('leaves out hidden layers, paper space, what is invisible, and says so', () => {
    const tables =
      '0 TABLE 2 LAYER 0 LAYER 2 off 70 0 62 -3 0 LAYER 2 frozen 70 1 62 3 0 LAYER 2 green 70 0 62 3 0 ENDTAB';
    const line = (more: string) => `0 LINE ${more} 10 0 20 0 11 2 21 0 `;
    const { paths, left } = readDxf(
      file(
        line('8 off') +
          line('8 frozen') +
          line('8 green') +
          line('8 0 67 1') +
          line('8 0 60 1') +
          line('8 0 62 5'),
        { tables },
      ),
    );
    expect(left).toEqual({ 'things on hidden layers': 2, 'things in paper space': 1, 'invisible things': 1 });
    expect(paths.map(({ layer, colour }) => [layer, colour])).toEqual([
      ['green', '#00ff00'],
      ['0', '#0000ff'],
    ]);
  });

  it('counts texts, dimensions, solids and unknown things', () => {
    const { left } = readDxf(
      file(
        '0 TEXT 8 0 1 tea 0 MTEXT 8 0 1 tea 0 DIMENSION 8 0 0 3DSOLID 8 0 0 OLE2FRAME 8 0 0 CIRCLE 8 0 40 0',
      ),
    );
    expect(left).toEqual({
      texts: 2,
      dimensions: 1,
      'solids and regions': 1,
      'things of kind OLE2FRAME': 1,
      'things without a form': 1,
    });
  });

  it('reads fragments without sections, any line ends, and names beyond ASCII', () => {
    const fragment = tags('0 LINE 8 Stra\\U+00DFe 10 0 20 0 11 2 21 0 0 CIRCLE 8 0 10 0 20 0 40 1');
    const drawing = readDxf(fragment);
    expect(drawing.paths.map(({ layer }) => layer)).toEqual(['Straße', '0']);
    expect(contoursDrawn(readDxf(fragment.replaceAll('\n', '\r\n')))).toHaveLength(2);
    expect(contoursDrawn(readDxf(fragment.replaceAll('\n', '\r')))).toHaveLength(2);
  });
});
