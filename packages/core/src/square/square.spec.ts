import { squareUp } from './square';

/** Two by three pixels, numbered in the red channel. */
const picture = {
  width: 2,
  height: 3,
  data: Uint8Array.from([1, 2, 3, 4, 5, 6].flatMap((value) => [value, 0, 0, 255])),
};
const numbers = (turn: 0 | 1 | 2 | 3, mirror: boolean) => {
  const { width, data } = squareUp(picture, { turn, mirror });
  const values = [...data].filter((_, i) => i % 4 === 0);
  return Array.from({ length: values.length / width }, (_, y) => values.slice(y * width, (y + 1) * width));
};

describe('squareUp', () => {
  it('is the same picture when there is nothing to do', () => {
    expect(squareUp(picture, { turn: 0, mirror: false })).toBe(picture);
  });

  it.each([
    [
      1,
      false,
      [
        [2, 4, 6],
        [1, 3, 5],
      ],
    ],
    [
      2,
      false,
      [
        [6, 5],
        [4, 3],
        [2, 1],
      ],
    ],
    [
      3,
      false,
      [
        [5, 3, 1],
        [6, 4, 2],
      ],
    ],
    [
      0,
      true,
      [
        [2, 1],
        [4, 3],
        [6, 5],
      ],
    ],
    [
      1,
      true,
      [
        [6, 4, 2],
        [5, 3, 1],
      ],
    ],
  ] as const)('turns by %i quarters, mirrored %s', (turn, mirror, expected) => {
    expect(numbers(turn, mirror)).toEqual(expected);
  });
});
