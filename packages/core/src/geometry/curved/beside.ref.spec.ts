import fc from 'fast-check';
import { offset } from '../measured/areas';
import { alongOf, nearestAlong, onAt } from '../nodes/along';
import { circleContour } from '../arc';
import { movedSideways } from './beside';
import { asArcs } from './biarcs';
import type { Contour, Segment } from '../contour';
import { placeOn } from './part';
import { worstDistance } from '../near/distance';
import { signedArea } from '../measured/measure';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** Smooth egg-like contours of four cubics, counter-clockwise on screen. */
const egg = fc
  .record({ a: number(10, 60), b: number(10, 60), lean: number(-0.4, 0.4), full: number(0.4, 0.7) })
  .map(({ a, b, lean, full }): Contour => {
    const quarter = (x1: number, y1: number, x2: number, y2: number, x: number, y: number): Segment => ({
      kind: 'cubic',
      x1: x1 + lean * y1,
      y1,
      x2: x2 + lean * y2,
      y2,
      x: x + lean * y,
      y,
    });
    return {
      start: { x: a, y: 0 },
      segments: [
        quarter(a, -full * b, full * a, -b, 0, -b),
        quarter(-full * a, -b, -a, -full * b, -a, 0),
        quarter(-a, full * b, -full * a, b, 0, b),
        quarter(full * a, b, a, full * b, a, 0),
      ],
      closed: true,
    };
  });
const rectangle: Contour = {
  start: { x: 0, y: 0 },
  segments: [
    [0, 30],
    [50, 30],
    [50, 0],
    [0, 0],
  ].map(([x, y]) => ({ kind: 'line', x, y })),
  closed: true,
};

describe('pairs of arcs for cubics', () => {
  it('lie as near as is asked for, from both sides, and enclose the same area', () =>
    fc.assert(
      fc.property(egg, fc.constantFrom(0.1, 0.01, 0.001), (contour, tolerance) => {
        const arcs = asArcs(contour, tolerance);
        expect(arcs.segments.some(({ kind }) => kind === 'cubic')).toBe(false);
        expect(worstDistance([arcs], [contour], 0.2, tolerance / 20)).toBeLessThanOrEqual(tolerance * 1.1);
        expect(worstDistance([contour], [arcs], 0.2, tolerance / 20)).toBeLessThanOrEqual(tolerance * 1.1);
        const around = alongOf(contour).length;
        expect(Math.abs(signedArea(arcs) - signedArea(contour))).toBeLessThan(tolerance * around);
      }),
      { numRuns: 40 },
    ));

  it('leave lines and arcs as they are', () => expect(asArcs(rectangle, 0.01)).toBe(rectangle));
});

describe('a contour moved sideways', () => {
  // clipper2-ts, a general-purpose library, offsets the same contour in fine chords.
  it('lies where a library that is not ours has it', () =>
    fc.assert(
      fc.property(egg, number(-1.5, 3), (contour, distance) => {
        const moved = movedSideways(asArcs(contour, 0.0005), distance);
        if (!moved) throw new Error('it has room');
        const reference = offset([contour], distance, 'round', 0.0005);
        expect(reference).toHaveLength(1);
        expect(worstDistance([moved], reference, 0.2, 0.0005)).toBeLessThan(0.004);
        expect(worstDistance(reference, [moved], 0.2, 0.0005)).toBeLessThan(0.004);
      }),
      { numRuns: 40 },
    ));

  // Steiner's formula: the area of a convex region grown by d is A + L d + pi d².
  it('is as large as Steiner’s formula has it, circles and rectangles exactly', () => {
    for (const [contour, area, length] of [
      [circleContour({ x: 3, y: 4 }, 10), 100 * Math.PI, 20 * Math.PI],
      [rectangle, 1500, 160],
    ] as const) {
      const moved = movedSideways(contour, 2);
      if (!moved) throw new Error('it has room');
      expect(Math.abs(signedArea(moved))).toBeCloseTo(area + 2 * length + 4 * Math.PI, 9);
    }
    const smaller = movedSideways(rectangle, -2);
    expect(smaller && Math.abs(signedArea(smaller))).toBeCloseTo(46 * 26, 9);
  });

  it('is not made where some of it would have to be cut away', () => {
    expect(movedSideways(circleContour({ x: 0, y: 0 }, 1), -1.5)).toBeUndefined();
    expect(movedSideways(rectangle, -16)).toBeUndefined();
  });
});

it('how far along a contour the place nearest to a point lies', () =>
  fc.assert(
    fc.property(egg, number(0, 1), number(-0.5, 0.5), (cubic, share, aside) => {
      for (const contour of [cubic, asArcs(cubic, 0.01), rectangle]) {
        const along = alongOf(contour);
        const at = placeOn(contour, onAt(along, share * along.length));
        const found = placeOn(
          contour,
          onAt(along, nearestAlong(along, { x: at.x + aside, y: at.y + aside })),
        );
        // No place on it is nearer.
        const off = Math.hypot(found.x - at.x - aside, found.y - at.y - aside);
        for (let k = 0; k < 400; k++) {
          const other = placeOn(contour, onAt(along, (k / 400) * along.length));
          expect(Math.hypot(other.x - at.x - aside, other.y - at.y - aside)).toBeGreaterThan(off - 1e-6);
        }
      }
    }),
    { numRuns: 20 },
  ));
