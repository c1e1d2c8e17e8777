import { circleContour, norm } from '../../geometry';
import type { SeenLoop } from '../fitting/fit-loop';
import type { Fitted } from '../fitting/fitted';
import type { Axis } from './axis';
import { beyond, footOn } from './axis';

/** Middles nearer to one another than this, in pixels, besides a share of what rims are unsure by, are one. */
const APART = 0.08;
const PER_UNSURE = 0.3;

/**
 * Circles around all but the same middle come to have the same one, on the axis that the artwork mirrors itself at where that is as near. Paths are changed
 * in place; groups of contours that share a middle are given back.
 */
export function aroundCommonMiddles(
  seen: readonly (SeenLoop | undefined)[],
  fitted: (Fitted | undefined)[],
  axes: readonly Axis[],
  unsure: Float64Array | undefined,
): number[][] {
  const circles = seen.flatMap((one, k) => (one?.circle && !fitted[k]?.chain ? [{ k, ...one.circle }] : []));
  circles.sort((a, b) => b.radius - a.radius || a.k - b.k);
  const isTaken = new Set<number>();
  const groups: number[][] = [];
  for (const first of circles) {
    if (isTaken.has(first.k)) continue;
    const apart = APART + PER_UNSURE * (unsure?.[first.k] ?? 0);
    const alike = circles.filter(({ k, x, y }) => !isTaken.has(k) && norm(x - first.x, y - first.y) <= apart);
    const whole = alike.reduce((sum, { radius }) => sum + radius, 0);
    const mean = {
      x: alike.reduce((sum, { x, radius }) => sum + (x * radius) / whole, 0),
      y: alike.reduce((sum, { y, radius }) => sum + (y * radius) / whole, 0),
    };
    const axis = axes.find((one) => Math.abs(beyond(one, mean)) <= apart);
    const middle = axis ? footOn(axis, mean) : mean;
    if (alike.length > 1) groups.push(alike.map(({ k }) => k));
    for (const { k } of alike) {
      isTaken.add(k);
      if (alike.length > 1 || axis) fitted[k] = around(fitted[k] as Fitted, middle);
    }
  }
  return groups;
}

function around(own: Fitted, middle: { x: number; y: number }): Fitted {
  const { start, segments } = own.contour;
  const [first] = segments;
  const radius = norm(first.x - start.x, first.y - start.y) / 2;
  return {
    ...own,
    contour: circleContour(middle, radius, first.kind === 'arc' && first.bulge < 0),
  };
}
