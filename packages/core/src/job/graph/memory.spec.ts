import { type Memory, keep, newMemory, recalled } from './memory';

const bytes = (count: number) => new Uint8Array(count);
const put = (memory: Memory, key: string, value: unknown, of = key) =>
  keep(memory, key, { of, value, milliseconds: 1 });

describe('memory', () => {
  it('lets go of what was used least lately once there is no room', () => {
    const memory = newMemory(3500);
    for (const name of ['a', 'b', 'c']) put(memory, name, bytes(1000));
    expect(recalled(memory, 'a')).toBeDefined();
    put(memory, 'd', bytes(1000));
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
    put(memory, 'a', { data: shared });
    const one = memory.bytes;
    put(memory, 'b', { data: shared });
    expect(memory.bytes - one).toBeLessThan(1000);
    put(memory, 'a', 1);
    expect(memory.bytes).toBeGreaterThan(4000);
    put(memory, 'b', 1);
    expect(memory.bytes).toBeLessThan(100);
  });

  it('keeps a few results of one step and source, those that were used last', () => {
    const memory = newMemory();
    for (const key of ['a', 'b', 'c']) put(memory, key, 1, 'line of a picture');
    recalled(memory, 'a');
    put(memory, 'd', 1, 'line of a picture');
    put(memory, 'e', 1, 'line of its copy');
    expect([...memory.kept.keys()].sort()).toEqual(['a', 'c', 'd', 'e']);
  });

  it('keeps what alone is too large, as somebody works with it', () => {
    const memory = newMemory(100);
    put(memory, 'a', bytes(1000));
    expect(recalled(memory, 'a')).toBeDefined();
    put(memory, 'b', bytes(10));
    expect(recalled(memory, 'a')).toBeUndefined();
  });
});
