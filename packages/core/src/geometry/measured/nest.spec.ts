import { readPathData } from '../../format';
import { circleContour } from '../arc';
import { signedArea } from './measure';
import { nestContours } from './nest';
import { reverseContour } from '../maps/transform';

const contours = (data: string) => readPathData(data);

describe('nestContours', () => {
  it('finds the counters of letters (common practice, no source: O and A have one, B two)', () => {
    const letters = {
      O: 'M0 0H10V14H0ZM3 3H7V11H3Z',
      A: 'M0 14L4 0H6L10 14H8L7 10H3L2 14ZM4 7H6L5 3Z',
      B: 'M0 0H9V14H0ZM2 2H7V6H2ZM2 8H7V12H2Z',
    };
    expect(
      Object.values(letters).map((data) =>
        nestContours(contours(data), 0.1).map((shape) => shape.holes.length),
      ),
    ).toEqual([[1], [1], [2]]);
  });

  it('gives an island in a hole a shape of its own, and sets directions', () => {
    const rings = [9, 7, 4].map((radius) => circleContour({ x: 0, y: 0 }, radius));
    const shapes = nestContours([reverseContour(rings[2]), rings[1], reverseContour(rings[0])], 0.01);
    expect(shapes.map((shape) => shape.holes.length).sort()).toEqual([0, 1]);
    for (const { outer, holes } of shapes) {
      expect(signedArea(outer)).toBeGreaterThan(0);
      for (const hole of holes) expect(signedArea(hole)).toBeLessThan(0);
    }
  });

  it('tells by where areas lie, also where contours begin on another’s rim', () => {
    // Two boxes that share a side, and one in the corner of a third: begun at the shared place.
    const beside = nestContours(contours('M0 0H10V10H0ZM10 5V20H30V0H10Z'), 0.1);
    expect(beside.map(({ holes }) => holes.length)).toEqual([0, 0]);
    const within = nestContours(contours('M0 0H30V30H0ZM0 0H10V10H0Z'), 0.1);
    expect(within.map(({ holes }) => holes.length)).toEqual([1]);
  });

  it('finds the holes of a sieve as a look at every pair would', () => {
    const discs = Array.from({ length: 400 }, (_, k) =>
      circleContour({ x: 10 * (k % 20), y: 10 * Math.floor(k / 20) }, 2 + (k % 3)),
    );
    const plate = circleContour({ x: 95, y: 95 }, 140);
    const inside = discs.filter(({ start }) => Math.hypot(start.x - 95, start.y - 95) < 140);
    const [shape] = nestContours([plate, ...discs], 0.05);
    expect(shape.holes).toHaveLength(inside.length);
  });
});
