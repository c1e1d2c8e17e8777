import { type Contour, parentsAmong } from '../../geometry';
import type { OutlineItem } from '../settings';
import type { Grow } from './border';

/** How finely curves are followed to see what lies in what, in millimetres. */
const FLAT = 0.01;

/** The outline around areas at a distance: gaps narrower than is bridged are closed, holes filled where that is wanted. */
export function outlineContours(
  { distance, bridges, holes }: OutlineItem,
  areas: readonly Contour[],
  grow: Grow,
): Contour[] {
  const reach = distance + bridges / 2;
  const grown = grow(areas, reach, 'round');
  const closed = bridges > 0 ? grow(grown, -bridges / 2, 'round') : grown;
  if (holes === 'kept') return closed;
  // What lies in anything else is filled over.
  const parents = parentsAmong(closed, FLAT);
  return closed.filter((_, k) => parents[k] < 0);
}
