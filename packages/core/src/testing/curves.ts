import type { Contour } from '../geometry';

/** A contour with a segment of each kind. */
export const leaf: Contour = {
  start: { x: 60, y: 10 },
  segments: [
    { kind: 'cubic', x1: 40, y1: 20, x2: 45, y2: 40, x: 60, y: 45 },
    { kind: 'arc', x: 70, y: 30, bulge: 0.2 },
    { kind: 'line', x: 60, y: 10 },
  ],
  closed: true,
};
