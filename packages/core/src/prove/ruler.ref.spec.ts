import fc from 'fast-check';
import { type Contour, circleContour } from '../geometry';
import type { DrawingPath } from '../format';
import { cutGrounds } from './cut-ground';
import { measuredBetween, narrowestOf, radiusAt } from './ruler';

const cut = (outer: Contour): DrawingPath => ({ task: 'cut-through', shape: { outer, holes: [] } });
const rectangle = (x: number, y: number, width: number, height: number): Contour => ({
  start: { x, y },
  segments: [
    { kind: 'line', x, y: y + height },
    { kind: 'line', x: x + width, y: y + height },
    { kind: 'line', x: x + width, y },
    { kind: 'line', x, y },
  ],
  closed: true,
});

describe('the ruler', () => {
  it('measures straight, across, down and the angle up from level, whichever end is first', () => {
    expect(measuredBetween({ x: 0, y: 0 }, { x: 30, y: -40 })).toMatchObject({
      length: 50,
      across: 30,
      down: 40,
    });
    expect(measuredBetween({ x: 0, y: 0 }, { x: 30, y: -30 }).degrees).toBeCloseTo(45, 9);
    expect(measuredBetween({ x: 30, y: -30 }, { x: 0, y: 0 }).degrees).toBeCloseTo(45, 9);
    expect(measuredBetween({ x: 0, y: 0 }, { x: 0, y: 9 }).degrees).toBeCloseTo(90, 9);
    expect(measuredBetween({ x: 2, y: 2 }, { x: 2, y: 2 })).toEqual({
      length: 0,
      across: 0,
      down: 0,
      degrees: 0,
    });
  });

  it('tells the radius of an arc, and none of a line', () => {
    expect(radiusAt(circleContour({ x: 5, y: 5 }, 9.525), { x: 14, y: 6 })).toBeCloseTo(9.525, 9);
    expect(radiusAt(rectangle(0, 0, 10, 10), { x: 5, y: 0.2 })).toBeUndefined();
  });
});

describe('the narrowest place', () => {
  // Plane geometry: two circles about one middle are everywhere as far apart as their radii differ.
  it('of a ring is the difference of its radii', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 12, noNaN: true }), (width) => {
        const found = narrowestOf(
          cutGrounds([
            cut(circleContour({ x: 0, y: 0 }, 40)),
            cut(circleContour({ x: 0, y: 0 }, 40 - width)),
          ]),
        );
        expect(found?.width).toBeCloseTo(width, 2);
      }),
      { numRuns: 30 },
    ));

  // Common practice, no source: at three times the size what was 1.22 mm is 3.66 mm.
  it('is three times as wide at three times the size', () => {
    const ring = (scale: number) =>
      narrowestOf(
        cutGrounds([
          cut(circleContour({ x: 0, y: 0 }, 20 * scale)),
          cut(circleContour({ x: 0, y: 0 }, 18.78 * scale)),
        ]),
      );
    expect(ring(1)?.width).toBeCloseTo(1.22, 2);
    expect(ring(3)?.width).toBeCloseTo(3.66, 2);
  });

  it('of a strip is its width, where a hole is near the rim that wall', () => {
    expect(
      narrowestOf(cutGrounds([cut(rectangle(0, 0, 90, 7)), cut(circleContour({ x: 40, y: 3.5 }, 3))]))?.width,
    ).toBeCloseTo(0.5, 2);
    expect(narrowestOf(cutGrounds([]))).toBeUndefined();
  });
});
