import { mapPoint } from '../geometry';
import { coloured, drawn } from '../testing/pictures';
import { planSquare } from './plan';
import { type SquareSettings } from './settings';
import { squareUp } from './square';

const NOTHING: Omit<SquareSettings, 'flatten'> = {
  turn: 0,
  mirror: false,
  angle: 0,
  crop: null,
  scale: { by: 'file' },
};
const plan = (
  size: { width: number; height: number },
  settings: Partial<SquareSettings>,
  corners: number[] | null = null,
  density: number | null = null,
) => planSquare(size, { ...NOTHING, ...settings }, corners, density);

/** Blocks of 8 x 8 pixels, two by three of them, numbered in the red channel. */
const picture = {
  width: 16,
  height: 24,
  data: Uint8Array.from(
    Array.from({ length: 16 * 24 }, (_, i) => 1 + ((i >> 3) & 1) + 2 * Math.floor(i / 128)).flatMap(
      (value) => [value, 0, 0, 255],
    ),
  ),
};
const numbers = (turn: 0 | 1 | 2 | 3, mirror: boolean) => {
  const { width, height, data } = squareUp(picture, plan(picture, { turn, mirror }));
  const at = (x: number, y: number) => data[4 * ((8 * y + 3) * width + 8 * x + 3)];
  return Array.from({ length: height / 8 }, (_, y) => Array.from({ length: width / 8 }, (_, x) => at(x, y)));
};

describe('squareUp', () => {
  it('is the same picture when there is nothing to do', () => {
    expect(squareUp(picture, plan(picture, {}))).toBe(picture);
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

  it('crops to a box given in the source’s own pixels, whatever was turned', () => {
    const box = { kind: 'box' as const, points: [8, 0, 16, 0, 16, 16, 8, 16] };
    for (const turn of [0, 1, 2, 3] as const) {
      const { width, height, data } = squareUp(picture, plan(picture, { turn, crop: box }));
      expect([width, height]).toEqual(turn % 2 ? [16, 8] : [8, 16]);
      expect(new Set(data.filter((_, i) => i % 4 === 0))).toEqual(new Set([2, 4]));
    }
  });

  it('keeps what a loop encloses and lays ground around it', () => {
    const loop = { kind: 'loop' as const, points: [0, 0, 16, 0, 8, 16] };
    const { width, height, data } = squareUp(picture, plan(picture, { crop: loop }));
    expect([width, height]).toEqual([16, 16]);
    const red = (x: number, y: number) => data[4 * (y * width + x)];
    expect(red(8, 2)).toBe(2);
    expect(red(0, 15)).toBe(red(15, 15));
  });

  it('turns by an angle about the middle, nothing lost', () => {
    const disc = coloured(drawn(100, 60, (x, y) => Math.hypot(x - 80, y - 30) < 8));
    const turned = plan(disc, { angle: Math.PI / 6 });
    const result = squareUp(disc, turned);
    expect([result.width, result.height]).toEqual([117, 102]);
    // Counter-clockwise on screen: what was on the right has gone up.
    const { x, y } = mapPoint(turned.toResult, { x: 80, y: 30 });
    expect(y).toBeLessThan(result.height / 2 - 10);
    expect(result.data[4 * (Math.floor(y) * result.width + Math.floor(x))]).toBeLessThan(40);
  });

  it('makes nothing much larger than the source, of long sheets that stand askew either', () => {
    const size = { width: 900, height: 900 };
    const long = { by: 'rectangle' as const, name: 'typed' as const, width: 300, height: 10 };
    const corners = [100, 100, 800, 100, 800, 800, 100, 800];
    const { width, height, toResult, scale } = plan(size, { angle: Math.PI / 4, scale: long }, corners);
    expect(width * height).toBeLessThan(2.1 * 900 * 900);
    const [from, to] = [
      { x: 100, y: 100 },
      { x: 800, y: 100 },
    ].map((place) => mapPoint(toResult, place));
    expect(Math.hypot(to.x - from.x, to.y - from.y) * (scale.millimetresPerPixel ?? 0)).toBeCloseTo(300, 0);
  });

  it.each([
    ['holds nothing', { kind: 'loop', points: [5, 5, 6, 5, 6, 6] }],
    ['lies outside', { kind: 'box', points: [90, 90, 120, 90, 120, 120, 90, 120] }],
    ['is a point', { kind: 'loop', points: [4, 4] }],
  ] as const)('says so when a crop %s', (_name, crop) => {
    expect(() => plan(picture, { crop: { kind: crop.kind, points: [...crop.points] } })).toThrow(
      'holds nothing',
    );
  });
});
