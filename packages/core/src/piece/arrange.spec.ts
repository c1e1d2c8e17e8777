import fc from 'fast-check';
import { type Box, boxHeight, boxWidth } from '../geometry';
import { PIECE, board, pieceOf, text } from '../testing/pieces';
import { EDGES, type Moves, alignedBy, placeChanges, sizedTo, spreadBy } from './arrange';
import { type ItemSettings, type PieceSettings, placedOn } from './settings';

const boxesOf = (items: Record<number, ItemSettings>, more: Partial<PieceSettings> = {}) =>
  new Map(pieceOf(items, more).items.flatMap(({ id, box }) => (box ? [[id, box] as const] : [])));
/** The items after they went so far. */
function gone(items: Record<number, ItemSettings>, moves: Moves, more: Partial<PieceSettings> = {}) {
  const result = structuredClone(items);
  for (const [id, { x, y }] of placeChanges({ ...PIECE, ...more, items }, moves)) {
    result[id].place.x += x;
    result[id].place.y += y;
  }
  return result;
}
const disc = (width: number, place: Partial<ItemSettings['place']>) =>
  board({ form: 'disc', width, height: width, place: { ...placedOn(1), ...place } });
/** A ground that stays, three discs on it, and one that lies on the second of them. */
const items = {
  1: board({ width: 300, height: 200 }),
  2: disc(20, { x: -90, y: -30 }),
  3: disc(34, { x: 10, y: 12 }),
  4: disc(8, { x: 120, y: 44 }),
  5: disc(6, { on: 3, x: 4, y: 3 }),
};
const within = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThan(1e-9);

describe('items in line', () => {
  it.each(EDGES)('have their %s where the first has it, whatever they lie on', (edge) => {
    const sides: Record<string, (box: Box) => number> = {
      left: ({ left }) => left,
      centre: ({ left, right }) => (left + right) / 2,
      right: ({ right }) => right,
      top: ({ top }) => top,
      middle: ({ top, bottom }) => (top + bottom) / 2,
      bottom: ({ bottom }) => bottom,
    };
    const ids = [4, 2, 3, 5];
    const before = boxesOf(items);
    const after = boxesOf(gone(items, alignedBy(before, ids, edge)));
    const first = sides[edge](before.get(4) as Box);
    for (const id of ids) within(sides[edge](after.get(id) as Box), first);
    // Nothing else went anywhere.
    expect(after.get(1)).toEqual(before.get(1));
    expect(after.get(4)).toEqual(before.get(4));
  });

  it('spread have even gaps, and the outermost stay', () => {
    const before = boxesOf(items);
    const after = boxesOf(gone(items, spreadBy(before, [3, 4, 2], 'across')));
    const [a, b, c] = [2, 3, 4].map((id) => after.get(id) as Box);
    within(b.left - a.right, c.left - b.right);
    expect([a, c]).toEqual([before.get(2), before.get(4)]);
    const down = boxesOf(gone(items, spreadBy(before, [3, 4, 2], 'down')));
    const [top, middle, bottom] = [2, 3, 4].map((id) => down.get(id) as Box);
    within(middle.top - top.bottom, bottom.top - middle.bottom);
    expect(spreadBy(before, [2, 3], 'across').size).toBe(0);
  });

  it('go where they are carried, by any distance, on a piece that is turned and mirrored, one on the other', () => {
    const near = fc.double({ min: -40, max: 40, noNaN: true });
    fc.assert(
      fc.property(
        fc.record({ turn: fc.double({ min: -180, max: 180, noNaN: true }), mirrored: fc.boolean() }),
        fc.subarray([2, 3, 4, 5], { minLength: 1 }),
        near,
        near,
        (more, ids, x, y) => {
          const moves = new Map(ids.map((id) => [id, { x, y }]));
          // A ground so large that nothing leaves it: the frame stays where it is.
          const before = boxesOf(items, more);
          const after = boxesOf(gone(items, moves, more), more);
          for (const id of ids) {
            expect((after.get(id)?.left ?? NaN) - (before.get(id)?.left ?? NaN)).toBeCloseTo(x, 5);
            expect((after.get(id)?.top ?? NaN) - (before.get(id)?.top ?? NaN)).toBeCloseTo(y, 5);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('items as large as another', () => {
  const sized = (item: ItemSettings, side: 'width' | 'height', length: number) => {
    const box = boxesOf({ 1: item }).get(1) as Box;
    const other = sizedTo(item, box, side, length);
    return other && (boxesOf({ 1: other }).get(1) as Box);
  };

  it.each([
    ['a board', board()],
    ['a board on its side', board({ place: { ...placedOn(null), turn: 90 } })],
    ['a disc', board({ form: 'disc', width: 30 })],
    ['a hexagon', board({ form: 'hexagon', height: 30 })],
    ['a text', text(null, 'Saltmoth')],
    ['a text by its width', text(null, 'Saltmoth', { size: { of: 'width', length: 50 } })],
  ])('%s', (_what, item) => {
    within(boxWidth(sized(item, 'width', 77) as Box), 77);
    within(boxHeight(sized(item, 'height', 33) as Box), 33);
  });

  it('not a board turned at an angle, nor what has no size of its own', () => {
    expect(sized(board({ place: { ...placedOn(null), turn: 30 } }), 'width', 9)).toBeUndefined();
    const box = boxesOf({ 1: board() }).get(1) as Box;
    expect(
      sizedTo({ ...text(null, 'a'), kind: 'holes' } as unknown as ItemSettings, box, 'width', 9),
    ).toBeUndefined();
  });
});
