import { type Cv, loadOpenCv } from '../testing/opencv';
import { random } from '../testing/pictures';
import { findComponents } from './components';
import { findRowChanges } from './runs';

/** Reference: connectedComponentsWithStats of the general computer-vision library. */
describe('connected components', () => {
  let cv: Cv;
  beforeAll(async () => {
    ({ cv } = await loadOpenCv());
  });

  it.each([
    ['ink', 8, 0.3],
    ['ink', 8, 0.45],
    ['paper', 4, 0.5],
    ['paper', 4, 0.7],
  ] as const)(
    'of the %s (%i neighbours, %d inked) have the reference’s count and areas',
    (of, connectivity, share) => {
      const next = random(7);
      const [width, height] = [97, 61];
      const data = Uint8Array.from({ length: width * height }, () => (next() < share ? 0 : 255));
      const found = findComponents(findRowChanges({ width, height, data }, 128), width, of);
      const wanted = Array.from(data, (tone) => (tone < 128 === (of === 'ink') ? 255 : 0));
      const [labels, stats, centroids] = [new cv.Mat(), new cv.Mat(), new cv.Mat()];
      const mask = cv.matFromArray(height, width, cv.CV_8UC1, wanted);
      const count =
        cv.connectedComponentsWithStats(mask, labels, stats, centroids, connectivity, cv.CV_32S) - 1;
      const areas = Array.from({ length: count }, (_, k) => stats.data32S[5 * (k + 1) + 4]);
      expect(found.count).toBe(count);
      expect([...found.area].sort((a, b) => a - b)).toEqual(areas.sort((a, b) => a - b));
    },
  );
});
