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
const base = {
  name: 'One',
  place: placedOn(null),
  task: 'auto',
  hidden: false,
  locked: false,
  layer: 1,
  tabs: null,
} as const;
const board: ItemSettings = {
  ...base,
  kind: 'board',
  form: 'disc',
  width: 9,
  height: 9,
  corners: SQUARE_CORNERS,
  own: [],
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
const marks: ItemSettings = {
  ...base,
  kind: 'marks',
  around: [2],
  form: 'cross',
  size: 5,
  distance: 2,
  count: 3,
};
const outline: ItemSettings = {
  ...base,
  kind: 'outline',
  around: [2],
  distance: 1,
  bridges: 0,
  holes: 'filled',
  ring: { hole: 3, wall: 2, at: -90 },
  base: { height: 3, width: 4, length: 50 },
};
const contour = { closed: true, kinds: 'lll', places: [0, 0, 0, 9, 9, 9, 0, 0] };
const from = { box: [1, 2, 3, 4], area: 9, hole: true, at: [1, 2] };
const problemOf = (more: object) => pieceSchema.validate({ ...piece, ...more }).error?.message;

describe('a piece at the door', () => {
  it('is taken with what may lie on it', () => {
    expect(problemOf({})).toBeUndefined();
    expect(problemOf({ items: { 1: ARTWORK_ITEM, 2: board, 3: border }, sheet, turn: -30 })).toBeUndefined();
    expect(
      problemOf({ items: {}, sheet: { ...sheet, repeats: { kind: 'rows', rows: 2, columns: 3 } } }),
    ).toBeUndefined();
    const own: ItemSettings = { ...board, form: 'own', own: [contour], tabs: { width: 3, count: 0 } };
    const artwork = { ...ARTWORK_ITEM, locked: true, picked: [{ from, task: 'score' }] };
    const fonts = { ['a'.repeat(64)]: { name: 'Stall Sans' } };
    expect(problemOf({ items: { 1: artwork, 2: own, 3: marks, 4: outline }, fonts })).toBeUndefined();
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
    ['a contour that is not whole', { items: { 2: { ...board, own: [{ ...contour, kinds: 'll' }] } } }],
    ['a contour that is open', { items: { 2: { ...board, own: [{ ...contour, closed: false }] } } }],
    ['tabs of no width', { items: { 2: { ...board, tabs: { width: 0, count: 2 } } } }],
    ['marks on one corner', { items: { 2: board, 3: { ...marks, count: 1 } } }],
    ['marks around nothing', { items: { 2: board, 3: { ...marks, around: [] } } }],
    ['a ring without a wall', { items: { 2: board, 4: { ...outline, ring: { hole: 3, wall: 0, at: 0 } } } }],
    [
      'a base of no height',
      { items: { 2: board, 4: { ...outline, base: { height: 0, width: 1, length: 1 } } } },
    ],
    ['a task of nothing', { items: { 1: { ...ARTWORK_ITEM, picked: [{ task: 'score' }] } } }],
    ['a font whose bytes are not named', { fonts: { wings: { name: 'Wings' } } }],
    ['a font without a name', { fonts: { ['a'.repeat(64)]: { name: ' ' } } }],
    ['a million pieces in a row', { sheet: { ...sheet, repeats: { kind: 'rows', rows: 1e6, columns: 1 } } }],
    ['a sheet of no size', { sheet: { ...sheet, height: -1 } }],
    ['a turn that is none', { turn: NaN }],
    [
      'more items than there is room for',
      { items: Object.fromEntries(Array.from({ length: 201 }, (_, k) => [k + 1, board])) },
    ],
  ])('%s is refused', (_what, more) => expect(problemOf(more)).toBeDefined());
});
