import { ARTWORK_ITEM, type ItemSettings, SQUARE_CORNERS, newJob, placedOn } from '@drelk/core';
import { pieceSchema } from './piece.schema';

const { piece } = newJob({
  blob: '',
  name: 'a.png',
  kind: 'png',
  width: 9,
  height: 9,
  density: null,
  notes: [],
});
const base = { name: 'One', place: placedOn(null), task: 'auto', hidden: false, layer: 1 } as const;
const board: ItemSettings = {
  ...base,
  kind: 'board',
  form: 'disc',
  width: 9,
  height: 9,
  corners: SQUARE_CORNERS,
};
const border: ItemSettings = {
  ...base,
  kind: 'border',
  around: 2,
  inset: 1,
  corners: SQUARE_CORNERS,
  second: 0,
};
const sheet = {
  width: 100,
  height: 100,
  margin: 0,
  x: 0,
  y: 0,
  repeats: { kind: 'fit' },
  gap: 1,
  shifted: false,
  turned: false,
};
const problemOf = (more: object) => pieceSchema.validate({ ...piece, ...more }).error?.message;

describe('a piece at the door', () => {
  it('is taken with what may lie on it', () => {
    expect(problemOf({})).toBeUndefined();
    expect(problemOf({ items: { 1: ARTWORK_ITEM, 2: board, 3: border }, sheet, turn: -30 })).toBeUndefined();
    expect(
      problemOf({ items: {}, sheet: { ...sheet, repeats: { kind: 'rows', rows: 2, columns: 3 } } }),
    ).toBeUndefined();
  });

  it.each([
    ['what hangs on nothing', { items: { 3: border } }],
    ['what lies on nothing', { items: { 2: { ...board, place: placedOn(9) } } }],
    [
      'what lies on itself in a circle',
      { items: { 2: { ...board, place: placedOn(3) }, 3: { ...board, place: placedOn(2) } } },
    ],
    ['a kind that is none', { items: { 2: { ...board, kind: 'wings' } } }],
    ['a board of no size', { items: { 2: { ...board, width: 0 } } }],
    [
      'a place of a box that is none',
      { items: { 2: { ...board, place: { ...placedOn(null), own: [2, 0] } } } },
    ],
    ['a task that is none', { items: { 2: { ...board, task: 'burn' } } }],
    ['more of it than is known', { items: { 2: { ...board, more: 1 } } }],
    ['an id that is none', { items: { wings: board } }],
    ['a million pieces in a row', { sheet: { ...sheet, repeats: { kind: 'rows', rows: 1e6, columns: 1 } } }],
    ['a sheet of no size', { sheet: { ...sheet, height: -1 } }],
    ['a turn that is none', { turn: NaN }],
    [
      'more items than there is room for',
      { items: Object.fromEntries(Array.from({ length: 201 }, (_, k) => [k + 1, board])) },
    ],
  ])('%s is refused', (_what, more) => expect(problemOf(more)).toBeDefined());
});
