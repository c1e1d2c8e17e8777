import { histogram } from '../raster';
import { type Cv, loadOpenCv } from '../testing/opencv';
import { random } from '../testing/pictures';
import { otsuThreshold } from './otsu';

/** Reference: threshold with THRESH_OTSU of the general computer-vision library. */
describe('otsuThreshold', () => {
  let cv: Cv;
  beforeAll(async () => {
    ({ cv } = await loadOpenCv());
  });

  it.each([
    ['two sharp tones', () => [0, 255]],
    ['two broad hills', (next: () => number) => [60 + 50 * (next() - next()), 180 + 60 * (next() - next())]],
    ['a small dark share', (next: () => number) => [20 + 20 * next(), 200, 210, 220 * next(), 230, 240]],
    ['even noise', (next: () => number) => [256 * next()]],
  ])('agrees on %s', (_name, tones) => {
    const next = random(3);
    const data = Uint8Array.from({ length: 64 * 64 }, () => {
      const choice = tones(next);
      return Math.min(255, Math.max(0, choice[Math.floor(next() * choice.length)]));
    });
    const expected = cv.threshold(
      cv.matFromArray(64, 64, cv.CV_8UC1, data),
      new cv.Mat(),
      0,
      255,
      cv.THRESH_BINARY | cv.THRESH_OTSU,
    );
    expect(otsuThreshold(histogram({ width: 64, height: 64, data }))).toBe(expected);
  });
});
