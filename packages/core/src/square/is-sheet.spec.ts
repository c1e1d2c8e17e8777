import { boardScene, busy } from '../testing/boards';
import { isSheet } from './is-sheet';

const corners = [70, 60, 330, 45, 345, 250, 60, 235];
const points = [0, 1, 2, 3].map((k) => ({ x: corners[2 * k], y: corners[2 * k + 1] }));
const scene = (inside: (x: number, y: number) => number, outside: (x: number, y: number) => number) =>
  boardScene(points, inside, outside);

const word = (x: number, y: number) => Math.abs(y - 150) < 30 && x > 120 && x < 280 && x % 40 < 16;
const signed = (x: number, y: number) => (word(x, y) ? 50 : 205);

describe('a sheet', () => {
  it.each([
    ['before a busy background', signed, busy],
    ['darker than what is around it', (x: number, y: number) => (word(x, y) ? 220 : 60), () => 130],
    ['in light that falls off', (x: number, y: number) => signed(x, y) * (1 - x / 900), () => 40],
    [
      'with the edge of a shadow across it',
      (x: number, y: number) => signed(x, y) * (x + y > 330 ? 0.6 : 1),
      () => 30,
    ],
  ])('%s is one', (_name, inside, outside) => {
    expect(isSheet(scene(inside, outside), points)).toBe(true);
  });

  it.each([
    ['with nothing on it', () => 205, busy],
    ['like what is around it', signed, () => 204],
    [
      'with one side where it goes on beyond',
      signed,
      (x: number, y: number) => (x > 300 ? signed(x, y) + 3 : busy(x, y)),
    ],
    ['as busy inside as outside', busy, (x: number, y: number) => busy(x + 40, y) / 2],
  ])('%s is none', (_name, inside, outside) => {
    expect(isSheet(scene(inside, outside), points)).toBe(false);
  });

  it('that lies straight already needs no flattening, and what stands on a corner is a shape', () => {
    const picture = scene(signed, busy);
    const straight = [
      [70, 50],
      [330, 50],
      [330, 240],
      [70, 240],
    ].map(([x, y]) => ({ x, y }));
    expect(isSheet(picture, straight)).toBe(false);
    const onCorner = [
      [200, 20],
      [330, 150],
      [200, 280],
      [70, 150],
    ].map(([x, y]) => ({ x, y }));
    expect(isSheet(picture, onCorner)).toBe(false);
  });
});
