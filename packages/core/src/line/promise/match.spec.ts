import { circleContour } from '../../geometry';
import type { ContourSet } from '../rims/contours';
import { matchPaths } from './match';

const set = (points: number[]): ContourSet => ({
  points: Float64Array.from(points),
  starts: Uint32Array.from([0, points.length / 2]),
  parents: Int32Array.from([-1]),
  holes: Uint8Array.from([0]),
});
const square = (left: number, top: number, size: number) => [
  left,
  top,
  left,
  top + size,
  left + size,
  top + size,
  left + size,
  top,
];
const contour = (left: number, top: number, size: number) => ({
  start: { x: left, y: top },
  segments: [
    { kind: 'line' as const, x: left, y: top + size },
    { kind: 'line' as const, x: left + size, y: top + size },
    { kind: 'line' as const, x: left + size, y: top },
    { kind: 'line' as const, x: left, y: top },
  ],
  closed: true,
});

describe('matchPaths', () => {
  it('is whole where paths and ink are the same', () => {
    expect(matchPaths(set(square(10, 10, 20)), [contour(10, 10, 20)], 50, 1)).toMatchObject({
      percent: 100,
      missed: 0,
      extra: 0,
    });
  });

  it('tells what is missed from what is taken too much', () => {
    // Twenty by twenty, moved right by five: a quarter missed, a quarter extra, three quarters hit.
    const { hit, missed, extra, percent } = matchPaths(set(square(10, 10, 20)), [contour(15, 10, 20)], 50, 1);
    expect([hit, missed, extra]).toEqual([300, 100, 100]);
    expect(percent).toBeCloseTo(60, 9);
  });

  it('is nothing where there is no path', () => {
    expect(matchPaths(set(square(10, 10, 20)), [], 50, 1).percent).toBe(0);
    expect(matchPaths(set([]), [], 50, 1).percent).toBe(0);
  });

  it('comes to about the same when rows are sampled', () => {
    const paths = [circleContour({ x: 100, y: 100 }, 60)];
    const [fine, coarse] = [1, 5].map(
      (every) => matchPaths(set(square(40, 40, 120)), paths, 200, every).percent,
    );
    expect(Math.abs(fine - coarse)).toBeLessThan(1);
    expect(fine).toBeCloseTo((100 * Math.PI * 3600) / 14400, 0);
  });
});
