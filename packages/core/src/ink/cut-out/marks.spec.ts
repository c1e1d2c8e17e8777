import { type CutSettings } from './settings';
import { marksInOrder, withMark } from './marks';

const cut: CutSettings = { loop: [0, 0, 100, 0, 100, 100, 0, 100], marks: {}, gives: 'silhouette' };
const mark = (...points: number[]) => ({ says: 'in' as const, width: 4, points });

describe('marks on a thing', () => {
  it('come after those there are, and change nothing else', () => {
    const one = withMark(cut, mark(10, 10, 20, 20));
    const two = withMark({ ...one, marks: { 4: one.marks[1] } }, mark(50, 50));
    expect(marksInOrder(two.marks).map(({ id }) => id)).toEqual([4, 5]);
    expect(two).toMatchObject({ loop: cut.loop, gives: 'silhouette' });
    expect(cut.marks).toEqual({});
  });

  it('are refused outside the loop, and taken where they lead into it', () => {
    expect(() => withMark(cut, mark(120, 50, 150, 50))).toThrow('This mark lies outside the loop.');
    expect(() => withMark(cut, mark(120, 50, 90, 50))).not.toThrow();
  });

  it('may lie anywhere where there is no loop', () =>
    expect(() => withMark({ ...cut, loop: null }, mark(500, 500))).not.toThrow());
});
