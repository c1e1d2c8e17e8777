export { type HeldIslands, type ItemTools, type MadeItem, makeItem } from './make-item';
export { FLATS } from './items/board';
export { boxAroundAll, inTurn } from './place';
export { MOST_REPEATS } from './sheet';
export { alignedBy, type Boxes, type Edge, type Moves, placeChanges, sizedTo, spreadBy } from './arrange';
export type { Artwork } from './artwork';
export { checkItem } from './check-item';
export { ownForm } from './own-form';
export {
  hasBoardIn,
  layPiece,
  makePiece,
  type Piece,
  type PiecePath,
  type PieceSheet,
  sizedArtwork,
} from './piece';
export { type KnownScale, scaleFor, type ScaleSource, SCREEN_PIXEL } from './scale';
export {
  ARTWORK_ITEM,
  type ArtworkItem,
  artworksIn,
  BOARD_FORMS,
  type BoardForm,
  type BoardItem,
  type BorderItem,
  type BoxPlace,
  type BridgeKind,
  BRIDGE_KINDS,
  type BridgeSettings,
  CORNER_FORMS,
  type CornerForm,
  type Corners4,
  fontsInUse,
  hangsOn,
  HOLE_FORMS,
  type HoleForm,
  type HolePattern,
  type HolesItem,
  isAroundMany,
  isArtworkAlone,
  type ItemKind,
  type ItemPlace,
  type ItemSettings,
  itemsInOrder,
  type ItemTask,
  madeFrom,
  MARK_FORMS,
  type MarkForm,
  type MarksItem,
  MOST_BRIDGES,
  MOST_FONTS,
  MOST_HOLES,
  MOST_ITEMS,
  MOST_PICKED,
  MOST_TABS,
  type OutlineItem,
  type PieceSettings,
  placedOn,
  type Repeats,
  type SheetSettings,
  SQUARE_CORNERS,
  type TabSettings,
  type TextItem,
} from './settings';
