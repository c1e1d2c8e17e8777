import fc from 'fast-check';
import { armThrough, crossingOf, lineThrough, type Gates } from './gate-arm';

/** Gates of pixels one below the other, between which a rim runs at some height; ink lies above. */
function gatesUnder(heightAt: (x: number) => number, count: number): Gates {
  const of = (value: (i: number) => number) => Float64Array.from({ length: count }, (_, i) => value(i));
  return {
    count,
    x: of((i) => i + 0.5),
    y: of((i) => Math.round(heightAt(i + 0.5))),
    outX: of(() => 0),
    outY: of(() => 1),
    half: of(() => 0.5),
  };
}

it('a line through gates leaves none, wherever a line was digitised', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -0.9, max: 0.9, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.integer({ min: 4, max: 40 }),
      (slope, off, count) => {
        const gates = gatesUnder((x) => 50 + off + slope * x, count);
        const line = lineThrough(gates, 0, count);
        expect(line.c).toBe(0);
        expect(line.beyond).toBeLessThan(0.06);
        for (let i = 0; i < count; i++) expect(Math.abs(crossingOf(line, gates, i))).toBeLessThan(0.56);
        // As far as it may be moved it still goes through all of them.
        for (const by of [line.least, line.most])
          for (let i = 0; i < count; i++)
            expect(Math.abs(crossingOf({ ...line, a: line.a + 0.99 * by }, gates, i))).toBeLessThan(0.57);
      },
    ),
    { numRuns: 100 },
  );
});

it('what bends is followed by a parabola, what does not by a line', () => {
  const bent = gatesUnder((x) => 40 + 0.02 * (x - 15) ** 2, 30);
  expect(lineThrough(bent, 0, 30).beyond).toBeGreaterThan(0.5);
  const arm = armThrough(bent, 0, 30);
  expect(arm?.c).toBeCloseTo(0.02, 2);
  expect(arm?.beyond).toBeLessThan(0.05);
  expect(
    armThrough(
      gatesUnder((x) => 40 + 0.3 * x, 30),
      0,
      30,
    )?.c,
  ).toBe(0);
  expect(armThrough(bent, 0, 1)).toBeUndefined();
});
