import { norm } from '../../norm';
import type { Loop } from '../chain/loop';
import type { GateArm, Gates } from './gate-arm';

/** What is ink of the picture, by pixel. */
export type IsInk = (column: number, row: number) => boolean;

/** A contour between pixels. */
export interface Between {
  loop: Loop;
  gates: Gates;
  isInk: IsInk;
}

/** Where two sides meet. */
export interface Meeting {
  x: number;
  y: number;
  turn: number;
  /** How far it is from the loop, in pixels. */
  off: number;
  /** Ink has the smaller angle. */
  isConvex: boolean;
}

/** Pixels so near to a corner are compared, beyond how far it is from the loop. */
export const TIP = 2.2;
/** The ink that it gives them may be so far beyond a half; by so many samples each way. */
const UNEVEN = 0.06;
const SAMPLES = 3;
/** Half of a pixel's diagonal. */
const ACROSS = Math.SQRT1_2;

/**
 * By how much the ink that a corner gives to pixels along the contour and between its sides, within some distance of it, is on the other side of a
 * half of what they have, in pixels, all in all; no more is looked at once that is `most`.
 */
export function disagreement(
  { isInk, loop, gates }: Between,
  index: number,
  [before, after]: readonly [GateArm, GateArm],
  { x, y, off, isConvex }: Meeting,
  most: number,
): number {
  const within = off + TIP;
  const beside = (px: number, py: number) => {
    const [a, b] = [besideArm(before, px, py), besideArm(after, px, py)];
    return isConvex ? Math.max(a, b) : Math.min(a, b);
  };
  const shareOf = (column: number, row: number): number => {
    const middle = beside(column + 0.5, row + 0.5);
    if (Math.abs(middle) > ACROSS) return middle < 0 ? 1 : 0;
    let sum = 0;
    for (let v = 0.5; v < SAMPLES; v++)
      for (let u = 0.5; u < SAMPLES; u++) if (beside(column + u / SAMPLES, row + v / SAMPLES) < 0) sum++;
    return sum / SAMPLES ** 2;
  };
  const wrong = (column: number, row: number) => {
    const more = shareOf(column, row) - 0.5;
    return Math.max(0, (isInk(column, row) ? -more : more) - UNEVEN);
  };
  let sum = 0;
  for (let row = Math.floor(y - within); row <= y + within; row++)
    for (let column = Math.floor(x - within); column <= x + within; column++) {
      const [px, py] = [column + 0.5, row + 0.5];
      if (sum >= most) return sum;
      if (norm(px - x, py - y) > within || isInk(column, row) === isConvex) continue;
      if (beside(px, py) < 0 === isConvex) sum += wrong(column, row);
    }
  for (const step of [1, -1] as const)
    for (let k = 0; k < loop.count >> 1; k++) {
      const i = (index + step * k + loop.count) % loop.count;
      if (sum >= most) return sum;
      if (norm(gates.x[i] - x, gates.y[i] - y) > within) break;
      if (gates.half[i] < 0.5) continue;
      for (const side of [-0.5, 0.5])
        sum += wrong(
          Math.floor(gates.x[i] + side * gates.outX[i]),
          Math.floor(gates.y[i] + side * gates.outY[i]),
        );
    }
  return sum;
}

/** How far a place lies to the paper's side of an arm. */
function besideArm(arm: GateArm, x: number, y: number): number {
  const [dx, dy] = [x - arm.originX, y - arm.originY];
  const u = dx * arm.alongX + dy * arm.alongY;
  const slope = arm.b + 2 * arm.c * u;
  return (dy * arm.alongX - dx * arm.alongY - (arm.a + (arm.b + arm.c * u) * u)) / norm(1, slope);
}
