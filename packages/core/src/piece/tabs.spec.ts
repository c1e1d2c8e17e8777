import { contourLength, contoursOf, signedArea } from '../geometry';
import { board, holes, outline, pieceOf } from '../testing/pieces';
import { boardShape } from './items/board';
import { ARTWORK_ITEM, type ItemSettings, type TabSettings } from './settings';
import { tabGaps } from './tabs';

const lengthOf = (items: Record<number, ItemSettings>) =>
  contoursOf(pieceOf(items).paths.map(({ shape }) => shape)).reduce(
    (sum, one) => sum + contourLength(one),
    0,
  );
const item = (tabs: TabSettings | null) => ({ 1: board({ tabs }) });

describe('tabs', () => {
  it.each([
    [1, 4],
    [3, 2.5],
    [8, 0.5],
  ])('%i of %d mm are just that much less cut, in as many runs', (count, width) => {
    const { paths } = pieceOf(item({ count, width }));
    expect(paths).toHaveLength(count);
    expect(
      paths.every(
        ({ shape, task }) => !shape.outer.closed && shape.pen !== undefined && task === 'cut-through',
      ),
    ).toBe(true);
    expect(lengthOf(item(null)) - lengthOf(item({ count, width }))).toBeCloseTo(count * width, 6);
  });

  // Common practice, no source: a tab every 150 mm or so, two at least, none on a corner.
  it('are two of a small part and more of a large one where nobody says how many', () => {
    const many = (width: number) =>
      tabGaps(boardShape(board({ width, height: 100 })).outer, { width: 3, count: 0 }).length;
    expect([many(20), many(100), many(650)]).toEqual([2, 3, 10]);
  });

  it('keep clear of corners', () => {
    const width = 4;
    // 200 around, five of them: spread evenly, one would lie on a corner.
    const gaps = tabGaps(boardShape(board({ width: 60, height: 40 })).outer, { width, count: 5 });
    const corners = [0, 40, 100, 140, 200];
    for (const [from, to] of gaps)
      expect(Math.min(...corners.map((corner) => Math.abs(corner - (from + to) / 2)))).toBeGreaterThan(width);
    const starts = gaps.map(([from]) => from);
    expect(starts).toEqual([...starts].sort((a, b) => a - b));
  });

  it('are fewer on what is too small for them, and none where nothing of the cut would be left', () => {
    const count = (width: number) =>
      tabGaps(boardShape(board({ width: 2, height: 2 })).outer, { width, count: 4 }).length;
    expect([count(1), count(1.5), count(5)]).toEqual([4, 2, 0]);
    expect(
      pieceOf({ 1: board({ width: 2, height: 2, tabs: { width: 5, count: 2 } }) }).paths[0].shape.outer
        .closed,
    ).toBe(true);
  });

  it('are left in what is cut through alone, and in outer contours alone', () => {
    const tabs = { width: 0.2, count: 2 };
    const [outer, other, hole] = pieceOf({ 1: { ...ARTWORK_ITEM, tabs } }).paths;
    expect([outer, other].every(({ shape }) => !shape.outer.closed)).toBe(true);
    expect(hole.shape.outer.closed && signedArea(hole.shape.outer) > 0).toBe(true);
    expect([outer.sources, other.sources, hole.sources]).toEqual([[1], [1], [2]]);
    expect(pieceOf({ 1: { ...ARTWORK_ITEM, tabs, task: 'score' } }).paths).toHaveLength(1);
  });

  it('change nothing of what hangs on the part', () => {
    const items = (tabs: TabSettings | null) => ({
      1: board({ tabs }),
      2: holes(1),
      3: outline([1], { distance: 3 }),
    });
    const boxes = (tabs: TabSettings | null) => pieceOf(items(tabs)).items.map(({ box }) => box);
    expect(boxes({ width: 3, count: 4 })).toEqual(boxes(null));
  });
});
