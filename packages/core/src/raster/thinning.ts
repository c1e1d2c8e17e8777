import { type Context, checkStopped } from '../context';
import type { Mask } from './picture';

/**
 * Thins a mask to lines one pixel wide that keep its connections, after Zhang and Suen 1984 ("A fast parallel
 * algorithm for thinning digital patterns"): rims are peeled off in two half-steps until nothing changes. Only
 * pixels that may still go are looked at again. The picture's own rim is peeled like any other.
 */
export function thinned({ width, height, data }: Mask, context: Context): Mask {
  // A frame of paper around, so that neighbours need no bounds.
  const stride = width + 2;
  const grid = new Uint8Array(stride * (height + 2));
  for (let y = 0; y < height; y++) grid.set(data.subarray(y * width, (y + 1) * width), (y + 1) * stride + 1);
  const around = Int32Array.of(-stride, -stride + 1, 1, stride + 1, stride, stride - 1, -1, -stride - 1);
  let rim = rimOf(grid, stride, around);
  // What may go next lies beside what has gone; each is looked at once a round.
  const queued = new Uint8Array(grid.length);
  while (rim.length > 0) {
    checkStopped(context);
    const next: number[] = [];
    const gone: number[] = [];
    for (const half of [0, 1]) {
      const before = gone.length;
      for (const i of rim) if (grid[i] && mayGo(grid, i, around, half)) gone.push(i);
      for (let k = before; k < gone.length; k++) grid[gone[k]] = 0;
    }
    for (const i of gone) {
      for (let k = 0; k < 8; k++) {
        const beside = i + around[k];
        if (!grid[beside] || queued[beside]) continue;
        queued[beside] = 1;
        next.push(beside);
      }
    }
    for (const i of next) queued[i] = 0;
    rim = next;
  }
  const result = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    result.set(grid.subarray((y + 1) * stride + 1, (y + 1) * stride + 1 + width), y * width);
  return { width, height, data: result };
}

/** Ink beside paper. Where nothing is, eight pixels are passed at a time. */
function rimOf(grid: Uint8Array, stride: number, around: Int32Array): number[] {
  const words = new Float64Array(grid.buffer, 0, grid.length >> 3);
  const rim: number[] = [];
  for (let i = stride; i < grid.length - stride; i++) {
    while ((i & 7) === 0 && i + 8 < grid.length && words[i >> 3] === 0) i += 8;
    if (!grid[i]) continue;
    for (let k = 0; k < 8; k++) {
      if (grid[i + around[k]]) continue;
      rim.push(i);
      break;
    }
  }
  return rim;
}

/** Conditions (a) to (d) of the paper, P2 to P9 being the neighbours from the upper one clockwise. */
function mayGo(grid: Uint8Array, i: number, around: Int32Array, half: number): boolean {
  let count = 0;
  let changes = 0;
  let before = grid[i + around[7]];
  for (let k = 0; k < 8; k++) {
    const value = grid[i + around[k]];
    count += value;
    if (!before && value) changes++;
    before = value;
  }
  if (count < 2 || count > 6 || changes !== 1) return false;
  const p2 = grid[i + around[0]];
  const p4 = grid[i + around[2]];
  const p6 = grid[i + around[4]];
  const p8 = grid[i + around[6]];
  return half === 0 ? !(p2 && p4 && p6) && !(p4 && p6 && p8) : !(p2 && p4 && p8) && !(p2 && p6 && p8);
}
