import { isDeepStrictEqual } from 'node:util';
import { quietContext } from '../../context';
import { DrelkError } from '../../error';
import type { Font } from '../../text';
import { coloured, drawn } from '../../testing/pictures';
import { TOOLS, board, border, holes, outline, text } from '../../testing/pieces';
import { ARTWORK_ITEM } from '../../piece';
import { type JobDocument, newJob } from '../document/document';
import { type HandIn, type JobSource, type Memory, figure, newMemory, setting, startRun } from '../graph';
import { VECTOR_DEFAULTS } from '../document/vector-settings';
import { jobResult } from './result';

const [WIDTH, HEIGHT] = [64, 44];
const shape = drawn(
  WIDTH,
  HEIGHT,
  (x, y) =>
    (Math.hypot(x - 24, y - 26) < 18 && Math.hypot(x - 26, y - 26) > 8) || (x > 50 && x < 64 && y > 9),
  4,
);
/** A ring and a bar; the bar is of another colour. */
const picture = coloured(shape);
for (let i = 0; i < WIDTH * HEIGHT; i++)
  if (i % WIDTH > 46) picture.data[4 * i] = Math.max(picture.data[4 * i], 190);

const about = {
  blob: '',
  name: 'ring.jpg',
  kind: 'jpeg',
  width: WIDTH,
  height: HEIGHT,
  density: 254,
  notes: [],
};
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">' +
  '<g id="one"><path d="M5 5h20v20h-20z"/></g><g id="two" fill="#c02020"><circle cx="40" cy="20" r="9"/></g></svg>';

const along = { kind: 'contour', at: [42, 26], start: 0, turned: false, upright: false, even: true } as const;
const items = {
  1: { ...ARTWORK_ITEM, place: { ...ARTWORK_ITEM.place, on: 2 } },
  2: board({ width: 40, height: 30 }),
  3: border(2, { inset: 1 }),
  4: text(2, 'T', { size: { of: 'capitals', length: 4 } }),
  5: holes(2, { width: 2 }),
  6: outline([1], { distance: 1 }),
  7: text(2, 'L', { along, size: { of: 'capitals', length: 1 } }),
};
const few = { 1: ARTWORK_ITEM, 2: text(1, 'T', { size: { of: 'capitals', length: 4 } }) };
const first = newJob(about);
const laid: JobDocument = { ...first, piece: { ...first.piece, items } };
const thread = { kind: 'brush', tone: 'ink', width: 3, points: [4, 4, 12, 5] };
const touched = {
  ...laid,
  ink: { ...laid.ink, strokes: { 1: thread } as unknown as JobDocument['ink']['strokes'] },
};

/** Jobs that go each another way through the steps. */
const JOBS: Record<string, { document: JobDocument; source: JobSource; isLaid?: boolean }> = {
  outlines: { isLaid: true, document: touched, source: { key: 'ring', picture, reduction: 1 } },
  plates: {
    document: { ...first, ink: { ...laid.ink, by: 'plates' }, line: { ...laid.line, method: 'plates' } },
    source: { key: 'ring', picture, reduction: 1 },
  },
  centrelines: {
    document: { ...first, ink: { ...laid.ink, kind: 'photo' }, line: { ...laid.line, method: 'centreline' } },
    source: { key: 'ring', picture, reduction: 1 },
  },
  'a vector file': {
    document: { ...newJob({ ...about, kind: 'svg' }, VECTOR_DEFAULTS), piece: { ...laid.piece, items: few } },
    source: { key: 'file', name: 'a.svg', bytes: Buffer.from(SVG) },
  },
};

/** What else can be said at a place of the document that is no number and no yes or no. */
const OTHERWISE: Record<string, readonly unknown[]> = {
  units: ['in'],
  'source.density': [300],
  'square.flatten': ['none', [4, 4, 60, 6, 62, 50, 3, 48]],
  'square.crop': [{ kind: 'box', points: [4, 4, 66, 50] }],
  'square.scale': [{ by: 'ruler', from: [0, 0], to: [40, 0], length: 30 }],
  'ink.kind': ['logo', 'photo', 'scan'],
  'ink.by': ['tone', 'plates', 'bands', 'edges'],
  'ink.tone.levelled': [true],
  'ink.tone.detail': [40, 100],
  'ink.tone.rulings': [true],
  'ink.tone.dots': [false],
  'ink.tone.of': ['light'],
  'ink.threshold': [90, 'local'],
  'ink.ink': ['light', 'dark'],
  'ink.words': ['all'],
  'ink.background.tolerance': [12],
  'ink.background.away': [[10, 10]],
  'ink.plates.count': [2, 3],
  'ink.plates.ink': ['all'],
  'ink.bands.levels': [3],
  'ink.clean.specks': [60],
  'ink.clean.pinholes': [400],
  'ink.clean.largest': [1],
  'line.method': ['outline', 'centreline', 'plates'],
  'line.tolerance': [0.2],
  'line.solid': [4],
  'line.neighbours': ['overlap', 'stacked'],
  'piece.by': ['picture'],
  'piece.edge': ['height'],
  'piece.length': [30],
  'piece.sheet': [
    { width: 200, height: 150, margin: 4, gap: 2, rows: 2, columns: 2, fill: false } as unknown,
  ],
  'vector.millimetresPerUnit': [2],
  'vector.simplify': [0.1],
  'vector.without': [['two']],
  'prove.waived': [{ neck: 'It is a sketch.' }],
};
/** What results do not hang on. */
const APART = /^(schema|name|handoff|source\.(?!density))/;

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** Every so many of the changes is looked at where there is little time. */
const EVERY = process.env['LONG'] ? 1 : 4;

