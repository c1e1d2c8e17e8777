import fc from 'fast-check';
import { arcCubics, arcPoint, centredArc } from './arc';
import { cubicPoint, signedArea } from './measured/measure';
import { placeContour, placeShape, reverseContour } from './maps/transform';
import { circleContour } from './arc';
import { contoursOf, nodeCount } from './contour';
import { insidePolygon, polygonArea } from './polygon';

const place = fc.double({ min: -40, max: 40, noNaN: true });
const bulge = fc.double({ min: -2.5, max: 2.5, noNaN: true }).filter((value) => Math.abs(value) > 0.02);

describe('an arc by its bulge (DXF reference: tan of a quarter of the angle, positive counter-clockwise)', () => {
  it('of 1 is half a turn, of tan(22.5 degrees) a quarter', () => {
    const from = { x: 10, y: 0 };
    expect(centredArc(from, { kind: 'arc', x: -10, y: 0, bulge: 1 })).toMatchObject({
      centre: { x: 0, y: 0 },
      radius: 10,
    });
    const quarter = centredArc(from, { kind: 'arc', x: 0, y: -10, bulge: Math.tan(Math.PI / 8) });
    expect(quarter.sweep).toBeCloseTo(Math.PI / 2, 12);
    expect(Math.hypot(quarter.centre.x, quarter.centre.y)).toBeLessThan(1e-9);
  });

  it('begins and ends at its ends', () => {
    fc.assert(
      fc.property(place, place, bulge, (x, y, value) => {
        fc.pre(Math.hypot(x, y) > 0.5);
        const arc = centredArc({ x: 0, y: 0 }, { kind: 'arc', x, y, bulge: value });
        expect(Math.hypot(arcPoint(arc, 0).x, arcPoint(arc, 0).y)).toBeLessThan(1e-6);
        expect(Math.hypot(arcPoint(arc, 1).x - x, arcPoint(arc, 1).y - y)).toBeLessThan(1e-6);
      }),
    );
  });

  it('is followed closely by its cubics', () => {
    fc.assert(
      fc.property(place, place, bulge, (x, y, value) => {
        fc.pre(Math.hypot(x, y) > 0.5);
        const arc = { kind: 'arc' as const, x, y, bulge: value };
        const { centre, radius } = centredArc({ x: 0, y: 0 }, arc);
        let from = { x: 0, y: 0 };
        for (const cubic of arcCubics(from, arc)) {
          for (const t of [0.2, 0.5, 0.9]) {
            const point = cubicPoint(from, cubic, t);
            expect(Math.abs(Math.hypot(point.x - centre.x, point.y - centre.y) - radius)).toBeLessThan(
              6e-6 * radius + 1e-9,
            );
          }
          from = cubic;
        }
        expect(Math.hypot(from.x - x, from.y - y)).toBeLessThan(1e-9);
      }),
    );
  });
});

describe('moving and turning round', () => {
  const ring = { outer: circleContour({ x: 3, y: 4 }, 5), holes: [circleContour({ x: 3, y: 4 }, 2, true)] };

  it('scales areas by the square', () => {
    const placed = placeShape(ring, { scale: 3, x: -7, y: 2 });
    expect(signedArea(placed.outer)).toBeCloseTo(9 * signedArea(ring.outer), 9);
    expect(placed.outer.start).toEqual({ x: 17, y: 14 });
  });

  it('comes back after turning round twice', () => {
    const bow = placeContour(
      {
        start: { x: 0, y: 0 },
        segments: [{ kind: 'cubic', x1: 1, y1: 2, x2: 3, y2: 4, x: 5, y: 6 }],
        closed: false,
      },
      { scale: 1, x: 0, y: 0 },
    );
    expect(reverseContour(reverseContour(bow))).toEqual(bow);
    expect(reverseContour(bow).start).toEqual({ x: 5, y: 6 });
    expect(nodeCount(bow)).toBe(2);
    expect(contoursOf([ring]).map(nodeCount)).toEqual([2, 2]);
  });
});

describe('polygons', () => {
  const square = Float64Array.from([0, 0, 0, 10, 10, 10, 10, 0]);
  it('have a sign by their direction on screen', () => {
    expect(polygonArea(square)).toBe(100);
    expect(polygonArea(Float64Array.from([0, 0, 10, 0, 10, 10, 0, 10]))).toBe(-100);
  });
  it('know what is inside', () => {
    expect(
      [
        [5, 5],
        [-1, 5],
        [11, 5],
        [5, 11],
      ].map(([x, y]) => insidePolygon(square, x, y)),
    ).toEqual([true, false, false, false]);
  });
});
