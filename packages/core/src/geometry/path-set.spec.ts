import { circleContour } from './arc';
import type { Contour, Shape } from './contour';
import { signedArea } from './measured/measure';
import { buffersOf, contourAt, originAt, packPaths, scaledPaths, shapesIn } from './path-set';
import { pickPath } from './near/pick';
import { placeShape } from './maps/transform';
import { leaf } from '../testing/curves';

const line: Contour = { start: { x: 80, y: 5 }, segments: [{ kind: 'line', x: 90, y: 50 }], closed: false };
const shapes: Shape[] = [
  { outer: circleContour({ x: 20, y: 20 }, 9), holes: [circleContour({ x: 20, y: 20 }, 4, true)], plate: 0 },
  { outer: leaf, holes: [], plate: 2 },
  { outer: line, holes: [], pen: 0.8 },
];
const set = packPaths(shapes, 7);

describe('a set of paths', () => {
  it('holds shapes as they are, each contour with an id', () => {
    expect(shapesIn(set).map(({ shape }) => shape)).toEqual(shapes);
    expect(shapesIn(set).map(({ contours }) => contours)).toEqual([[0, 1], [2], [3]]);
    expect([...set.ids]).toEqual([7, 8, 9, 10]);
    expect(contourAt(set, 2)).toEqual(leaf);
  });

  it('knows where each comes from', () => {
    expect(originAt(set, 2)).toMatchObject({ place: { x: 60, y: 10 }, area: signedArea(leaf) });
    expect(originAt(set, 0).box.right).toBeCloseTo(29, 9);
    expect(originAt(set, 1).area).toBeCloseTo(-Math.PI * 16, 6);
    expect(originAt(set, 3).area).toBe(0);
  });

  it('scaled is what its shapes are when scaled, areas by the square', () => {
    const placed = shapes.map((shape) => placeShape(shape, { scale: 2.5, x: 0, y: 0 }));
    const large = scaledPaths(set, 2.5);
    expect(shapesIn(large).map(({ shape }) => shape)).toEqual(placed);
    packPaths(placed, 7).origins.forEach((value, i) => expect(large.origins[i]).toBeCloseTo(value, 9));
    const own = new Set(buffersOf(set));
    expect(buffersOf(large).some((buffer) => own.has(buffer))).toBe(false);
  });

  it('goes whole from thread to thread', () => {
    const copy = structuredClone(set, { transfer: [] });
    expect(shapesIn(copy)).toEqual(shapesIn(set));
    expect(buffersOf(set)).toHaveLength(11);
    expect(new Set(buffersOf(set)).size).toBe(11);
  });

  it('may be empty', () => {
    expect(shapesIn(packPaths([]))).toEqual([]);
    expect(pickPath(packPaths([]), { x: 0, y: 0 }, 5)).toBeUndefined();
  });
});

describe('picking', () => {
  it.each([
    ['on the ring’s rim', 29.3, 20, 7],
    ['on its hole’s', 24.2, 20, 8],
    ['between the two: the ring', 26.6, 20, 7],
    ['in the hole', 20, 20, 8],
    ['in the leaf', 60, 30, 9],
    ['beside the single line', 85.3, 27.5, 10],
    ['beside everything', 40, 55, undefined],
  ])('%s', (_where, x, y, id) => expect(pickPath(set, { x, y }, 0.6)).toBe(id));
});
