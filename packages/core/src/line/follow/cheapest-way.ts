import type { EdgeWindow } from './edge-window';
import { norm } from '../../norm';

/** Costs are whole numbers up to this for a step across a side; a step across an edge costs as much as one where there is none. */
const MOST = 96;
const DIAGONAL = Math.SQRT2;
/** Buckets of the queue: more than any one step costs. */
const BUCKETS = 256;

/** Which side of the way is dark, looking along it. */
export type DarkSide = 'left' | 'right';

/**
 * The cheapest way through a window from one cell to another along edges (Mortensen and Barrett 1995, "Intelligent scissors
 * for image composition", section 3: local costs of gradient and its direction, eight neighbours, buckets for the cheapest
 * next cell). Steps with the dark on the other side cost as if there were no edge. Cells in order, and what the way costs.
 */
export function cheapestWay(
  window: EdgeWindow,
  from: number,
  to: number,
  dark: DarkSide,
): { cells: number[]; cost: number } {
  const { width, height } = window;
  const count = width * height;
  const total = new Int32Array(count).fill(0x7fffffff);
  const before = new Int32Array(count).fill(-1);
  const isDone = new Uint8Array(count);
  const buckets: number[][] = Array.from({ length: BUCKETS }, () => []);
  total[from] = 0;
  buckets[0].push(from);
  let waiting = 1;
  for (let cost = 0; waiting > 0 && isDone[to] === 0; cost++) {
    const bucket = buckets[cost % BUCKETS];
    for (let cell = bucket.pop(); cell !== undefined; cell = bucket.pop()) {
      waiting--;
      if (isDone[cell] === 1 || total[cell] !== cost) continue;
      isDone[cell] = 1;
      const x = cell % width;
      const y = (cell / width) | 0;
      for (let dy = -1; dy <= 1; dy++) {
        if (y + dy < 0 || y + dy >= height) continue;
        for (let dx = -1; dx <= 1; dx++) {
          if ((dx === 0 && dy === 0) || x + dx < 0 || x + dx >= width) continue;
          const next = cell + dy * width + dx;
          if (isDone[next] === 1) continue;
          const sum = cost + stepCost(window, next, dx, dy, dark);
          if (sum >= total[next]) continue;
          total[next] = sum;
          before[next] = cell;
          buckets[sum % BUCKETS].push(next);
          waiting++;
        }
      }
    }
  }
  const cells: number[] = [];
  for (let cell = to; cell >= 0; cell = before[cell]) cells.push(cell);
  return { cells: cells.reverse(), cost: total[to] };
}

function stepCost(
  { across, down, steepest }: EdgeWindow,
  cell: number,
  dx: number,
  dy: number,
  dark: DarkSide,
): number {
  const length = dx !== 0 && dy !== 0 ? DIAGONAL : 1;
  const [gx, gy] = [across[cell], down[cell]];
  const size = norm(gx, gy);
  // Tones rise towards light: with the dark on the left, looking along the way, light is on its right.
  const rising = (gy * dx - gx * dy) / (length * (size || 1));
  const share = dark === 'left' ? rising : -rising;
  const strength = share > 0 ? Math.sqrt(size / steepest) * share : 0;
  return Math.max(1, Math.round(MOST * (1 - strength) * length));
}
