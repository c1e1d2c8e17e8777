import {
  type Box,
  type ItemKind,
  type ItemPlace,
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

/** What there is on the piece that an item can be laid on or around. */
interface There {
  all: { id: number; item: ItemSettings }[];
  figures: (typeof PROPOSED)['mm'];
  /** The frame of what there is. */
  frame: Box | undefined;
  board: number | undefined;
  /** The artwork, where the job has any; and its item, whether it has or not. */
  artwork: number | undefined;
  artworkItem: number | undefined;
  /** Below all, and above. */
  bottom: number;
  base: {
    name: string;
    task: 'auto';
    hidden: false;
    locked: false;
    layer: number;
    tabs: null;
  };
}

/** An item of each kind as it is first laid on a piece; undefined where there is nothing that it could lie around. */
const MAKERS: { [K in AddedKind]: (there: There) => Extract<ItemSettings, { kind: K }> | undefined } = {
  board: ({ base, bottom, frame, figures }) => ({
    ...base,
    kind: 'board',
    layer: bottom,
    place: placedOn(null),
    form: 'rectangle',
    width: frame ? boxWidth(frame) + 2 * figures.room : figures.width,
    height: frame ? boxHeight(frame) + 2 * figures.room : figures.height,
    corners: { ...SQUARE_CORNERS, size: figures.corners },
    own: [],
  }),
  border: ({ base, board, artwork, figures }) => {
    const around = board ?? artwork;
    if (around === undefined) return undefined;
    const corners = { ...SQUARE_CORNERS, size: figures.corners };
    return {
      ...base,
      kind: 'border',
      place: placedOn(around),
      around,
      inset: figures.inset,
      corners,
      second: 0,
    };
  },
  text: ({ base, board, artwork, figures }) => {
    const below = {
      ...placedOn(artwork ?? null),
      theirs: [0, 1] as Side,
      own: [0, -1] as Side,
      y: figures.inset,
    };
    const place = board !== undefined ? placedOn(board) : artwork !== undefined ? below : placedOn(null);
    return {
      ...base,
      kind: 'text',
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
  },
  holes: ({ base, board, artwork, figures }) => {
    const on = board ?? artwork;
    const shared = {
      ...base,
      kind: 'holes',
      form: 'round',
      width: figures.hole,
      length: 2 * figures.hole,
    } as const;
    if (on === undefined) return { ...shared, place: placedOn(null), pattern: { kind: 'one' } };
    const place = { ...placedOn(on), theirs: [0, -1] as Side, y: figures.edge };
    return { ...shared, place, pattern: { kind: 'sides', from: 2 * figures.edge } };
  },
  frame: ({ base, all, artwork, artworkItem, figures }) => {
    const around = all.filter(({ id }) => artwork !== undefined || id !== artworkItem).map(({ id }) => id);
    if (around.length === 0) return undefined;
    const place = placedOn(null);
    return { ...base, kind: 'frame', place, around, distance: figures.inset, corners: SQUARE_CORNERS };
  },
  marks: ({ base, all, artwork, board, figures }) => {
    const around = artwork ?? board ?? all.find(({ item }) => item.kind !== 'artwork')?.id;
    if (around === undefined) return undefined;
    return {
      ...base,
      kind: 'marks',
      place: placedOn(null),
      around: [around],
      form: 'cross',
      size: figures.hole,
      distance: figures.inset,
      count: 3,
    };
  },
  outline: ({ base, bottom, all, artwork, figures }) => {
    const isIn = ({ kind }: ItemSettings) => (kind === 'artwork' && artwork !== undefined) || kind === 'text';
    const around = all.filter(({ item }) => isIn(item)).map(({ id }) => id);
    if (around.length === 0) return undefined;
    return {
      ...base,
      kind: 'outline',
      layer: bottom,
      place: placedOn(null),
      around,
      distance: figures.distance,
      bridges: 0,
      holes: 'filled',
      ring: null,
      base: null,
    };
  },
};

type Side = ItemPlace['theirs'];

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
  const layers = all.map(({ item }) => item.layer);
  const artworkItem = first('artwork');
  return MAKERS[kind]({
    all,
    figures: PROPOSED[units],
    frame,
    board: first('board'),
    artwork: hasArtwork ? artworkItem : undefined,
    artworkItem,
    bottom: Math.min(2, ...layers) - 1,
    base: {
      name: nameFor(kind, items),
      task: 'auto',
      hidden: false,
      locked: false,
      layer: Math.max(0, ...layers) + 1,
      tabs: null,
    },
  });
}

/** The kind's name, with a number where there are others of it. */
function nameFor(kind: AddedKind, items: PieceSettings['items']): string {
  const taken = new Set(Object.values(items).map(({ name }) => name));
  let count = 1;
  const name = () => (count === 1 ? NAMES[kind] : `${NAMES[kind]} ${count}`);
  while (taken.has(name())) count++;
  return name();
}
