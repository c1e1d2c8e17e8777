import {
  FOUND_HOLE,
  composed,
  contourAt,
  inverted,
  mapPoint,
  originAt,
  pickPath,
  scaledAndMoved,
} from '../../geometry';
import { anchorOf, foundAgain, grown } from '../../line';
import {
  type ItemSettings,
  type MadeItem,
  type Piece,
  artworksIn,
  hasBoardIn,
  inTurn,
  layPiece,
  madeFrom,
  makeItem,
  sizedArtwork,
} from '../../piece';
import type { Font } from '../../text';
import type { JobDocument } from '../document/document';
import { type Step, type ValueOf, choice, constant, figure, gathered, setting, work } from '../graph';
import { frame, known, paths, plates, reduction, toSource } from './artwork';
import { fontNamed } from './fonts';
import { length } from './line';

/** Curves that are grown lie within this of where they should, in millimetres. */
const WITHIN = 0.01;
/** A line that text runs along is meant from so near, in source pixels. */
const NEAR = 24;

/** Ids of the fonts that a job's texts are set in. */
export const fontsOf = ({ piece: { items } }: Pick<JobDocument, 'piece'>): string[] => [
  ...new Set(Object.values(items).flatMap((item) => (item.kind === 'text' ? [item.set.font] : []))),
];

const settings = setting('piece', (document) => document.piece);
const hasBoard = setting('has a board', ({ piece: { items } }) => hasBoardIn(items));
const artworks = setting('items that are artwork', ({ piece: { items } }) => artworksIn(items));
const itemNumbered = (id: number) =>
  setting(
    `item ${id} as set`,
    ({ piece: { items } }) => (items as Record<number, ItemSettings | undefined>)[id],
  );

/** The artwork at its size, and how places that are kept in source pixels are found on it. */
const sized = gathered(
  'artwork at its size',
  { paths, plates, frame, known, length, toSource, reduction },
  (reads) => {
    const back = inverted(reads.toSource);
    const there = composed(scaledAndMoved(reads.reduction, reads.reduction, 0, 0), reads.toSource);
    const fromSource = ([x, y]: readonly [number, number]) =>
      mapPoint(back, { x: x / reads.reduction, y: y / reads.reduction });
    return sizedArtwork(reads, reads.length, {
      fromSource,
      picked(tasks) {
        const all = Array.from(reads.paths.ids, (_, k) =>
          anchorOf(originAt(reads.paths, k), (reads.paths.flags[k] & FOUND_HOLE) !== 0, there),
        );
        const found = foundAgain(
          tasks.map(({ from }) => from),
          all,
        );
        return new Map(
          tasks.flatMap(({ task }, n) => (found[n] < 0 ? [] : [[reads.paths.ids[found[n]], task]])),
        );
      },
      contourAt(at) {
        const id = pickPath(reads.paths, fromSource(at), NEAR);
        return id === undefined ? undefined : contourAt(reads.paths, reads.paths.ids.indexOf(id));
      },
    });
  },
);

const isOfArtwork = (item: ItemSettings): boolean =>
  item.kind === 'artwork' || (item.kind === 'text' && item.set.along.kind === 'contour');

/** What a step of each of some items gives, by their ids. */
const ofEach = <T>(what: string, ids: readonly number[], of: (id: number) => Step<T | undefined>) =>
  gathered(
    `${what} of items ${ids.join(' ')}`,
    Object.fromEntries(ids.map((id) => [String(id), of(id)])),
    (reads): ReadonlyMap<number, T> =>
      new Map(
        Object.entries(reads).flatMap(([id, value]) =>
          value === undefined ? [] : [[Number(id), value as T]],
        ),
      ),
  );

const noItem = constant<MadeItem | undefined>('no item', undefined);
const noFont = constant<Font | undefined>('no font', undefined);
const notSized = constant<ValueOf<typeof sized> | undefined>('no artwork', undefined);

/** An item as it lies on the piece, made from what it says it is made from and from nothing else. */
const itemMade = (id: number): Step<MadeItem | undefined> => {
  const item = itemNumbered(id);
  return choice(`item ${id}`, { item, artworks }, [noItem], (reads) =>
    reads.item ? madeOf(id, reads.item, reads.artworks) : noItem,
  );
};

function madeOf(
  id: number,
  settled: ItemSettings,
  ofArtworks: readonly number[],
): Step<MadeItem | undefined> {
  const others = madeFrom(settled, ofArtworks);
  const reads = {
    item: itemNumbered(id),
    hasBoard,
    font: settled.kind === 'text' ? fontNamed(settled.set.font) : noFont,
    ofArtwork: isOfArtwork(settled) ? sized : notSized,
    items: ofEach('settings', others, itemNumbered),
    made: ofEach('makings', others, itemMade),
  };
  return work(
    `item ${id} made`,
    { part: 'piece', cost: 5 },
    reads,
    ({ item, font, items, ...own }, context) =>
      item &&
      makeItem(id, item, {
        ...own,
        items: Object.fromEntries(items),
        fonts: new Map(font && item.kind === 'text' ? [[item.set.font, font]] : []),
        grow: (contours, distance, corners) => grown(contours, distance, corners, WITHIN, context),
      }),
  );
}

/** Ids of items so that each comes after those it is made from. Throws `bad-place`. */
const turns = figure('items in turn', { settings }, (reads) => inTurn(reads.settings.items));

/** The thing to be made, each of its items from memory where nothing that it is made from has changed. */
export const piece = choice('piece', { turns }, [], ({ turns: ids }): Step<Piece> => {
  const made = ofEach('makings', ids, itemMade);
  return work('piece laid', { part: 'piece', cost: 10 }, { settings, sized, made }, (reads) =>
    layPiece(reads.made, reads.settings, reads.sized),
  );
});
