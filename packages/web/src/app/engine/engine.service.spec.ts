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

  it('sees each preview through while the hand moves, and then takes the newest', async () => {
    await open('first');
    const named = (name: string) => ({ ...document, name });
    engine.compute(named('a'), 'preview');
    const first = last().request;
    engine.compute(named('b'), 'preview');
    engine.compute(named('c'), 'preview');
    expect(last().request).toBe(first);
    answer({ type: 'result', request: first, view: viewWith({ mode: 'preview' }) });
    expect(last()).toMatchObject({ type: 'compute', document: { name: 'c' } });
    // On release nothing is waited for.
    engine.compute(named('d'), 'preview');
    engine.compute(named('e'), 'full');
    expect(last()).toMatchObject({ mode: 'full', document: { name: 'e' } });
  });

  it('goes on to the newest as soon as the ink is shown, where nobody looks at the paths', async () => {
    await open('first');
    const named = (name: string) => ({ ...document, name });
    const arrived = (layer: string) => {
      const bitmap = { close: jest.fn() };
      answer({ type: 'arrived', request: last().request, part: { layer, name: `a ${layer}`, bitmap } });
    };
    engine.compute(named('a'), 'preview', 'ink');
    arrived('ink');
    expect(last()).toMatchObject({ document: { name: 'a' } });
    engine.compute(named('b'), 'preview', 'ink');
    engine.compute(named('c'), 'preview', 'ink');
    arrived('picture');
    expect(last()).toMatchObject({ document: { name: 'a' } });
    arrived('ink');
    expect(last()).toMatchObject({ document: { name: 'c' } });
    // Of what the hand rests at the paths come as well.
    const { request } = last();
    arrived('ink');
    answer({ type: 'result', request, view: viewWith({ mode: 'preview' }) });
    expect(last().request).toBe(request);
    expect(engine.busy()).toBe(false);
  });

  it('proves once the result is there, again after a question, and not while the hand moves', async () => {
    await open('first');
    const proofs: unknown[] = [];
    engine.proofs.subscribe((proof) => proofs.push(proof));
    engine.compute(document, 'preview');
    answer({ type: 'result', request: last().request, view: viewWith({ mode: 'preview' }) });
    expect(last().type).toBe('compute');
    engine.compute(document, 'full');
    answer({ type: 'result', request: last().request, view: viewWith() });
    expect(last().type).toBe('prove');
    expect(engine.busy()).toBe(false);
    const proving = last().request;
    const asked = engine.ask('sheet', { document });
    answer({ type: 'problem', request: proving, problem: { code: 'stopped', message: '', hint: '' } });
    answer({ type: 'answer', request: last().request, answer: { corners: null } });
    await asked;
    await Promise.resolve();
    expect(last().type).toBe('prove');
    answer({
      type: 'proof',
      request: last().request,
      proof: { findings: [], waived: [], parts: 1, want: { is: 'together', isSaid: false } },
    });
    expect(proofs).toHaveLength(1);
    // What the hand begins anew is not held up by it.
    engine.compute(document, 'full');
    answer({ type: 'result', request: last().request, view: viewWith() });
    engine.compute(document, 'preview');
    expect(last()).toMatchObject({ type: 'compute', mode: 'preview' });
  });

  it('answers the moving hand by a worker of its own, which is given the tones once, and interrupts nothing', async () => {
    await open('first');
    engine.compute(document, 'full');
    const computing = last().request;
    const clung = engine.ask('cling', { document, at: { x: 1, y: 2 } });
    // The tones are asked for once.
    const tones = last();
    expect(tones.type).toBe('tones');
    answer({
      type: 'answer',
      request: tones.request,
      answer: { width: 1, height: 1, data: new Uint8Array(1) },
    });
    await new Promise((resolve) => setTimeout(resolve));
    const hand = SilentWorker.last as SilentWorker;
    expect(hand).not.toBe(worker);
    expect(hand.posted.map(({ type }) => type)).toEqual(['tones', 'cling']);
    hand.onmessage?.({ data: { type: 'answer', request: 1, answer: { x: 3, y: 4 } } });
    expect(await clung).toEqual({ x: 3, y: 4 });
    const before = worker.posted.length;
    void engine.ask('cling', { document, at: { x: 5, y: 6 } });
    void engine.ask('followed', { points: [0, 0, 1, 1], closed: false });
    await new Promise((resolve) => setTimeout(resolve));
    expect(worker.posted).toHaveLength(before);
    expect(hand.posted.map(({ type }) => type)).toEqual(['tones', 'cling', 'followed', 'cling']);
    expect(computing).toBeGreaterThan(0);
  });

  it('gives up what takes longer than a minute, in either worker, and what is stopped, and goes on', async () => {
    await open('first');
    jest.useFakeTimers();
    try {
      const job = engine.ask('sheet', { document });
      const hand = engine.ask('followed', { points: [0, 0, 1, 1], closed: false });
      const told = Promise.allSettled([job, hand]);
      await jest.advanceTimersByTimeAsync(61_000);
      for (const one of await told)
        expect(one).toMatchObject({ status: 'rejected', reason: { code: 'too-large' } });
    } finally {
      jest.useRealTimers();
    }
    expect(worker.isTerminated).toBe(false);
    const stopped = engine.ask('followed', { points: [0, 0, 1, 1], closed: false });
    await Promise.resolve();
    const lane = SilentWorker.last as SilentWorker;
    engine.stopAsking();
    await expect(stopped).rejects.toMatchObject({ code: 'stopped' });
    expect(lane.isTerminated).toBe(true);
    const next = engine.ask('followed', { points: [0, 0, 1, 1], closed: false });
    await Promise.resolve();
    const anew = SilentWorker.last as SilentWorker;
    expect(anew).not.toBe(lane);
    const { request } = anew.posted[anew.posted.length - 1];
    anew.onmessage?.({ data: { type: 'answer', request, answer: { x: 3, y: 4 } } } as never);
    await expect(next).resolves.toEqual({ x: 3, y: 4 });
  });
});
