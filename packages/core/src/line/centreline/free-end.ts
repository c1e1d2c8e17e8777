import { type Point, norm } from '../../geometry';
import { type GreyPicture, toneAt } from '../../raster';
import type { Arrival } from './arrival';
import { toRim } from '../../raster';

/** A third of 0.107 widths, since the tips of thin strokes are blunted by the pixels; and how finely ink is counted, in pixels. */
const ROUND_END = 0.036;
const SAMPLE = 0.25;

/** How much of the width is kept from the rim at an end, and how far the rims beside may be from half the width. */
const KEPT = 0.6;
const BESIDE_OFF = 0.25;
/** Strokes that come off their direction by less than this, in pixels, go straight on. */
const STRAIGHT = 0.15;

/**
 * The last place before a free end at which both rims beside are still the stroke's own, and where the stroke is going
 * there: on the circle that leaves the trusted places along their direction.
 */
export function nearEnd(
  arrival: Arrival,
  width: number,
  grey: GreyPicture,
  level: number,
): Arrival & { moved: boolean } {
  const { x, y, dx, dy, middle } = arrival;
  const ahead = toRim(grey, level, x, y, dx, dy, 3 * width + 4) - KEPT * width;
  if (ahead < 1) return { ...arrival, moved: false };
  const [px, py] = [x + ahead * dx, y + ahead * dy];
  const left = toRim(grey, level, px, py, -dy, dx, width);
  const right = toRim(grey, level, px, py, dy, -dx, width);
  if (Math.abs(left + right - width) > BESIDE_OFF * width) return { ...arrival, moved: false };
  const across = (left - right) / 2;
  if (Math.abs(across) < STRAIGHT) return { ...arrival, moved: false };
  const [qx, qy] = [px - across * dy, py + across * dx];
  const chord = norm(qx - middle.x, qy - middle.y);
  const [cx, cy] = [(qx - middle.x) / chord, (qy - middle.y) / chord];
  // A chord of a circle turns half as much from its one end's direction as the other end's does.
  const turned = cx * dx + cy * dy;
  return { ...arrival, x: qx, y: qy, dx: 2 * turned * cx - dx, dy: 2 * turned * cy - dy, moved: true };
}

/**
 * A free end: at the rim where the stroke is cut off straight, half a width before it where it is round. What tells them
 * apart is how much ink there is ahead: a half disc has as much as a straight end that is 0.107 widths shorter,
 * r - pi r / 4.
 */
export function freeEnd({ x, y, dx, dy }: Arrival, width: number, grey: GreyPicture, level: number): Point {
  const far = toRim(grey, level, x, y, dx, dy, 3 * width + 4);
  const paper = 2 * level;
  const side = width / 2 + 1;
  let ink = 0;
  for (let along = SAMPLE / 2; along < far + 2; along += SAMPLE) {
    for (let across = SAMPLE / 2 - side; across < side; across += SAMPLE) {
      const tone = toneAt(grey, x + along * dx - across * dy, y + along * dy + across * dx);
      ink += Math.max(0, 1 - tone / paper) * SAMPLE * SAMPLE;
    }
  }
  const isRound = far - ink / width > ROUND_END * width;
  const end = Math.max(0, isRound ? far - width / 2 : far);
  return { x: x + end * dx, y: y + end * dy };
}
