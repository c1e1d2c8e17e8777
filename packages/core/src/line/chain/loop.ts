import { norm } from '../../geometry';
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

/** A loop begun and walked in a way of its own, and whether that is the other way around. */
export interface OwnLoop {
  loop: Loop;
  reversed: boolean;
}

/**
 * The loop begun where it is farthest from its middle, and walked so that it bulges to the left of the line between: the
 * same however it is turned, and mirrored where it is mirrored. So what is found along it is the same as well.
 */
export function ownWay({ x, y, along, count }: Loop): OwnLoop {
  let middleX = 0;
  let middleY = 0;
  for (let i = 0; i < count; i++) {
    middleX += x[i] / count;
    middleY += y[i] / count;
  }
  let first = 0;
  let most = 0;
  for (let i = 0; i < count; i++) {
    const dx = x[i] - middleX;
    const dy = y[i] - middleY;
    const far = dx * dx + dy * dy;
    // Of places as far but for rounding, the first.
    if (far > most + 1e-9) {
      first = i;
      most = far;
    }
  }
  const [ux, uy] = [x[first] - middleX, y[first] - middleY];
  let bulge = 0;
  for (let i = 0; i < count; i++) {
    const across = (x[i] - middleX) * uy - (y[i] - middleY) * ux;
    const before = i > 0 ? along[i] - along[i - 1] : along[count] - along[count - 1];
    bulge += across * across * across * (before + along[i + 1] - along[i]);
  }
  const reversed = bulge < 0;
  const turned = (values: Float64Array) => {
    const own = new Float64Array(count);
    for (let k = 0; k < count; k++) {
      const i = reversed ? first - k : first + k;
      own[k] = values[i < 0 ? i + count : i >= count ? i - count : i];
    }
    return own;
  };
  return { loop: measured(turned(x), turned(y)), reversed };
}
