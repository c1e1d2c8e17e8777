import { type Context, checkStopped, quietContext } from '../context';
import type { RowChanges } from './runs';

/** Runs of equal tone along rows, and which connected component each belongs to. */
export interface Components {
  /** Run r covers pixels [left[r], right[r]) of row[r]; runs are in reading order. */
  row: Uint32Array;
  left: Uint32Array;
  right: Uint32Array;
  /** Component of each run, 0 to count - 1 in order of first appearance. */
  component: Uint32Array;
  /** Pixels of each component. */
  area: Float64Array;
  /** 1 where a component touches the picture's rim. */
  rim: Uint8Array;
  count: number;
}

/**
 * Connected components of the ink (eight neighbours) or of the paper (four neighbours), found on runs
 * with union-find: memory and time follow the number of runs, not of pixels.
 */
export function findComponents(
  changes: RowChanges,
  width: number,
  of: 'ink' | 'paper',
  context: Context = quietContext,
): Components {
  const { row, left, right, rowStarts } = runsOf(changes, width, of);
  const parent = new Uint32Array(row.length);
  for (let run = 0; run < parent.length; run++) parent[run] = run;
  const reach = of === 'ink' ? 1 : 0;
  const height = changes.starts.length - 1;
  for (let y = 1; y < height; y++) {
    if ((y & 127) === 0) checkStopped(context);
    let above = rowStarts[y - 1];
    for (let run = rowStarts[y]; run < rowStarts[y + 1]; run++) {
      while (above < rowStarts[y] && right[above] + reach <= left[run]) above++;
      for (let k = above; k < rowStarts[y] && left[k] < right[run] + reach; k++) unite(parent, k, run);
    }
  }
  checkStopped(context);
  return numbered(parent, { row, left, right }, width, height);
}

function runsOf(changes: RowChanges, width: number, of: 'ink' | 'paper') {
  const { starts, at } = changes;
  const height = starts.length - 1;
  const most = (at.length >> 1) + (of === 'ink' ? 0 : height);
  const row = new Uint32Array(most);
  const left = new Uint32Array(most);
  const right = new Uint32Array(most);
  const rowStarts = new Uint32Array(height + 1);
  let count = 0;
  const add = (y: number, from: number, to: number) => {
    if (from === to) return;
    row[count] = y;
    left[count] = from;
    right[count++] = to;
  };
  for (let y = 0; y < height; y++) {
    let edge = 0;
    for (let k = starts[y]; k < starts[y + 1]; k += 2) {
      if (of === 'ink') add(y, at[k], at[k + 1]);
      else add(y, edge, at[k]);
      edge = at[k + 1];
    }
    if (of === 'paper') add(y, edge, width);
    rowStarts[y + 1] = count;
  }
  return {
    row: row.subarray(0, count),
    left: left.subarray(0, count),
    right: right.subarray(0, count),
    rowStarts,
  };
}

function root(parent: Uint32Array, run: number): number {
  while (parent[run] !== run) {
    parent[run] = parent[parent[run]];
    run = parent[run];
  }
  return run;
}

/** The smaller number becomes the root, so that roots come before their members in reading order. */
function unite(parent: Uint32Array, a: number, b: number): void {
  const first = root(parent, a);
  const second = root(parent, b);
  if (first < second) parent[second] = first;
  else parent[first] = second;
}

function numbered(
  parent: Uint32Array,
  runs: { row: Uint32Array; left: Uint32Array; right: Uint32Array },
  width: number,
  height: number,
): Components {
  const { row, left, right } = runs;
  const component = new Uint32Array(row.length);
  const area: number[] = [];
  const rim: number[] = [];
  for (let run = 0; run < row.length; run++) {
    const top = root(parent, run);
    if (top === run) {
      component[run] = area.length;
      area.push(0);
      rim.push(0);
    } else {
      component[run] = component[top];
    }
    const c = component[run];
    area[c] += right[run] - left[run];
    if (row[run] === 0 || row[run] === height - 1 || left[run] === 0 || right[run] === width) rim[c] = 1;
  }
  return { ...runs, component, area: Float64Array.from(area), rim: Uint8Array.from(rim), count: area.length };
}
