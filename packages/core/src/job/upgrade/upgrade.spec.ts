import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { strokesInOrder } from '../../ink';
import { ARTWORK_ITEM } from '../../piece';
import { MATERIALS } from '../../machine';
import { type JobDocument, SCHEMA, newJob } from '../document/document';
import { upgraded } from './upgrade';

/** Documents as they were stored under each older schema. */
const stored = (name: string) =>
  JSON.parse(readFileSync(join(__dirname, '../../testing/documents', `${name}.json`), 'utf8')) as {
    source: JobDocument['source'];
    line: object;
    ink: { strokes?: object[] };
  };
const older = [
  'schema-1-first',
  'schema-1-ink',
  'schema-1-line',
  'schema-2',
  'schema-3',
  'schema-4',
  'schema-5',
  'schema-6',
  'schema-7',
  'schema-8',
  'schema-9',
  'schema-10',
  'schema-11',
  'schema-12',
  'schema-13',
];

const schemaOf = (name: string): number => Number(/\d+/.exec(name)?.[0]);

/** Every key that a value has, at any depth, down to lists and what is not set. */
function keysOf(value: unknown, path = ''): string[] {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return [path];
  return Object.entries(value).flatMap(([key, part]) => keysOf(part, `${path}.${key}`));
}

describe('a document of an older schema', () => {
  it.each(older)('%s: has every setting that a new job has', (name) => {
    const document = upgraded(stored(name)) as JobDocument;
    expect(document.schema).toBe(SCHEMA);
    const open = (key: string) =>
      !/^\.(prove\.waived|ink\.(strokes|cut)|line\.hand|square\.(crop|scale|flatten)|piece\.(items\.([^1]|1\.bridges)|sheet))/.test(
        key,
      );
    const asked = keysOf(newJob(document.source)).filter(open);
    expect(keysOf(document).filter(open).sort()).toEqual(asked.sort());
  });

  it('keeps what was set', () => {
    const first = upgraded(stored('schema-1-first')) as JobDocument;
    expect(first).toMatchObject({
      name: 'Moth',
      square: { turn: 1, flatten: 'none', scale: { by: 'file' } },
      ink: { by: 'tone', threshold: 140, ink: 'dark', clean: { specks: 6, pinholes: 4 } },
      piece: { length: 82 },
    });
    const line = stored('schema-1-line').line;
    expect((upgraded(stored('schema-1-line')) as JobDocument).line).toEqual({
      ...line,
      hand: {},
      regular: false,
    });
  });

  it('keeps what was waived, under the name that it has now', () => {
    const { prove, piece } = upgraded(stored('schema-10')) as JobDocument;
    expect(piece.items[1]).toMatchObject({ bridges: { width: 2, by: 'left' } });
    expect(prove.waived).toMatchObject({ crossing: 'They are glued.', neck: 'It hangs behind glass.' });
    expect(prove.waivedAt).toEqual({});
  });

  it('keeps what strips are, and one tool for all of its tasks', () => {
    const { prove, piece } = upgraded(stored('schema-11')) as JobDocument;
    expect(piece.items[1]).toMatchObject({ bridges: { width: 2, by: 'added' } });
    expect(prove).toMatchObject({ works: {}, wanted: 'auto', waived: { crossing: 'They are glued.' } });
  });

  it('keeps all the detail it had', () => {
    for (const name of older.filter((each) => schemaOf(each) < 4))
      expect((upgraded(stored(name)) as JobDocument).ink.tone.detail).toBe(100);
  });

  it('keeps the lines of its paper', () => {
    for (const name of older.filter((each) => schemaOf(each) < 5))
      expect((upgraded(stored(name)) as JobDocument).ink.tone.rulings).toBe(false);
  });

  it('keeps dots, and tones of light alone', () => {
    for (const name of older.filter((each) => schemaOf(each) < 13))
      expect((upgraded(stored(name)) as JobDocument).ink.tone).toMatchObject({ dots: false, of: 'light' });
  });

  it('keeps its paths as each was fitted for itself', () => {
    for (const name of older) expect((upgraded(stored(name)) as JobDocument).line.regular).toBe(false);
  });

  it('has its artwork alone on its piece, as large as it was', () => {
    const { piece } = upgraded(stored('schema-6')) as JobDocument;
    expect(piece).toMatchObject({ by: 'picture', edge: 'height', length: 139.7, sheet: null });
    expect(Object.values(piece.items)).toEqual([ARTWORK_ITEM]);
  });

  it('has what lay on its piece, held by no tabs, free to be moved, and without what was not known then', () => {
    const before = stored('schema-7') as unknown as JobDocument;
    const { piece } = upgraded(before) as JobDocument;
    expect(Object.keys(piece.items)).toEqual(Object.keys(before.piece.items));
    for (const [id, item] of Object.entries(piece.items)) {
      expect(item).toMatchObject({ ...before.piece.items[Number(id)], locked: false, tabs: null });
      if (item.kind === 'board') expect(item.own).toEqual([]);
      if (item.kind === 'outline') expect([item.ring, item.base]).toEqual([null, null]);
      if (item.kind === 'artwork') expect(item.picked).toEqual([]);
    }
    expect(piece.fonts).toEqual({});
  });

  it('is proven against what it was, which has a pace now', () => {
    const before = stored('schema-8') as unknown as JobDocument;
    const { material, tool, waived } = (upgraded(before) as JobDocument).prove;
    expect({ material, tool, waived }).toMatchObject(before.prove);
    expect(material.pace).toEqual(MATERIALS.find(({ name }) => name === 'steel 3 mm')?.pace);
  });

  it('keeps strokes of the hand in their order, under ids', () => {
    const before = stored('schema-1-ink');
    const { strokes } = (upgraded(before) as JobDocument).ink;
    expect(strokesInOrder(strokes).map(({ id }) => id)).toEqual([1, 2, 3, 4, 5]);
    expect(strokesInOrder(strokes).map(({ stroke }) => stroke)).toEqual(before.ink.strokes);
  });

  it('is not touched itself', () => {
    const before = stored('schema-1-ink');
    upgraded(before);
    expect(before).toEqual(stored('schema-1-ink'));
  });
});

it('a document of today stays the same', () => {
  const document = newJob(stored('schema-1-first').source);
  expect(upgraded(document)).toBe(document);
});

it.each([undefined, null, 7, 'schema', [], {}, { schema: 'one' }, { schema: 0 }, { schema: 1.5 }])(
  '%j is no document, and left to whoever checks it',
  (value) => expect(upgraded(value)).toBe(value),
);

it('a document of a schema yet to come gets a sentence', () =>
  expect(() => upgraded({ schema: SCHEMA + 1 })).toThrow('saved by a newer Drelk'));
