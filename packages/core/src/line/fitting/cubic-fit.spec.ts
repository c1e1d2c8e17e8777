import fc from 'fast-check';
import { type Cubic, cubicPoint } from '../../geometry';
import { fitCubic } from './cubic-fit';
import type { Run } from '../chain/run';

/** Places along a cubic, as a run. */
function runAlong(
  start: { x: number; y: number },
  cubic: Cubic,
  count = 60,
  off: (k: number) => number = () => 0,
): Run {
  const x = new Float64Array(count + 1);
  const y = new Float64Array(count + 1);
  const along = new Float64Array(count + 1);
  for (let k = 0; k <= count; k++) {
    const point = cubicPoint(start, cubic, k / count);
    x[k] = point.x + (k > 0 && k < count ? off(k) : 0);
    y[k] = point.y;
    if (k > 0) along[k] = along[k - 1] + Math.hypot(x[k] - x[k - 1], y[k] - y[k - 1]);
  }
  return { x, y, along, around: false, foundX: x, foundY: y, beyond: false };
}

const bow: Cubic = { kind: 'cubic', x1: 10, y1: -40, x2: 70, y2: -50, x: 90, y: 0 };
const direction = (x: number, y: number) => ({ x: x / Math.hypot(x, y), y: y / Math.hypot(x, y) });

describe('fitCubic', () => {
  it('finds a cubic again from its points', () => {
    const found = fitCubic(runAlong({ x: 0, y: 0 }, bow), 0, 60, undefined, undefined, 0.05);
    expect(found?.worst).toBeLessThan(0.05);
    expect(found && Math.hypot(found.startX - 10, found.startY + 40)).toBeLessThan(3);
  });

  it('keeps to the directions it is given', () => {
    const into = direction(10, -40);
    const out = direction(20, 50);
    const found = fitCubic(runAlong({ x: 0, y: 0 }, bow), 0, 60, into, out, 0.1);
    expect(found).toBeDefined();
    if (!found) return;
    expect(found.startX * into.y - found.startY * into.x).toBeCloseTo(0, 9);
    expect(found.endX * out.y - found.endY * out.x).toBeCloseTo(0, 9);
    expect(found.startX * into.x + found.startY * into.y).toBeGreaterThan(0);
    expect(found.endX * out.x + found.endY * out.y).toBeLessThan(0);
  });

  it.each([
    ['only the start', direction(10, -40), undefined],
    ['only the end', undefined, direction(20, 50)],
  ])('takes %s for given', (_name, into, out) => {
    expect(fitCubic(runAlong({ x: 0, y: 0 }, bow), 0, 60, into, out, 0.1)?.worst).toBeLessThan(0.1);
  });

  it('gives up where nothing comes within the tolerance', () => {
    const jagged = runAlong({ x: 0, y: 0 }, bow, 60, (k) => (k % 2 === 0 ? 2 : -2));
    expect(fitCubic(jagged, 0, 60, undefined, undefined, 0.3)).toBeUndefined();
  });

  it('says truly how far the worst point lies', () => {
    const place = fc.double({ min: -30, max: 30, noNaN: true });
    fc.assert(
      fc.property(place, place, place, place, (x1, y1, x2, y2) => {
        const cubic: Cubic = { kind: 'cubic', x1: 20 + x1, y1, x2: 60 + x2, y2, x: 80, y: 0 };
        const run = runAlong({ x: 0, y: 0 }, cubic, 50);
        const found = fitCubic(run, 0, 50, undefined, undefined, 0.4);
        if (!found) return;
        const fitted: Cubic = {
          kind: 'cubic',
          x1: found.startX,
          y1: found.startY,
          x2: 80 + found.endX,
          y2: found.endY,
          x: 80,
          y: 0,
        };
        const places = Array.from({ length: 2001 }, (_, k) => cubicPoint({ x: 0, y: 0 }, fitted, k / 2000));
        for (let k = 1; k < 50; k++) {
          const nearest = Math.min(
            ...places.map((point) => Math.hypot(point.x - run.x[k], point.y - run.y[k])),
          );
          expect(nearest).toBeLessThan(0.4 + 0.05);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('needs a point between its ends', () => {
    expect(fitCubic(runAlong({ x: 0, y: 0 }, bow, 4), 1, 2, undefined, undefined, 1)).toBeUndefined();
  });
});
