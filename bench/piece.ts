import { readFileSync } from 'node:fs';
import { create } from 'fontkit';
import {
  ARTWORK_ITEM,
  type Artwork,
  type ItemSettings,
  type ItemTools,
  type PieceSettings,
  SHIPPED_FONTS,
  SQUARE_CORNERS,
  circleContour,
  grown,
  makePiece,
  openFont,
  packPaths,
  placedOn,
  splineThrough,
} from '@drelk/core';
import { context, median, now } from './measure';

const RUNS = 7;
/** Runs before those that count, until the engine has compiled what is hot. */
const WARMING = 5;
const FONT = 'cabin-bold';
/** Words of a sign maker, 200 letters of them. */
const WORDS = 'NIGHT MARKET TEA, CAKES AND OTHER THINGS OF AN EVENING, '.repeat(4).slice(0, 200);

/** Items of a piece made anew from nothing, in milliseconds. */
export function pieceRows(): Record<string, Record<string, string>> {
  const shipped = SHIPPED_FONTS.find(({ id }) => id === FONT);
  if (!shipped) throw new Error('no font');
  const bytes = readFileSync(`node_modules/${shipped.file}`);
  const font = openFont((given) => create(Buffer.from(given)), bytes, FONT);
  const wave = splineThrough(
    Array.from({ length: 12 }, (_, k) => ({ x: 120 * k, y: k % 2 ? 60 : 0 })),
    false,
  );
  const tools: ItemTools = {
    fonts: new Map([[FONT, font]]),
    grow: (contours, by, corners) => grown(contours, by, corners, 0.01, context),
    fromSource: ([x, y]) => ({ x, y }),
    contourAt: () => wave,
    picked: () => new Map(),
  };
  const words: ItemSettings = {
    kind: 'text',
    name: 'Text',
    place: placedOn(1),
    task: 'auto',
    hidden: false,
    locked: false,
    tabs: null,
    layer: 2,
    bridges: null,
    set: {
      text: WORDS,
      font: FONT,
      upper: false,
      size: { of: 'capitals', length: 6 },
      letters: 0,
      lines: 1,
      align: 'left',
      along: { kind: 'contour', at: [0, 0], start: 0, turned: false, upright: false, even: true },
    },
  };
  const ring = artworkOf([{ outer: circleContour({ x: 0, y: 0 }, 10), holes: [] }]);
  const sieve = artworkOf([
    {
      outer: circleContour({ x: 0, y: 0 }, 400),
      holes: Array.from({ length: 300 }, (_, k) => {
        const [radius, turn] = [22 * Math.sqrt(k + 1), 2.399963 * k];
        return circleContour({ x: radius * Math.cos(turn), y: radius * Math.sin(turn) }, 9, true);
      }),
    },
  ]);
  const sheet = {
    width: 1000,
    height: 800,
    margin: 5,
    x: 0,
    y: 0,
    repeats: { kind: 'fit' as const },
    gap: 3,
    shifted: false,
    turned: false,
  };
  const board: ItemSettings = {
    kind: 'board',
    name: 'Board',
    place: placedOn(null),
    task: 'auto',
    hidden: false,
    locked: false,
    tabs: null,
    own: [],
    layer: 1,
    form: 'rectangle',
    width: 36,
    height: 36,
    corners: { ...SQUARE_CORNERS, form: 'round', size: 4 },
  };
  const bridges = { width: 1.5, count: 2, places: [], by: 'left' as const };
  return {
    '200 letters along a curve': timed(
      ring,
      { items: { 1: ARTWORK_ITEM, 2: words } },
      tools,
      ({ paths }) => `${paths.length} shapes`,
    ),
    'as many as fit': timed(
      ring,
      { items: { 1: board }, sheet },
      tools,
      ({ sheet: laid }) => `${laid?.count} pieces`,
    ),
    '300 islands bridged': timed(
      sieve,
      { items: { 1: { ...ARTWORK_ITEM, bridges } } },
      tools,
      ({ items: [made] }) => `${made.held?.bridges.length} bridges`,
    ),
  };
}

function artworkOf(shapes: Parameters<typeof packPaths>[0]): Artwork {
  return {
    paths: packPaths(shapes),
    plates: [],
    frame: { left: 0, top: 0, right: 100, bottom: 100 },
    known: { from: 'file', millimetresPerPixel: 1 },
    scale: { millimetresPerPixel: 1, source: 'file' },
  };
}

function timed(
  artwork: Artwork,
  part: Partial<PieceSettings>,
  tools: ItemTools,
  says: (piece: ReturnType<typeof makePiece>) => string,
): Record<string, string> {
  const settings: PieceSettings = {
    by: 'artwork',
    edge: 'width',
    length: null,
    items: {},
    fonts: {},
    turn: 0,
    mirrored: false,
    sheet: null,
    ...part,
  };
  const times: number[] = [];
  let made = makePiece(artwork, settings, tools);
  for (let k = -WARMING; k < RUNS; k++) {
    const begun = now();
    made = makePiece(artwork, settings, tools);
    if (k >= 0) times.push(now() - begun);
  }
  return { made: says(made), time: `${median(times).toFixed(1)} ms` };
}
