import { norm } from '../geometry';
import type { Corner } from './corners';
import type { Run } from './run';
import type { Loop } from './sections';
import { evenOut } from './smooth';

/** A loop without corners, begun at its rightmost point, where a node costs nothing. */
export function wholeRun(loop: Loop, smoothness: number): Run {
  const { count } = loop;
  const sigma = (smoothness * count) / loop.along[count];
  const x = evenOut(loop.x, sigma, true);
  const y = evenOut(loop.y, sigma, true);
  let first = 0;
  for (let i = 1; i < count; i++) if (x[i] > x[first]) first = i;
  const around = (values: Float64Array) => {
    const turned = new Float64Array(count + 1);
    turned.set(values.subarray(first));
    turned.set(values.subarray(0, first + 1), count - first);
    return turned;
  };
  return runOf(around(x), around(y), true);
}

/** The points between two corners, those that pixels round off left out, with the corners as exact ends. */
export function runBetween(loop: Loop, from: Corner, to: Corner, smoothness: number): Run {
  const { x, y, along, count } = loop;
  const length = along[count];
  const whole = (along[to.index] - along[from.index] + length) % length || length;
  const leave = Math.min(from.rounded, whole / 4);
  const arrive = Math.min(to.rounded, whole / 4);
  const xs = [from.x];
  const ys = [from.y];
  for (let k = 1; k < count; k++) {
    const i = (from.index + k) % count;
    const gone = (along[i] - along[from.index] + length) % length;
    if (gone >= whole - arrive || gone === 0) break;
    if (gone < leave) continue;
    xs.push(x[i]);
    ys.push(y[i]);
  }
  xs.push(to.x);
  ys.push(to.y);
  const sigma = (smoothness * xs.length) / whole;
  const [x1, y1] = [xs, ys].map((values) => evenOut(Float64Array.from(values), sigma, false));
  return runOf(x1, y1, false);
}

function runOf(x: Float64Array, y: Float64Array, around: boolean): Run {
  const along = new Float64Array(x.length);
  for (let i = 1; i < x.length; i++) along[i] = along[i - 1] + norm(x[i] - x[i - 1], y[i] - y[i - 1]);
  return { x, y, along, around };
}
