import { circleContour } from './arc';
import type { Contour } from './contour';
import { findCrossings } from './crossings';

const polygon = (...places: [number, number][]): Contour => ({
  start: { x: places[0][0], y: places[0][1] },
  segments: [...places.slice(1), places[0]].map(([x, y]) => ({ kind: 'line', x, y })),
  closed: true,
});

describe('findCrossings', () => {
  it('finds none in a square, nor in one within another', () => {
    const outer = polygon([0, 0], [0, 20], [20, 20], [20, 0]);
    expect(findCrossings([outer, polygon([5, 5], [5, 9], [9, 9], [9, 5])], 0.01)).toEqual([]);
  });

  it('finds where a bow tie crosses itself', () => {
    const [place, ...others] = findCrossings([polygon([0, 0], [10, 10], [10, 0], [0, 10])], 0.01);
    expect(others).toEqual([]);
    expect(place).toMatchObject({ a: 0, b: 0 });
    expect([place.x, place.y]).toEqual([5, 5]);
  });

  it('finds the two places where circles cross, 2 a apart: a^2 = r^2 - d^2 / 4', () => {
    const circles = [circleContour({ x: 0, y: 0 }, 10), circleContour({ x: 12, y: 0 }, 10)];
    const places = findCrossings(circles, 0.0005);
    expect(places).toHaveLength(2);
    for (const { x, y } of places) {
      expect(x).toBeCloseTo(6, 2);
      expect(Math.abs(y)).toBeCloseTo(8, 2);
    }
  });

  it('sees a loop in a single cubic', () => {
    const loop: Contour = {
      start: { x: 0, y: 0 },
      segments: [{ kind: 'cubic', x1: 30, y1: 20, x2: -20, y2: 20, x: 10, y: 0 }],
      closed: false,
    };
    expect(findCrossings([loop], 0.001)).toHaveLength(1);
  });
});
