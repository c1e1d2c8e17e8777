import { boxOf, parentsAmong } from '../../geometry';
import { type Check, counted, findingOf } from '../check';

/** How finely curves are followed to see what lies in what, in millimetres. */
const FLATNESS_MM = 0.02;

/** Holes that are none: outside of the area that they belong to, or within another of its holes. */
export const nesting: Check = {
  kind: 'nesting',
  reads: ['paths'],
  check: ({ paths }) => {
    const astray = paths
      .filter(({ shape }) => shape.holes.length > 0 && shape.outer.closed)
      .flatMap(({ shape: { outer, holes } }) => {
        const parents = parentsAmong([outer, ...holes], FLATNESS_MM);
        return holes.filter((hole, k) => hole.closed && parents[k + 1] !== 0);
      });
    return findingOf(
      astray.map((hole) => {
        const box = boxOf([hole]) ?? {
          left: hole.start.x,
          right: hole.start.x,
          top: hole.start.y,
          bottom: hole.start.y,
        };
        const at = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
        return { at, measured: astray.length };
      }),
      {
        kind: 'nesting',
        severity: 'stop',
        allowed: 0,
        hint: 'Take them out, or make them contours of their own, in Line.',
      },
      (count) =>
        `${counted(count, 'hole lies', 'holes lie')} outside of the area that ${count === 1 ? 'it belongs' : 'they belong'} to, or in another hole of it: it is filled here and empty there.`,
    );
  },
};
