import { above, boundsOf, figure, followed, kept, places, setting, usualOf, words } from './setting';

const RECORD = {
  how: setting<'auto' | number>('auto', words('auto'), figure(0, 9, { follows: 'area' })),
  where: setting<number[] | null>(null, words(null), places(3)),
  lines: { width: setting(3, above(0, 10, { follows: 'length' })), turn: setting(1, figure(-2, 2)) },
  strokes: setting<Record<string, unknown>>({}, kept('strokes')),
};
const usual = usualOf<{
  how: 'auto' | number;
  where: number[] | null;
  lines: { width: number; turn: number };
  strokes: Record<string, unknown>;
}>(RECORD);

it('is what is usual until it is set, in the shape of the document', () => {
  expect(usual).toEqual({ how: 'auto', where: null, lines: { width: 3, turn: 1 }, strokes: {} });
});

it('follows a smaller picture by length, by area and by place, and not where it is a word or a turn', () => {
  const half = { scale: 0.5, place: (values: readonly number[]) => values.map((value) => value / 2) };
  expect(followed<typeof usual>(RECORD, usual, half)).toEqual({ ...usual, lines: { width: 1.5, turn: 1 } });
  const set = { ...usual, how: 8, where: [4, 6] };
  expect(followed<typeof usual>(RECORD, set, half)).toMatchObject({ how: 2, where: [2, 3] });
  expect(set.where).toEqual([4, 6]);
});

it('says how far its figure goes', () => {
  expect(boundsOf(RECORD.how)).toEqual({ least: 0, most: 9 });
  expect(boundsOf(RECORD.lines.width)).toEqual({ least: 0, most: 10 });
});
