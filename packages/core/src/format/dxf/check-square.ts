import { type Contour, boxHeight, boxOf, boxWidth } from '../../geometry';
import type { Drawing } from '../drawing';

/** The layer of a square that is there to be measured, and not to be cut. */
export const CHECK_LAYER = { name: 'CHECK_SQUARE', colour: 1 };
/** Its side, in millimetres, by the file's unit; and how far beside the frame it is. */
const SIDE = { mm: 25, in: 25.4 };
const BESIDE = 5;
const EXACT = 1e-3;

/** A square of 25 mm or 1 in to the right of a drawing's frame, in millimetres, y down. */
export function checkSquare({ frame, units }: Pick<Drawing, 'frame' | 'units'>): {
  layer: { name: string; colour: number };
  contour: Contour;
} {
  const side = SIDE[units];
  const [left, bottom] = [frame.right + BESIDE, frame.bottom];
  const corners = [
    { x: left + side, y: bottom },
    { x: left + side, y: bottom - side },
    { x: left, y: bottom - side },
    { x: left, y: bottom },
  ];
  return {
    layer: CHECK_LAYER,
    contour: {
      start: { x: left, y: bottom },
      segments: corners.map(({ x, y }) => ({ kind: 'line', x, y })),
      closed: true,
    },
  };
}

/** Whether a contour, in millimetres, is such a square. */
export function isCheckSquare(contour: Contour, units: 'mm' | 'in'): boolean {
  const box = boxOf([contour]);
  const isSquare = contour.closed && contour.segments.every(({ kind }) => kind === 'line');
  return (
    isSquare &&
    box !== undefined &&
    Math.abs(boxWidth(box) - SIDE[units]) < EXACT &&
    Math.abs(boxHeight(box) - SIDE[units]) < EXACT
  );
}
