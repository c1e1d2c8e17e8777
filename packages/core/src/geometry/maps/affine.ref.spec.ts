import fc from 'fast-check';
import svgpath from 'svgpath';
import { circleContour } from '../arc';
import { type Affine, affineAfter, affineBack, affineContour, affinePoint, keepsCircles } from './affine';

const figure = fc.double({ min: -9, max: 9, noNaN: true });
const map = fc.tuple(figure, figure, figure, figure, figure, figure) as fc.Arbitrary<Affine>;
const place = fc.record({ x: figure, y: figure });

/** Where the general-purpose SVG library takes a place by `matrix(a b c d e f)`. */
const byLibrary = (matrix: Affine, { x, y }: { x: number; y: number }) => {
  let end = { x: NaN, y: NaN };
  svgpath(`M${x.toFixed(9)} ${y.toFixed(9)}`)
    .matrix([...matrix])
    .iterate(([, ...to]) => {
      end = { x: Number(to[0]), y: Number(to[1]) };
    });
  return end;
};

it('takes places where an SVG library takes them (SVG 1.1, chapter 7.4), one map after another and back', () => {
  fc.assert(
    fc.property(map, map, place, (first, second, from) => {
      const there = affinePoint(first, from);
      const theirs = byLibrary(first, from);
      expect(there.x).toBeCloseTo(theirs.x, 6);
      expect(there.y).toBeCloseTo(theirs.y, 6);
      const both = affinePoint(affineAfter(second, first), from);
      const inTurn = affinePoint(second, there);
      expect(both.x).toBeCloseTo(inTurn.x, 6);
      expect(both.y).toBeCloseTo(inTurn.y, 6);
      const back = affineBack(first);
      fc.pre(back !== undefined && Math.abs(first[0] * first[3] - first[1] * first[2]) > 0.1);
      const again = affinePoint(back as Affine, there);
      expect(again.x).toBeCloseTo(from.x, 6);
      expect(again.y).toBeCloseTo(from.y, 6);
    }),
  );
});

it('turns circles into circles, and into curves where it squeezes them', () => {
  const turned: Affine = [0.6, 0.8, -0.8, 0.6, 5, 7];
  expect(keepsCircles(turned)).toBe(true);
  expect(keepsCircles([2, 0, 0, 1, 0, 0])).toBe(false);
  const circle = circleContour({ x: 0, y: 0 }, 5);
  expect(affineContour(circle, turned).segments.every(({ kind }) => kind === 'arc')).toBe(true);
  expect(affineContour(circle, [2, 0, 0, 1, 0, 0]).segments.every(({ kind }) => kind === 'cubic')).toBe(true);
});
