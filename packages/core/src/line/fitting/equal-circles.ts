import { circleContour } from '../../geometry';
import type { SeenLoop } from './fit-loop';
import type { Fitted } from './fitted';

/** Radii that differ by less than this from the next, and by no more altogether, in pixels, are of equal circles. */
const NEXT = 0.03;
const ALTOGETHER = 0.08;

/** Circles that were measured all but equal get the mean of their radii; the paths are changed in place. */
export function equalCircles(seen: readonly (SeenLoop | undefined)[], fitted: (Fitted | undefined)[]): void {
  const circles = seen.flatMap((one, k) => (one?.circle ? [{ k, circle: one.circle }] : []));
  circles.sort((a, b) => a.circle.radius - b.circle.radius);
  for (let first = 0; first < circles.length;) {
    let end = first + 1;
    const radius = (i: number) => circles[i].circle.radius;
    while (
      end < circles.length &&
      radius(end) - radius(end - 1) < NEXT &&
      radius(end) - radius(first) < ALTOGETHER
    )
      end++;
    const alike = circles.slice(first, end);
    const mean = alike.reduce((sum, { circle }) => sum + circle.radius, 0) / alike.length;
    for (const { k, circle } of alike.length > 1 ? alike : []) {
      const own = fitted[k];
      if (!own || own.chain) continue;
      const bulge = own.contour.segments[0];
      const clockwise = bulge.kind === 'arc' && bulge.bulge < 0;
      fitted[k] = { ...own, contour: circleContour(circle, mean, clockwise) };
    }
    first = end;
  }
}
