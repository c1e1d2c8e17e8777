import { newMemory, remember, shortened } from './memory';

describe('remember', () => {
  it('computes what is new, keeps two results a step, and forgets the oldest', () => {
    const memory = newMemory();
    let computed = 0;
    const ask = (key: string) =>
      remember(
        memory,
        'line',
        key,
        () => 0,
        () => ++computed,
      ).value;
    expect([ask('a'), ask('b'), ask('a'), ask('b')]).toEqual([1, 2, 1, 2]);
    expect([ask('c'), ask('a')]).toEqual([3, 4]);
  });
});

describe('shortened', () => {
  it('names keys apart that differ by little, and the same key the same', () => {
    const keys = Array.from(
      { length: 20_000 },
      (_, k) => `ink ${JSON.stringify({ strokes: [k, k + 1], level: k % 7 })}`,
    );
    const names = new Set(keys.map(shortened));
    expect(names.size).toBe(keys.length);
    expect(shortened(keys[5])).toBe(shortened(`${keys[5]}`));
    expect(shortened('ab')).not.toBe(shortened('ba'));
  });

  it('is short however long the key is', () => {
    expect(shortened('x'.repeat(1_000_000)).length).toBeLessThan(24);
  });
});
