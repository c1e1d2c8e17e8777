import { quietContext } from '../context';
import { type GreyPicture, findComponents, findRowChanges } from '../raster';
import { drawn, random } from '../testing/pictures';
import { FINEST, fittingDetail, leastArea, withDetail } from './detail';

const next = random(5);
/** Leaves of light and shade with grain, as a busy photo has them. */
const busy = (() => {
  const [width, height] = [500, 360];
  const data = Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const leaf = Math.sin(x / 5 + 3 * Math.sin(y / 9)) * Math.cos(y / 4 + 2 * Math.sin(x / 11));
    return Math.max(0, Math.min(255, 128 + 60 * leaf + 90 * (next() - 0.5)));
  });
  return { width, height, data };
})();
const calmShape = drawn(400, 300, (x, y) => Math.hypot(x - 200, y - 150) < 90, 4);
const pieces = (grey: GreyPicture, level = 127.5) =>
  findComponents(findRowChanges(grey, level, quietContext), grey.width, 'ink').count;

describe('detail', () => {
  it('is all there at the finest: nothing is touched', () => {
    expect(withDetail(busy, FINEST, quietContext)).toBe(busy);
    expect(leastArea(FINEST, busy)).toBe(0);
  });

  it('goes, the calmer it is asked for', () => {
    const counts = [100, 80, 40, 0].map((detail) => pieces(withDetail(busy, detail, quietContext)));
    expect([...counts].sort((a, b) => b - a)).toEqual(counts);
    expect(counts[3]).toBeLessThan(counts[0] / 10);
  });

  it('keeps edges where they are', () => {
    const smooth = withDetail(calmShape, 40, quietContext);
    let moved = 0;
    calmShape.data.forEach((tone, i) => {
      if (tone < 127.5 !== smooth.data[i] < 127.5) moved++;
    });
    // Of a rim of 565 pixels.
    expect(moved).toBeLessThan(40);
  });

  it('takes none away from what was drawn, however much it is', () => {
    const letters = drawn(600, 450, (x, y) => (x % 24 < 8 && y % 30 < 18) || (y % 30 < 4 && x % 24 < 16), 4);
    expect(pieces(letters)).toBeGreaterThan(300);
    expect(fittingDetail(letters, 127.5, letters, quietContext)).toBe(FINEST);
  });

  it('fits by itself: all of it for a shape, less for what nothing could cut', () => {
    expect(fittingDetail(calmShape, 127.5, calmShape, quietContext)).toBe(FINEST);
    expect(fittingDetail(busy, 127.5, busy, quietContext)).toBeLessThan(FINEST);
  });
});
