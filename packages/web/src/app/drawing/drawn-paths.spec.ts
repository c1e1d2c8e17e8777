import { type Shape, circleContour, packPaths } from '@drelk/core';
import { drawContour } from './drawn-paths';
import { highlightedIds } from '../view/highlights';

const shapes: Shape[] = [
  { outer: circleContour({ x: 20, y: 20 }, 9), holes: [circleContour({ x: 20, y: 20 }, 4, true)] },
  {
    outer: {
      start: { x: 0, y: 0 },
      segments: [
        { kind: 'cubic', x1: 1, y1: 2, x2: 3, y2: 4, x: 5, y: 6 },
        { kind: 'line', x: 7, y: 8 },
      ],
      closed: false,
    },
    holes: [],
  },
  {
    outer: { start: { x: 1, y: 1 }, segments: [{ kind: 'line', x: 2, y: 9 }], closed: false },
    holes: [],
    pen: 2,
  },
];
const set = packPaths(shapes);

/** Writes down what is drawn. */
function recorded(k: number): [string, ...number[]][] {
  const drawn: [string, ...number[]][] = [];
  const note =
    (name: string) =>
    (...values: (number | boolean | undefined)[]) =>
      void drawn.push([name, ...values.map((value) => Number(Number(value).toFixed(6)))]);
  const names = ['moveTo', 'lineTo', 'bezierCurveTo', 'arc', 'closePath'] as const;
  const path = Object.fromEntries(names.map((name) => [name, note(name)]));
  drawContour(path as unknown as CanvasPath, set, k);
  return drawn;
}

describe('a contour on the canvas', () => {
  it('goes along its segments', () =>
    expect(recorded(2)).toEqual([
      ['moveTo', 0, 0],
      ['bezierCurveTo', 1, 2, 3, 4, 5, 6],
      ['lineTo', 7, 8],
    ]));

  it('runs a circle around the way it is meant: counter-clockwise, and holes back', () => {
    const turns = (k: number) =>
      recorded(k).flatMap(([name, , , , , , turn]) => (name === 'arc' ? [turn] : []));
    expect(turns(0)).toEqual([1, 1]);
    expect(turns(1)).toEqual([0, 0]);
    // From the right over the top to the left: angles of a canvas grow clockwise.
    const [, first] = recorded(0);
    expect(first.slice(0, 4)).toEqual(['arc', 20, 20, 9]);
    expect(first[5]).toBeCloseTo(-Math.PI, 5);
  });
});

it.each([
  ['shapes', [1, 3]],
  ['holes', [2]],
  ['lines', [4]],
  ['open', [3]],
  ['length', [1, 2, 3, 4]],
  ['size', []],
  ['none', []],
] as const)('%s are these contours, by their ids', (highlight, ids) =>
  expect([...highlightedIds(set, highlight)]).toEqual(ids),
);
