import { DrelkError } from '../error';
import { type Contour, type KeptContour, keptContour, nestContours, scaledAndMoved } from '../geometry';

/** How finely curves are followed to see what lies in what, in the unit of the contours. */
const FLATNESS_UNITS = 0.01;

/**
 * Closed contours as a form that a board can have, in millimetres: the outer one first, its holes after it. `scale` is millimetres a
 * unit of theirs. Throws `bad-form` where there is more than one part, or what has two ends.
 */
export function ownForm(contours: readonly Contour[], scale: number): KeptContour[] {
  if (contours.some(({ closed }) => !closed))
    throw new DrelkError(
      'bad-form',
      'Lines that do not close are no outline of a board.',
      'Close them in Line first, or pick closed ones alone.',
    );
  const shapes = nestContours(contours, FLATNESS_UNITS / scale);
  const [shape] = shapes;
  if (shapes.length !== 1)
    throw new DrelkError(
      'bad-form',
      shapes.length === 0
        ? 'There is nothing that a board could be like.'
        : `That is ${shapes.length} parts, and a board is one.`,
      'Pick one outline, with its holes if it has any; or grow an outline around all of it first.',
    );
  return [shape.outer, ...shape.holes].map((contour) =>
    keptContour(contour, scaledAndMoved(scale, scale, 0, 0)),
  );
}
