import { type Box, type Contour, type Point, type Shape } from '../../geometry';
import { LINE_PEN } from '../../text';
import { anchorOf } from '../place';
import type { BoxPlace, MarkForm, MarksItem } from '../settings';

/** Corners of a box that marks lie at, by how many there are: those first that tell most of a turn. */
const CORNERS: readonly [BoxPlace, BoxPlace][] = [
  [-1, 1],
  [1, -1],
  [1, 1],
  [-1, -1],
];
/** Three leave the upper right bare, so that a sheet laid the wrong way around is seen. */
const THREE: readonly [BoxPlace, BoxPlace][] = [
  [-1, 1],
  [1, 1],
  [-1, -1],
];

const line = (from: Point, to: Point): Contour => ({
  start: from,
  segments: [{ kind: 'line', ...to }],
  closed: false,
});

/** A closed contour through places, counter-clockwise on screen. */
const closed = ([start, ...rest]: readonly Point[]): Contour => ({
  start,
  segments: [...rest, start].map((to) => ({ kind: 'line' as const, ...to })),
  closed: true,
});

const FORMS: Record<MarkForm, (middle: Point, half: number) => Shape[]> = {
  cross: ({ x, y }, half) =>
    [line({ x: x - half, y }, { x: x + half, y }), line({ x, y: y - half }, { x, y: y + half })].map(
      (outer) => ({ outer, holes: [], pen: LINE_PEN }),
    ),
  square: ({ x, y }, half) => [
    {
      outer: closed([
        { x: x - half, y: y - half },
        { x: x - half, y: y + half },
        { x: x + half, y: y + half },
        { x: x + half, y: y - half },
      ]),
      holes: [],
    },
  ],
  triangle: ({ x, y }, half) => [
    {
      outer: closed([
        { x, y: y - half },
        { x: x - half, y: y + half },
        { x: x + half, y: y + half },
      ]),
      holes: [],
    },
  ],
};

/** Marks outside the corners of a box, each in a square as large as is said, so far from the box both across and down. */
export function markShapes({ form, size, distance, count }: MarksItem, box: Box): Shape[] {
  const corners = count === 3 ? THREE : CORNERS.slice(0, count);
  return corners.flatMap(([across, down]) => {
    const { x, y } = anchorOf(box, [across, down]);
    const far = distance + size / 2;
    return FORMS[form]({ x: x + across * far, y: y + down * far }, size / 2);
  });
}
