import { norm } from '../geometry';
/** Points of one closed contour with the distance walked to each: what corner search and fitting read. */
export interface Loop {
  x: Float64Array;
  y: Float64Array;
  /** Distance along the loop from point 0; one more entry than points, the last the whole length. */
  along: Float64Array;
  count: number;
}

/** Copies one contour out of a set, leaving out points that repeat their predecessor. */
export function loopOf(points: Float64Array, from: number, to: number): Loop {
  const x = new Float64Array(to - from);
  const y = new Float64Array(to - from);
  let count = 0;
  for (let i = from; i < to; i++) {
    const px = points[2 * i];
    const py = points[2 * i + 1];
    if (count > 0 && Math.abs(px - x[count - 1]) + Math.abs(py - y[count - 1]) < 1e-6) continue;
    x[count] = px;
    y[count++] = py;
  }
  while (count > 1 && Math.abs(x[0] - x[count - 1]) + Math.abs(y[0] - y[count - 1]) < 1e-6) count--;
  return measured(x.subarray(0, count), y.subarray(0, count));
}

/** A loop from its coordinates. */
export function measured(x: Float64Array, y: Float64Array): Loop {
  const count = x.length;
  const along = new Float64Array(count + 1);
  for (let i = 0; i < count; i++) {
    const j = i + 1 === count ? 0 : i + 1;
    along[i + 1] = along[i] + norm(x[j] - x[i], y[j] - y[i]);
  }
  return { x, y, along, count };
}
