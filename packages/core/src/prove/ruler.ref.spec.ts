import fc from 'fast-check';
import { type Contour, circleContour } from '../geometry';
import type { DrawingPath } from '../format';
import { block } from '../testing/contours';
import { cutGrounds } from './cut-ground';
import {
  betweenEdges,
  edgeAt,
  footOn,
  gapBetweenShapes,
  measuredBetween,
  narrowestIn,
  narrowestOf,
  radiusAt,
} from './ruler';

const cut = (outer: Contour): DrawingPath => ({ task: 'cut-through', shape: { outer, holes: [] } });
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
    expect(radiusAt(block(0, 0, 10, 10), { x: 5, y: 0.2 })).toBeUndefined();
  });
});

describe('edges', () => {
  const bar = block(10, 20, 30, 5);

  it('that are parallel are told with how far they are apart, others with their angle', () => {
    const [left, right] = [
      { x: 10, y: 22 },
      { x: 40, y: 24 },
    ];
    const [one, other] = [edgeAt(bar, left), edgeAt(bar, right)];
    if (!one || !other) throw new Error('no edges');
    expect(betweenEdges(left, one, right, other)).toEqual({ apart: 30 });
    const above = { x: 20, y: 20 };
    expect(betweenEdges(left, one, above, edgeAt(bar, above) ?? one)).toEqual({ degrees: 90 });
    expect(footOn(right, other, left)).toEqual({ x: 40, y: 22 });
    expect(edgeAt(circleContour({ x: 0, y: 0 }, 5), { x: 5, y: 0 })).toBeUndefined();
  });

  it('at any angle meet at the angle between their directions', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 90 }), (angle) => {
        const turned = { x: Math.cos((angle * Math.PI) / 180), y: Math.sin((angle * Math.PI) / 180) };
        const found = betweenEdges({ x: 0, y: 0 }, { x: -1, y: 0 }, { x: 3, y: 4 }, turned);
        expect('degrees' in found && found.degrees).toBeCloseTo(angle, 9);
      }),
    );
  });
});

describe('the gap between two shapes', () => {
  it('of discs is the distance of their middles less both radii', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 20, noNaN: true }),
        fc.double({ min: 2, max: 20, noNaN: true }),
        fc.double({ min: 0.05, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 6, noNaN: true }),
        (r, R, gap, turn) => {
          const d = r + R + gap;
          const found = gapBetweenShapes(
            [circleContour({ x: 0, y: 0 }, r)],
            [circleContour({ x: d * Math.cos(turn), y: d * Math.sin(turn) }, R)],
          );
          expect(Math.abs((found?.width ?? 0) - gap)).toBeLessThan(0.002);
          expect(found?.at.x).toBeCloseTo((r + gap / 2) * Math.cos(turn), 1);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is none where they cross, and nothing without shapes', () => {
    expect(
      gapBetweenShapes([circleContour({ x: 0, y: 0 }, 5)], [circleContour({ x: 6, y: 0 }, 5)])?.width,
    ).toBe(0);
    expect(gapBetweenShapes([], [])).toBeUndefined();
  });
});

describe('the narrowest place', () => {
  it('of one shape lies between its own rims, whichever way they run', () => {
    const found = narrowestIn([circleContour({ x: 3, y: 0 }, 12, true), circleContour({ x: 0, y: 0 }, 20)]);
    expect(found?.width).toBeCloseTo(5, 3);
    expect([found?.from.x, found?.to.x].map((x) => Math.round(x ?? 0)).sort()).toEqual([15, 20]);
  });

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
      narrowestOf(cutGrounds([cut(block(0, 0, 90, 7)), cut(circleContour({ x: 40, y: 3.5 }, 3))]))?.width,
    ).toBeCloseTo(0.5, 2);
    expect(narrowestOf(cutGrounds([]))).toBeUndefined();
  });
});
