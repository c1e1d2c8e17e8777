import DxfParser, {
  type ICircleEntity,
  type ILwpolylineEntity,
  type IPolylineEntity,
  type ISplineEntity,
} from 'dxf-parser';
import { type Contour, circleContour, contourLength, signedArea, worstDistance } from '../../geometry';
import type { Drawing } from '../drawing';
import { contoursDrawn } from '../vector-drawing';
import { dxfContent } from './content';
import { readDxf } from './read';
import { writeDxf2000 } from './write-2000';
import { writeDxfR12 } from './write-r12';
import { leaf } from '../../testing/curves';

const square: Contour = {
  start: { x: 10, y: 10 },
  segments: [
    { kind: 'line', x: 10, y: 30 },
    { kind: 'line', x: 30, y: 30 },
    { kind: 'arc', x: 30, y: 10, bulge: 0.4 },
    { kind: 'line', x: 10, y: 10 },
  ],
  closed: true,
};
const drawing: Drawing = {
  frame: { left: 0, top: 0, right: 100, bottom: 60 },
  units: 'mm',
  paths: [
    { task: 'cut-through', shape: { outer: square, holes: [circleContour({ x: 20, y: 20 }, 4, true)] } },
    { task: 'score', shape: { outer: leaf, holes: [] } },
  ],
};

/** Reference: a DXF parser that is not ours. */
const parse = (text: string) => {
  const parsed = new DxfParser().parseSync(text);
  if (!parsed) throw new Error('The reference parser gave nothing.');
  return parsed;
};

describe.each([
  ['release 12', (own: Drawing) => writeDxfR12(dxfContent(own)), 'AC1009'],
  ['the year 2000', (own: Drawing) => writeDxf2000(dxfContent(own)), 'AC1015'],
])('DXF of %s', (_name, write, version) => {
  const parsed = parse(write(drawing));

  it('has version, unit and extents (DXF reference: $INSUNITS 4 is the millimetre)', () => {
    expect(parsed.header['$ACADVER']).toBe(version);
    expect(parsed.header['$INSUNITS']).toBe(4);
    const least = parsed.header['$EXTMIN'] as unknown as { x: number; y: number };
    const most = parsed.header['$EXTMAX'] as unknown as { x: number; y: number };
    expect(least.x).toBeCloseTo(10, 5);
    expect(most.y).toBeCloseTo(50, 5);
  });

  it('lays paths on the layers of their tasks', () => {
    expect(new Set(parsed.entities.map((entity) => entity.layer))).toEqual(new Set(['CUT_THROUGH', 'SCORE']));
    expect(Object.keys(parsed.tables.layer.layers)).toEqual(expect.arrayContaining(['CUT_THROUGH', 'SCORE']));
  });

  it('turns y up, from the frame’s lower left', () => {
    const circle = parsed.entities.find((entity) => entity.type === 'CIRCLE') as ICircleEntity;
    expect([circle.center.x, circle.center.y, circle.radius]).toEqual([20, 40, 4]);
  });

  it('is read back by our own reader to the same curves', () => {
    const back = contoursDrawn(readDxf(write(drawing))).map((contour) => ({
      ...contour,
      start: { x: contour.start.x, y: contour.start.y + 60 },
      segments: contour.segments.map((s) =>
        s.kind === 'cubic' ? { ...s, y: s.y + 60, y1: s.y1 + 60, y2: s.y2 + 60 } : { ...s, y: s.y + 60 },
      ),
    }));
    const meant = [square, circleContour({ x: 20, y: 20 }, 4, true), leaf];
    expect(back.every((contour) => contour.closed)).toBe(true);
    expect(worstDistance(back, meant, 0.1, 0.001)).toBeLessThan(0.01);
    expect(Math.abs(signedArea(back[0]) - signedArea(square))).toBeLessThan(1e-3);
    expect(Math.abs(contourLength(back[2]) - contourLength(leaf))).toBeLessThan(0.02);
  });
});

it('release 12 has closed polylines with the bulge (tan of a quarter of the angle, positive counter-clockwise)', () => {
  const [first] = parse(writeDxfR12(dxfContent(drawing))).entities as IPolylineEntity[];
  expect(first.shape).toBe(true);
  expect(first.vertices.map((vertex) => vertex.bulge ?? 0)).toEqual([0, 0, 0.4, 0]);
});

it('the year 2000 has true polylines and splines', () => {
  const { entities } = parse(writeDxf2000(dxfContent(drawing)));
  const polyline = entities[0] as ILwpolylineEntity;
  expect(polyline.shape).toBe(true);
  expect(polyline.vertices).toHaveLength(4);
  const spline = entities[2] as ISplineEntity;
  expect(spline.closed).toBe(true);
  expect(spline.degreeOfSplineCurve).toBe(3);
  const points = spline.controlPoints ?? [];
  expect(spline.knotValues).toHaveLength(points.length + 4);
  expect(points[0]).toEqual(points[points.length - 1]);
});

it('inches are written as inches', () => {
  const { header, entities } = parse(writeDxf2000(dxfContent({ ...drawing, units: 'in' })));
  expect(header['$INSUNITS']).toBe(1);
  expect((entities[1] as ICircleEntity).radius).toBeCloseTo(4 / 25.4, 6);
});

it('a file that is no DXF gets a sentence', () => {
  expect(() => readDxf('hello\nthere')).toThrow('no DXF entities');
});
