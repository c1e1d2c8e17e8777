import fc from 'fast-check';
import { type Contour, type Shape, boxOf, circleContour, nestContours, packPaths } from '../../geometry';
import { byPlate } from './reshape';
import { closable, contoursHere, doublesIn, enlargedTo, shapesAround, sliversHere } from './remedied';

const rectangle = (x: number, y: number, width: number, height: number): Contour => ({
  start: { x, y },
  segments: [
    { kind: 'line', x, y: y + height },
    { kind: 'line', x: x + width, y: y + height },
    { kind: 'line', x: x + width, y },
    { kind: 'line', x, y },
  ],
  closed: true,
});
const board = packPaths(
  nestContours(
    [rectangle(0, 0, 100, 80), circleContour({ x: 20, y: 20 }, 0.4), circleContour({ x: 70, y: 40 }, 15)],
    0.01,
  ),
);
const alone = (contour: Contour): Shape => ({ outer: contour, holes: [] });

describe('what of the artwork a finding is about', () => {
  it('a small hole is found by its middle and its size, and nothing else', () => {
    expect(contoursHere(board, [{ x: 20, y: 20 }], [0.8], 1)).toHaveLength(1);
    // The large hole has the same middle as this place, and is far too large.
    expect(contoursHere(board, [{ x: 70, y: 40 }], [0.8], 1)).toEqual([]);
    expect(contoursHere(board, [{ x: 21, y: 20 }], [0.8], 1)).toEqual([]);
  });

  it('a sliver is found by its middle and how thin it is, and never what lies around the same middle', () => {
    const both = packPaths([alone(rectangle(0, 0, 60, 60)), alone(rectangle(29.9, 20, 0.2, 20))]);
    // Mean width: the area by half the rim.
    const width = (2 * 0.2 * 20) / (2 * 20.2);
    expect(sliversHere(both, [{ x: 30, y: 30 }], [width], 0.5)).toEqual([1]);
    expect(sliversHere(both, [{ x: 30, y: 30 }], [0.4], 0.5)).toEqual([]);
  });

  it('shapes of several plates are told apart by them', () => {
    const paths = packPaths([
      { ...alone(rectangle(0, 0, 9, 9)), plate: 0 },
      { ...alone(rectangle(20, 0, 9, 9)), plate: 1 },
      { ...alone(rectangle(40, 0, 9, 9)), plate: 0 },
    ]);
    expect(byPlate(paths, [0, 1, 2])).toEqual([[0, 2], [1]]);
  });

  it('shapes around a place come with their holes', () => {
    const two = packPaths([
      alone(rectangle(0, 0, 10, 10)),
      ...nestContours([rectangle(40, 0, 30, 30), circleContour({ x: 55, y: 15 }, 5)], 0.01),
    ]);
    expect(shapesAround(two, [{ x: 39.5, y: 10 }], 1)).toEqual([1, 2]);
    expect(shapesAround(two, [{ x: 25, y: 10 }], 1)).toEqual([]);
    expect(shapesAround(two, [{ x: 25, y: 10 }], 16)).toEqual([0, 1, 2]);
  });

  it('doubles are those that lie where another one lies, whichever way around', () => {
    const paths = packPaths([
      alone(rectangle(0, 0, 20, 10)),
      alone(circleContour({ x: 60, y: 10 }, 5)),
      alone(circleContour({ x: 60, y: 10 }, 5, true)),
      alone(rectangle(0, 0, 20, 10.5)),
      alone(rectangle(0, 0, 20, 10)),
    ]);
    expect(doublesIn(paths)).toEqual([2, 4]);
  });

  it('open contours whose ends are near close; others stay', () => {
    const open = (gap: number): Contour => ({
      start: { x: 0, y: 0 },
      segments: [
        { kind: 'line', x: 30, y: 0 },
        { kind: 'line', x: 30, y: 20 },
        { kind: 'line', x: gap, y: 0.5 },
      ],
      closed: false,
    });
    const found = closable(packPaths([open(0.2), open(12), rectangle(50, 0, 10, 10)].map(alone)), 1);
    expect(found.map(({ number, contour }) => [number, contour.closed])).toEqual([[0, true]]);
  });
});

it('a hole is enlarged to the least about its middle, whatever it is', () =>
  fc.assert(
    fc.property(
      fc.double({ min: 0.1, max: 0.99, noNaN: true }),
      fc.double({ min: -50, max: 50, noNaN: true }),
      (radius, x) => {
        const box = boxOf([enlargedTo(circleContour({ x, y: 7 }, radius), 2)]);
        if (!box) throw new Error('no box');
        expect(box.right - box.left).toBeCloseTo(2.02, 6);
        expect((box.left + box.right) / 2).toBeCloseTo(x, 6);
        expect((box.top + box.bottom) / 2).toBeCloseTo(7, 6);
      },
    ),
  ));
