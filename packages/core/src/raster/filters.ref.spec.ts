import { quietContext } from '../context';
import { homographyBetween, inverted, mapPoint } from '../geometry';
import { type Cv, colourMat, greyMat, loadOpenCv } from '../testing/opencv';
import { coloured, drawn, random } from '../testing/pictures';
import { gaussianBlur } from './blur';
import { distanceTransform } from './distance';
import { findEdges } from './edges';
import { guidedFilter } from './guided-filter';
import { closed, dilated, eroded, opened } from './morphology';
import { eachRowStatistics } from './statistics';
import type { GreyPicture } from './picture';
import { warp } from './warp';

/** Reference throughout: the general computer-vision library's WebAssembly build. */
let cv: Cv;
beforeAll(async () => {
  ({ cv } = await loadOpenCv());
});

function noise(width: number, height: number, seed: number): GreyPicture {
  const next = random(seed);
  return { width, height, data: Uint8Array.from({ length: width * height }, () => Math.floor(256 * next())) };
}
const blobs = (width: number, height: number, seed: number) => {
  const next = random(seed);
  const discs = Array.from({ length: 14 }, () => [next() * width, next() * height, 3 + 12 * next()]);
  return drawn(width, height, (x, y) => discs.some(([cx, cy, r]) => Math.hypot(x - cx, y - cy) < r), 4);
};
const worst = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i] - b[i]));
  return most;
};

describe('gaussianBlur', () => {
  it.each([0.5, 1, 2.3, 5])('with sigma %d is GaussianBlur within one tone', (sigma) => {
    const grey = noise(61, 47, 1);
    const to = new cv.Mat();
    const side = 2 * Math.ceil(3 * sigma) + 1;
    cv.GaussianBlur(greyMat(cv, grey), to, new cv.Size(side, side), sigma, sigma, cv.BORDER_REFLECT_101);
    expect(worst(gaussianBlur(grey, sigma).data, to.data)).toBeLessThanOrEqual(1);
  });
});

describe('guidedFilter', () => {
  // He, Sun and Tang 2013, algorithm 1, put together from the library's box filter; away from the rim, which it mirrors.
  it.each([
    [2, 100],
    [5, 900],
  ])('radius %d, epsilon %d is algorithm 1 on the library’s box filter', (radius, epsilon) => {
    const grey = blobs(70, 50, radius);
    const side = 2 * radius + 1;
    const kernel = cv.matFromArray(side, side, cv.CV_32F, new Array<number>(side * side).fill(1 / side ** 2));
    const box = (values: Float32Array) => {
      const to = new cv.Mat();
      cv.filter2D(cv.matFromArray(50, 70, cv.CV_32F, Array.from(values)), to, -1, kernel);
      return Float32Array.from(to.data32F);
    };
    const tones = Float32Array.from(grey.data);
    const mean = box(tones);
    const squares = box(tones.map((tone) => tone * tone));
    const a = mean.map((mu, i) => (squares[i] - mu * mu) / (squares[i] - mu * mu + epsilon));
    const b = a.map((share, i) => (1 - share) * mean[i]);
    const [meanA, meanB] = [box(a), box(b)];
    const own = guidedFilter(grey, radius, epsilon, quietContext).data;
    for (let y = 2 * radius; y < 50 - 2 * radius; y++) {
      for (let x = 2 * radius; x < 70 - 2 * radius; x++) {
        const i = 70 * y + x;
        expect(Math.abs(own[i] - (meanA[i] * tones[i] + meanB[i]))).toBeLessThanOrEqual(0.51);
      }
    }
  });
});

describe('morphology over a square', () => {
  const kernel = (radius: number) => {
    const side = 2 * radius + 1;
    return cv.matFromArray(side, side, cv.CV_8UC1, new Array(side * side).fill(1));
  };
  it.each([
    [1, 40, 33],
    [3, 50, 50],
    [7, 23, 64],
    [20, 30, 25],
  ])('radius %d on %d x %d is the same, tone for tone', (radius, width, height) => {
    const grey = noise(width, height, radius);
    const from = greyMat(cv, grey);
    const to = new cv.Mat();
    cv.erode(from, to, kernel(radius));
    expect(worst(eroded(grey, radius).data, to.data)).toBe(0);
    cv.dilate(from, to, kernel(radius));
    expect(worst(dilated(grey, radius).data, to.data)).toBe(0);
    cv.morphologyEx(from, to, cv.MORPH_OPEN, kernel(radius));
    expect(worst(opened(grey, radius).data, to.data)).toBe(0);
    cv.morphologyEx(from, to, cv.MORPH_CLOSE, kernel(radius));
    expect(worst(closed(grey, radius).data, to.data)).toBe(0);
  });
});

