import { type Contour, type Shape, circleContour, signedArea } from '../geometry';
import { block } from '../testing/contours';
import { randomFrom } from '../testing/judged-sheets';
import { common, polygonsOf, regionOf } from '../testing/jsts';
import { MOST_JOINED, joinedBeside } from './joined';

const shape = (outer: Contour): Shape => ({ outer, holes: [] });
const alone = (shapes: readonly Shape[]) => shapes.map((one, k) => ({ shape: one, of: [k] }));
const area = ({ outer, holes }: Shape) =>
  Math.abs(signedArea(outer)) - holes.reduce((sum, one) => sum + Math.abs(signedArea(one)), 0);

describe('what lies beside one another', () => {
  it('is tied where it is nearest: a dot to its letter by one short neck', () => {
    const shapes = [shape(block(0, 10, 4, 30)), shape(circleContour({ x: 2, y: 3 }, 2.5))];
    const { shapes: made, bridges } = joinedBeside(alone(shapes), 2);
    expect(made).toHaveLength(1);
    expect(made[0].of).toEqual([0, 1]);
    expect(bridges).toHaveLength(1);
    // From 5.5 to 10, 2 wide; on the disc's side a little more, below its round.
    const more = area(made[0].shape) - area(shapes[0]) - area(shapes[1]);
    expect(more).toBeGreaterThan(9);
    expect(more).toBeLessThan(9.8);
  });

  it('stays as it is where there is one, or where there are too many', () => {
    const one = alone([shape(block(0, 0, 9, 9))]);
    expect(joinedBeside(one, 2)).toEqual({ shapes: one, bridges: [] });
    const many = alone(Array.from({ length: MOST_JOINED + 1 }, (_, k) => shape(block(3 * k, 0, 1, 1))));
    expect(joinedBeside(many, 2).bridges).toEqual([]);
  });

  it('of 60 random fields of discs all hangs together by as few strips as it takes, and nothing is gone', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = randomFrom(seed);
      const count = 2 + Math.floor(12 * random());
      const discs = Array.from({ length: count }, (_, k) =>
        shape(
          circleContour(
            { x: 20 * (k % 4) + 6 * random(), y: 20 * Math.floor(k / 4) + 6 * random() },
            2 + 4 * random(),
          ),
        ),
      );
      const { shapes, bridges } = joinedBeside(alone(discs), 1.5);
      expect([seed, shapes.length, bridges.length]).toEqual([seed, 1, count - 1]);
      // Judged by jsts.
      const [{ shape: made }] = shapes;
      const now = regionOf([made.outer, ...made.holes], 0.001);
      expect(polygonsOf(now)).toHaveLength(1);
      for (const { outer } of discs) {
        const was = regionOf([outer], 0.001);
        expect(common(was, now).getArea() / was.getArea()).toBeGreaterThan(0.999);
      }
    }
  });
});
