import type { Point } from '../../geometry';
import type { Middle } from '../../raster';

/** One end of a branch at a junction: where it can last be trusted and where it was going. */
export interface Arrival extends Point {
  branch: number;
  atStart: boolean;
  dx: number;
  dy: number;
  /** The middle of the places that the direction is taken from, and where it is truest. */
  middle: Point;
}

/** Direction by the places within about two widths of the end, by least squares. */
export function arrivalOf({ x, y, width }: Middle, branch: number, atStart: boolean): Arrival {
  const count = Math.min(x.length, Math.max(4, Math.round(1.5 * median(width)) + 2));
  const index = (k: number) => (atStart ? k : x.length - 1 - k);
  let meanX = 0;
  let meanY = 0;
  for (let k = 0; k < count; k++) {
    meanX += x[index(k)] / count;
    meanY += y[index(k)] / count;
  }
  let [xx, xy, yy] = [0, 0, 0];
  for (let k = 0; k < count; k++) {
    const dx = x[index(k)] - meanX;
    const dy = y[index(k)] - meanY;
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const first = { x: x[index(0)], y: y[index(0)] };
  const sign = Math.cos(angle) * (first.x - meanX) + Math.sin(angle) * (first.y - meanY) < 0 ? -1 : 1;
  const [dx, dy] = [sign * Math.cos(angle), sign * Math.sin(angle)];
  const along = (first.x - meanX) * dx + (first.y - meanY) * dy;
  return {
    branch,
    atStart,
    dx,
    dy,
    middle: { x: meanX, y: meanY },
    x: meanX + along * dx,
    y: meanY + along * dy,
  };
}

export function median(values: Float64Array): number {
  const sorted = Float64Array.from(values).sort();
  return sorted[sorted.length >> 1] ?? 0;
}
