import type { Context } from '../context';
import {
  FOUND_HOLE,
  composed,
  contourAt,
  inverted,
  mapPoint,
  originAt,
  pickPath,
  scaledAndMoved,
} from '../geometry';
import { anchorOf, foundAgain, grown } from '../line';
import { type ItemSettings, type ItemTools, type Piece, hangsOn, makePiece } from '../piece';
import type { Fonts } from '../text';
import type { JobDocument } from './document';
import type { RunStep } from './memory';
import type { Provided } from './trace';

/** Curves that are grown lie within this of where they should, in millimetres. */
const WITHIN = 0.01;
/** A line that text runs along is meant from so near, in source pixels. */
const NEAR = 24;

/** Ids of the fonts that a job's texts are set in. */
export const fontsOf = ({ piece }: Pick<JobDocument, 'piece'>): string[] => [
  ...new Set(Object.values(piece.items).flatMap((item) => (item.kind === 'text' ? [item.set.font] : []))),
];

/** The piece, each of its items from memory where nothing it is made from has changed. `quietly` runs steps without counting them. */
export function runPiece(
  artwork: Provided,
  { piece }: Pick<JobDocument, 'piece'>,
  fonts: Fonts,
  steps: { step: RunStep; quietly: RunStep },
  context: Context,
): { key: string; value: Piece } {
  const { items, by, edge, length } = piece;
  const base = `${artwork.key} ${JSON.stringify([by, edge, length])}`;
  const hasBoard = Object.values(items).some(({ kind, hidden }) => kind === 'board' && !hidden);
  const known = new Map<number, string>();
  const keyOf = (id: number): string => {
    const found = known.get(id);
    if (found !== undefined) return found;
    known.set(id, '');
    const item = items[id] as ItemSettings | undefined;
    const key = item
      ? [
          JSON.stringify(item),
          isOfArtwork(item) ? base : '',
          item.kind === 'text' ? `${fonts.has(item.set.font)}` : '',
          `${hasBoard}`,
          ...hangsOn(item).map(keyOf),
        ].join(' ')
      : 'gone';
    known.set(id, key);
    return key;
  };
  const back = inverted(artwork.toSource);
  const reduction = artwork.traced?.reduction ?? 1;
  const toSource = composed(scaledAndMoved(reduction, reduction, 0, 0), artwork.toSource);
  const fromSource = ([x, y]: readonly [number, number]) =>
    mapPoint(back, { x: x / reduction, y: y / reduction });
  const tools: ItemTools = {
    fonts,
    grow: (contours, distance, corners) => grown(contours, distance, corners, WITHIN, context),
    fromSource,
    picked(tasks) {
      const { paths } = artwork;
      const there = Array.from(paths.ids, (_, k) =>
        anchorOf(originAt(paths, k), (paths.flags[k] & FOUND_HOLE) !== 0, toSource),
      );
      const found = foundAgain(
        tasks.map(({ from }) => from),
        there,
      );
      return new Map(tasks.flatMap(({ task }, n) => (found[n] < 0 ? [] : [[paths.ids[found[n]], task]])));
    },
    contourAt(at) {
      const id = pickPath(artwork.paths, fromSource(at), NEAR);
      return id === undefined ? undefined : contourAt(artwork.paths, artwork.paths.ids.indexOf(id));
    },
  };
  const all = Object.keys(items).map((id) => keyOf(Number(id)));
  const key = `${base} ${JSON.stringify([piece, all])}`;
  return steps.step('piece', 'piece', key, () =>
    makePiece(
      artwork,
      piece,
      tools,
      (id, compute) => steps.quietly('piece', `item ${id}`, keyOf(id), compute).value,
    ),
  );
}

const isOfArtwork = (item: ItemSettings): boolean =>
  item.kind === 'artwork' || (item.kind === 'text' && item.set.along.kind === 'contour');
