import { quietContext } from '../../context';
import { findRowChanges } from '../../raster';
import { drawn } from '../../testing/pictures';
import { traceContours } from './contours';
import { settleEdges } from './settle-edges';

/** Mean distance of contour points from the truth, before and after they are settled. */
function errors(grey: ReturnType<typeof drawn>, off: (x: number, y: number) => number) {
  const found = traceContours(grey, 127.5, findRowChanges(grey, 127.5), quietContext);
  const settled = settleEdges(found, grey, 127.5, quietContext);
  const mean = (points: Float64Array) => {
    let sum = 0;
    for (let i = 0; i < points.length; i += 2) sum += Math.abs(off(points[i], points[i + 1]));
    return sum / (points.length / 2);
  };
  return { before: mean(found.points), after: mean(settled.points), settled };
}

describe('settleEdges', () => {
  it('brings anti-aliased edges of any slope to within two hundredths of a pixel', () => {
    for (const radius of [12.3, 31.7, 44]) {
      const off = (x: number, y: number) => Math.hypot(x - 50.2, y - 49.7) - radius;
      const { before, after } = errors(
        drawn(100, 100, (x, y) => off(x, y) < 0, 32),
        off,
      );
      expect(after).toBeLessThan(0.02);
      expect(after).toBeLessThan(before / 2);
    }
  });

  it('places an upright edge by the share of the pixel it covers', () => {
    const off = (x: number) => x - 20.3;
    const grey = drawn(40, 40, (x) => off(x) < 0, 20);
    const { settled } = errors(grey, off);
    const middle = [...settled.points].filter(
      (_, i) =>
        i % 2 === 0 && settled.points[i + 1] > 10 && settled.points[i + 1] < 30 && settled.points[i] > 10,
    );
    for (const x of middle) expect(x).toBeCloseTo(20.3, 2);
  });

  it('brings a blurred edge to the middle of the paper and ink beside it, whatever the level', () => {
    const width = 60;
    const off = (x: number, y: number) => Math.hypot(x - 30, y - 30) - 18.3;
    const data = Uint8Array.from({ length: width * width }, (_, i) => {
      const far = off((i % width) + 0.5, Math.floor(i / width) + 0.5);
      return Math.round(60 + 190 / (1 + Math.exp(-far / 0.6)));
    });
    const grey = { width, height: width, data };
    const found = traceContours(grey, 215.5, findRowChanges(grey, 215.5), quietContext);
    const settled = settleEdges(found, grey, 215.5, quietContext);
    const mean = ({ points }: typeof found) => {
      let sum = 0;
      for (let i = 0; i < points.length; i += 2) sum += off(points[i], points[i + 1]);
      return sum / (points.length / 2);
    };
    expect(mean(found)).toBeGreaterThan(0.7);
    expect(Math.abs(mean(settled))).toBeLessThan(0.06);
  });

  it('leaves blurred edges to interpolation', () => {
    const width = 60;
    const data = Uint8Array.from({ length: width * width }, (_, i) => {
      const x = (i % width) + 0.5;
      return Math.round(255 / (1 + Math.exp(-(x - 30.4) / 1.2)));
    });
    const grey = { width, height: width, data };
    const { before, after } = errors(grey, (x) => (x < 5 ? 0 : x - 30.4));
    expect(Math.abs(after - before)).toBeLessThan(0.02);
  });
});
