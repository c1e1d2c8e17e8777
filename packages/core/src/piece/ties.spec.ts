import {
  type Contour,
  type Shape,
  circleContour,
  nestContours,
  reverseContour,
  signedArea,
} from '../geometry';
import { randomFrom } from '../testing/judged-sheets';
import { block } from '../testing/contours';
import { areaWithin, common, minus } from '../testing/jsts';
import { flatten } from '../geometry';
import { tied } from './ties';

const wishes = { width: 2, count: 0, places: [] };
const hole = (contour: Contour) => (signedArea(contour) > 0 ? reverseContour(contour) : contour);
const region = (contour: Contour) => {
  const points = flatten(contour, 0.01);
  return areaWithin(
    Array.from({ length: points.length / 2 }, (_, k) => ({ x: points[2 * k], y: points[2 * k + 1] })),
  );
};

describe('what lies in a hole of material', () => {
  const ring: Shape = { outer: block(0, 0, 80, 60), holes: [hole(circleContour({ x: 40, y: 30 }, 20))] };
  const island: Shape = { outer: circleContour({ x: 40, y: 30 }, 10), holes: [] };

  it('is tied to it by strips that are added, and nothing is sawn', () => {
    const { shapes, islands, bridges } = tied([ring, island], wishes);
    expect([shapes.length, islands]).toEqual([1, 1]);
    expect(bridges.length).toBeGreaterThan(0);
    const [{ shape, of }] = shapes;
    expect(of.sort()).toEqual([0, 1]);
    // As much as there was, and the strips: 10 mm long, 2 mm wide.
    const area = ({ outer, holes }: Shape) =>
      Math.abs(signedArea(outer)) - holes.reduce((sum, one) => sum + Math.abs(signedArea(one)), 0);
    const more = area(shape) - area(ring) - area(island);
    expect(more / bridges.length).toBeCloseTo(20, 0);
    expect(shape.outer.segments.length).toBe(4);
  });

  it('is nothing where a letter has a hole and nothing in it', () => {
    expect(tied([ring], wishes).shapes).toEqual([{ shape: ring, of: [0] }]);
  });

  it('of 40 random boards all hangs together, and what was there still is', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const random = randomFrom(seed);
      const many = 1 + Math.floor(3 * random());
      const radii = Array.from({ length: many }, () => [10 + 6 * random(), 0.2 + 0.4 * random()]);
      const contours = [
        block(0, 0, 40 * many, 40),
        ...radii.flatMap(([radius, share], k) => [
          circleContour({ x: 20 + 40 * k, y: 20 }, radius),
          circleContour({ x: 20 + 40 * k, y: 20 }, radius * share),
        ]),
      ];
      const before = nestContours(contours, 0.01);
      const { shapes } = tied(before, wishes);
      expect(shapes).toHaveLength(1);
      const [{ shape }] = shapes;
      // Judged by jsts: nothing of what was material is gone.
      const now = shape.holes.reduce((left, one) => minus(left, region(one)), region(shape.outer));
      for (const { outer, holes } of before) {
        const was = holes.reduce((left, one) => minus(left, region(one)), region(outer));
        expect(common(was, now).getArea() / was.getArea()).toBeGreaterThan(0.999);
      }
    }
  });
});
