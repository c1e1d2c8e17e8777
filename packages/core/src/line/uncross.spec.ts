import { quietContext } from '../context';
import { type Contour, contoursOf, findCrossings } from '../geometry';
import { findRowChanges } from '../raster';
import { drawn } from '../testing/pictures';
import { traceContours } from './contours';
import { makeLine } from './line';
import { settleEdges } from './settle-edges';
import { polyline, uncross } from './uncross';

/** Each a little lower than the one before, so that no sides lie on one another. */
const square = (left: number, side: number): Contour => {
  const top = left / 7;
  return polyline([left, left, left + side, left + side], [top, top + side, top + side, top], true);
};

describe('uncross', () => {
  it('fits again what crosses, tighter each time, and leaves the rest', () => {
    const fitted = [square(0, 10), square(8, 10), square(40, 5)];
    const [, , apart] = fitted;
    const asked: [number, number][] = [];
    uncross(fitted, (k, share) => {
      asked.push([k, share]);
      return share < 0.3 ? square(20 * k, 10) : square(8 * k, 10);
    });
    expect(asked).toEqual([
      [0, 0.8],
      [1, 0.8],
      [0, 0.4],
      [1, 0.4],
      [0, 0.15],
      [1, 0.15],
    ]);
    expect(findCrossings(fitted as Contour[], 0.01)).toEqual([]);
    expect(fitted[2]).toBe(apart);
  });

  it('comes down to the points themselves, share 0, and then stops', () => {
    let last = 1;
    uncross([square(0, 10), square(5, 10)], (k, share) => {
      last = share;
      return square(5 * k, 10);
    });
    expect(last).toBe(0);
  });

  it.each([0.7, 0.9, 1.1, 1.4])('keeps two bodies apart that are %d px from touching', (gap) => {
    // Two wedges, tip to tip: their corners would meet if each were drawn on to where its sides do.
    const grey = drawn(
      100,
      60,
      (x, y) => Math.abs(y - 30) < 0.55 * Math.max(0, Math.abs(x - 50) - gap / 2),
      12,
    );
    const found = traceContours(grey, 127.5, findRowChanges(grey, 127.5), quietContext);
    const contours = settleEdges(found, grey, 127.5, quietContext);
    const settings = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };
    const { shapes } = makeLine(contours, 60, settings, quietContext);
    expect(findCrossings(contoursOf(shapes), 0.01)).toEqual([]);
    expect(contoursOf(shapes).every(({ closed }) => closed)).toBe(true);
  });
});
