import { random } from '../../testing/pictures';
import { crossedSteps } from './knots';

const polygon = (...places: [number, number][]) => ({
  points: Float64Array.from(places.flat()),
  starts: Uint32Array.of(0, places.length),
});
const all = (count: number) => new Uint8Array(count).fill(1);

describe('crossedSteps', () => {
  it('finds both steps of a bow tie, and none in a box', () => {
    expect([...crossedSteps(polygon([0, 0], [3, 3], [3, 0], [0, 3]), all(4))].sort()).toEqual([0, 2]);
    expect(crossedSteps(polygon([0, 0], [3, 0], [3, 3], [0, 3]), all(4)).size).toBe(0);
  });

  it('finds a spike that folds back on itself, and steps that lie on one another', () => {
    expect(crossedSteps(polygon([0, 0], [2, 2], [1, 1], [0, 3]), all(4)).size).toBeGreaterThan(0);
    const twice = {
      points: Float64Array.of(0, 0, 4, 0, 2, 3, 1, 0, 3, 0, 2, -3),
      starts: Uint32Array.of(0, 3, 6),
    };
    expect(crossedSteps(twice, all(6)).has(0)).toBe(true);
  });

  it('asks only about what is suspect', () => {
    const tie = polygon([0, 0], [3, 3], [3, 0], [0, 3]);
    expect(crossedSteps(tie, new Uint8Array(4)).size).toBe(0);
    expect(crossedSteps(tie, Uint8Array.of(1, 0, 0, 0)).size).toBe(2);
  });

  it('finds what a look at all pairs finds, on random walks', () => {
    const next = random(6);
    for (let round = 0; round < 30; round++) {
      let [x, y] = [50 * next(), 50 * next()];
      const places = Array.from({ length: 40 }, (): [number, number] => [
        (x += 4 * (next() - 0.5)),
        (y += 4 * (next() - 0.5)),
      ]);
      places.push([(x + places[0][0]) / 2, (y + places[0][1]) / 2]);
      const found = crossedSteps(polygon(...places), all(places.length));
      for (const step of crossing(places)) expect(found.has(step)).toBe(true);
      expect(found.size).toBe(crossing(places).size);
    }
  });
});

function crossing(places: [number, number][]): Set<number> {
  const count = places.length;
  const turn = (a: number, b: number, c: number) =>
    Math.sign(
      (places[b][0] - places[a][0]) * (places[c][1] - places[a][1]) -
        (places[b][1] - places[a][1]) * (places[c][0] - places[a][0]),
    );
  const found = new Set<number>();
  for (let i = 0; i < count; i++) {
    for (let k = i + 2; k < count; k++) {
      const [j, m] = [(i + 1) % count, (k + 1) % count];
      if (m === i) continue;
      if (turn(i, j, k) * turn(i, j, m) < 0 && turn(k, m, i) * turn(k, m, j) < 0) found.add(i).add(k);
    }
  }
  return found;
}
