import {
  type Box,
  type ItemKind,
  type ItemSettings,
  type PieceSettings,
  SHIPPED_FONTS,
  SQUARE_CORNERS,
  boxHeight,
  boxWidth,
  placedOn,
} from '@drelk/core';

/** What the user adds: artwork is there already. */
export type AddedKind = Exclude<ItemKind, 'artwork'>;

const NAMES: Record<AddedKind, string> = {
  board: 'Board',
  border: 'Border',
  text: 'Text',
  holes: 'Holes',
  outline: 'Outline',
  frame: 'Frame',
  marks: 'Marks',
};
/** Round figures that are proposed, in millimetres, where the job counts in millimetres and in inches. */
const PROPOSED = {
  mm: {
    width: 120,
    height: 80,
    room: 10,
    inset: 5,
    hole: 6,
    edge: 10,
    capitals: 12,
    distance: 2,
    corners: 5,
  },
  in: {
    width: 254,
    height: 139.7,
    room: 12.7,
    inset: 6.35,
    hole: 9.525,
    edge: 12.7,
    capitals: 25.4,
    distance: 3.175,
    corners: 6.35,
  },
};

/** An item as it is first laid on a piece, whose frame is so large where there is one; undefined where there is nothing that it could lie around. */
export function newItem(
  kind: AddedKind,
  { items }: PieceSettings,
  units: 'mm' | 'in',
  frame: Box | undefined,
  hasArtwork: boolean,
): ItemSettings | undefined {
  const all = Object.entries(items).map(([id, item]) => ({ id: Number(id), item }));
  const first = (wanted: ItemKind) => all.find(({ item }) => item.kind === wanted)?.id;
  const figures = PROPOSED[units];
  const layers = all.map(({ item }) => item.layer);
  const top = Math.max(0, ...layers) + 1;
  const bottom = Math.min(2, ...layers) - 1;
  const board = first('board');
  const artwork = hasArtwork ? first('artwork') : undefined;
  const base = {
    name: nameFor(kind, items),
    task: 'auto',
    hidden: false,
    locked: false,
    layer: top,
    tabs: null,
  } as const;
  const corners = { ...SQUARE_CORNERS, size: figures.corners };
  switch (kind) {
    case 'board': {
      const size = frame
        ? { width: boxWidth(frame) + 2 * figures.room, height: boxHeight(frame) + 2 * figures.room }
        : { width: figures.width, height: figures.height };
      return {
        ...base,
        kind,
        layer: bottom,
        place: placedOn(null),
        form: 'rectangle',
        ...size,
        corners,
        own: [],
      };
    }
    case 'border': {
      const around = board ?? artwork;
      if (around === undefined) return undefined;
      return { ...base, kind, place: placedOn(around), around, inset: figures.inset, corners, second: 0 };
    }
    case 'text': {
      const below = {
        ...placedOn(artwork ?? null),
        theirs: [0, 1] as [0, 1],
        own: [0, -1] as [0, -1],
        y: figures.inset,
      };
      const place = board !== undefined ? placedOn(board) : artwork !== undefined ? below : placedOn(null);
      return {
        ...base,
        kind,
        place,
        set: {
          text: 'Saltmoth',
          font: SHIPPED_FONTS[0].id,
          upper: false,
          size: { of: 'capitals', length: figures.capitals },
          letters: 0,
          lines: 1,
          align: 'centre',
          along: { kind: 'straight' },
        },
        bridges: null,
      };
    }
    case 'holes': {
      const on = board ?? artwork;
      const shared = { ...base, kind, form: 'round', width: figures.hole, length: 2 * figures.hole } as const;
      if (on === undefined) return { ...shared, place: placedOn(null), pattern: { kind: 'one' } };
      const place = { ...placedOn(on), theirs: [0, -1] as [0, -1], y: figures.edge };
      return { ...shared, place, pattern: { kind: 'sides', from: 2 * figures.edge } };
    }
    case 'frame': {
      const around = all.filter(({ id }) => hasArtwork || id !== first('artwork')).map(({ id }) => id);
      if (around.length === 0) return undefined;
      return {
        ...base,
        kind,
        place: placedOn(null),
        around,
        distance: figures.inset,
        corners: SQUARE_CORNERS,
      };
    }
    case 'marks': {
      const around = artwork ?? board ?? all.find(({ item }) => item.kind !== 'artwork')?.id;
      if (around === undefined) return undefined;
      return {
        ...base,
        kind,
        place: placedOn(null),
        around: [around],
        form: 'cross',
        size: figures.hole,
        distance: figures.inset,
        count: 3,
      };
    }
    case 'outline': {
      const around = all
        .filter(({ item }) => (item.kind === 'artwork' && hasArtwork) || item.kind === 'text')
        .map(({ id }) => id);
      if (around.length === 0) return undefined;
      const distance = figures.distance;
      return {
        ...base,
        kind,
        layer: bottom,
        place: placedOn(null),
        around,
        distance,
        bridges: 0,
        holes: 'filled',
        ring: null,
        base: null,
      };
    }
  }
}

/** The kind's name, with a number where there are others of it. */
function nameFor(kind: AddedKind, items: PieceSettings['items']): string {
  const taken = new Set(Object.values(items).map(({ name }) => name));
  let count = 1;
  const name = () => (count === 1 ? NAMES[kind] : `${NAMES[kind]} ${count}`);
  while (taken.has(name())) count++;
  return name();
}
