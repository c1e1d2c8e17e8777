import { shortened } from './key';

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
