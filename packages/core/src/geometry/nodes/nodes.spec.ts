import { leaf } from '../../testing/curves';
import { circleContour } from '../arc';
import type { Contour } from '../contour';
import { distancesBetween } from '../near/distance';
import { formContour } from '../forms/form';
import { signedArea } from '../measured/measure';
import { withRunAs } from './node-run';
import { nearestOn, nodesOf, withHandleAt, withNodeAt, withNodeIn } from './nodes';
import { splitSegment } from '../segment';
import { withoutNode } from './without-node';

const open: Contour = {
  start: { x: 0, y: 0 },
  segments: [
    { kind: 'line', x: 40, y: 0 },
    { kind: 'cubic', x1: 60, y1: 0, x2: 80, y2: 20, x: 80, y: 40 },
    { kind: 'arc', bulge: -0.5, x: 80, y: 80 },
  ],
  closed: false,
};
const worst = (a: Contour, b: Contour) =>
  Math.max(...distancesBetween([a], [b], 0.5, 0.001), ...distancesBetween([b], [a], 0.5, 0.001));

describe('nodes', () => {
  it('are where segments meet, with their handles', () => {
    expect(nodesOf(open)).toEqual([
      { x: 0, y: 0 },
      { x: 40, y: 0, after: { x: 60, y: 0 } },
      { x: 80, y: 40, before: { x: 80, y: 20 } },
      { x: 80, y: 80 },
    ]);
    expect(nodesOf(circleContour({ x: 0, y: 0 }, 5))).toHaveLength(2);
    expect(nodesOf(leaf)).toHaveLength(leaf.segments.length);
  });

  it.each([0, 1, 2])('%i moves with its handles, and a closed contour stays closed', (node) => {
    const before = nodesOf(leaf)[node];
    const moved = withNodeAt(leaf, node, { x: before.x + 5, y: before.y - 3 });
    const after = nodesOf(moved)[node];
    expect([after.x, after.y]).toEqual([before.x + 5, before.y - 3]);
    if (before.after) expect(after.after).toEqual({ x: before.after.x + 5, y: before.after.y - 3 });
    const end = moved.segments[moved.segments.length - 1];
    expect([end.x, end.y]).toEqual([moved.start.x, moved.start.y]);
  });

  it('that are smooth stay so when a handle is moved, corners stay corners', () => {
    const ellipse = formContour({
      kind: 'ellipse',
      x: 0,
      y: 0,
      turn: 0,
      width: 80,
      height: 40,
      radius: 0,
      sides: 0,
    });
    const turned = withHandleAt(ellipse, 2, 'after', { x: 30, y: 30 });
    const { x, y, before, after } = nodesOf(turned)[2];
    expect(after).toEqual({ x: 30, y: 30 });
    const [ax, ay, bx, by] = [30 - x, 30 - y, (before?.x ?? 0) - x, (before?.y ?? 0) - y];
    expect(ax * by - ay * bx).toBeCloseTo(0, 6);
    const corner: Contour = {
      ...open,
      segments: [{ kind: 'cubic', x1: 5, y1: 9, x2: 30, y2: 9, x: 40, y: 0 }, open.segments[1]],
    };
    const other = nodesOf(withHandleAt(corner, 1, 'after', { x: 50, y: 50 }))[1];
    expect(other.before).toEqual({ x: 30, y: 9 });
  });

  it('added change nothing, and taken out again leave the form as near as one curve can', () => {
    for (const contour of [leaf, open, circleContour({ x: 50, y: 50 }, 20)])
      contour.segments.forEach((_, k) => {
        const more = withNodeIn(contour, k, 0.4);
        expect(more.segments).toHaveLength(contour.segments.length + 1);
        expect(worst(more, contour)).toBeLessThan(0.01);
        if (contour.closed) expect(signedArea(more)).toBeCloseTo(signedArea(contour), 6);
        const less = withoutNode(more, k + 1);
        expect(less?.segments).toHaveLength(contour.segments.length);
        // A half circle is no cubic: one comes within 2 % of its radius.
        expect(worst(less ?? open, contour)).toBeLessThan(0.5);
      });
  });

  it('at the ends of a line, and where a closed contour starts, can be taken out as well', () => {
    expect(withoutNode(open, 0)?.start).toEqual({ x: 40, y: 0 });
    expect(withoutNode(open, 3)?.segments).toHaveLength(2);
    const less = withoutNode(leaf, 0);
    const end = less?.segments[less.segments.length - 1];
    expect([end?.x, end?.y]).toEqual([less?.start.x, less?.start.y]);
    expect(withoutNode(circleContour({ x: 0, y: 0 }, 5), 0)).toBeUndefined();
  });
});

describe('segments', () => {
  it('are cut in two', () => {
    const [a, b] = splitSegment({ x: 10, y: 0 }, { kind: 'arc', bulge: 1, x: -10, y: 0 }, 0.5);
    expect([a.x, a.y]).toEqual([expect.closeTo(0, 9), expect.closeTo(-10, 9)]);
    expect(b).toMatchObject({ kind: 'arc', bulge: expect.closeTo(Math.tan(Math.PI / 8), 9) as number });
  });

  it('become lines, and curves of the same form', () => {
    expect(withRunAs(open, [1, 2], 'line').segments[1]).toEqual({ kind: 'line', x: 80, y: 40 });
    expect(worst(withRunAs(open, [0, 1], 'cubic'), open)).toBeLessThan(1e-6);
    expect(withRunAs(open, [1, 2], 'cubic')).toEqual(open);
    expect(worst(withRunAs(open, [2, 3], 'cubic'), open)).toBeLessThan(0.1);
  });

  it('are found by the place nearest on them', () => {
    expect(nearestOn(open, { x: 20, y: 3 })).toMatchObject({
      segment: 0,
      off: expect.closeTo(3, 3) as number,
    });
    const { segment, share, off } = nearestOn(open, { x: 70, y: 12 });
    expect(segment).toBe(1);
    expect(share).toBeGreaterThan(0.3);
    expect(off).toBeLessThan(3);
  });
});
