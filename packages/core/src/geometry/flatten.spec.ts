import fc from 'fast-check';
import { arcPoint, centredArc } from './arc';
import type { Contour } from './contour';
import { distanceToChords, indexChords, worstDistance } from './near/distance';
import { flatten } from './flatten';
import { cubicPoint } from './measured/measure';

const place = fc.double({ min: -50, max: 50, noNaN: true });
const tolerances = fc.constantFrom(0.001, 0.01, 0.1, 1);

describe('flatten', () => {
  it('keeps cubics within the tolerance', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 8, maxLength: 8 }), tolerances, (p, tolerance) => {
        const start = { x: p[0], y: p[1] };
        const cubic = { kind: 'cubic' as const, x1: p[2], y1: p[3], x2: p[4], y2: p[5], x: p[6], y: p[7] };
        const chords = indexChords([{ start, segments: [cubic], closed: false }], tolerance);
        for (let k = 0; k <= 60; k++) {
          const { x, y } = cubicPoint(start, cubic, k / 60);
          expect(distanceToChords(chords, x, y)).toBeLessThanOrEqual(tolerance + 1e-9);
        }
      }),
    );
  });

  it('keeps arcs within the tolerance, either way round', () => {
    const bulges = fc.double({ min: -3, max: 3, noNaN: true }).filter((bulge) => Math.abs(bulge) > 0.01);
    fc.assert(
      fc.property(place, place, bulges, tolerances, (x, y, bulge, tolerance) => {
        fc.pre(Math.hypot(x, y) > 1);
        const arc = { kind: 'arc' as const, x, y, bulge };
        const contour: Contour = { start: { x: 0, y: 0 }, segments: [arc], closed: false };
        const chords = indexChords([contour], tolerance);
        const whole = centredArc(contour.start, arc);
        for (let k = 0; k <= 60; k++) {
          const point = arcPoint(whole, k / 60);
          expect(distanceToChords(chords, point.x, point.y)).toBeLessThanOrEqual(tolerance + 1e-6);
        }
      }),
    );
  });

  it('does not repeat the first point of a closed contour', () => {
    const square: Contour = {
      start: { x: 0, y: 0 },
      segments: [
        { kind: 'line', x: 0, y: 2 },
        { kind: 'line', x: 2, y: 2 },
        { kind: 'line', x: 0, y: 0 },
      ],
      closed: true,
    };
    expect([...flatten(square, 0.1)]).toEqual([0, 0, 0, 2, 2, 2]);
  });
});

it('worstDistance is that of the farther of the two ways', () => {
  const line = (x: number, y: number): Contour => ({
    start: { x: 0, y: 0 },
    segments: [{ kind: 'line', x, y }],
    closed: false,
  });
  expect(worstDistance([line(10, 0)], [line(20, 0)], 0.5, 0.01)).toBeCloseTo(10, 0);
  expect(worstDistance([line(10, 0)], [line(10, 0)], 0.5, 0.01)).toBeLessThan(1e-9);
  expect(worstDistance([line(10, 0)], [], 0.5, 0.01)).toBe(Infinity);
});
