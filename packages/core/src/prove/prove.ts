import type { DrawingPath } from '../format';
import { contoursOf } from '../geometry';

/** Something Prove noticed: what it is, in one sentence with its figures. */
export interface Finding {
  kind: 'open' | 'no-true-size' | 'coarse';
  message: string;
  hint: string;
}

/** What is proven, passed or not. */
export interface Proof {
  findings: Finding[];
  contours: number;
  /** Open ones among the contours of areas; single lines are open by nature. */
  open: number;
}

/** A pixel larger than this leaves marks that a finger feels; common practice, no source. */
const COARSE_PIXEL = 0.5;

/** Checks paths before they are handed off. Lengths in millimetres. */
export function prove(
  paths: readonly DrawingPath[],
  millimetresPerPixel: number,
  hasTrueSize: boolean,
): Proof {
  const contours = contoursOf(paths.map((path) => path.shape));
  const areas = paths.filter(({ shape }) => shape.pen === undefined);
  const open = contoursOf(areas.map((path) => path.shape)).filter((contour) => !contour.closed).length;
  const findings: Finding[] = [];
  if (open > 0) {
    findings.push({
      kind: 'open',
      message: `${open} of ${contours.length} contours are open.`,
      hint: 'Close them in Line.',
    });
  }
  if (!hasTrueSize) {
    findings.push({
      kind: 'no-true-size',
      message: 'The piece has no true size yet; it is shown at a screen’s 96 pixels an inch.',
      hint: 'Give its width or height in Piece.',
    });
  }
  if (hasTrueSize && millimetresPerPixel > COARSE_PIXEL) {
    findings.push({
      kind: 'coarse',
      message: `One pixel of the picture becomes ${millimetresPerPixel.toFixed(2)} mm; up to ${COARSE_PIXEL} mm looks clean.`,
      hint: 'Make the piece smaller, or start from a larger picture.',
    });
  }
  return { findings, contours: contours.length, open };
}
