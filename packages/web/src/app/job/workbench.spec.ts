import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NEVER, Subject, of } from 'rxjs';
import { type Proof, newJob } from '@drelk/core';
import { viewWith } from '../../../testing/fake-work';
import { BenchState } from '../view/bench-state';
import { EngineService } from '../engine/engine.service';
import type { ArrivedView, EngineProblem, ResultView } from '../engine/views';
import { ApiService } from '../shared/api.service';
import { provideStages } from '../stages/stages';
import { JobStore } from './store/job-store';
import { thumbnailOf } from './store/thumbnail';
import { ShownResult } from './shown-result';
import { Workbench } from './workbench';

jest.mock('./store/thumbnail', () => ({ thumbnailOf: jest.fn(() => Promise.resolve(undefined)) }));

/** A workbench with a job on a picture of some size, and an engine that answers when it is told to. */
async function opened(width: number, height: number, setThumbnail: () => unknown = () => of(null)) {
  const results = new Subject<ResultView>();
  const problems = new Subject<EngineProblem>();
  const arrivals = new Subject<ArrivedView>();
  const compute = jest.fn();
  const busy = signal(false);
  results.subscribe(() => busy.set(false));
  problems.subscribe(() => busy.set(false));
  const engine = {
    results,
    arrivals,
    proofs: new Subject<Proof>(),
    problems,
    restarted: new Subject<void>(),
    compute: (...asked: unknown[]) => {
      busy.set(true);
      compute(...asked);
    },
    busy,
    stop: () => busy.set(false),
    open: () => Promise.resolve({}),
    close: () => undefined,
    ask: () => Promise.resolve({}),
  };
  TestBed.configureTestingModule({
    providers: [
      provideStages(),
      BenchState,
      JobStore,
      Workbench,
      ShownResult,
      { provide: EngineService, useValue: engine },
      {
        provide: ApiService,
        useValue: { blob: () => of(new ArrayBuffer(0)), setThumbnail, save: () => NEVER },
      },
    ],
  });
  const work = TestBed.inject(Workbench);
  const source = { blob: 'a', name: 'tea.jpg', kind: 'jpeg', width, height, density: null, notes: [] };
  const card = { id: 'job', name: 'Tea', revision: 1, updatedAt: '', thumbnail: null, binned: false };
  const store = TestBed.inject(JobStore);
  const result = TestBed.inject(ShownResult);
  store.load({ ...card, document: newJob(source), steps: [], cursor: 0 });
  work.open('job');
  await new Promise((resolve) => setTimeout(resolve));
  TestBed.tick();
  const asked = () => compute.mock.calls.map(([, mode]: [unknown, string]) => mode);
  return { work, store, result, results, arrivals, problems, asked };
}

describe('opening a job', () => {
  it('computes a picture of usual size in full', async () => {
    const { asked } = await opened(1600, 1200);
    expect(asked()).toEqual(['full']);
  });

  it('shows a large one as a preview first, and then in full', async () => {
    const { results, asked, result } = await opened(4000, 3000);
    expect(asked()).toEqual(['preview']);
    results.next(viewWith({ mode: 'preview' }));
    TestBed.tick();
    expect(asked()).toEqual(['preview', 'full']);
    expect(result.view()?.mode).toBe('preview');
    results.next(viewWith());
    TestBed.tick();
    expect(asked()).toHaveLength(2);
  });

  it('tries a large one in full as well where its preview came to nothing', async () => {
    const { work, problems, asked } = await opened(4000, 3000);
    problems.next({ code: 'no-ink', message: 'Nothing here is ink.', hint: '' });
    TestBed.tick();
    expect(work.problem()?.message).toContain('Nothing');
    expect(asked()).toEqual(['preview', 'full']);
  });
});

it('gives the shelf its small picture when the job is left', async () => {
  const setThumbnail = jest.fn(() => of(undefined));
  const { results } = await opened(100, 80, setThumbnail);
  const small = new Blob();
  jest.mocked(thumbnailOf).mockResolvedValue(small);
  results.next(viewWith({ mode: 'preview' }));
  results.next(viewWith());
  TestBed.resetTestingModule();
  await new Promise((resolve) => setTimeout(resolve));
  expect(setThumbnail.mock.calls).toEqual([['job', small]]);
});

it('keeps the paths it has where a result brings no others', async () => {
  const { results, result } = await opened(100, 80);
  const { paths, ...rest } = viewWith();
  results.next({ ...rest, paths });
  results.next({ ...rest, facts: { ...rest.facts, width: 99 } });
  expect(result.view()?.paths).toBe(paths);
  expect(result.view()?.facts.width).toBe(99);
});

it('shows picture and ink as they arrive, and where they lie', async () => {
  const { results, arrivals, result } = await opened(100, 80);
  const bitmap = { close: jest.fn() } as unknown as ImageBitmap;
  const toSource = [0, 1, 0, 1, 0, 0, 0, 0, 1];
  expect(result.ground()).toBeUndefined();
  arrivals.next({ layer: 'picture', name: 'full', bitmap, width: 80, height: 100, toSource });
  expect(result.picture()).toBe(bitmap);
  expect(result.ground()).toMatchObject({ width: 80, height: 100, toSource });
  arrivals.next({ layer: 'ink', name: 'ink', bitmap, width: 80, height: 100, toSource });
  expect(result.ink()).toBe(bitmap);
  results.next(viewWith());
  expect(result.ground()).toMatchObject({ width: 100, height: 80 });
  expect(result.picture()).toBe(bitmap);
});

describe('what is shown', () => {
  it('is worked out from the settings, or said not to be', async () => {
    const { work, results, problems, store } = await opened(100, 80);
    expect(work.standing()).toBe('working');
    results.next(viewWith());
    expect(work.standing()).toBe('worked out');
    store.change('Width', ({ piece }) => void (piece.length = 7));
    TestBed.tick();
    expect(work.standing()).toBe('working');
    work.stop();
    expect(work.standing()).toBe('stopped');
    work.goOn();
    expect(work.standing()).toBe('working');
    problems.next({ code: 'no-ink', message: 'Nothing here is ink.', hint: '' });
    expect(work.standing()).toBe('failed');
  });

  it('is not called stopped where nothing ran', async () => {
    const { work, results } = await opened(100, 80);
    results.next(viewWith());
    work.stop();
    expect(work.standing()).toBe('worked out');
  });
});
