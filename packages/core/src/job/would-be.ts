import type { Drawing } from '../format';
import { type Contour, contoursOf, lookOf } from '../geometry';

/** Contours of a drawing that another one has not, wherever they begin and whichever way they run: what changes from that to this. */
export function changedContours(before: Drawing, after: Drawing): Contour[] {
  const contoursIn = ({ paths }: Drawing) => contoursOf(paths.map(({ shape }) => shape));
  const known = new Set(contoursIn(before).map(lookOf));
  return contoursIn(after).filter((contour) => !known.has(lookOf(contour)));
}
