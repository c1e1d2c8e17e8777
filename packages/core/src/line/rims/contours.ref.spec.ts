import { quietContext } from '../../context';
import { polygonArea } from '../../geometry';
import { findRowChanges } from '../../raster';
import { type Cv, loadOpenCv } from '../../testing/opencv';
import { drawn, random } from '../../testing/pictures';
import { traceContours } from './contours';

function trace(grey: { width: number; height: number; data: Uint8Array }) {
  return traceContours(grey, 127.5, findRowChanges(grey, 127.5), quietContext);
}

const polygons = ({ points, starts }: ReturnType<typeof trace>) =>
  Array.from({ length: starts.length - 1 }, (_, c) => points.subarray(2 * starts[c], 2 * starts[c + 1]));

describe('traceContours', () => {
  let cv: Cv;
  beforeAll(async () => {
    ({ cv } = await loadOpenCv());
  });

  it('finds as many outer contours and holes as the reference library’s findContours (Suzuki and Abe 1985)', () => {
    const next = random(5);
    const blobs = Array.from({ length: 16 }, () => [
      next() * 200,
      next() * 150,
      4 + next() * 14,
      1 + next() * 3,
    ]);
    const grey = drawn(
      200,
      150,
      (x, y) =>
        blobs.some(([cx, cy, radius, hole]) => {
          const distance = Math.hypot(x - cx, y - cy);
          return distance < radius && distance > hole;
        }),
      6,
    );
    const found = trace(grey);
    const contours = new cv.MatVector();
    const hierarchy = new cv.Mat();
    const mask = cv.matFromArray(
      150,
      200,
      cv.CV_8UC1,
      grey.data.map((tone) => (tone < 127.5 ? 255 : 0)),
    );
    cv.findContours(mask, contours, hierarchy, cv.RETR_CCOMP, cv.CHAIN_APPROX_NONE);
    const holes = Array.from({ length: contours.size() }, (_, k) => hierarchy.data32S[4 * k + 3] >= 0);
    expect(found.holes.reduce((sum, hole) => sum + hole, 0)).toBe(holes.filter(Boolean).length);
    expect(found.holes.length).toBe(contours.size());
    // The reference's contours run through the rim's pixels, ours along their outer sides.
    const areas = polygons(found).map((polygon) => Math.abs(polygonArea(polygon)));
    const largest = Math.max(
      ...Array.from({ length: contours.size() }, (_, k) => cv.contourArea(contours.get(k))),
    );
    expect(Math.max(...areas) / largest).toBeGreaterThan(1);
    expect(Math.max(...areas) / largest).toBeLessThan(1.2);
  });

  it('nests rings, outer contours counter-clockwise, holes clockwise', () => {
    const ringed = drawn(
      90,
      90,
      (x, y) =>
        [1, 3].includes(Math.floor(Math.hypot(x - 45, y - 45) / 10)) || Math.hypot(x - 45, y - 45) < 4,
    );
    const found = trace(ringed);
    expect([...found.holes]).toEqual([0, 1, 0, 1, 0]);
    expect([...found.parents]).toEqual([-1, 0, 1, 2, 3]);
    expect(polygons(found).map((polygon) => Math.sign(polygonArea(polygon)))).toEqual([1, -1, 1, -1, 1]);
  });

  it('closes ink that touches the rim, exactly along it', () => {
    const grey = { width: 12, height: 9, data: new Uint8Array(108) };
    const [polygon] = polygons(trace(grey));
    expect(
      [...polygon].every((value, i) => (i % 2 === 0 ? value >= 0 && value <= 12 : value >= 0 && value <= 9)),
    ).toBe(true);
    expect(polygonArea(polygon)).toBeCloseTo(12 * 9 - 4 * 0.125, 9);
  });

  it('passes once between any two unlike neighbours, even in noise', () => {
    const next = random(9);
    const size = 40;
    const data = Uint8Array.from({ length: size * size }, () => (next() < 0.5 ? 0 : 255));
    const isInk = (x: number, y: number) =>
      x >= 0 && y >= 0 && x < size && y < size && data[y * size + x] === 0;
    let unlike = 0;
    for (let y = -1; y < size; y++) {
      for (let x = -1; x < size; x++) {
        if (isInk(x, y) !== isInk(x + 1, y)) unlike++;
        if (isInk(x, y) !== isInk(x, y + 1)) unlike++;
      }
    }
    expect(trace({ width: size, height: size, data }).points.length / 2).toBe(unlike);
  });
});
