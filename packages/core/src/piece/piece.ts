import { DrelkError } from '../error';
import type { DrawingPath } from '../format';
import {
  type Affine,
  type Box,
  type Placement,
  UNMOVED,
  affineAfter,
  affinePoint,
  boxHeight,
  boxOf,
  boxWidth,
  contoursOf,
  nodeCount,
  shapesIn,
} from '../geometry';
import type { Artwork } from './artwork';
import {
  type ArtworkFinder,
  type ArtworkGround,
  type ItemPath,
  type ItemTools,
  type MadeItem,
  heldAt,
  makeItem,
} from './make-item';
import { MIRROR, anchorOf, boxAroundAll, inTurn, mappedBox, mappedShape, turnedBy } from './place';
import { type PieceScale, type SizeSettings, scaleFor } from './scale';
import { type PieceSettings, itemsInOrder } from './settings';
import { layOut } from './sheet';
import { withTabs } from './tabs';

/** A path of the piece, in millimetres, with the item it belongs to and the ids of its contours where it comes from. */
export interface PiecePath extends DrawingPath {
  item: number;
  /** The outer contour's first. */
  sources: number[];
}

/** How pieces lie on their sheet. */
export interface PieceSheet {
  count: number;
  /** Of those that were asked for, so many did not fit. */
  left: number;
  share: number;
}

/** The thing to be made, in millimetres, y down. */
export interface Piece {
  /** What the file states as its size, from its upper left: around everything on it, or the sheet. */
  frame: Box;
  /** Takes the artwork's unit to where the artwork lies, but for a turn. */
  placement: Placement;
  /** What lies on it, in stacking order; of copies on a sheet the first. */
  items: MadeItem[];
  /** Paths of all items, and of all copies. */
  paths: PiecePath[];
  /** Those in which tabs are left, as they would be without. */
  uncut: PiecePath[];
  /** The box of all paths, undefined when there are none. */
  artwork: Box | undefined;
  scale: PieceScale;
  /** The artwork's own size, or that of the whole picture. */
  size: { width: number; height: number };
  sheet?: PieceSheet;
  /** Why it does not lie on its sheet. */
  problem?: Pick<DrelkError, 'code' | 'message' | 'hint'>;
}

/** Nodes of all copies on a sheet together come to this at most. */
const MOST_NODES = 2_000_000;

/** What the artwork comes to at the size that is asked for: its scale, and the box by which it is placed. Throws `bad-length`. */
export function sizedArtwork(
  artwork: Pick<Artwork, 'paths' | 'plates' | 'frame' | 'known'>,
  settings: SizeSettings,
  finder: ArtworkFinder,
): ArtworkGround & { scale: PieceScale } {
  const box = boxOf(contoursOf(shapesIn(artwork.paths).map(({ shape }) => shape)));
  // A length asked for is met to the last digit: it is that of the paths, which lie within their tolerance of the ink.
  const scale = scaleFor(settings, artwork.frame, box, artwork.known);
  const isArtworks = settings.by === 'artwork' && box !== undefined;
  return {
    fromSource: finder.fromSource,
    picked: finder.picked,
    contourAt: finder.contourAt,
    artwork,
    scale,
    placement: { scale: scale.millimetresPerPixel, x: 0, y: 0 },
    around: isArtworks ? box : artwork.frame,
    isArtworks,
    // Artwork without a path takes no room, unless the whole picture is meant.
    isBare: box === undefined && settings.by === 'artwork',
  };
}

export const hasBoardIn = (items: PieceSettings['items']): boolean =>
  Object.values(items).some(({ kind, hidden }) => kind === 'board' && !hidden);

/**
 * Everything that lies on the piece at its true size: each item on its place, then all of it turned, mirrored and laid on its sheet.
 * Items that cannot be made say so and are left out. Throws `bad-length`, `bad-place`.
 */
export function makePiece(artwork: Artwork, settings: PieceSettings, tools: ItemTools): Piece {
  const { items } = settings;
  const sized = sizedArtwork(artwork, settings, tools);
  const made = new Map<number, MadeItem>();
  const ground = { ...tools, items, made, hasBoard: hasBoardIn(items), ofArtwork: sized };
  for (const id of inTurn(items)) made.set(id, makeItem(id, items[id], ground));
  return layPiece(made, settings, sized);
}

