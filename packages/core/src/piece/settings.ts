import type { Task } from '../format';
import type { KeptContour } from '../geometry';
import type { TextSettings } from '../text';

/** -1 for left or top, 0 for the middle, 1 for right or bottom. */
export type BoxPlace = -1 | 0 | 1;

/**
 * Where an item lies: the place `own` of the box around it on the place `theirs` of what it lies on, and from there so far to the right
 * and down. Millimetres; degrees clockwise.
 */
export interface ItemPlace {
  /** The item it lies on, and follows; null for the piece itself, whose origin is the artwork's upper left. */
  on: number | null;
  theirs: [across: BoxPlace, down: BoxPlace];
  own: [across: BoxPlace, down: BoxPlace];
  x: number;
  y: number;
  turn: number;
  mirrored: boolean;
}

/** What the machine does along an item's paths: as its kind and what lies around it suggest, or as is said. */
export type ItemTask = 'auto' | Task;

/** Where a cut is left out, so that a part stays in its sheet: so long, so many around it; 0 for as many as its size asks for. */
export interface TabSettings {
  width: number;
  count: number;
}
export const MOST_TABS = 24;

interface ItemBase {
  name: string;
  place: ItemPlace;
  task: ItemTask;
  hidden: boolean;
  /** It stays where it is. */
  locked: boolean;
  /** What is larger lies above. */
  layer: number;
  tabs: TabSettings | null;
}

/**
 * Strips that keep islands from dropping out: so wide, so many an island (0: by its size), and where the hand put some, x and y: of
 * artwork in source pixels, of text in millimetres as it lies by itself.
 */
export interface BridgeSettings {
  width: number;
  count: number;
  places: [number, number][];
  /** What is cut out of something leaves strips of it; shapes that are the material are tied by strips that are added: islands, or all of them. */
  by: BridgeKind;
}
/** Strips left of what things are cut out of; added to islands; added to all that lies apart. */
export const BRIDGE_KINDS = ['left', 'added', 'tied'] as const;
export type BridgeKind = (typeof BRIDGE_KINDS)[number];
export const MOST_BRIDGES = 8;

/** A contour of the artwork along which the hand said what is done: known in any trace by its box, its area, its parity and a place on it. */
export interface PickedTask {
  from: {
    box: [left: number, top: number, right: number, bottom: number];
    area: number;
    hole: boolean;
    at: [x: number, y: number];
  };
  task: Task;
}
export const MOST_PICKED = 2000;

/** The paths of Line. */
export interface ArtworkItem extends ItemBase {
  kind: 'artwork';
  /** Held together as a stencil is; null leaves islands. */
  bridges: BridgeSettings | null;
  /** What is done along its holes, where that is another task; and along plates, by their colours. */
  inner: Task | null;
  plates: Record<string, Task>;
  picked: PickedTask[];
}

export const CORNER_FORMS = ['square', 'round', 'scooped', 'chamfered'] as const;
export type CornerForm = (typeof CORNER_FORMS)[number];

/** How corners are: so large, on those that are wanted, clockwise from the upper left. */
export interface Corners4 {
  form: CornerForm;
  size: number;
  on: [boolean, boolean, boolean, boolean];
}

export const BOARD_FORMS = [
  'rectangle',
  'disc',
  'oval',
  'pill',
  'arch',
  'hexagon',
  'shield',
  'tag',
  'banner',
  'fob',
  'ornament',
  'own',
] as const;
export type BoardForm = (typeof BOARD_FORMS)[number];

/** The material's outline, or a ready-made one. */
export interface BoardItem extends ItemBase {
  kind: 'board';
  form: BoardForm;
  /** Of a disc the width is its diameter; of a hexagon the height is from flat to flat, and the width follows. */
  width: number;
  height: number;
  corners: Corners4;
  /** Of an own form its contours, in any size; of others none. */
  own: KeptContour[];
}

/** A line inside the edge of another item. */
export interface BorderItem extends ItemBase {
  kind: 'border';
  around: number;
  inset: number;
  corners: Corners4;
  /** A second line so far inside the first; 0 for none. */
  second: number;
}

export interface TextItem extends ItemBase {
  kind: 'text';
  set: TextSettings;
  bridges: BridgeSettings | null;
}

export const HOLE_FORMS = ['round', 'slot', 'keyhole'] as const;
export type HoleForm = (typeof HOLE_FORMS)[number];

/** How many holes there are, and how they lie. */
export type HolePattern =
  | { kind: 'one' }
  | { kind: 'row'; count: number; step: number; along: 'across' | 'down' }
  | { kind: 'circle'; count: number; diameter: number }
  /** One so far from either side of what it lies on. */
  | { kind: 'sides'; from: number };

export interface HolesItem extends ItemBase {
  kind: 'holes';
  form: HoleForm;
  /** Of a round hole its diameter; of a slot how wide, of a keyhole how wide its head is. */
  width: number;
  /** Of a slot and of a keyhole how long it is. */
  length: number;
  pattern: HolePattern;
}

/** An outline grown around other items, gaps between them bridged. */
export interface OutlineItem extends ItemBase {
  kind: 'outline';
  around: number[];
  distance: number;
  /** Parts farther apart than twice the distance are joined up to this gap; 0 for none. */
  bridges: number;
  holes: 'filled' | 'kept';
  /** A ring to hang it by: its hole, the wall around that, and where on the outline, in degrees clockwise from the top. */
  ring: { hole: number; wall: number; at: number } | null;
  /** A bar along the bottom, so high, and two feet under it, so wide and so long. */
  base: { height: number; width: number; length: number } | null;
}

