import { type Context, checkStopped } from '../../context';
import { type Components, distanceTransform, findComponents, findRowChanges } from '../../raster';
import { type Sheet, drawLine } from '../draw';
import { norm } from '../../norm';

/** The connected components of a sheet's ink. */
export function componentsOf(sheet: Sheet): Components {
  return findComponents(findRowChanges(sheet, sheet.level), sheet.width, 'ink');
}

/** Only the `count` largest components stay; the others become paper. */
export function keepLargest(
  sheet: Sheet,
  count: number,
  paperTone: number,
): { sheet: Sheet; dropped: number } {
  const components = componentsOf(sheet);
  if (components.count <= count) return { sheet, dropped: 0 };
  const order = Array.from({ length: components.count }, (_, k) => k).sort(
    (a, b) => components.area[b] - components.area[a],
  );
  const stays = new Uint8Array(components.count);
  for (const k of order.slice(0, count)) stays[k] = 1;
  const data = sheet.data.slice();
  for (let run = 0; run < components.row.length; run++) {
    if (stays[components.component[run]]) continue;
    const row = components.row[run] * sheet.width;
    data.fill(paperTone, row + components.left[run], row + components.right[run]);
  }
  return { sheet: { ...sheet, data }, dropped: components.count - count };
}

/**
 * Joins components that lie nearer to each other than `width` pixels, or touch at a corner only, by a neck as wide. The
 * nearest are joined first, and none that hang together already (Kruskal 1956).
 */
export function joined(sheet: Sheet, width: number, context: Context): { sheet: Sheet; necks: number } {
  const components = componentsOf(sheet);
  if (components.count < 2) return { sheet, necks: 0 };
  const owner = new Int32Array(sheet.data.length).fill(-1);
  const ink = new Uint8Array(sheet.data.length);
  for (let run = 0; run < components.row.length; run++) {
    const row = components.row[run] * sheet.width;
    owner.fill(components.component[run], row + components.left[run], row + components.right[run]);
    ink.fill(1, row + components.left[run], row + components.right[run]);
  }
  const { nearest } = distanceTransform(ink, sheet.width, sheet.height, 1, { nearest: true, context });
  const meetings = nearestMeetings(sheet, owner, nearest, width);
  checkStopped(context);
  const root = Int32Array.from({ length: components.count }, (_, k) => k);
  const find = (k: number): number => (root[k] === k ? k : (root[k] = find(root[k])));
  const result = { ...sheet, data: sheet.data.slice() };
  let necks = 0;
  for (const { a, b, from, to } of meetings) {
    if (find(a) === find(b)) continue;
    root[find(a)] = find(b);
    const at = (i: number) => [(i % sheet.width) + 0.5, Math.floor(i / sheet.width) + 0.5];
    drawLine(result, [...at(from), ...at(to)], 'ink', width / 2);
    necks++;
  }
  return { sheet: result, necks };
}

interface Meeting {
  a: number;
  b: number;
  from: number;
  to: number;
  gap: number;
}

/** For every two components whose nearest areas touch, the two pixels of theirs that lie nearest, the shortest gap first. */
function nearestMeetings(
  { width, height }: Sheet,
  owner: Int32Array,
  nearest: Int32Array,
  most: number,
): Meeting[] {
  const found = new Map<number, Meeting>();
  const look = (i: number, k: number) => {
    const from = nearest[i];
    const to = nearest[k];
    const a = owner[from];
    const b = owner[to];
    if (a === b) return;
    const gap = norm((from % width) - (to % width), Math.floor(from / width) - Math.floor(to / width)) - 1;
    if (gap > most) return;
    const key = Math.min(a, b) * 0x100000 + Math.max(a, b);
    const known = found.get(key);
    if (!known || gap < known.gap) found.set(key, { a, b, from, to, gap });
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (x + 1 < width) look(i, i + 1);
      if (y + 1 < height) look(i, i + width);
    }
  }
  return [...found.values()].sort((p, q) => p.gap - q.gap || p.from - q.from);
}
