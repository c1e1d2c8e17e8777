import { type Contour, findCrossings } from '../geometry';

/** Curves are followed this closely where it is checked that none cross. */
const CHECKED = 0.05;
/** What crosses is fitted again within these shares of the tolerance, and at last left as the points it came from. */
const TIGHTER = [0.8, 0.4, 0.15, 0.05, 0];

/**
 * Contours as found cross neither themselves nor one another; no more may the curves fitted to them. Those that do are
 * fitted again, in place: `refit` makes contour k anew within a share of the tolerance, 0 being the points themselves.
 */
export function uncross(fitted: (Contour | undefined)[], refit: (k: number, share: number) => Contour): void {
  for (const share of TIGHTER) {
    const numbers = fitted.flatMap((contour, k) => (contour ? [k] : []));
    const crossings = findCrossings(
      numbers.map((k) => fitted[k] as Contour),
      CHECKED,
    );
    const wrong = new Set(crossings.flatMap(({ a, b }) => [numbers[a], numbers[b]]));
    if (wrong.size === 0) return;
    for (const k of wrong) fitted[k] = refit(k, share);
  }
}

/** The straight way through some points. */
export function polyline(x: ArrayLike<number>, y: ArrayLike<number>, closed: boolean): Contour {
  const segments: Contour['segments'] = [];
  for (let i = 1; i < x.length; i++) segments.push({ kind: 'line', x: x[i], y: y[i] });
  if (closed) segments.push({ kind: 'line', x: x[0], y: y[0] });
  return { start: { x: x[0], y: y[0] }, segments, closed };
}
