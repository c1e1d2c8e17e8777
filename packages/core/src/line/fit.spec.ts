import fc from 'fast-check';
import { quietContext } from '../context';
import { contoursOf, distanceToChords, indexChords, nodeCount, signedArea } from '../geometry';
import { findRowChanges } from '../raster';
import { drawn } from '../testing/pictures';
import { traceContours } from './contours';
import { makeLine } from './line';
import { matchShapes } from './match';
import { settleEdges } from './settle-edges';

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

  it('brings any smooth closed curve back within the tolerance, closed, of the same topology', () => {
    const wave = fc.record({
      size: fc.double({ min: 0, max: 5, noNaN: true }),
      turns: fc.integer({ min: 2, max: 6 }),
      phase: fc.double({ min: 0, max: 6, noNaN: true }),
    });
    fc.assert(
      fc.property(wave, wave, (a, b) => {
        const radius = (angle: number) =>
          38 + a.size * Math.cos(a.turns * angle + a.phase) + b.size * Math.cos(b.turns * angle + b.phase);
        const { line, contours } = trace(
          (x, y) => Math.hypot(x - 60, y - 60) < radius(Math.atan2(y - 60, x - 60)),
        );
        const found = contoursOf(line.shapes);
        expect(found).toHaveLength(1);
        expect(found[0].closed).toBe(true);
        const chords = indexChords(found, 0.01);
        for (let i = 0; i < contours.points.length; i += 2) {
          expect(distanceToChords(chords, contours.points[i], contours.points[i + 1])).toBeLessThan(
            options.tolerance + 0.002,
          );
        }
        expect(nodeCount(found[0])).toBeLessThan(30);
      }),
      { numRuns: 40 },
    );
  });
});