/** Items that are made, as they are handed off: turned and mirrored, on their sheet, with the frame's upper left at the origin. */
export function layPiece(
  made: ReadonlyMap<number, MadeItem>,
  settings: PieceSettings,
  { placement, around, scale }: Pick<ArtworkGround, 'placement' | 'around'> & { scale: PieceScale },
): Piece {
  const shown = itemsInOrder(settings.items).filter(({ item }) => !item.hidden);
  const items = shown.flatMap(({ id }) => made.get(id) ?? []);
  const frame = everything(items) ?? {
    left: 0,
    top: 0,
    right: boxWidth(around) * placement.scale,
    bottom: boxHeight(around) * placement.scale,
  };
  const middle = anchorOf(frame, [0, 0]);
  const turned = affineAfter(turnedBy(settings.turn), settings.mirrored ? MIRROR : UNMOVED);
  const about = affineAfter(shift(middle.x, middle.y), affineAfter(turned, shift(-middle.x, -middle.y)));
  const isStill = settings.turn === 0 && !settings.mirrored;
  const lying = isStill ? [...items] : items.map((item) => movedItem(item, about));
  const box = isStill ? frame : (everything(lying) ?? frame);
  const { maps, size, sheet, problem } = onSheet(settings, box, lying);
  const [first] = maps;
  const there = lying.map((item) => movedItem(item, first));
  const onCopies = (all: readonly PiecePath[]): PiecePath[] =>
    maps.flatMap((map) => all.map((path) => ({ ...path, shape: mappedShape(path.shape, map) })));
  const whole = lying.flatMap(({ id, paths: own }) => own.map((path) => ({ ...path, item: id })));
  const cut = whole.flatMap((path) => withTabs(path, settings.items[path.item].tabs));
  const paths = onCopies(cut);
  const asTheyWere = new Set(cut);
  return {
    frame: { left: 0, top: 0, right: size.width, bottom: size.height },
    placement: placementOf([...made.values()], placement, around, affineAfter(first, about)),
    items: there,
    paths,
    uncut: onCopies(whole.filter((path) => !asTheyWere.has(path))),
    artwork: boxOf(contoursOf(paths.map(({ shape }) => shape))),
    scale,
    size: { width: boxWidth(around) * placement.scale, height: boxHeight(around) * placement.scale },
    ...(sheet ? { sheet } : {}),
    ...(problem ? { problem } : {}),
  };
}

const shift = (x: number, y: number): Affine => [1, 0, 0, 1, x, y];

/** The box around all items; of the artwork that of the whole picture where the size is the picture's. */
function everything(items: readonly MadeItem[]): Box | undefined {
  const boxes = items.flatMap(({ box }) => (box ? [box] : []));
  return boxes.length > 0 ? boxAroundAll(boxes) : undefined;
}

function onSheet(settings: PieceSettings, box: Box, items: readonly MadeItem[]) {
  const size = { width: boxWidth(box), height: boxHeight(box) };
  const alone = { maps: [shift(-box.left, -box.top)], size, sheet: undefined, problem: undefined };
  const { sheet } = settings;
  if (!sheet) return alone;
  try {
    const { maps, left, share } = layOut(sheet, box);
    const nodes = items
      .flatMap(({ paths }) => contoursOf(paths.map(({ shape }) => shape)))
      .reduce((sum, contour) => sum + nodeCount(contour), 0);
    if (maps.length * nodes > MOST_NODES) throw tooMany(maps.length, nodes);
    return {
      maps,
      size: { width: sheet.width, height: sheet.height },
      sheet: { count: maps.length, left, share },
      problem: undefined,
    };
  } catch (error) {
    if (!(error instanceof DrelkError)) throw error;
    const { code, message, hint } = error;
    return { ...alone, problem: { code, message, hint } };
  }
}

function movedItem(item: MadeItem, map: Affine): MadeItem {
  const paths = item.paths.map((path): ItemPath => ({ ...path, shape: mappedShape(path.shape, map) }));
  const isUpright = map[1] === 0 && map[2] === 0;
  const around = isUpright ? undefined : boxOf(contoursOf(paths.map(({ shape }) => shape)));
  return {
    ...item,
    box: around ?? (item.box && mappedBox(item.box, map)),
    map: affineAfter(map, item.map),
    paths,
    ...heldAt(item, map),
  };
}

const tooMany = (copies: number, nodes: number) =>
  new DrelkError(
    'bad-sheet',
    `${copies} pieces of ${nodes} nodes are more than a file should hold.`,
    'Lay fewer on the sheet, or let the paths have fewer nodes.',
  );

/** Where the artwork lies, but for a turn: its middle is where it should be. */
function placementOf(items: readonly MadeItem[], { scale }: Placement, around: Box, then: Affine): Placement {
  const middle = anchorOf(around, [0, 0]);
  const map = items.find(({ kind }) => kind === 'artwork')?.map ?? [scale, 0, 0, scale, 0, 0];
  const { x, y } = affinePoint(affineAfter(then, map), middle);
  return { scale, x: x - scale * middle.x, y: y - scale * middle.y };
}
