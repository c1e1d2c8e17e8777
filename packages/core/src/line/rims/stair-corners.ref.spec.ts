import fc from 'fast-check';
import { quietContext } from '../../context';
import { norm } from '../../geometry';
import { type GreyPicture, findRowChanges } from '../../raster';
import { traceContours } from './contours';
import type { Corner } from './corners';
import { evenStairs } from './even-stairs';
import { settleEdges } from './settle-edges';

const LEVEL = 127.5;
const SIZE = 160;
const MIDDLE = SIZE / 2;

interface Place {
  x: number;
  y: number;
}

/** Corners told of what is inside, digitised by the middles of pixels (the Gauss digitisation). */
function told(isInside: (x: number, y: number) => boolean): readonly Corner[] {
  const data = Uint8Array.from({ length: SIZE * SIZE }, (_, i) =>
    isInside((i % SIZE) + 0.5, Math.floor(i / SIZE) + 0.5) ? 0 : 255,
  );
  const grey: GreyPicture = { width: SIZE, height: SIZE, data };
  const found = traceContours(grey, LEVEL, findRowChanges(grey, LEVEL, quietContext), quietContext);
  const settled = settleEdges(found, grey, LEVEL, quietContext);
  return evenStairs(found, settled, grey, LEVEL, quietContext).corners?.[0] ?? [];
}

/** Whether a place is inside a polygon, by how often a ray from it crosses the sides (Shimrat 1962). */
const within =
  (places: readonly Place[]) =>
  (x: number, y: number): boolean =>
    places.filter((a, k) => {
      const b = places[(k + 1) % places.length];
      return a.y > y !== b.y > y && x < a.x + ((y - a.y) * (b.x - a.x)) / (b.y - a.y);
    }).length %
      2 ===
    1;

/** Corners at radii from the middle, at angles. */
const around = (corners: readonly (readonly [radius: number, angle: number])[], offX: number, offY: number) =>
  corners.map(([radius, angle]) => ({
    x: MIDDLE + offX + radius * Math.cos(angle),
    y: MIDDLE + offY + radius * Math.sin(angle),
  }));

const nearest = (places: readonly Place[], { x, y }: Place) =>
  places.reduce((least, one) => Math.min(least, norm(one.x - x, one.y - y)), Infinity);
const meanOf = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
const share = fc.double({ min: 0, max: 1, noNaN: true });

it('corners of polygons of two tones are all found, most of them within half a pixel, and there are no others', () => {
  const offs: number[] = [];
  let [missed, more, all] = [0, 0, 0];
  fc.assert(
    fc.property(fc.integer({ min: 3, max: 6 }), share, share, share, (count, turned, offX, offY) => {
      const corners = around(
        Array.from({ length: count }, (_, k) => [60, (2 * Math.PI * (k + turned)) / count]),
        offX,
        offY,
      );
      const found = told(within(corners));
      all += count;
      for (const corner of corners) {
        const off = nearest(found, corner);
        if (off > 2) missed++;
        else offs.push(off);
      }
      more += found.filter((one) => nearest(corners, one) > 2).length;
    }),
    { numRuns: 60 },
  );
  expect(missed / all).toBeLessThan(0.03);
  expect(more / all).toBeLessThan(0.03);
  expect(meanOf(offs)).toBeLessThan(0.5);
  expect(offs.filter((off) => off > 1).length / offs.length).toBeLessThan(0.06);
});

it('tips and notches reach beyond the pixels that are left of them', () => {
  const offs: number[] = [];
  fc.assert(
    fc.property(share, share, share, (turned, offX, offY) => {
      // A star of five: tips of 30 to 40 degrees, and notches between.
      const corners = around(
        Array.from({ length: 10 }, (_, k) => [k % 2 === 0 ? 70 : 28, (2 * Math.PI * (k + turned)) / 10]),
        offX,
        offY,
      );
      const found = told(within(corners));
      for (const corner of corners) offs.push(nearest(found, corner));
    }),
    { numRuns: 40 },
  );
  expect(offs.filter((off) => off > 3).length / offs.length).toBeLessThan(0.03);
  expect(offs.filter((off) => off > 1).length / offs.length).toBeLessThan(0.15);
});

it('discs, and most roundings that pixels tell, have no corners', () => {
  let corners = 0;
  let discs = 0;
  fc.assert(
    fc.property(fc.double({ min: 6, max: 70, noNaN: true }), share, share, (radius, offX, offY) => {
      discs++;
      corners += told((x, y) => norm(x - MIDDLE - offX, y - MIDDLE - offY) < radius).length;
    }),
    { numRuns: 60 },
  );
  expect(corners / discs).toBeLessThan(0.1);
  corners = 0;
  for (let k = 0; k < 20; k++) {
    const [c, s] = [Math.cos(k / 13), Math.sin(k / 13)];
    // A square of 100, its corners rounded by a radius of 10.
    corners += told((x, y) => {
      const [u, v] = [c * (x - MIDDLE) + s * (y - MIDDLE), c * (y - MIDDLE) - s * (x - MIDDLE)];
      return norm(Math.max(0, Math.abs(u) - 40), Math.max(0, Math.abs(v) - 40)) < 10;
    }).filter(({ turn }) => turn > Math.PI / 6).length;
  }
  // Of 80.
  expect(corners).toBeLessThan(25);
});
