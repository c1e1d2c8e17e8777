import fc from 'fast-check';
import { enlargeGrey, reduceColour, reduceGrey, sizeWithin } from './resample';

describe('reduceGrey', () => {
  it('takes the mean of each area, whole pixels and parts', () => {
    const grey = { width: 3, height: 2, data: Uint8Array.from([0, 90, 240, 0, 90, 240]) };
    expect([...reduceGrey(grey, 1, 1).data]).toEqual([110]);
    // Each result pixel covers one and a half source pixels.
    expect([...reduceGrey(grey, 2, 1).data]).toEqual([30, 190]);
  });

  it('keeps an even tone even', () => {
    const sizes = fc.integer({ min: 1, max: 40 });
    fc.assert(
      fc.property(sizes, sizes, fc.integer({ min: 0, max: 255 }), (width, height, tone) => {
        const data = new Uint8Array(width * height).fill(tone);
        const { data: reduced } = reduceGrey(
          { width, height, data },
          Math.ceil(width / 3),
          Math.ceil(height / 2),
        );
        expect(reduced.every((value) => Math.abs(value - tone) <= 1)).toBe(true);
      }),
    );
  });
});

it('reduceColour treats the channels alike', () => {
  const data = Uint8Array.from([0, 100, 200, 255, 100, 200, 0, 255]);
  expect([...reduceColour({ width: 2, height: 1, data }, 1, 1).data]).toEqual([50, 150, 100, 255]);
});

it('enlargeGrey reproduces a straight slope (Keys 1981: the kernel interpolates polynomials of the second degree)', () => {
  const data = Uint8Array.from({ length: 12 }, (_, x) => 20 * x);
  const large = enlargeGrey({ width: 12, height: 1, data }, 24, 1).data;
  for (let x = 4; x < 20; x++) expect(Math.abs(large[x] - (10 * x - 5))).toBeLessThanOrEqual(1);
});

it('sizeWithin keeps the aspect and never enlarges', () => {
  expect(sizeWithin(4000, 3000, 750_000)).toEqual({ width: 1000, height: 750 });
  expect(sizeWithin(100, 50, 750_000)).toEqual({ width: 100, height: 50 });
});
