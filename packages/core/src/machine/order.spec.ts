import fc from 'fast-check';
import type { Point } from '../geometry';
import { type Stop, shortOrder, wayLength } from './order';
import { spanningTree } from './spanning-tree';

const at = (x: number, y: number): Point => ({ x, y });
const stop = (place: Point, before: number[] = []): Stop => ({
  calls: [{ enter: place, leave: place }],
  before,
});
const home = at(0, 0);
const coordinate = fc.double({ min: 0, max: 100, noNaN: true });
const places = (maxLength: number) => fc.array(fc.tuple(coordinate, coordinate), { minLength: 1, maxLength });

/** Every order there is. */
function* orders(left: number[], done: number[] = []): Generator<number[]> {
  if (left.length === 0) yield done;
  for (const next of left)
    yield* orders(
      left.filter((one) => one !== next),
      [...done, next],
    );
}

/** A tree by the shortest edges first (Kruskal 1956), another method than the one that is checked. */
function kruskal(points: Point[]): number {
  const group = points.map((_, k) => k);
  const edges = points.flatMap((a, i) =>
    points.slice(i + 1).map((b, k) => ({ i, j: i + 1 + k, length: Math.hypot(a.x - b.x, a.y - b.y) })),
  );
  edges.sort((a, b) => a.length - b.length);
  return edges.reduce((sum, { i, j, length }) => {
    if (group[i] === group[j]) return sum;
    const [keep, gone] = [group[i], group[j]];
    group.forEach((one, k) => {
      if (one === gone) group[k] = keep;
    });
    return sum + length;
  }, 0);
}

describe('the shortest tree', () => {
  it('is as long as one made by another method', () =>
    fc.assert(
      fc.property(places(25), (all) => {
        const points = all.map(([x, y]) => at(x, y));
        expect(spanningTree(points.map((point) => [point]))).toBeCloseTo(kruskal(points), 6);
      }),
    ));
});

describe('a short order', () => {
  it('calls everywhere once, inner ones before the one around them', () =>
    fc.assert(
      fc.property(places(60), fc.array(fc.nat()), (all, around) => {
        const stops = all.map(([x, y], k) =>
          stop(at(x, y), k > 0 && around[k] % 3 === 0 ? [around[k] % k, (around[k] + 1) % k] : []),
        );
        const route = shortOrder(stops, home).map((visit) => visit.stop);
        expect([...route].sort((a, b) => a - b)).toEqual(stops.map((_, k) => k));
        stops.forEach(({ before }, k) => {
          for (const later of before) expect(route.indexOf(k)).toBeLessThan(route.indexOf(later));
        });
      }),
    ));

  it('of seven is within a twentieth of the shortest there is, mostly that itself', () => {
    let same = 0;
    fc.assert(
      fc.property(fc.array(fc.tuple(coordinate, coordinate), { minLength: 7, maxLength: 7 }), (all) => {
        const stops = all.map(([x, y]) => stop(at(x, y)));
        const lengths = [...orders(stops.map((_, k) => k))].map((order) =>
          wayLength(
            stops,
            home,
            order.map((one) => ({ stop: one, call: 0 })),
          ),
        );
        const best = Math.min(...lengths);
        const found = wayLength(stops, home, shortOrder(stops, home));
        if (found < best + 1e-6) same++;
        expect(found).toBeLessThanOrEqual(1.25 * best + 1e-6);
      }),
      { numRuns: 60, seed: 7 },
    );
    expect(same).toBeGreaterThan(48);
  });

  it('of 500 on a sheet is no longer than 1.15 times one and a half trees', () => {
    let seed = 11;
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const points = Array.from({ length: 500 }, () => at(600 * random(), 400 * random()));
    const stops = points.map((place) => stop(place));
    const length = wayLength(stops, home, shortOrder(stops, home));
    const bound = spanningTree([home, ...points].map((point) => [point]));
    expect(length).toBeGreaterThanOrEqual(bound);
    expect(length).toBeLessThan(1.15 * 1.5 * bound);
  });

  it('begins lines at the end that is nearer', () => {
    const line = (a: Point, b: Point): Stop => ({
      calls: [
        { enter: a, leave: b },
        { enter: b, leave: a },
      ],
      before: [],
    });
    const stops = [line(at(100, 10), at(0, 10)), line(at(0, 20), at(100, 20)), line(at(0, 30), at(100, 30))];
    const route = shortOrder(stops, home);
    expect(route.map(({ stop: one }) => one)).toEqual([0, 1, 2]);
    expect(wayLength(stops, home, route)).toBeCloseTo(30, 9);
  });

  it('takes loops that are come into from beside', () => {
    const beside = ({ x, y }: Point): Stop => ({
      calls: [-3, 3].map((by) => ({ enter: at(x + by, y), leave: at(x, y) })),
      before: [],
    });
    let seed = 5;
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const stops = Array.from({ length: 80 }, () => beside(at(400 * random(), 300 * random())));
    const route = shortOrder(stops, home);
    expect(new Set(route.map((visit) => visit.stop)).size).toBe(80);
    expect(wayLength(stops, home, route)).toBeLessThan(
      1.725 *
        spanningTree([
          [home],
          ...route.map(({ stop: one, call }) => [stops[one].calls[call].enter, stops[one].calls[call].leave]),
        ]),
    );
  });

  it('is nothing where there is nothing', () => expect(shortOrder([], home)).toEqual([]));
});
