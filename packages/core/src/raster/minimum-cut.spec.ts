import { quietContext } from '../context';
import { random } from '../testing/pictures';
import { type PixelGraph, minimumCut } from './minimum-cut';

/** A grid whose links and pulls are drawn at random. */
function grid(width: number, height: number, seed: number): { graph: PixelGraph; pull: Int32Array } {
  const next = random(seed);
  const count = width * height;
  const neighbour = new Int32Array(8 * count).fill(-1);
  const link = new Int32Array(8 * count);
  const steps = [
    [1, 0, 4],
    [-1, 1, 5],
    [0, 1, 6],
    [1, 1, 7],
  ];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      for (const [dx, dy, d] of steps) {
        const [ox, oy] = [x + dx, y + dy];
        if (ox < 0 || ox >= width || oy >= height) continue;
        const [a, b] = [y * width + x, oy * width + ox];
        neighbour[8 * a + d] = b;
        neighbour[8 * b + 7 - d] = a;
        link[8 * a + d] = link[8 * b + 7 - d] = Math.floor(40 * next());
      }
    }
  }
  const pull = Int32Array.from({ length: count }, () => Math.round(160 * (next() - 0.5)));
  return { graph: { count, neighbour, link }, pull };
}

/** What a division costs: links that are parted, and pulls that are not followed. */
function costOf({ count, neighbour, link }: PixelGraph, pull: Int32Array, inside: ArrayLike<number>): number {
  let cost = 0;
  for (let a = 0; a < count; a++) {
    cost += Math.max(0, inside[a] ? -pull[a] : pull[a]);
    for (let d = 4; d < 8; d++) {
      const b = neighbour[8 * a + d];
      if (b >= 0 && inside[a] !== inside[b]) cost += link[8 * a + d];
    }
  }
  return cost;
}

describe('the cheapest cut', () => {
  it('of small grids is the cheapest of all there are', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const { graph, pull } = grid(4, 3, seed);
      let least = Infinity;
      for (let bits = 0; bits < 1 << graph.count; bits++) {
        const inside = Array.from({ length: graph.count }, (_, k) => (bits >> k) & 1);
        least = Math.min(least, costOf(graph, pull, inside));
      }
      expect(costOf(graph, pull, minimumCut(graph, pull, quietContext))).toBe(least);
    }
  });

  it('of larger grids is not bettered by moving any pixel, or any row, to the other side', () => {
    for (let seed = 1; seed <= 5; seed++) {
      const { graph, pull } = grid(40, 30, seed);
      const inside = minimumCut(graph, pull, quietContext);
      const cost = costOf(graph, pull, inside);
      for (let k = 0; k < graph.count; k += 7) {
        const moved = inside.slice();
        moved[k] ^= 1;
        expect(costOf(graph, pull, moved)).toBeGreaterThanOrEqual(cost);
      }
      for (let row = 0; row < 30; row++) {
        for (const side of [0, 1]) {
          const moved = inside.slice().fill(side, 40 * row, 40 * (row + 1));
          expect(costOf(graph, pull, moved)).toBeGreaterThanOrEqual(cost);
        }
      }
    }
  });

  it('of what nothing pulls is nothing', () => {
    const { graph } = grid(5, 5, 3);
    expect([...minimumCut(graph, new Int32Array(25), quietContext)]).toEqual(Array(25).fill(0));
  });

  it('cuts the worked example of the weakest link', () => {
    // Three pixels in a row: the first is pulled in by 9, the last out by 9, the links cost 5 and 2.
    const neighbour = new Int32Array(24).fill(-1);
    const link = new Int32Array(24);
    [
      [0, 1, 5],
      [1, 2, 2],
    ].forEach(([a, b, cost]) => {
      neighbour[8 * a + 4] = b;
      neighbour[8 * b + 3] = a;
      link[8 * a + 4] = link[8 * b + 3] = cost;
    });
    const graph = { count: 3, neighbour, link };
    expect([...minimumCut(graph, Int32Array.of(9, 0, -9), quietContext)]).toEqual([1, 1, 0]);
  });
});
