import { arcCubics, circleContour } from '../arc';
import type { Contour } from '../contour';
import { boxOf, contourLength, cubicPoint, signedArea } from './measure';
import { reverseContour } from '../maps/transform';

const KAPPA = (4 / 3) * (Math.SQRT2 - 1);

describe('the cubic quarter circle (handle 4/3 (sqrt 2 - 1) = 0.55228475, largest radial error 2.73e-4)', () => {
  const from = { x: 1, y: 0 };
  const quarter = { kind: 'cubic' as const, x1: 1, y1: -KAPPA, x2: KAPPA, y2: -1, x: 0, y: -1 };

  it('has the published handle and error', () => {
    expect(KAPPA).toBeCloseTo(0.55228475, 8);
    const off = Array.from({ length: 1001 }, (_, k) => {
      const { x, y } = cubicPoint(from, quarter, k / 1000);
      return Math.hypot(x, y) - 1;
    });
    expect(Math.max(...off)).toBeCloseTo(2.73e-4, 6);
    expect(Math.min(...off)).toBeGreaterThan(-1e-9);
  });

  it('is far closer when an arc is cut into eighths', () => {
    const arc = { kind: 'arc' as const, x: 0, y: -1, bulge: Math.tan(Math.PI / 8) };
    let start = from;
    for (const cubic of arcCubics(from, arc)) {
      for (let k = 0; k <= 100; k++) {
        const { x, y } = cubicPoint(start, cubic, k / 100);
        expect(Math.abs(Math.hypot(x, y) - 1)).toBeLessThan(5e-6);
      }
      start = cubic;
    }
  });
});

describe('area by Green’s theorem', () => {
  it.each([1, 7.5, 120])('of a circle of radius %d is pi r^2, its length 2 pi r', (radius) => {
    const circle = circleContour({ x: 3, y: -4 }, radius);
    expect(signedArea(circle)).toBeCloseTo(Math.PI * radius ** 2, 8);
    expect(signedArea(reverseContour(circle))).toBeCloseTo(-Math.PI * radius ** 2, 8);
    expect(contourLength(circle)).toBeCloseTo(2 * Math.PI * radius, 8);
  });

  it('under a parabola written as a cubic is two thirds of its box (Archimedes)', () => {
    // y = x (2 - x) on [0, 2] as a quadratic with handle (1, 2), raised to a cubic.
    const contour: Contour = {
      start: { x: 2, y: 0 },
      segments: [
        { kind: 'cubic', x1: 4 / 3, y1: -4 / 3, x2: 2 / 3, y2: -4 / 3, x: 0, y: 0 },
        { kind: 'line', x: 2, y: 0 },
      ],
      closed: true,
    };
    expect(signedArea(contour)).toBeCloseTo((2 / 3) * 2 * 1, 12);
    // The parabola's length is known in closed form: sqrt 5 + asinh(2) / 2.
    expect(contourLength({ ...contour, segments: contour.segments.slice(0, 1) })).toBeCloseTo(
      Math.sqrt(5) + Math.asinh(2) / 2,
      8,
    );
  });
});

describe('boxOf', () => {
  it('takes curves by their extremes, not by their nodes', () => {
    expect(boxOf([circleContour({ x: 10, y: 20 }, 5)])).toEqual({ left: 5, top: 15, right: 15, bottom: 25 });
    const bow: Contour = {
      start: { x: 0, y: 0 },
      segments: [{ kind: 'cubic', x1: 0, y1: 4, x2: 3, y2: 4, x: 3, y: 0 }],
      closed: false,
    };
    expect(boxOf([bow])).toEqual({ left: 0, top: 0, right: 3, bottom: 3 });
  });

  it('is undefined for nothing', () => expect(boxOf([])).toBeUndefined());
});
