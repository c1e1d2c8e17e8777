import { DrelkError } from '../../error';
import { quietContext } from '../../context';
import { type JobDocument, newJob } from '../document/document';
import type { JobSource } from './inputs';
import { type Memory, newMemory } from './memory';
import { startRun } from './run';
import { choice, figure, gathered, setting, work } from './step';

const source: JobSource = { key: 'file', name: 'a.svg', bytes: new Uint8Array() };
const about = { blob: '', name: 'a', kind: 'svg', width: 1, height: 1, density: null, notes: [] };
const job = newJob(about);
const begin = (document: JobDocument, memory: Memory = newMemory(), context = quietContext) =>
  startRun({ document, source }, memory, context);

const counts = { name: 0, letters: 0 };
const name = setting('name', (document) => document.name);
const units = setting('units', (document) => document.units);
const letters = work('letters', { part: 'line' }, { name }, (reads) => {
  counts.letters++;
  return [...reads.name];
});
const length = figure('length', { letters }, (reads) => reads.letters.length);
const doubled = work('doubled', { part: 'piece' }, { length }, (reads) => {
  counts.name++;
  return 2 * reads.length;
});
const either = choice<{ units: typeof units }, number | string[]>(
  'either',
  { units },
  [letters, doubled],
  (reads) => (reads.units === 'mm' ? doubled : letters),
);
const both = gathered('both', { letters, doubled }, (reads) => ({ ...reads }));

describe('a run', () => {
  it('works out what is asked for once, and takes it from memory where nothing it reads has changed', () => {
    const memory = newMemory();
    Object.assign(counts, { name: 0, letters: 0 });
    expect(begin({ ...job, name: 'tea' }, memory).take(both)).toEqual({
      letters: ['t', 'e', 'a'],
      doubled: 6,
    });
    begin({ ...job, name: 'tea', units: 'in' }, memory).take(both);
    expect(counts).toEqual({ name: 1, letters: 1 });
    // Another name that is as long: what follows from its length alone is not made anew.
    begin({ ...job, name: 'jug' }, memory).take(both);
    expect(counts).toEqual({ name: 1, letters: 2 });
  });

  it('makes only what a choice falls on', () => {
    Object.assign(counts, { name: 0, letters: 0 });
    const run = begin({ ...job, name: 'tea', units: 'in' });
    expect(run.take(either)).toEqual(['t', 'e', 'a']);
    expect(counts).toEqual({ name: 0, letters: 1 });
    expect(run.keyOf(either)).toBe(run.keyOf(letters));
  });

  it('keeps nothing of a step that was stopped or failed', () => {
    const memory = newMemory();
    let stops = true;
    const context = { ...quietContext, stopped: () => stops };
    const failing = work('failing', { part: 'line' }, { letters }, (): number => {
      throw new DrelkError('noise', 'It is noise.', 'Hush.');
    });
    expect(() => begin(job, memory, context).take(doubled)).toThrow(
      expect.objectContaining({ code: 'stopped' }) as Error,
    );
    expect(memory.kept.size).toBe(0);
    stops = false;
    expect(() => begin(job, memory, context).take(failing)).toThrow('It is noise.');
    expect([...memory.kept.keys()].map((kept) => kept.split(' ')[0])).toEqual(['letters']);
  });

  it('tells how far all of it is, never less than before', () => {
    const told: number[] = [];
    const slow = work('slow', { part: 'piece', cost: 3 }, { letters, doubled }, (_, context) => {
      context.progress('piece', 0.5);
      return 1;
    });
    begin(job, newMemory(), { ...quietContext, progress: (_, share) => told.push(share) }).take(slow);
    expect(told).toEqual([0, 0.2, 0.4, 0.7]);
  });

  it('counts the time of each part', () => {
    let clock = 0;
    const run = begin(job, newMemory(), { ...quietContext, now: () => (clock += 5) });
    run.take(doubled);
    expect(run.timing()).toMatchObject({ line: 5, piece: 5, ink: 0 });
  });
});
