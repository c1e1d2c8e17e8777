import { type Box, type Point, affineBack, affinePoint, boxHeight, boxWidth } from '../geometry';
import { MIRROR, turnedBy } from './place';
import type { ItemSettings, PieceSettings } from './settings';

/** What of items is brought into line. */
export const EDGES = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const;
export type Edge = (typeof EDGES)[number];

const LINES: Record<Edge, (box: Box) => Point> = {
  left: ({ left }) => ({ x: left, y: 0 }),
  centre: ({ left, right }) => ({ x: (left + right) / 2, y: 0 }),
  right: ({ right }) => ({ x: right, y: 0 }),
  top: ({ top }) => ({ x: 0, y: top }),
  middle: ({ top, bottom }) => ({ x: 0, y: (top + bottom) / 2 }),
  bottom: ({ bottom }) => ({ x: 0, y: bottom }),
};

/** Boxes of items by their ids, as they lie on the piece in the end. */
export type Boxes = ReadonlyMap<number, Box>;
/** How far items go, by their ids. */
export type Moves = ReadonlyMap<number, Point>;

/** Items brought into line with the first of them. */
export function alignedBy(boxes: Boxes, ids: readonly number[], edge: Edge): Moves {
  const [first] = ids.flatMap((id) => boxes.get(id) ?? []);
  return new Map(
    ids.flatMap((id) => {
      const box = boxes.get(id);
      if (!box) return [];
      const [to, from] = [LINES[edge](first), LINES[edge](box)];
      return [[id, { x: to.x - from.x, y: to.y - from.y }]];
    }),
  );
}

/** Items with even gaps between them; the outermost stay. Of fewer than three none moves. */
export function spreadBy(boxes: Boxes, ids: readonly number[], along: 'across' | 'down'): Moves {
  const isAcross = along === 'across';
  const all = ids
    .flatMap((id) => {
      const box = boxes.get(id);
      if (!box) return [];
      return [{ id, begin: isAcross ? box.left : box.top, size: isAcross ? boxWidth(box) : boxHeight(box) }];
    })
    .sort((a, b) => a.begin + a.size / 2 - (b.begin + b.size / 2));
  if (all.length < 3) return new Map();
  const last = all[all.length - 1];
  const taken = all.reduce((sum, { size }) => sum + size, 0);
  const gap = (last.begin + last.size - all[0].begin - taken) / (all.length - 1);
  let at = all[0].begin;
  return new Map(
    all.map(({ id, begin, size }) => {
      const by = at - begin;
      at += size + gap;
      return [id, isAcross ? { x: by, y: 0 } : { x: 0, y: by }];
    }),
  );
}

/**
 * What has to be added to the places of items so that they go so far on the piece: those that lie on others go with these, and the
 * piece may be turned and mirrored as a whole.
 */
export function placeChanges({ items, turn, mirrored }: PieceSettings, moves: Moves): Moves {
  const back = affineBack(turnedBy(turn)) ?? turnedBy(-turn);
  const own = (far: Point): Point => {
    const there = affinePoint(back, far);
    return mirrored ? affinePoint(MIRROR, there) : there;
  };
  /** How far an item goes in the end: as is wanted of it, or with what it lies on. */
  const gone = (id: number | null): Point => {
    if (id === null) return STILL;
    return moves.get(id) ?? gone(items[id].place.on);
  };
  return new Map(
    [...moves].map(([id, { x, y }]) => {
      const under = gone(items[id].place.on);
      return [id, own({ x: x - under.x, y: y - under.y })];
    }),
  );
}

const STILL: Point = { x: 0, y: 0 };

/**
 * How an item changes so that it is as wide or as high as a length, its box being as it is: a board by that side alone, text as a
 * whole. Undefined for what has no size of its own, and for boards that are turned at an angle.
 */
export function sizedTo(
  item: ItemSettings,
  box: Box,
  side: 'width' | 'height',
  length: number,
): ItemSettings | undefined {
  const before = side === 'width' ? boxWidth(box) : boxHeight(box);
  if (!(before > 0)) return undefined;
  if (item.kind === 'text')
    return {
      ...item,
      set: { ...item.set, size: { ...item.set.size, length: (item.set.size.length * length) / before } },
    };
  if (item.kind !== 'board' || item.place.turn % 90 !== 0) return undefined;
  const isOnSide = item.place.turn % 180 !== 0;
  const own = (side === 'width') === isOnSide ? 'height' : 'width';
  // Forms whose sides go together are sized by the one that they have.
  if (item.form === 'disc') return { ...item, width: length, height: length };
  if (item.form === 'hexagon') return { ...item, height: (item.height * length) / before };
  return { ...item, [own]: length };
}
