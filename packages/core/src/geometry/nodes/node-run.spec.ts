import { centredArc, circleContour } from '../arc';
import type { Arc, Contour, Segment } from '../contour';
import { worstDistance } from '../near/distance';
import { cutAtNodes, withNodesMoved, withRunAs, withoutNodes } from './node-run';
import { nodesOf } from './nodes';

const line = (x: number, y: number): Segment => ({ kind: 'line', x, y });
/** A square of 8 nodes, from its upper left, counter-clockwise on screen. */
const square: Contour = {
  start: { x: 0, y: 0 },
  segments: [
    line(0, 20),
    line(0, 40),
    line(20, 40),
    line(40, 40),
    line(40, 20),
    line(40, 0),
    line(20, 0),
    line(0, 0),
  ],
  closed: true,
};
/** Chords of a circle of radius 50 about (100, 100), from its right, counter-clockwise, over these degrees. */
function chords(degrees: number, count: number, wobble = 0): Contour {
  const places = Array.from({ length: count + 1 }, (_, k) => {
    const angle = (degrees * Math.PI * k) / count / 180;
    const radius = 50 + (k % 2 ? wobble : -wobble) * (k > 0 && k < count ? 1 : 0);
    return { x: 100 + radius * Math.cos(angle), y: 100 - radius * Math.sin(angle) };
  });
  return { start: places[0], segments: places.slice(1).map(({ x, y }) => line(x, y)), closed: false };
}

describe('runs of nodes', () => {
  it('are carried together', () => {
    const moved = withNodesMoved(square, [2, 3, 4], { x: 0, y: 10 });
    expect(nodesOf(moved).map(({ y }) => y)).toEqual([0, 20, 50, 50, 50, 20, 0, 0]);
  });

  it('are taken out together, and not where too few would be left', () => {
    expect(nodesOf(withoutNodes(square, [1, 3, 5, 7]) as Contour)).toEqual([
      { x: 0, y: 0 },
      { x: 0, y: 40 },
      { x: 40, y: 40 },
      { x: 40, y: 0 },
    ]);
    expect(withoutNodes(square, [0, 1, 2, 3, 4, 5, 6])).toBeUndefined();
  });

  it('a closed contour is cut at two nodes into two lines, at one into one', () => {
    const two = cutAtNodes(square, [2, 6]) as Contour[];
    expect(two.map(({ segments, closed }) => [segments.length, closed])).toEqual([
      [4, false],
      [4, false],
    ]);
    expect(new Set(two.map(({ start }) => `${start.x} ${start.y}`))).toEqual(new Set(['0 40', '40 0']));
    expect(cutAtNodes(square, [0])).toHaveLength(1);
    expect(cutAtNodes(chords(90, 4), [0, 4])).toBeUndefined();
    expect(cutAtNodes(chords(90, 4), [1, 3])).toHaveLength(3);
  });

  it('become one line, exactly, also around the start', () => {
    expect(withRunAs(square, [1, 5], 'line').segments).toHaveLength(5);
    const around = withRunAs(square, [6, 2], 'line');
    expect(around.start).toEqual({ x: 0, y: 40 });
    expect(around.segments[around.segments.length - 1]).toEqual({ kind: 'line', x: 0, y: 40 });
    expect(around.closed).toBe(true);
    expect(withRunAs(square, [3, 3], 'line')).toBe(square);
  });

  it.each([40, 90, 180, 250])('chords over %i degrees become the arc they were cut from', (degrees) => {
    const run = chords(degrees, 40);
    const { start, segments } = withRunAs(run, [0, 40], 'arc');
    expect(segments).toHaveLength(1);
    const { centre, radius, sweep } = centredArc(start, segments[0] as Arc);
    // Between its corners a chord lies inside the circle, by its sagitta.
    const sagitta = 50 * (1 - Math.cos((degrees * Math.PI) / 180 / 80));
    expect(Math.abs(radius - 50)).toBeLessThan(20 * sagitta);
    expect(Math.hypot(centre.x - 100, centre.y - 100)).toBeLessThan(20 * sagitta);
    expect((sweep * 180) / Math.PI).toBeCloseTo(degrees, -1);
  });

  it('an arc through wobbling places lies in their middle', () => {
    const run = chords(120, 41, 0.5);
    const arc = withRunAs(run, [0, 41], 'arc');
    expect(worstDistance([arc], [run], 0.5, 0.01)).toBeLessThan(0.6);
  });

  it('become one cubic with the directions they had at their ends', () => {
    const run = chords(90, 30);
    const curve = withRunAs(run, [30, 0], 'cubic');
    expect(curve.segments).toHaveLength(1);
    expect(worstDistance([curve], [run], 0.5, 0.01)).toBeLessThan(0.2);
    const half = withRunAs(circleContour({ x: 0, y: 0 }, 20), [0, 1], 'cubic');
    expect(half.segments.map(({ kind }) => kind)).toEqual(['cubic', 'arc']);
  });

  it('places in line become no arc but a line', () => {
    const run: Contour = { start: { x: 0, y: 0 }, segments: [line(5, 0), line(10, 0)], closed: false };
    expect(withRunAs(run, [0, 2], 'arc').segments).toEqual([{ kind: 'line', x: 10, y: 0 }]);
  });
});
