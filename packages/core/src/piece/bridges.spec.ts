import fc from 'fast-check';
import { type Shape, circleContour, formContour, signedArea } from '../geometry';
import { text } from '../testing/pieces';
import { shippedFont } from '../testing/fonts';
import { setText, textShapes } from '../text';
import { bridged } from './bridges';

const none = { radius: 0, sides: 0, turn: 0 };
const ring = (outer: number, inner: number): Shape => ({
  outer: circleContour({ x: 0, y: 0 }, outer),
  holes: [circleContour({ x: 0, y: 0 }, inner, true)],
});
const wishes = { width: 2, count: 0, places: [] };
const holesOf = (shapes: readonly Shape[]) => shapes.reduce((sum, { holes }) => sum + holes.length, 0);
const areaOf = (shapes: readonly Shape[]) =>
  shapes.reduce(
    (sum, { outer, holes }) => sum + [outer, ...holes].reduce((own, one) => own + signedArea(one), 0),
    0,
  );

describe('bridges', () => {
  it('leave nothing that is already one as it is', () => {
    const disc = { outer: circleContour({ x: 0, y: 0 }, 20), holes: [] };
    expect(bridged(disc, wishes)).toEqual({ shapes: [disc], bridges: [] });
  });

  it.each([1, 2, 3, 4])(
    'hold a ring’s middle by %i strips, spread out, each as long as the ring is wide',
    (count) => {
      const { shapes, bridges } = bridged(ring(30, 20), { ...wishes, count });
      expect(bridges).toHaveLength(count);
      expect(holesOf(shapes)).toBe(0);
      expect(shapes).toHaveLength(count);
      for (const { from, to } of bridges)
        expect(Math.abs(Math.hypot(to.x - from.x, to.y - from.y) - 10)).toBeLessThan(0.15);
      // A strip of 2 across a ring 10 wide takes 20 mm2 and a little for its bent ends.
      const whole = Math.PI * (900 - 400);
      expect(whole - areaOf(shapes)).toBeGreaterThan(count * 19.9);
      expect(whole - areaOf(shapes)).toBeLessThan(count * 20.4);
      const angles = bridges.map(({ to }) => Math.atan2(to.y, to.x)).sort((a, b) => a - b);
      const gaps = angles.map((angle, k) =>
        k > 0 ? angle - angles[k - 1] : angle + 2 * Math.PI - angles[count - 1],
      );
      expect(Math.min(...gaps)).toBeGreaterThan(Math.PI / (count + 1) - 1e-9);
    },
  );

  it('go where the ring is narrow, and where the hand wants one', () => {
    const shape: Shape = {
      outer: circleContour({ x: 0, y: 0 }, 30),
      holes: [circleContour({ x: 15, y: 0 }, 10, true)],
    };
    const [own] = bridged(shape, { ...wishes, count: 1 }).bridges;
    expect(own.to.x).toBeGreaterThan(28);
    const [wanted] = bridged(shape, { ...wishes, count: 1, places: [{ x: 15, y: -18 }] }).bridges;
    expect((wanted.from.y + wanted.to.y) / 2).toBeLessThan(-10);
    expect(Math.abs(wanted.from.x - 15)).toBeLessThan(2);
  });

  it('do not land on corners', () => {
    const square: Shape = {
      outer: formContour({ kind: 'rectangle', x: 0, y: 0, width: 60, height: 60, ...none }),
      holes: [formContour({ kind: 'rectangle', x: 0, y: 0, width: 30, height: 30, ...none })],
    };
    for (const { from } of bridged(square, { ...wishes, count: 4 }).bridges)
      expect(Math.min(Math.abs(Math.abs(from.x) - 15), Math.abs(Math.abs(from.y) - 15))).toBeLessThan(1e-6);
    for (const { from } of bridged(square, { ...wishes, count: 4 }).bridges)
      expect(Math.max(15 - Math.abs(from.x), 15 - Math.abs(from.y))).toBeGreaterThan(1);
  });

  it.each([0.5, 1, 2, 3])(
    'hold an island that is all corners, in bridges %s times as wide as it',
    (times) => {
      const { shapes, bridges } = bridged(
        {
          outer: circleContour({ x: 0, y: 0 }, 30),
          holes: [
            clockwise(
              formContour({ kind: 'rectangle', x: 9, y: 4, width: 2, height: 2, ...none, turn: 0.4 }),
            ),
          ],
        },
        { ...wishes, width: 2 * times },
      );
      expect(bridges).toHaveLength(1);
      expect(holesOf(shapes)).toBe(0);
    },
  );

  it('islands that only lie beside islands hang on the outside by way of them', () => {
    const shape: Shape = {
      outer: circleContour({ x: 0, y: 0 }, 60),
      holes: [-12, 0, 12].map((x) => circleContour({ x, y: 0 }, 5, true)),
    };
    const { shapes } = bridged(shape, { ...wishes, count: 1 });
    expect(holesOf(shapes)).toBe(0);
  });

  // Common practice, no source: the letters that lose their middles in a stencil.
  it.each(['cabin-bold', 'lora', 'alfa-slab-one'])('letters in %s keep their middles', (id) => {
    const font = shippedFont(id);
    const { set } = text(null, 'ABDOPQR abdegopq 04689', { font: id, size: { of: 'capitals', length: 30 } });
    const shapes = textShapes(font, setText(set, font).glyphs);
    expect(holesOf(shapes)).toBeGreaterThan(18);
    expect(holesOf(shapes.flatMap((shape) => bridged(shape, { ...wishes, width: 1.5 }).shapes))).toBe(0);
  });

  it('no island is left, whatever holes there are, and nothing is added', () => {
    const hole = fc.record({
      x: fc.integer({ min: -3, max: 3 }),
      y: fc.integer({ min: -3, max: 3 }),
      size: fc.double({ min: 3, max: 8, noNaN: true }),
      turn: fc.double({ min: 0, max: 3, noNaN: true }),
      kind: fc.constantFrom('circle' as const, 'rectangle' as const, 'slot' as const),
    });
    const holes = fc.uniqueArray(hole, { minLength: 1, maxLength: 14, selector: ({ x, y }) => `${x} ${y}` });
    fc.assert(
      fc.property(
        holes,
        fc.integer({ min: 0, max: 3 }),
        fc.double({ min: 0.5, max: 2.5, noNaN: true }),
        (all, count, width) => {
          const shape: Shape = {
            outer: circleContour({ x: 0, y: 0 }, 100),
            holes: all.map(({ x, y, size, turn, kind }) =>
              kind === 'circle'
                ? circleContour({ x: 20 * x, y: 20 * y }, size, true)
                : clockwise(
                    formContour({
                      ...none,
                      kind,
                      x: 20 * x,
                      y: 20 * y,
                      width: 1.6 * size,
                      height: size,
                      turn,
                    }),
                  ),
            ),
          };
          const { shapes, bridges } = bridged(shape, { width, count, places: [] });
          expect(holesOf(shapes)).toBe(0);
          expect(bridges.length).toBeGreaterThanOrEqual(all.length);
          expect(areaOf(shapes)).toBeLessThan(areaOf([shape]));
        },
      ),
      { numRuns: 60 },
    );
  });
});

const clockwise = (contour: ReturnType<typeof formContour>) =>
  signedArea(contour) < 0
    ? contour
    : {
        ...contour,
        segments: [...contour.segments].reverse().map((segment, k, all) => ({
          ...segment,
          ...(segment.kind === 'arc' ? { bulge: -segment.bulge } : {}),
          ...(k + 1 < all.length ? { x: all[k + 1].x, y: all[k + 1].y } : contour.start),
        })),
      };
