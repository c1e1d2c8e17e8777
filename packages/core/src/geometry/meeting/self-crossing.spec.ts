import fc from 'fast-check';
import type { Cubic, Point } from '../contour';
import { cubicPoint } from '../measured/measure';
import { selfCrossing } from './self-crossing';

const cubic = (x1: number, y1: number, x2: number, y2: number, x: number, y: number): Cubic => ({
  kind: 'cubic',
  x1,
  y1,
  x2,
  y2,
  x,
  y,
});
const origin: Point = { x: 0, y: 0 };

describe('selfCrossing', () => {
  it('finds the node of a loop mirrored about its middle, on the axis', () => {
    // With v = t (1 - t), x - 5 = (1 - 2 t) (80 v - 5), and y = 60 v.
    const loop = cubic(30, 20, -20, 20, 10, 0);
    const place = selfCrossing(origin, loop);
    expect(place?.x).toBeCloseTo(5, 12);
    expect(place?.y).toBeCloseTo(60 / 16, 12);
  });

  it.each([
    ['an arch', cubic(0, 10, 10, 10, 10, 0)],
    ['an S', cubic(10, 0, 0, 10, 10, 10)],
    ['a straight way', cubic(3, 3, 6, 6, 9, 9)],
    ['a parabola raised to a cubic', cubic(2, 4, 6, 4, 12, 0)],
    ['a curve that closes at its ends', cubic(10, 10, -10, 10, 0, 0)],
  ])('finds none in %s', (_name, curve) => expect(selfCrossing(origin, curve)).toBeUndefined());

  it('finds what a sweep over short chords finds, on random curves', () => {
    const at = fc.integer({ min: -160, max: 160 }).map((eighths) => eighths / 8);
    let [crossed, all] = [0, 0];
    fc.assert(
      fc.property(fc.tuple(at, at, at, at, at, at), (values) => {
        const curve = cubic(...values);
        const [exact, swept] = [selfCrossing(origin, curve), sweep(curve)];
        all++;
        if (swept) crossed++;
        if (swept)
          expect(Math.hypot(swept.x - (exact?.x ?? 99), swept.y - (exact?.y ?? 99))).toBeLessThan(0.5);
      }),
      { numRuns: 400, seed: 5 },
    );
    expect(crossed).toBeGreaterThan(all / 20);
    expect(crossed).toBeLessThan(all / 2);
  });
});

/** The first crossing of two of 120 chords; near a cusp chords may cross where the curve does not. */
function sweep(curve: Cubic): Point | undefined {
  const places = Array.from({ length: 121 }, (_, k) => cubicPoint(origin, curve, k / 120));
  const turn = (a: Point, b: Point, c: Point) => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  for (let i = 0; i < 120; i++)
    for (let k = i + 5; k < 120; k++) {
      const [a, b, c, d] = [places[i], places[i + 1], places[k], places[k + 1]];
      if (turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0) return a;
    }
  return undefined;
}
