import fc from 'fast-check';
import { quietContext } from '../../context';
import { contoursOf, distanceToChords, indexChords, nodeCount, signedArea } from '../../geometry';
import { findRowChanges } from '../../raster';
import { drawn } from '../../testing/pictures';
import { traceContours } from '../rims/contours';
import { makeLine } from '../line';
import { matchShapes } from '../promise/match';
import { settleEdges } from '../rims/settle-edges';

const options = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };

function trace(inside: (x: number, y: number) => boolean, size = 120) {
  const grey = drawn(size, size, inside, 10);
  const contours = settleEdges(
    traceContours(grey, 127.5, findRowChanges(grey, 127.5), quietContext),
    grey,
    127.5,
    quietContext,
  );
  return { contours, line: makeLine(contours, options, quietContext) };
}

describe('makeLine', () => {
  it.each([2.5, 6, 20, 47])('finds a circle of radius %d as one, within 0.05 px', (radius) => {
    const { line } = trace((x, y) => Math.hypot(x - 60.3, y - 59.6) < radius);
    const [{ outer }] = line.shapes;
    expect(outer.segments.map((segment) => segment.kind)).toEqual(['arc', 'arc']);
    expect(Math.abs(Math.sqrt(signedArea(outer) / Math.PI) - radius)).toBeLessThan(0.05);
  });

  it('makes a square of four lines with its corners where they are', () => {
    const { line } = trace((x, y) => Math.abs(x - 60) < 30.3 && Math.abs(y - 60) < 30.3);
    const [{ outer }] = line.shapes;
    expect(outer.segments.map((segment) => segment.kind)).toEqual(['line', 'line', 'line', 'line']);
    for (const { x, y } of outer.segments) {
      expect(Math.abs(Math.abs(x - 60) - 30.3)).toBeLessThan(0.03);
      expect(Math.abs(Math.abs(y - 60) - 30.3)).toBeLessThan(0.03);
    }
  });

  it('keeps the corners of a pointed petal and joins the rest smoothly', () => {
    const { line } = trace((x, y) => Math.hypot(x - 60, y - 100) < 60 && Math.hypot(x - 60, y - 20) < 60);
    expect(nodeCount(line.shapes[0].outer)).toBeLessThanOrEqual(6);
    const tips = line.shapes[0].outer.segments.filter(
      ({ x, y }) => Math.abs(Math.abs(x - 60) - Math.sqrt(2000)) < 0.5 && Math.abs(y - 60) < 0.3,
    );
    expect(tips).toHaveLength(2);
  });

  it('gathers holes with their shape and islands as shapes of their own', () => {
    const { line } = trace(
      (x, y) => Math.abs(Math.hypot(x - 60, y - 60) - 40) < 8 || Math.hypot(x - 60, y - 60) < 12,
    );
    expect(line.shapes.map((shape) => shape.holes.length).sort()).toEqual([0, 1]);
    expect(matchShapes(line.rims, line.shapes, 120).percent).toBeGreaterThan(99);
  });

  const wave = fc.record({
    size: fc.double({ min: 0, max: 5, noNaN: true }),
    turns: fc.integer({ min: 2, max: 6 }),
    phase: fc.double({ min: 0, max: 6, noNaN: true }),
  });
  interface Wave {
    size: number;
    turns: number;
    phase: number;
  }
  /** The radius of a wavy circle at an angle, and its first two derivatives. */
  const waved = (waves: Wave[], angle: number) => {
    const radius = { value: 38, first: 0, second: 0 };
    for (const { size, turns, phase } of waves) {
      radius.value += size * Math.cos(turns * angle + phase);
      radius.first -= size * turns * Math.sin(turns * angle + phase);
      radius.second -= size * turns * turns * Math.cos(turns * angle + phase);
    }
    return radius;
  };
  const traceWaves = (waves: Wave[]) =>
    trace((x, y) => Math.hypot(x - 60, y - 60) < waved(waves, Math.atan2(y - 60, x - 60)).value);
  /** Radius of curvature at the sharpest bend (Bronstein, curvature in polar coordinates; from memory). */
  const sharpestBend = (waves: Wave[]) => {
    let least = Infinity;
    for (let k = 0; k < 2000; k++) {
      const { value: r, first, second } = waved(waves, (k * Math.PI) / 1000);
      least = Math.min(
        least,
        (r * r + first * first) ** 1.5 / Math.abs(r * r + 2 * first * first - r * second),
      );
    }
    return least;
  };
  const farthest = (chords: ReturnType<typeof indexChords>, points: Float64Array) => {
    let worst = 0;
    for (let i = 0; i < points.length; i += 2)
      worst = Math.max(worst, distanceToChords(chords, points[i], points[i + 1]));
    return worst;
  };

  const expectBack = (waves: Wave[]) => {
    const { line, contours } = traceWaves(waves);
    const found = contoursOf(line.shapes);
    expect(found).toHaveLength(1);
    expect(found[0].closed).toBe(true);
    expect(nodeCount(found[0])).toBeLessThan(30);
    const chords = indexChords(found, 0.002);
    const within = options.tolerance + 0.004;
    expect(line.off).toBeLessThan(within);
    expect(farthest(chords, line.rims[0].rim.points)).toBeLessThan(within);
    // Sharper bends cannot be told from corners, which pixels round off: there the rim goes beyond the contour.
    if (sharpestBend(waves) > 5) expect(farthest(chords, contours.points)).toBeLessThan(within);
  };

  it('brings any smooth closed curve back within the tolerance, closed, of the same topology', () => {
    fc.assert(
      fc.property(wave, wave, (a, b) => expectBack([a, b])),
      {
        numRuns: 40,
        examples: [
          // Its valleys have a radius of 4.1 px, and two of the five count as corners.
          [
            { size: 4.748936221620969, turns: 5, phase: 0 },
            { size: 4.499389648437497, turns: 5, phase: 0 },
          ],
        ],
      },
    );
  });
});
