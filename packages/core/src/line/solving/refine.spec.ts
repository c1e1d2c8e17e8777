import type { Chain } from '../chain/chain';
import type { Run } from '../chain/run';
import { refineChain } from './refine';
import { SkylineSystem } from './skyline';

describe('SkylineSystem', () => {
  it('solves a worked system whose rows reach back unevenly', () => {
    // [[4, 0, 2], [0, 9, 3], [2, 3, 6]] [1, 2, 3] = [10, 27, 26], multiplied out by hand.
    const system = new SkylineSystem(Int32Array.from([0, 1, 0]));
    for (const [row, column, value] of [
      [0, 0, 4],
      [1, 1, 9],
      [2, 0, 2],
      [2, 1, 3],
      [2, 2, 6],
    ])
      system.add(row, column, value);
    system.right.set([10, 27, 26]);
    expect(system.solve()).toBe(true);
    expect([...system.right].map((value) => Number(value.toFixed(9)))).toEqual([1, 2, 3]);
  });

  it('says where the equations do not determine the unknowns', () => {
    const system = new SkylineSystem(Int32Array.from([0, 0]));
    for (const [row, column, value] of [
      [0, 0, 1],
      [1, 0, -1],
      [1, 1, 1],
    ])
      system.add(row, column, value);
    expect(system.solve()).toBe(false);
  });
});

/** A circle of radius 100 as a closed run with a chain of four quarter cubics whose handles are off. */
function quarters(off: number): { chain: Chain; run: Run } {
  const count = 400;
  const at = (k: number) => (2 * Math.PI * k) / count;
  const x = Float64Array.from({ length: count + 1 }, (_, k) => 100 * Math.cos(at(k)));
  const y = Float64Array.from({ length: count + 1 }, (_, k) => 100 * Math.sin(at(k)));
  const along = Float64Array.from({ length: count + 1 }, (_, k) => (k * 200 * Math.PI) / count);
  const run = { x, y, along, around: true, foundX: x, foundY: y, beyond: false };
  const nodes = [0, 1, 2, 3].map((k) => ({ x: x[100 * k], y: y[100 * k], smooth: true }));
  const segments = nodes.map((node, k) => {
    const next = nodes[(k + 1) % 4];
    const length = 55.2 * off;
    return {
      kind: 'cubic' as const,
      startX: (-node.y / 100) * length,
      startY: (node.x / 100) * length,
      endX: (next.y / 100) * length,
      endY: (-next.x / 100) * length,
      run,
      first: 100 * k,
      last: 100 * k + 99,
    };
  });
  return { chain: { closed: true, nodes, segments }, run };
}

describe('refineChain', () => {
  it('finds the cubic quarter circle: handles of 4/3 (sqrt 2 - 1) of the radius, 2.7e-4 off', () => {
    // The constant is the well-known one for the quarter circle (from memory; Goldapp 1991 gives the least error).
    const { chain } = quarters(0.9);
    refineChain(chain);
    const handle = Math.hypot(chain.segments[1].startX, chain.segments[1].startY) / 100;
    expect(Math.abs(handle - (4 / 3) * (Math.SQRT2 - 1))).toBeLessThan(0.002);
    for (const { x, y } of chain.nodes) expect(Math.abs(Math.hypot(x, y) / 100 - 1)).toBeLessThan(2.73e-4);
  });

  it('leaves what is already nearest as it is, and smooth nodes smooth', () => {
    const { chain } = quarters(1);
    refineChain(chain);
    chain.segments.forEach(({ startX, startY }, k) => {
      const { endX, endY } = chain.segments[(k + 3) % 4];
      expect(Math.abs(startX * endY - startY * endX)).toBeLessThan(1e-6 * 55 * 55);
    });
  });

  it('draws a corner to where its two lines meet', () => {
    const x = Float64Array.from({ length: 81 }, (_, k) => Math.min(40, k));
    const y = Float64Array.from({ length: 81 }, (_, k) => Math.max(0, k - 40));
    const along = Float64Array.from({ length: 81 }, (_, k) => k);
    const run: Run = { x, y, along, around: false, foundX: x, foundY: y, beyond: false };
    const none = { startX: 0, startY: 0, endX: 0, endY: 0, run };
    const chain: Chain = {
      closed: false,
      nodes: [
        { x: 0, y: 0.3, smooth: false },
        { x: 39.6, y: 0.4, smooth: false },
        { x: 40, y: 40, smooth: false },
      ],
      segments: [
        { kind: 'line', ...none, first: 1, last: 39 },
        { kind: 'line', ...none, first: 41, last: 79 },
      ],
    };
    refineChain(chain);
    expect(Math.hypot(chain.nodes[1].x - 40, chain.nodes[1].y)).toBeLessThan(0.03);
  });
});
