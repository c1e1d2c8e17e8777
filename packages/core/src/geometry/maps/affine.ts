import { arcCubics } from '../arc';
import type { Contour, Point, Segment } from '../contour';
import { eachSegment } from '../contour';
import { norm } from '../../norm';

/** x' = a x + c y + e, y' = b x + d y + f: the six numbers of `matrix(a b c d e f)` (SVG 1.1, chapter 7.4). */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

/** Leaves every place where it is. */
export const UNMOVED: Affine = [1, 0, 0, 1, 0, 0];

/** First `before`, then `after`. */
export const affineAfter = (after: Affine, before: Affine): Affine => [
  after[0] * before[0] + after[2] * before[1],
  after[1] * before[0] + after[3] * before[1],
  after[0] * before[2] + after[2] * before[3],
  after[1] * before[2] + after[3] * before[3],
  after[0] * before[4] + after[2] * before[5] + after[4],
  after[1] * before[4] + after[3] * before[5] + after[5],
];

/** Where a map takes a place. */
export const affinePoint = ([a, b, c, d, e, f]: Affine, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/** How many times as long lengths become, on the average over directions: the root of the area's growth. */
export const affineScale = ([a, b, c, d]: Affine): number => Math.sqrt(Math.abs(a * d - b * c));

/** Growth in two directions at right angles may differ by this share of it. */
const ALIKE = 1e-6;

/** Whether circles stay circles. */
export function keepsCircles([a, b, c, d]: Affine): boolean {
  const size = norm(a, b) + norm(c, d);
  return Math.min(norm(a - d, b + c), norm(a + d, b - c)) <= ALIKE * size;
}

/**
 * The contour as a map takes it elsewhere. Arcs stay arcs where circles stay circles, and become cubics over an eighth of a
 * turn each where they do not.
 */
export function affineContour(contour: Contour, map: Affine): Contour {
  const { start, closed } = contour;
  const isRound = keepsCircles(map);
  const sign = map[0] * map[3] - map[1] * map[2] < 0 ? -1 : 1;
  const segments: Segment[] = [];
  const put = (segment: Segment) => {
    const end = affinePoint(map, segment);
    if (segment.kind === 'line') segments.push({ kind: 'line', ...end });
    else if (segment.kind === 'arc') segments.push({ kind: 'arc', bulge: sign * segment.bulge, ...end });
    else {
      const first = affinePoint(map, { x: segment.x1, y: segment.y1 });
      const second = affinePoint(map, { x: segment.x2, y: segment.y2 });
      segments.push({ kind: 'cubic', x1: first.x, y1: first.y, x2: second.x, y2: second.y, ...end });
    }
  };
  eachSegment(contour, (from, segment) => {
    if (segment.kind === 'arc' && !isRound && segment.bulge !== 0) arcCubics(from, segment).forEach(put);
    else put(segment);
  });
  return { start: affinePoint(map, start), segments, closed };
}

/** The map that undoes another; undefined where that flattens the plane. */
export function affineBack([a, b, c, d, e, f]: Affine): Affine | undefined {
  const area = a * d - b * c;
  if (Math.abs(area) < 1e-300) return undefined;
  return [d / area, -b / area, -c / area, a / area, (c * f - d * e) / area, (b * e - a * f) / area];
}
