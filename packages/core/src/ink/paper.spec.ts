import { drawn } from '../testing/pictures';
import { paperIsDark } from './paper';

const disc = (x: number, y: number) => Math.hypot(x - 100, y - 75) < 70;
const rounded = (x: number, y: number) =>
  Math.hypot(Math.max(0, Math.abs(x - 100) - 72), Math.max(0, Math.abs(y - 75) - 47)) < 25;
const turned = ({ width, height, data }: ReturnType<typeof drawn>) => ({
  width,
  height,
  data: data.map((tone) => 255 - tone),
});

describe('which tone is paper', () => {
  it.each([
    ['a disc on paper', drawn(200, 150, disc)],
    [
      'ink over most of it, paper along the rim',
      drawn(200, 150, (x, y) => Math.max(Math.abs(x - 100) / 94, Math.abs(y - 75) / 69) < 1),
    ],
    [
      'a rounded square with pips, a little paper around it',
      drawn(
        200,
        150,
        (x, y) => rounded(x, y) && Math.hypot(x - 60, y - 45) > 9 && Math.hypot(x - 140, y - 105) > 9,
      ),
    ],
    [
      'the same, one side of the paper in shadow',
      drawn(200, 150, (x, y) => x < 2 || (rounded(x, y) && Math.hypot(x - 60, y - 45) > 9)),
    ],
    [
      'a line drawn along the rim',
      drawn(200, 150, (x, y) => x < 3 || y < 3 || x > 197 || y > 147 || Math.hypot(x - 100, y - 75) < 40),
    ],
    [
      'ink that runs out of the picture on one side',
      drawn(200, 150, (x, y) => x < 60 || Math.hypot(x - 140, y - 75) < 20),
    ],
  ])('%s: the light one, and the dark one where it is turned over', (_name, picture) => {
    expect(paperIsDark(picture, 127.5)).toBe(false);
    expect(paperIsDark(turned(picture), 127.5)).toBe(true);
  });
});
