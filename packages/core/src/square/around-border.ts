import type { Point } from '../geometry';
import type { GreyPicture } from '../raster';
import { edgesAlong, frameOf, movedSides } from './edges-along';
import { isSheet, usualTones } from './is-sheet';
import { refineCorners } from './refine-corners';

/** How far around a frame its board's rim is looked for, as a share of the frame's shorter side. */
const REACH = 0.16;
/** How unlike each other the distances on the four sides may be, and how unlike the board is on both sides of its border. */
const UNEVEN = 2;
const SAME_TONE = 9;
/** How far the board's sides are then moved to lie on their edges, in pixels. */
const SETTLE = 3;

/**
 * A border drawn along a board's rim is a sheet by all it shows. The board is what lies around it with the same
 * perspective: sides that run with those of the border, beyond which something else begins. The points as they are where
 * there is none.
 */
export function aroundBorder(grey: GreyPicture, points: readonly Point[]): Point[] {
  const frame = frameOf(points);
  if (!frame) return [...points];
  const [tops, rights, bottoms, lefts] = [0, 1, 2, 3].map((side) => [
    AS_IT_IS,
    ...edgesAlong(grey, frame, side, REACH),
  ]);
  const boards = tops.flatMap((top) =>
    rights.flatMap((right) =>
      bottoms.flatMap((bottom) =>
        lefts
          .map((left) => [top, right, bottom, left])
          .filter((edges) => isEven(edges.map(({ pixels }) => pixels)))
          .map((edges) => edges.map(({ away }) => away))
          .map((away) => ({
            points: movedSides(frame, away),
            area: (1 + away[1] + away[3]) * (1 + away[0] + away[2]),
          })),
      ),
    ),
  );
  boards.sort((one, other) => other.area - one.area);
  // The frame may run along either edge of the border's stroke.
  const inner = [usualTones(grey, points, 'inside'), usualTones(grey, points, 'outside')];
  const isSame = (outer: readonly number[]) =>
    inner.some((tones) => outer.every((tone, side) => Math.abs(tone - tones[side]) <= SAME_TONE));
  for (const board of boards) {
    if (!isSame(usualTones(grey, board.points, 'inside'))) continue;
    const settled = refineCorners(grey, board.points, SETTLE);
    if (isSheet(grey, settled)) return settled;
  }
  return [...points];
}

/** A side that may be the board's own already. */
const AS_IT_IS = { pixels: 0, away: 0 };

/** A border keeps about the same distance from all sides. */
function isEven(pixels: readonly number[]): boolean {
  const moved = pixels.filter((away) => away > 0);
  return moved.length > 0 && Math.max(...moved) <= UNEVEN * Math.min(...moved);
}
