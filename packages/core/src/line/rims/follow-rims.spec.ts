import { quietContext } from '../../context';
import { contoursOf, nodeCount } from '../../geometry';
import { type GreyPicture, findRowChanges, gaussianBlur } from '../../raster';
import { drawn, random } from '../../testing/pictures';
import { makeLine } from '../line';
import { followRims } from './follow-rims';

const LEVEL = 127.5;
const SETTINGS = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };
const follow = (grey: GreyPicture) =>
  followRims({ grey, level: LEVEL, changes: findRowChanges(grey, LEVEL, quietContext) }, quietContext);
const nodesOf = (grey: GreyPicture, options = SETTINGS) =>
  contoursOf(makeLine(follow(grey), options, quietContext).shapes).reduce(
    (sum, one) => sum + nodeCount(one),
    0,
  );

/** Two discs, of two tones or with mixed pixels. */
const isInk = (x: number, y: number) =>
  Math.hypot(x - 70, y - 60) < 41.3 || Math.hypot(x - 170, y - 70) < 30.7;
const discs = (samples: number) => drawn(220, 130, isInk, samples);

function repeated({ width, height, data }: GreyPicture, times: number): GreyPicture {
  const wide = width * times;
  const at = (i: number) => Math.floor(i / wide / times) * width + Math.floor((i % wide) / times);
  return {
    width: wide,
    height: height * times,
    data: Uint8Array.from({ length: wide * height * times }, (_, i) => data[at(i)]),
  };
}

function grainy({ width, height, data }: GreyPicture, size: number): GreyPicture {
  const next = random(3);
  const noise = () => size * (next() + next() + next() - 1.5) * 2;
  return { width, height, data: data.map((tone) => Math.max(0, Math.min(255, tone + noise()))) };
}

it('follows repeated pixels as those of the smaller picture, where they lie', () => {
  for (const times of [2, 3]) {
    const contours = follow(repeated(discs(1), times));
    expect(contours.unsure?.[0]).toBeCloseTo(0.55 * times, 6);
    const points = contours.points;
    for (let i = contours.starts[0]; i < contours.starts[1]; i++) {
      const off = Math.hypot(points[2 * i] / times - 70, points[2 * i + 1] / times - 60) - 41.3;
      expect(Math.abs(off)).toBeLessThan(0.45);
    }
    expect(nodesOf(repeated(discs(1), times))).toBeLessThanOrEqual(12);
    // Mixed pixels tell more than their squares do.
    expect(nodesOf(repeated(discs(4), times))).toBeLessThanOrEqual(12);
  }
});

it('leaves squares that were drawn, such as those of a code', () => {
  const next = random(9);
  const modules = Array.from({ length: 25 * 25 }, () => next() < 0.5);
  for (const size of [2, 3, 4]) {
    const code = drawn(
      33 * size,
      33 * size,
      (x, y) => {
        const [column, row] = [Math.floor(x / size) - 4, Math.floor(y / size) - 4];
        return column >= 0 && row >= 0 && column < 25 && row < 25 && modules[25 * row + column];
      },
      1,
    );
    const { points, unsure } = follow(code);
    expect(Math.max(0, ...(unsure ?? []))).toBe(0);
    // Every point lies on a side of a square, or so near to its corner as contours cut it.
    for (const value of points)
      expect(Math.min(value % size, size - (value % size), Math.abs((value % 1) - 0.5))).toBeLessThan(0.51);
  }
});

it('a rim is as unsure as it goes to and fro: not at all where it is clean, the more the more grain there is', () => {
  const soft = gaussianBlur(discs(4), 0.6);
  // Of seventeen tones a little is seen.
  expect(Math.max(...(follow(discs(4)).unsure ?? [0]))).toBeLessThan(1 / 3);
  const [some, much] = [10, 25].map((size) => follow(grainy(soft, size)).unsure?.[0] ?? 0);
  expect(some).toBeGreaterThan(0.15);
  expect(much).toBeGreaterThan(1.6 * some);
});

it('what is unsure has no more nodes for it, and a tolerance that is asked for rules', () => {
  const picture = grainy(gaussianBlur(discs(4), 0.6), 25);
  const asked = { ...SETTINGS, isAsked: true };
  expect(nodesOf(picture)).toBeLessThan(0.7 * nodesOf(picture, asked));
  expect(makeLine(follow(picture), asked, quietContext).off).toBeLessThan(0.34);
});