describe('distanceTransform', () => {
  it.each([1, 2, 3])('is exact to a thousandth (blobs %d)', (seed) => {
    const { width, height, data } = blobs(120, 90, seed);
    const mask = data.map((tone) => (tone < 128 ? 1 : 0));
    const to = new cv.Mat();
    cv.distanceTransform(greyMat(cv, { width, height, data: mask }), to, cv.DIST_L2, cv.DIST_MASK_PRECISE);
    expect(worst(distanceTransform(mask, width, height, 0).distance, to.data32F)).toBeLessThan(1e-3);
  });

  it('names the seed that is nearest', () => {
    const { width, height, data } = noise(50, 40, 9);
    const mask = data.map((tone) => (tone > 250 ? 1 : 0));
    const { distance, nearest } = distanceTransform(mask, width, height, 1, { nearest: true });
    nearest.forEach((seed, i) => {
      expect(mask[seed]).toBe(1);
      const apart = Math.hypot(
        (seed % width) - (i % width),
        Math.floor(seed / width) - Math.floor(i / width),
      );
      expect(Math.abs(apart - distance[i])).toBeLessThan(1e-4);
    });
  });

  it('is infinite where there is no seed', () => {
    expect(distanceTransform(new Uint8Array(12), 4, 3, 1).distance.every((d) => d === Infinity)).toBe(true);
  });
});

describe('homography', () => {
  const square = [
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 100, y: 60 },
    { x: 0, y: 60 },
  ];
  const seen = [
    { x: 12, y: 9 },
    { x: 88, y: 15 },
    { x: 95, y: 71 },
    { x: 4, y: 62 },
  ];
  const flat = (points: { x: number; y: number }[]) => points.flatMap(({ x, y }) => [x, y]);

  it('from four points is that of getPerspectiveTransform, and goes back', () => {
    const ours = homographyBetween(square, seen) ?? [];
    const theirs = cv.getPerspectiveTransform(
      cv.matFromArray(4, 1, cv.CV_32FC2, flat(square)),
      cv.matFromArray(4, 1, cv.CV_32FC2, flat(seen)),
    ).data64F;
    expect(worst(ours, theirs)).toBeLessThan(1e-9);
    const back = mapPoint(inverted(ours), mapPoint(ours, { x: 33, y: 21 }));
    expect(Math.hypot(back.x - 33, back.y - 21)).toBeLessThan(1e-9);
  });

  it('does not exist where three points lie on a line', () => {
    expect(
      homographyBetween(square, [seen[0], seen[1], { x: 50, y: 12 }, { x: 31, y: 10.5 }]),
    ).toBeUndefined();
  });

  it.each(['linear', 'cubic'] as const)('warps as warpPerspective does (%s)', (interpolation) => {
    const picture = coloured(blobs(100, 80, 4));
    const toSource = homographyBetween(square, seen) ?? [];
    const ours = warp(picture, toSource, 100, 60, interpolation, quietContext);
    const to = new cv.Mat();
    // Theirs has pixel centres at whole numbers, ours at a half.
    const shifted = [1, 0, -0.5, 0, 1, -0.5, 0, 0, 1];
    const half = [1, 0, 0.5, 0, 1, 0.5, 0, 0, 1];
    const times = (a: number[], b: number[]) =>
      [0, 1, 2].flatMap((r) =>
        [0, 1, 2].map((c) => [0, 1, 2].reduce((s, k) => s + a[3 * r + k] * b[3 * k + c], 0)),
      );
    cv.warpPerspective(
      colourMat(cv, picture),
      to,
      cv.matFromArray(3, 3, 6, times(shifted, times([...toSource], half))),
      new cv.Size(100, 60),
      (interpolation === 'linear' ? cv.INTER_LINEAR : cv.INTER_CUBIC) | cv.WARP_INVERSE_MAP,
      cv.BORDER_REPLICATE,
      new cv.Scalar(),
    );
    // The library works in 32nds of a pixel, and its cubic has a = -3/4: means agree, single steep pixels less.
    const mean =
      Array.from(ours.data).reduce((sum, value, i) => sum + Math.abs(value - to.data[i]), 0) /
      ours.data.length;
    expect(mean).toBeLessThan(interpolation === 'linear' ? 0.3 : 0.6);
    expect(worst(ours.data, to.data)).toBeLessThan(interpolation === 'linear' ? 8 : 24);
  });
});

it('eachRowStatistics has the means of a box filter and the spread by definition', () => {
  const grey = noise(40, 30, 5);
  const radius = 4;
  const to = new cv.Mat();
  cv.blur(greyMat(cv, grey), to, new cv.Size(9, 9), new cv.Point(-1, -1), cv.BORDER_REFLECT_101);
  eachRowStatistics(
    grey,
    radius,
    (y, mean, deviation) => {
      for (let x = radius; x < 40 - radius && y >= radius && y < 30 - radius; x++) {
        expect(Math.abs(mean[x] - to.data[y * 40 + x])).toBeLessThanOrEqual(0.501);
        let squares = 0;
        for (let dy = -radius; dy <= radius; dy++)
          for (let dx = -radius; dx <= radius; dx++)
            squares += (grey.data[(y + dy) * 40 + x + dx] - mean[x]) ** 2;
        expect(deviation[x]).toBeCloseTo(Math.sqrt(squares / 81), 2);
      }
    },
    quietContext,
  );
});

it('findEdges finds what Canny of the library finds', () => {
  const grey = gaussianBlur(blobs(140, 110, 8), 1);
  const to = new cv.Mat();
  cv.Canny(greyMat(cv, grey), to, 100, 250, 3, false);
  const ours = findEdges(grey, 100, 250, quietContext).data;
  let both = 0;
  let either = 0;
  for (let i = 0; i < ours.length; i++) {
    both += ours[i] && to.data[i] ? 1 : 0;
    either += ours[i] || to.data[i] ? 1 : 0;
  }
  expect(both / either).toBeGreaterThan(0.97);
});
