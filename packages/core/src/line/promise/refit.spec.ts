import { quietContext } from '../../context';
import {
  type Contour,
  circleContour,
  findCrossings,
  flatten,
  nodeCount,
  worstDistance,
} from '../../geometry';
import { leaf } from '../../testing/curves';
import { demoContours } from '../../testing/demo';
import { refitContours } from './refit';

/** A contour as chords that lie within a distance of it. */
function chordsOf(contour: Contour, within: number): Contour {
  const points = flatten(contour, within);
  const segments = Array.from({ length: points.length / 2 - 1 }, (_, k) => ({
    kind: 'line' as const,
    x: points[2 * k + 2],
    y: points[2 * k + 3],
  }));
  const start = { x: points[0], y: points[1] };
  return {
    start,
    segments: contour.closed ? [...segments, { kind: 'line', ...start }] : segments,
    closed: contour.closed,
  };
}

const refit = (contours: Contour[], tolerance: number) => refitContours(contours, tolerance, quietContext);

describe('refitContours', () => {
  it('brings letters made of thousands of chords back to about their own nodes, within the tolerance', () => {
    const truth = demoContours('12-old-lettering');
    const { contours, off } = refit(
      truth.map((contour) => chordsOf(contour, 5e-4)),
      0.05,
    );
    const nodes = (all: Contour[]) => all.reduce((sum, contour) => sum + nodeCount(contour), 0);
    expect(nodes(contours)).toBeLessThanOrEqual(1.1 * nodes(truth));
    expect(off).toBeLessThanOrEqual(0.05);
    expect(worstDistance(contours, truth, 0.05, 0.001)).toBeLessThanOrEqual(0.05);
  });

  it.each([0.002, 0.02, 0.2])(
    'stays within %d mm of a shape with a corner, an arc and a curve, with few nodes',
    (tolerance) => {
      const [contour] = refit([chordsOf(leaf, tolerance / 20)], tolerance).contours;
      expect(worstDistance([contour], [leaf], 0.05, tolerance / 50)).toBeLessThanOrEqual(1.1 * tolerance);
      expect(nodeCount(contour)).toBeLessThanOrEqual(6);
    },
  );

  it('makes a circle of a polygon around one', () => {
    const [contour] = refit([chordsOf(circleContour({ x: 40, y: 40 }, 20), 1e-3)], 0.05).contours;
    expect(contour.segments.map(({ kind }) => kind)).toEqual(['arc', 'arc']);
  });

  it('leaves what has few nodes already', () => {
    const given = [leaf, circleContour({ x: 100, y: 0 }, 5)];
    expect(refit(given, 0.05).contours).toEqual(given);
  });

  it('keeps the ends of open lines', () => {
    const open = chordsOf({ ...leaf, segments: leaf.segments.slice(0, 2), closed: false }, 1e-3);
    const [contour] = refit([open], 0.05).contours;
    const [end, meant] = [contour, open].map(({ segments }) => segments[segments.length - 1]);
    expect(contour.closed).toBe(false);
    expect(nodeCount(contour)).toBeLessThan(8);
    expect(Math.hypot(end.x - meant.x, end.y - meant.y)).toBeLessThan(1e-3);
  });

  it('makes nothing cross that did not, and is not held up by what did', () => {
    const rings = [10, 10.02, 10.04].map((radius) => chordsOf(circleContour({ x: 0, y: 0 }, radius), 2e-3));
    expect(findCrossings(refit(rings, 0.05).contours, 1e-3)).toEqual([]);
    const crossed = [0, 5].map((x) => chordsOf(circleContour({ x, y: 0 }, 10), 1e-3));
    expect(refit(crossed, 0.05).contours.map(nodeCount)).toEqual([2, 2]);
  });
});