/** A line around other items, along which the rest of the vinyl is lifted off. */
export interface FrameItem extends ItemBase {
  kind: 'frame';
  around: number[];
  distance: number;
  corners: Corners4;
}

export const MARK_FORMS = ['cross', 'square', 'triangle'] as const;
export type MarkForm = (typeof MARK_FORMS)[number];

/** Marks at corners of the box around other items, by which one plate is laid true on another. */
export interface MarksItem extends ItemBase {
  kind: 'marks';
  around: number[];
  form: MarkForm;
  size: number;
  /** From the box to where a mark begins. */
  distance: number;
  /** On so many corners: lower left and upper right, the lower two and the upper left, or all. */
  count: 2 | 3 | 4;
}

export type ItemSettings =
  ArtworkItem | BoardItem | BorderItem | TextItem | HolesItem | OutlineItem | FrameItem | MarksItem;
export type ItemKind = ItemSettings['kind'];

/** How many pieces lie on the sheet: so many, or as many as fit. */
export type Repeats = { kind: 'one' } | { kind: 'rows'; rows: number; columns: number } | { kind: 'fit' };

/** What the material comes as, and how pieces lie on it. Millimetres. */
export interface SheetSettings {
  width: number;
  height: number;
  /** Nothing lies nearer to its edge. */
  margin: number;
  /** Where the piece begins, from the sheet's lower left. */
  x: number;
  y: number;
  repeats: Repeats;
  gap: number;
  /** Every other row is shifted by half a step; every other one turned by half a turn. */
  shifted: boolean;
  turned: boolean;
}

/** What the user may set of Piece. */
export interface PieceSettings {
  /** What the length below is the size of: the artwork itself, or the whole picture's frame. */
  by: 'artwork' | 'picture';
  edge: 'width' | 'height';
  /** Millimetres, or null to keep the picture's own scale. */
  length: number | null;
  /** What lies on the piece, by whole numbers that rise. */
  items: Record<number, ItemSettings>;
  /** Font files that the user brought along, by the SHA-256 of their bytes. */
  fonts: Record<string, { name: string }>;
  /** All of it turned, clockwise in degrees, and mirrored, to be read from behind. */
  turn: number;
  mirrored: boolean;
  sheet: SheetSettings | null;
}

/** Where an item lies that nobody has placed: in the middle of another, or with its upper left at the origin. */
export const placedOn = (on: number | null): ItemPlace => ({
  on,
  theirs: on === null ? [-1, -1] : [0, 0],
  own: on === null ? [-1, -1] : [0, 0],
  x: 0,
  y: 0,
  turn: 0,
  mirrored: false,
});

/** The artwork as it lies on a piece of its own. */
export const ARTWORK_ITEM: ArtworkItem = {
  kind: 'artwork',
  name: 'Artwork',
  place: placedOn(null),
  task: 'auto',
  hidden: false,
  locked: false,
  layer: 1,
  tabs: null,
  inner: null,
  plates: {},
  picked: [],
  bridges: null,
};

export const SQUARE_CORNERS: Corners4 = { form: 'square', size: 0, on: [true, true, true, true] };

/** Most items of a piece, and holes of one. */
export const MOST_ITEMS = 200;
export const MOST_HOLES = 200;
/** Most font files of a job. */
export const MOST_FONTS = 20;

/** Items with their ids, in the order in which they lie on one another. */
export const itemsInOrder = (items: Record<number, ItemSettings>): { id: number; item: ItemSettings }[] =>
  Object.keys(items)
    .map(Number)
    .map((id) => ({ id, item: items[id] }))
    .sort((a, b) => a.item.layer - b.item.layer || a.id - b.id);

/** Whether there is nothing but the artwork, as it comes. */
export function isArtworkAlone({ items, turn, mirrored, sheet }: PieceSettings): boolean {
  const [item, ...others] = Object.values(items);
  return (
    others.length === 0 &&
    (item as ItemSettings | undefined)?.kind === 'artwork' &&
    JSON.stringify({ ...item, name: '' }) === JSON.stringify({ ...ARTWORK_ITEM, name: '' }) &&
    turn === 0 &&
    !mirrored &&
    sheet === null
  );
}

/** The items that another one hangs on: what it lies on, and what it is made from. */
export function hangsOn(item: ItemSettings): number[] {
  if (item.kind === 'border') return [item.around];
  if (isAroundMany(item)) return item.around;
  return item.place.on === null ? [] : [item.place.on];
}

/** Ids of all that an item is made from: those it hangs on, and the artwork along whose contour a text runs. */
export const madeFrom = (item: ItemSettings, artworks: readonly number[]): number[] => [
  ...new Set([
    ...hangsOn(item),
    ...(item.kind === 'text' && item.set.along.kind === 'contour' ? artworks : []),
  ]),
];

export const artworksIn = (items: Readonly<Record<number, ItemSettings>>): number[] =>
  Object.keys(items)
    .map(Number)
    .filter((id) => items[id].kind === 'artwork');

/** Whether an item lies around others, and goes where they go. */
export const isAroundMany = (item: ItemSettings): item is OutlineItem | FrameItem | MarksItem =>
  item.kind === 'outline' || item.kind === 'frame' || item.kind === 'marks';

/** Font files of the piece that a text is set in. */
export const fontsInUse = ({ items, fonts }: PieceSettings): PieceSettings['fonts'] =>
  Object.fromEntries(
    Object.entries(fonts).filter(([id]) =>
      Object.values(items).some((item) => item.kind === 'text' && item.set.font === id),
    ),
  );
