import { TestBed } from '@angular/core/testing';
import { newJob } from '@drelk/core';
import { viewWith } from '../../../testing/fake-work';
import { SilentWorker } from '../../../testing/worker.factory';
import { EngineService } from './engine.service';
import type { ResultView } from './views';

const source = { blob: 'a', name: 'tea.png', kind: 'png', width: 10, height: 10, density: null, notes: [] };
const document = newJob(source);

describe('EngineService', () => {
  let engine: EngineService;
  let worker: SilentWorker;
  const shown: ResultView[] = [];
  const answer = (data: object) => worker.onmessage?.({ data });
  const last = () => worker.posted[worker.posted.length - 1];
  const open = async (picture: string) => {
    const opened = engine.open(picture, { name: 'tea.png', file: new ArrayBuffer(0) });
    answer({ type: 'answer', request: last().request, answer: { header: {} } });
    await opened;
  };

  beforeEach(() => {
    shown.length = 0;
    engine = TestBed.inject(EngineService);
    worker = SilentWorker.last as SilentWorker;
    engine.results.subscribe((view) => shown.push(view));
  });

  it('shows a result in the job it was asked for, and in no other', async () => {
    await open('first');
    engine.compute(document, 'full');
    const { request, picture } = last();
    expect(picture).toBe('first');
    const close = jest.fn();
    await open('second');
    answer({ type: 'result', request, view: { ...viewWith(), picture: { close } } });
    expect(shown).toEqual([]);
    expect(close).toHaveBeenCalled();
    engine.compute(document, 'full');
    expect(last().picture).toBe('second');
    answer({ type: 'result', request: last().request, view: viewWith() });
    expect(shown).toHaveLength(1);
  });

  it('passes on what arrives early, and says that it is held', async () => {
    await open('first');
    engine.compute(document, 'full');
    const { request } = last();
    const arrived: string[] = [];
    engine.arrivals.subscribe(({ name }) => arrived.push(name));
    answer({ type: 'arrived', request, part: { layer: 'ink', name: 'ink 1' } });
    // Of a computation that is wanted no more nothing is shown.
    engine.compute(document, 'full');
    expect(last()).toMatchObject({ held: { ink: 'ink 1' } });
    const close = jest.fn();
    answer({ type: 'arrived', request, part: { layer: 'ink', name: 'ink 2', bitmap: { close } } });
    expect(close).toHaveBeenCalled();
    expect(arrived).toEqual(['ink 1']);
  });

  it('stops when the job is left, and answers no question of it any more', async () => {
    await open('first');
    engine.compute(document, 'full');
    const asked = engine.ask('sheet', { document });
    engine.close();
    await expect(asked).rejects.toMatchObject({ code: 'stopped' });
    expect(engine.busy()).toBe(false);
  });

  it('settles every question when the worker dies, and starts another', async () => {
    await open('first');
    const asked = [engine.ask('sheet', { document }), engine.ask('contours', { document })];
    const restarted = jest.fn();
    engine.restarted.subscribe(restarted);
    worker.onerror?.();
    for (const question of asked)
      await expect(question).rejects.toMatchObject({ message: 'The computation had to be started anew.' });
    expect(worker.isTerminated).toBe(true);
    expect(SilentWorker.last).not.toBe(worker);
    expect(restarted).toHaveBeenCalledTimes(1);
  });

  it('takes an interrupted computation up again after the question', async () => {
    await open('first');
    engine.compute(document, 'full');
    const first = last().request;
    const asked = engine.ask('sheet', { document });
    answer({ type: 'problem', request: first, problem: { code: 'stopped', message: '', hint: '' } });
    answer({ type: 'answer', request: last().request, answer: { corners: null } });
    await asked;
    await Promise.resolve();
    expect(last()).toMatchObject({ type: 'compute', picture: 'first' });
    expect(engine.busy()).toBe(true);
  });
});
