import { DrelkError } from '../../error';
import { insidePolygon } from '../../geometry';
import type { CutMark, CutSettings } from './settings';

/** Marks in the order they were made, each with its id. */
export const marksInOrder = (marks: CutSettings['marks']): { id: number; mark: CutMark }[] =>
  Object.keys(marks)
    .map(Number)
    .sort((a, b) => a - b)
    .map((id) => ({ id, mark: marks[id] }));

/**
 * A cut-out with one mark more, after all others. Throws `mark-outside` for one that no place of lies within the loop:
 * all that is there is out already, and nothing of the thing is.
 */
export function withMark(cut: CutSettings, mark: CutMark): CutSettings {
  const { loop } = cut;
  if (loop && !isAnyInside(loop, mark.points))
    throw new DrelkError(
      'mark-outside',
      'This mark lies outside the loop.',
      'Mark inside of it, or draw a wider loop around the thing.',
    );
  const last = marksInOrder(cut.marks).at(-1)?.id ?? 0;
  return { ...cut, marks: { ...cut.marks, [last + 1]: mark } };
}

function isAnyInside(loop: readonly number[], points: readonly number[]): boolean {
  const polygon = Float64Array.from(loop);
  for (let k = 0; k + 1 < points.length; k += 2)
    if (insidePolygon(polygon, points[k], points[k + 1])) return true;
  return false;
}
