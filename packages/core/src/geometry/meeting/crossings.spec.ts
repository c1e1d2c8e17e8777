import { random } from '../../testing/pictures';
import { circleContour } from '../arc';
import type { Contour, Point } from '../contour';
import { type CrossingPlace, Crossings, findCrossings } from './crossings';

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

  it('finds contours that go through one another exactly at a node of one, or of both', () => {
    const square = polygon([0, 0], [0, 20], [20, 20], [20, 0]);
    const throughSide = polygon([10, 10], [20, 5], [30, 10], [20, 15]);
    expect(findCrossings([square, throughSide], 0.01)).toMatchObject([
      { x: 20, y: 5 },
      { x: 20, y: 15 },
    ]);
    const throughCorners = polygon([20, 0], [0, 20], [30, 30]);
    expect(findCrossings([square, throughCorners], 0.01).length).toBeGreaterThan(0);
  });

  it('lets contours touch at a node, from outside and from inside', () => {
    const square = polygon([0, 0], [0, 20], [20, 20], [20, 0]);
    expect(findCrossings([square, polygon([20, 10], [30, 5], [30, 15])], 0.01)).toEqual([]);
    expect(findCrossings([square, polygon([20, 10], [10, 5], [10, 15])], 0.01)).toEqual([]);
    expect(findCrossings([square, polygon([20, 0], [40, 0], [40, -20], [20, -20])], 0.01)).toEqual([]);
  });

  it('finds segments that run along one another, also the other way around, and spikes', () => {
    const square = polygon([0, 0], [0, 20], [20, 20], [20, 0]);
    expect(findCrossings([square, polygon([20, 5], [20, 15], [30, 10])], 0.01).length).toBeGreaterThan(0);
    expect(findCrossings([square, square], 0.01).length).toBeGreaterThan(3);
    expect(
      findCrossings([polygon([0, 0], [10, 0], [20, 0], [10, 0], [10, 10])], 0.01).length,
    ).toBeGreaterThan(0);
  });

  it('says by which segments', () => {
    const [a, b, c] = [0, 8, 16].map((x) =>
      polygon([x, x / 9], [x, 10 + x / 9], [x + 10, 10 + x / 9], [x + 10, x / 9]),
    );
    const found = findCrossings([a, b, c], 0.01);
    expect(found).toHaveLength(4);
    expect(found[0]).toMatchObject({ a: 0, b: 1, segmentA: 1, segmentB: 0 });
  });

  it('finds the same when few contours are others than before as when all are looked at', () => {
    const next = random(31);
    const triangle = (): Contour => {
      const [x, y] = [60 * next(), 60 * next()];
      return polygon([x, y], [x + 9 * next(), y + 6], [x + 5, y - 7 * next()]);
    };
    const contours = Array.from({ length: 40 }, triangle);
    const crossings = new Crossings(0.01);
    const keys = (places: readonly CrossingPlace[]) =>
      places.map(({ x, y }) => `${x.toFixed(6)} ${y.toFixed(6)}`).sort();
    for (let round = 0; round < 12; round++) {
      expect(keys(crossings.find(contours))).toEqual(keys(findCrossings(contours, 0.01)));
      for (let k = 0; k < round; k++) contours[Math.floor(40 * next())] = triangle();
    }
  });

  it('agrees with a sweep over all pairs of chords on random polygons', () => {
    const next = random(12);
    for (let round = 0; round < 40; round++) {
      const contours = Array.from({ length: 4 }, () =>
        polygon(...Array.from({ length: 5 }, (): [number, number] => [20 * next(), 20 * next()])),
      );
      expect(findCrossings(contours, 0.01)).toHaveLength(countCrossings(contours));
    }
  });
});

/** Every pair of sides, by the orientation of their ends. */
function countCrossings(contours: readonly Contour[]): number {
  const sides = contours.flatMap(({ start, segments }) =>
    segments.map((to, k) => [k === 0 ? start : segments[k - 1], to]),
  );
  const turn = (a: Point, b: Point, c: Point) =>
    Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
  let count = 0;
  sides.forEach(([a, b], i) => {
    for (const [c, d] of sides.slice(i + 1))
      if (turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0) count++;
  });
  return count;
}
