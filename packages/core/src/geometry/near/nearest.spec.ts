import { circleContour } from '../arc';
import type { Contour } from '../contour';
import { indexChords } from './distance';
import { meetings } from '../meeting/meetings';
import { gapBetween, nearestPlace } from './nearest';

const polygon = (...places: [number, number][]): Contour => ({
  start: { x: places[0][0], y: places[0][1] },
  segments: [...places.slice(1), places[0]].map(([x, y]) => ({ kind: 'line', x, y })),
  closed: true,
});
const square = (left: number, top: number, side: number) =>
  polygon([left, top], [left, top + side], [left + side, top + side], [left + side, top]);

describe('nearestPlace', () => {
  const index = indexChords([square(0, 0, 10), circleContour({ x: 30, y: 5 }, 5)], 1e-5);

  it('finds the foot of the perpendicular, and whose it is', () => {
    expect(nearestPlace(index, { x: 12, y: 4 }, 5)).toMatchObject({ x: 10, y: 4, contour: 0, distance: 2 });
    const onCircle = nearestPlace(index, { x: 22, y: 5 }, 5);
    expect(onCircle?.contour).toBe(1);
    expect(onCircle?.distance).toBeCloseTo(3, 4);
  });

  it('passes over a near contour that is allowed less, for one farther away', () => {
    const place = nearestPlace(index, { x: 16, y: 5 }, 12, (k) => (k === 0 ? 1 : 12));
    expect(place?.contour).toBe(1);
    expect(place?.distance).toBeCloseTo(9, 4);
  });

  it('finds nothing beyond its reach, nor on contours that are not wanted', () => {
    expect(nearestPlace(index, { x: 12, y: 4 }, 1)).toBeUndefined();
    expect(nearestPlace(index, { x: 12, y: 4 }, 5, (k) => (k === 1 ? 5 : -1))).toBeUndefined();
  });
});

describe('gapBetween', () => {
  it('is the distance of centres less both radii for circles', () => {
    const gap = gapBetween(circleContour({ x: 0, y: 0 }, 3), circleContour({ x: 6, y: 8 }, 5), 1e-6);
    expect(gap.distance).toBeCloseTo(2, 4);
    expect(gap.from.x).toBeCloseTo(1.8, 1);
    expect(gap.from.y).toBeCloseTo(2.4, 1);
  });

  it('begins and ends where a corner faces a side, whichever way it is asked', () => {
    const wedge = polygon([14, 5], [20, 12], [20, -2]);
    for (const { distance, from, to } of [gapBetween(square(0, 0, 10), wedge, 0.01)]) {
      expect(distance).toBe(4);
      expect([from, to]).toEqual([
        { x: 10, y: 5 },
        { x: 14, y: 5 },
      ]);
    }
    expect(gapBetween(wedge, square(0, 0, 10), 0.01).from).toEqual({ x: 14, y: 5 });
  });

  it('is nothing where they cross', () => {
    expect(gapBetween(square(0, 0, 10), square(5, 5, 10), 0.01).distance).toBe(0);
  });
});

describe('meetings', () => {
  const line = (x: number, y: number) => ({ kind: 'line' as const, x, y });

  it('of two lines is where their equations agree', () => {
    const [place, ...others] = meetings({ x: 0, y: 0 }, line(10, 10), { x: 0, y: 4 }, line(8, 0));
    expect(others).toEqual([]);
    expect(place.x).toBeCloseTo(8 / 3, 12);
    expect(place.y).toBeCloseTo(8 / 3, 12);
    expect(place.u).toBeCloseTo(1 / 3, 12);
  });

  it('of a line and a half circle of radius 5 are at x = -3 and 3 on the line y = -4', () => {
    const half = { kind: 'arc' as const, x: -5, y: 0, bulge: 1 };
    const places = meetings({ x: -9, y: -4 }, line(9, -4), { x: 5, y: 0 }, half);
    expect(places.map(({ x }) => Number(x.toFixed(9)))).toEqual([-3, 3]);
  });

  it('of y = T3(x) and x = T3(y) are nine, since Chebyshev’s polynomials nest: y = T9(y) has nine roots', () => {
    const across = { kind: 'cubic' as const, x1: -1 / 3, y1: 5, x2: 1 / 3, y2: -5, x: 1, y: 1 };
    const down = { kind: 'cubic' as const, x1: 5, y1: -1 / 3, x2: -5, y2: 1 / 3, x: 1, y: 1 };
    const corner = { x: -1, y: -1 };
    const places = meetings(corner, across, corner, down);
    expect(places).toHaveLength(9);
    for (const { x, y } of places) expect(Math.abs(4 * x ** 3 - 3 * x - y)).toBeLessThan(1e-9);
  });

  it('includes a touching end, and leaves out what lies beyond one', () => {
    expect(meetings({ x: 0, y: 0 }, line(10, 0), { x: 4, y: 5 }, line(4, 0))).toHaveLength(1);
    expect(meetings({ x: 0, y: 0 }, line(10, 0), { x: 4, y: 5 }, line(4, 0.5))).toHaveLength(0);
  });
});
