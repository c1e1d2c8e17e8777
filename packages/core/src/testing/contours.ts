import type { Contour } from '../geometry';

/** A closed contour of straight sides. */
export function polygon(...places: readonly (readonly [x: number, y: number])[]): Contour {
  const [start, ...rest] = places.map(([x, y]) => ({ x, y }));
  return { start, segments: [...rest, start].map((to) => ({ kind: 'line', ...to })), closed: true };
}

/** A rectangle, counter-clockwise on screen as outer contours are. */
export const block = (left: number, top: number, width: number, height: number): Contour =>
  polygon([left, top], [left, top + height], [left + width, top + height], [left + width, top]);
