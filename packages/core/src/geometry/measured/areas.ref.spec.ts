import { type Contour, circleContour } from '..';
import { intersected, offset, penned, subtracted, united } from './areas';
import { boxOf, signedArea } from './measure';

const area = (contours: readonly Contour[]) =>
  Math.abs(contours.reduce((sum, one) => sum + signedArea(one), 0));
const box = (left: number, top: number, size: number): Contour => ({
  start: { x: left, y: top },
  segments: [
    { kind: 'line', x: left, y: top + size },
    { kind: 'line', x: left + size, y: top + size },
    { kind: 'line', x: left + size, y: top },
    { kind: 'line', x: left, y: top },
  ],
  closed: true,
});

describe('areas', () => {
  it('of two circles agree with the lens formula', () => {
    // Area of the lens of two circles of radius r, centres d apart: 2 r^2 acos(d / 2r) - d/2 sqrt(4r^2 - d^2)
    // (Weisstein, "Circle-Circle Intersection", MathWorld, equation 15).
    const [r, d] = [10, 12];
    const lens = 2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d);
    const a = [circleContour({ x: 0, y: 0 }, r)];
    const b = [circleContour({ x: d, y: 0 }, r)];
    const close = (value: number, to: number) => expect(Math.abs(value - to)).toBeLessThan(0.6);
    close(area(intersected(a, b)), lens);
    close(area(united(a, b)), 2 * Math.PI * r * r - lens);
    close(area(subtracted(a, b)), Math.PI * r * r - lens);
  });

  it('grow by Steiner’s formula: area + perimeter x distance + pi x distance squared', () => {
    expect(area(offset([box(0, 0, 20)], 3))).toBeCloseTo(400 + 80 * 3 + Math.PI * 9, 0);
    expect(area(offset([box(0, 0, 20)], 3, 'sharp'))).toBeCloseTo(26 * 26, 3);
    expect(area(offset([box(0, 0, 20)], -3))).toBeCloseTo(14 * 14, 3);
    expect(offset([box(0, 0, 20)], -11)).toEqual([]);
  });

  it('keep places as exactly as they are followed, off any grid', () => {
    const [{ start, segments }] = offset(
      [circleContour({ x: 0.123, y: 0.4567 }, 10.0037)],
      0.1,
      'round',
      0.0005,
    );
    for (const { x, y } of [start, ...segments])
      expect(Math.abs(Math.hypot(x - 0.123, y - 0.4567) - 10.1037)).toBeLessThan(0.001);
  });

  it('keep holes: a ring grown inwards and outwards', () => {
    const ring = [circleContour({ x: 0, y: 0 }, 20), circleContour({ x: 0, y: 0 }, 10, true)];
    const grown = offset(ring, 2);
    expect(grown).toHaveLength(2);
    expect(area(grown)).toBeCloseTo(Math.PI * (22 * 22 - 8 * 8), -1);
  });

  it('of a pen drawn along a line are a bar with round ends', () => {
    const line: Contour = { start: { x: 0, y: 0 }, segments: [{ kind: 'line', x: 30, y: 0 }], closed: false };
    const [bar] = penned([{ contour: line, pen: 4 }]);
    expect(Math.abs(Math.abs(signedArea(bar)) - (120 + Math.PI * 4))).toBeLessThan(0.3);
    expect(boxOf([bar])?.left).toBeCloseTo(-2, 1);
  });
});
