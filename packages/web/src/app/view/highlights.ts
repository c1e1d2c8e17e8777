import { CLOSED, HOLE, type Paths } from '@drelk/core';

/** What a fact shows when it is clicked. */
export type Highlight = 'none' | 'size' | 'shapes' | 'holes' | 'lines' | 'open' | 'length';

/** Whether a contour, by its flags and whether it is a single line, is among what is highlighted. */
const isShown: Record<Highlight, (flags: number, isLine: boolean) => boolean> = {
  none: () => false,
  size: () => false,
  shapes: (flags, isLine) => !isLine && (flags & HOLE) === 0,
  holes: (flags) => (flags & HOLE) !== 0,
  lines: (_flags, isLine) => isLine,
  open: (flags, isLine) => !isLine && (flags & CLOSED) === 0,
  length: () => true,
};

/** The ids of the contours of a set that a highlight shows. */
export function highlightedIds(set: Paths, highlight: Highlight): Set<number> {
  const shown = isShown[highlight];
  const ids = new Set<number>();
  for (let k = 0; k < set.ids.length; k++)
    if (shown(set.flags[k], !Number.isNaN(set.pens[k]))) ids.add(set.ids[k]);
  return ids;
}
