import { keep, newMemory, recalled } from './memory';

const bytes = (count: number) => new Uint8Array(count);

describe('memory', () => {
  it('lets go of what was used least lately once there is no room', () => {
    const memory = newMemory(3500);
    for (const name of ['a', 'b', 'c']) keep(memory, name, bytes(1000), 1);
    expect(recalled(memory, 'a')).toBeDefined();
    keep(memory, 'd', bytes(1000), 1);
    expect(['a', 'b', 'c', 'd'].map((name) => recalled(memory, name) !== undefined)).toEqual([
      true,
      false,
      true,
      true,
    ]);
  });

  it('counts a buffer once that several hold, until none does', () => {
    const memory = newMemory(1e6);
    const shared = bytes(4000);
    keep(memory, 'a', { data: shared }, 1);
    const one = memory.bytes;
    keep(memory, 'b', { data: shared }, 1);
    expect(memory.bytes - one).toBeLessThan(1000);
    keep(memory, 'a', 1, 1);
    expect(memory.bytes).toBeGreaterThan(4000);
    keep(memory, 'b', 1, 1);
    expect(memory.bytes).toBeLessThan(100);
  });

  it('keeps what alone is too large, as somebody works with it', () => {
    const memory = newMemory(100);
    keep(memory, 'a', bytes(1000), 1);
    expect(recalled(memory, 'a')).toBeDefined();
    keep(memory, 'b', bytes(10), 1);
    expect(recalled(memory, 'a')).toBeUndefined();
  });
});
