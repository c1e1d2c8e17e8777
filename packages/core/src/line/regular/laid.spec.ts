import { measured } from '../chain/loop';
import { mirroringsOf } from './alike';
import { outlineOf } from './outline';

/** A small plus of pixels. */
const plus = measured(
  Float64Array.of(4, 6, 6, 8, 8, 6, 6, 4, 4, 2, 2, 4),
  Float64Array.of(2, 2, 4, 4, 6, 6, 8, 8, 6, 6, 4, 4),
);

it('finds no axes of what is all corners: nothing is left that could tell', () => {
  const corners = Array.from({ length: plus.count }, (_, index) => ({
    index,
    x: plus.x[index],
    y: plus.y[index],
    rounded: 1.2,
    turn: 1.5,
  }));
  expect(mirroringsOf(outlineOf(plus, corners, 0))).toEqual([]);
  expect(mirroringsOf(outlineOf(plus, [], 0)).length).toBeGreaterThan(0);
});
