import { type Shape } from '../contour';
import { distancesBetween } from '../near/distance';
import { boxOf, contourLength, signedArea } from '../measured/measure';

/** A line's width varies by no more than this share of it. */
const VARIES = 0.25;
/** Wider than this share of its box it is a shape with a hole, and no line. */
const WIDEST = 0.12;
/** Thinner than this share of it, nothing was drawn with a pen: two contours of one size lie on one another, or nearly. */
const THINNEST = 1 / 2000;
/** Places compared along a ring, and how closely curves are followed, as shares of its width. */
const STEP = 1;
const CLOSE = 0.01;

/** Mean widths of those shapes that are a closed line, drawn with a pen: an outline and one hole, everywhere as far apart. */
export function drawnRings(shapes: readonly Shape[]): number[] {
  return shapes.flatMap((shape) => {
    const width = ringWidth(shape);
    return width === undefined ? [] : [width];
  });
}

/** The least mean width of those shapes that are no closed line: area over half the length around; Infinity without any. */
export function leastOtherWidth(shapes: readonly Shape[]): number {
  let least = Infinity;
  for (const shape of shapes) {
    if (ringWidth(shape) !== undefined) continue;
    const { outer, holes } = shape;
    const area = holes.reduce((sum, hole) => sum - Math.abs(signedArea(hole)), Math.abs(signedArea(outer)));
    const around = holes.reduce((sum, hole) => sum + contourLength(hole), contourLength(outer));
    least = Math.min(least, (2 * area) / around);
  }
  return least;
}

/** Mean width of the pen that a shape was drawn with as a closed line; undefined where it is none. */
export function ringWidth({ outer, holes }: Shape): number | undefined {
  const [hole] = holes;
  const around = boxOf([outer]);
  if (holes.length !== 1 || !around) return undefined;
  const area = Math.abs(signedArea(outer)) - Math.abs(signedArea(hole));
  const width = area / ((contourLength(outer) + contourLength(hole)) / 2);
  const across = Math.min(around.right - around.left, around.bottom - around.top);
  if (!(width >= THINNEST * across) || width > WIDEST * across) return undefined;
  const gaps = distancesBetween([hole], [outer], STEP * width, CLOSE * width);
  const isEven = gaps.every((gap) => Math.abs(gap - width) < VARIES * width);
  return isEven ? width : undefined;
}
