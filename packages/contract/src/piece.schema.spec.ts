import { ARTWORK_ITEM, type ItemSettings, SQUARE_CORNERS, newJob, placedOn } from '@drelk/core';
import { pieceSchema } from './piece.schema';
import { brokenOf } from '../testing/broken';

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
const problemOf = (more: object) => brokenOf(pieceSchema.validate({ ...piece, ...more }));

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
    ['what hangs on nothing', 'any.invalid at items', { items: { 3: border } }],
    ['what lies on nothing', 'any.invalid at items', { items: { 2: { ...board, place: placedOn(9) } } }],
    [
      'what lies on itself in a circle',
      'any.custom at items',
      { items: { 2: { ...board, place: placedOn(3) }, 3: { ...board, place: placedOn(2) } } },
    ],
    ['a kind that is none', 'any.only at items.2.kind', { items: { 2: { ...board, kind: 'wings' } } }],
    ['a board of no size', 'number.positive at items.2.width', { items: { 2: { ...board, width: 0 } } }],
    [
      'a place of a box that is none',
      'any.only at items.2.place.own.0',
      { items: { 2: { ...board, place: { ...placedOn(null), own: [2, 0] } } } },
    ],
    [
      'a task that is none',
      'alternatives.types at items.2.task',
      { items: { 2: { ...board, task: 'burn' } } },
    ],
    ['more of it than is known', 'object.unknown at items.2.more', { items: { 2: { ...board, more: 1 } } }],
    ['an id that is none', 'object.unknown at items.wings', { items: { wings: board } }],
    [
      'a contour that is not whole',
      'any.invalid at items.2.own.0',
      { items: { 2: { ...board, own: [{ ...contour, kinds: 'll' }] } } },
    ],
    [
      'a contour that is open',
      'any.only at items.2.own.0.closed',
      { items: { 2: { ...board, own: [{ ...contour, closed: false }] } } },
    ],
    [
      'tabs of no width',
      'number.positive at items.2.tabs.width',
      { items: { 2: { ...board, tabs: { width: 0, count: 2 } } } },
    ],
    ['marks on one corner', 'any.only at items.3.count', { items: { 2: board, 3: { ...marks, count: 1 } } }],
    [
      'marks around nothing',
      'array.min at items.3.around',
      { items: { 2: board, 3: { ...marks, around: [] } } },
    ],
    [
      'a ring without a wall',
      'number.positive at items.4.ring.wall',
      { items: { 2: board, 4: { ...outline, ring: { hole: 3, wall: 0, at: 0 } } } },
    ],
    [
      'a base of no height',
      'number.positive at items.4.base.height',
      { items: { 2: board, 4: { ...outline, base: { height: 0, width: 1, length: 1 } } } },
    ],
    [
      'a task of nothing',
      'any.required at items.1.picked.0.from',
      { items: { 1: { ...ARTWORK_ITEM, picked: [{ task: 'score' }] } } },
    ],
    [
      'a font whose bytes are not named',
      'object.unknown at fonts.wings',
      { fonts: { wings: { name: 'Wings' } } },
    ],
    [
      'a font without a name',
      'string.empty at fonts.aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa.name',
      { fonts: { ['a'.repeat(64)]: { name: ' ' } } },
    ],
    [
      'a million pieces in a row',
      'alternatives.match at sheet.repeats',
      { sheet: { ...sheet, repeats: { kind: 'rows', rows: 1e6, columns: 1 } } },
    ],
    ['a sheet of no size', 'number.positive at sheet.height', { sheet: { ...sheet, height: -1 } }],
    ['a turn that is none', 'number.base at turn', { turn: NaN }],
    [
      'more items than there is room for',
      'object.max at items',
      { items: Object.fromEntries(Array.from({ length: 201 }, (_, k) => [k + 1, board])) },
    ],
  ])('%s is refused by %s', (_what, rule, more) => expect(problemOf(more)).toBe(rule));
});