/** Every place of a value with what else it could say there. */
function* changes(value: Json, path = ''): Generator<{ path: string; value: Json }> {
  if (APART.test(path)) return;
  for (const other of OTHERWISE[path] ?? []) yield { path, value: other as Json };
  if (typeof value === 'number') yield { path, value: value + 1 };
  if (typeof value === 'boolean') yield { path, value: !value };
  if (typeof value === 'object' && value !== null)
    for (const [part, one] of Object.entries(value)) yield* changes(one, path ? `${path}.${part}` : part);
}

/** The document with one place said otherwise. */
function changed(document: JobDocument, { path, value }: { path: string; value: Json }): JobDocument {
  const copy = JSON.parse(JSON.stringify(document)) as Record<string, unknown>;
  const parts = path.split('.');
  const last = parts.pop() as string;
  const holder = parts.reduce((at, part) => at[part] as Record<string, unknown>, copy);
  holder[last] = value;
  return copy as unknown as JobDocument;
}

const fonts = TOOLS.fonts as ReadonlyMap<string, Font>;

/** What a job comes to, or what is told. */
function outcome(
  job: { document: JobDocument; source: JobSource; fonts?: ReadonlyMap<string, Font> },
  memory: Memory,
  handIn?: HandIn,
) {
  try {
    return startRun({ fonts, ...job }, memory, quietContext, handIn).take(jobResult);
  } catch (error) {
    if (error instanceof DrelkError) return error.code;
    throw error;
  }
}

/** Hands in values that may be read where they were declared, and notes which are, and what steps are called. */
function watching() {
  const unread = new Map<string, Set<string>>();
  const named = new Map<string, string>();
  const twice = new Set<string>();
  const handIn: HandIn = (step, values) => {
    const does =
      step.kind === 'choice' ? step.of.toString() : step.kind === 'given' ? '' : step.compute.toString();
    if ((named.get(step.name) ?? does) !== does) twice.add(step.name);
    named.set(step.name, does);
    const left = unread.get(step.name) ?? new Set(Object.keys(values));
    unread.set(step.name, left);
    return new Proxy(values, {
      get(target, name) {
        if (typeof name === 'string' && !(name in target))
          throw new Error(`“${step.name}” reads “${name}” and does not say so.`);
        left.delete(String(name));
        return target[String(name)];
      },
    });
  };
  const idle = () => [...unread].filter(([, left]) => left.size > 0).map(([step, left]) => [step, ...left]);
  return { handIn, idle, twice, named };
}

describe('whatever is changed of a job, what is remembered is as what is worked out anew', () => {
  const { handIn, idle, twice, named } = watching();

  it.each(Object.keys(JOBS))('%s', (name) => {
    const job = JOBS[name];
    const memory = newMemory();
    const before = outcome(job, memory);
    expect(typeof before).toBe('object');
    const ways = [...changes(job.document as unknown as Json)].filter(
      ({ path }) => job.isLaid || !path.startsWith('piece.items'),
    );
    const stale = ways.filter((change, k) => {
      // What changes the way through the steps is always looked at.
      if (k % EVERY > 0 && !(change.path in OTHERWISE)) return false;
      const other = { ...job, document: changed(job.document, change) };
      return !isDeepStrictEqual(outcome(other, memory), outcome(other, newMemory(), handIn));
    });
    expect(stale).toEqual([]);
    expect(isDeepStrictEqual(outcome(job, memory), before)).toBe(true);
    const without = { ...job, fonts: new Map() };
    expect(isDeepStrictEqual(outcome(without, memory), outcome(without, newMemory()))).toBe(true);
  });

  it('as steps read what they say they read, and no more, and have names that no others have', () => {
    expect(idle()).toEqual([]);
    expect([...twice]).toEqual([]);
    expect(named.size).toBeGreaterThan(120);
  });

  it('and a step that reads what it does not say is found', () => {
    const tolerance = setting('tolerance', ({ line }) => line.tolerance);
    const sly = figure('sly', { tolerance }, (reads) => (reads as unknown as { units: string }).units);
    const run = startRun(JOBS['outlines'], newMemory(), quietContext, watching().handIn);
    expect(() => run.take(sly)).toThrow('“sly” reads “units” and does not say so.');
  });
});
