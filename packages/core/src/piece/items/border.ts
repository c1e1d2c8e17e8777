import { DrelkError } from '../../error';
import { type Contour, type OffsetCorners } from '../../geometry';
import type { BoardItem, BorderItem } from '../settings';
import { cornered } from './corners';

/** Grows areas by a distance, or shrinks them by one below 0, with their curves kept. */
export type Grow = (contours: readonly Contour[], by: number, corners: OffsetCorners) => Contour[];

/**
 * The lines of a border inside an outer contour, about its middle: a rectangle's with corners of their own, others at an exact distance.
 * Throws `bad-figure` where nothing is left inside.
 */
export function borderContours(
  item: BorderItem,
  board: BoardItem | undefined,
  outer: Contour,
  grow: Grow,
): Contour[] {
  const insets = item.second > 0 ? [item.inset, item.inset + item.second] : [item.inset];
  return insets.flatMap((inset) => {
    const lines =
      board?.form === 'rectangle'
        ? rectangleInside(board, item, inset)
        : grow([outer], -inset, item.corners.form === 'round' ? 'round' : 'sharp');
    if (lines.length === 0) throw tooWide(inset);
    return lines;
  });
}

function rectangleInside(
  { width, height }: BoardItem,
  { corners, inset: first }: BorderItem,
  inset: number,
): Contour[] {
  const [w, h] = [width - 2 * inset, height - 2 * inset];
  if (!(w > 0 && h > 0)) throw tooWide(inset);
  // A second line keeps its distance at round corners too.
  const size = corners.form === 'round' ? Math.max(0, corners.size - (inset - first)) : corners.size;
  return [cornered(w, h, { ...corners, size })];
}

const tooWide = (inset: number) =>
  new DrelkError(
    'bad-figure',
    `A border ${Number(inset.toFixed(3))} mm in leaves nothing of what it lies in.`,
    'Type a lesser distance, or make the board larger.',
  );
