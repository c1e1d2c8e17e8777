import { quietContext } from '../context';
import { circleContour, packPaths } from '../geometry';
import { grown } from '../line';
import {
  ARTWORK_ITEM,
  type Artwork,
  type BoardItem,
  type BorderItem,
  type HolesItem,
  type ItemSettings,
  type ItemTools,
  type MarksItem,
  type OutlineItem,
  type Piece,
  type PieceSettings,
  SQUARE_CORNERS,
  type TextItem,
  makePiece,
  placedOn,
} from '../piece';
import { SHIPPED_FONTS } from '../text';
import { shippedFont } from './fonts';

/** A ring in a picture of 100 by 80 pixels, its outer circle from 20 to 60 and from 10 to 50; a tenth of a millimetre a pixel. */
export const RING: Artwork = {
  paths: packPaths([
    {
      outer: circleContour({ x: 40, y: 30 }, 20),
      holes: [circleContour({ x: 40, y: 30 }, 5, true)],
      plate: 1,
    },
  ]),
  plates: [
    { name: 'paper', colour: '#ffffff' },
    { name: 'tea', colour: '#aa7722' },
  ],
  frame: { left: 0, top: 0, right: 100, bottom: 80 },
  known: { from: 'file', millimetresPerPixel: 0.1 },
  scale: { millimetresPerPixel: 0.1, source: 'file' },
};

export const PIECE: PieceSettings = {
  by: 'artwork',
  edge: 'width',
  length: null,
  items: { 1: ARTWORK_ITEM },
  fonts: {},
  turn: 0,
  mirrored: false,
  sheet: null,
};

const base = { task: 'auto', hidden: false, locked: false, layer: 1, tabs: null } as const;

export const board = (more: Partial<BoardItem> = {}): BoardItem => ({
  ...base,
  kind: 'board',
  name: 'Board',
  place: placedOn(null),
  form: 'rectangle',
  width: 100,
  height: 60,
  corners: SQUARE_CORNERS,
  own: [],
  ...more,
});

export const border = (around: number, more: Partial<BorderItem> = {}): BorderItem => ({
  ...base,
  kind: 'border',
  name: 'Border',
  place: placedOn(around),
  around,
  inset: 5,
  corners: SQUARE_CORNERS,
  second: 0,
  ...more,
});

export const text = (on: number | null, words: string, more: Partial<TextItem['set']> = {}): TextItem => ({
  ...base,
  kind: 'text',
  name: words,
  place: placedOn(on),
  set: {
    text: words,
    font: 'cabin-bold',
    upper: false,
    size: { of: 'capitals', length: 10 },
    letters: 0,
    lines: 1,
    align: 'centre',
    along: { kind: 'straight' },
    ...more,
  },
  bridges: null,
});

export const holes = (on: number | null, more: Partial<HolesItem> = {}): HolesItem => ({
  ...base,
  kind: 'holes',
  name: 'Holes',
  place: placedOn(on),
  form: 'round',
  width: 6,
  length: 12,
  pattern: { kind: 'one' },
  ...more,
});

export const outline = (around: number[], more: Partial<OutlineItem> = {}): OutlineItem => ({
  ...base,
  kind: 'outline',
  name: 'Outline',
  place: placedOn(null),
  around,
  distance: 2,
  bridges: 0,
  holes: 'filled',
  ring: null,
  base: null,
  ...more,
});

export const marks = (around: number[], more: Partial<MarksItem> = {}): MarksItem => ({
  ...base,
  kind: 'marks',
  name: 'Marks',
  place: placedOn(null),
  around,
  form: 'cross',
  size: 6,
  distance: 3,
  count: 3,
  ...more,
});

/** Shipped fonts are there; areas are grown with their curves. */
export const TOOLS: ItemTools = {
  fonts: new Map(SHIPPED_FONTS.map(({ id }) => [id, shippedFont(id)])),
  grow: (contours, by, corners) => grown(contours, by, corners, 0.01, quietContext),
  fromSource: ([x, y]) => ({ x, y }),
  contourAt: () => undefined,
  picked: () => new Map(),
};

/** A piece with these items besides what is set. */
export const pieceOf = (
  items: Record<number, ItemSettings>,
  more: Partial<PieceSettings> = {},
  artwork = RING,
  tools = TOOLS,
): Piece => makePiece(artwork, { ...PIECE, items, ...more }, tools);
