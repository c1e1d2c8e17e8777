import { TestBed } from '@angular/core/testing';
import { NEVER, Subject, of, throwError } from 'rxjs';
import { newJob } from '@drelk/core';
import type { JobRecord, SaveRequest } from '@drelk/contract';
import { ApiService } from '../../shared/api.service';
import { type Draft, Drafts, standingOf } from './drafts';
import { JobStore } from './job-store';

const source = { blob: 'a', name: 'tea.png', kind: 'png', width: 10, height: 10, density: null, notes: [] };
const record: JobRecord = {
  id: 'one',
  name: 'Tea',
  revision: 4,
  updatedAt: '2026-01-01T00:00:00Z',
  thumbnail: null,
  binned: false,
  document: newJob(source),
  steps: [],
  cursor: 0,
};

describe('JobStore', () => {
  const save = jest.fn();
  const drafts = { keep: jest.fn(), of: jest.fn(), forget: jest.fn() };
  let store: JobStore;

  beforeEach(() => {
    jest.useFakeTimers();
    save
      .mockReset()
      .mockImplementation((_id: string, { revision }: SaveRequest) =>
        of({ ...record, revision: revision + 1 }),
      );
    for (const mock of Object.values(drafts)) mock.mockReset().mockResolvedValue(undefined);
    TestBed.configureTestingModule({
      providers: [
        JobStore,
        { provide: ApiService, useValue: { save } },
        { provide: Drafts, useValue: drafts },
      ],
    });
    store = TestBed.inject(JobStore);
    store.load(record);
  });
  afterEach(() => jest.useRealTimers());

  const setLength = (length: number) =>
    store.change(`Width ${length}`, ({ piece }) => void (piece.length = length));
  const length = () => store.document()?.piece.length;
  const requests = () => save.mock.calls.map(([, request]) => request as SaveRequest);

  it('takes back the one step that is meant, whatever was done since, and nothing else', () => {
    setLength(3);
    const step = store.lastStep();
    store.change('Rename', (document) => void (document.name = 'Jug'));
    expect(step && store.takeBack(step)).toBe(true);
    expect([length(), store.document()?.name]).toEqual([null, 'Jug']);
    expect(store.steps().map(({ label }) => label)).toEqual(['Rename']);
    store.undo();
    expect(store.document()?.name).toBe(record.document.name);
    // What is undone already, or was changed again since, stays.
    expect(step && store.takeBack(step)).toBe(false);
    setLength(4);
    const other = store.lastStep();
    setLength(5);
    expect(other && store.takeBack(other)).toBe(false);
    expect(length()).toBe(5);
  });

  it('makes one step of several, which is undone and done again as a whole', () => {
    setLength(1);
    setLength(2);
    store.change('Rename', (document) => void (document.name = 'Jug'));
    const before = store.document();
    store.joinLast(2, 'Both');
    expect(store.steps().map(({ label }) => label)).toEqual(['Width 1', 'Both']);
    expect(store.document()).toBe(before);
    store.undo();
    expect([length(), store.document()?.name]).toEqual([1, record.document.name]);
    store.redo();
    expect([length(), store.document()?.name]).toEqual([2, 'Jug']);
  });

  it('makes no step of what changes nothing, and says so', () => {
    const told: string[] = [];
    store.unchanged.subscribe((label) => told.push(label));
    setLength(3);
    setLength(3);
    // Another list that says the same is no change either.
    store.change('No background', ({ ink }) => void (ink.background = { ...ink.background, away: [] }));
    expect(store.steps()).toHaveLength(1);
    expect(told).toEqual(['Width 3', 'No background']);
    store.undo();
    store.change('No background', ({ ink }) => void (ink.background = { ...ink.background, away: [] }));
    // Nor does it take what could be done again.
    expect(store.redoLabel()).toBe('Width 3');
  });

  it('undoes and redoes, and drops what was undone when something else is done', () => {
    setLength(1);
    setLength(2);
    store.undo();
    expect(length()).toBe(1);
    store.redo();
    expect(length()).toBe(2);
    store.undo();
    store.undo();
    expect(length()).toBeNull();
    setLength(3);
    expect(store.steps().map((step) => step.label)).toEqual(['Width 3']);
    expect(store.redoLabel()).toBeUndefined();
  });

  it('takes no step for what changes nothing, nor for what is only tried', () => {
    setLength(5);
    setLength(5);
    store.try(({ piece }) => void (piece.length = 9));
    expect(store.shown()?.piece.length).toBe(9);
    expect(length()).toBe(5);
    expect(store.steps()).toHaveLength(1);
  });

  it('saves once things are quiet, each time over the revision that came back', () => {
    setLength(1);
    setLength(2);
    expect(store.saved()).toBe('saving');
    jest.advanceTimersByTime(600);
    expect(store.saved()).toBe('saved');
    setLength(3);
    jest.advanceTimersByTime(600);
    expect(
      requests().map(({ revision, keep, steps, cursor }) => [revision, keep, steps.length, cursor]),
    ).toEqual([
      [4, 0, 2, 2],
      [5, 2, 1, 3],
    ]);
  });

  it('tells the server which steps no longer stand', () => {
    setLength(1);
    setLength(2);
    jest.advanceTimersByTime(600);
    store.undo();
    setLength(7);
    jest.advanceTimersByTime(600);
    expect(requests()[1]).toMatchObject({ keep: 1, cursor: 2, steps: [{ label: 'Width 7' }] });
  });

  it('says “not saved” while the server is away, and saves when it is back', () => {
    save.mockReturnValueOnce(throwError(() => ({ code: 'away' })));
    setLength(1);
    jest.advanceTimersByTime(600);
    expect(store.saved()).toBe('not saved');
    jest.advanceTimersByTime(5000);
    expect(store.saved()).toBe('saved');
    expect(requests()).toHaveLength(2);
  });

  it('stops saving when the job was changed elsewhere', () => {
    save.mockReturnValueOnce(throwError(() => ({ code: 'stale', revision: 9 })));
    setLength(1);
    jest.advanceTimersByTime(600);
    expect(store.saved()).toBe('changed elsewhere');
    setLength(2);
    jest.advanceTimersByTime(600);
    expect(requests()).toHaveLength(1);
  });

  it('does not call saved what changed while the save was on its way', () => {
    const answer = new Subject<JobRecord>();
    save.mockReturnValueOnce(answer).mockReturnValue(NEVER);
    setLength(1);
    jest.advanceTimersByTime(600);
    setLength(2);
    answer.next({ ...record, revision: 5 });
    answer.complete();
    expect(store.saved()).toBe('saving');
    jest.advanceTimersByTime(600);
    expect(requests()[1]).toMatchObject({ revision: 5, keep: 1, cursor: 2 });
  });

  it('saves what waits when its page is left, and lets what is on its way arrive', () => {
    setLength(1);
    TestBed.resetTestingModule();
    expect(requests()).toHaveLength(1);
  });

  it('flushes at once when asked, and not what is saved', () => {
    setLength(1);
    store.flush();
    expect(requests()).toHaveLength(1);
    jest.advanceTimersByTime(600);
    store.flush();
    expect(requests()).toHaveLength(1);
  });

  it('says why a save is refused, and sends it again only when told to', () => {
    save.mockReturnValueOnce(throwError(() => ({ code: 'bad-request', message: 'Too many strokes.' })));
    setLength(1);
    jest.advanceTimersByTime(60_000);
    expect(store.saved()).toBe('refused');
    expect(store.refusal()?.message).toBe('Too many strokes.');
    expect(requests()).toHaveLength(1);
    store.tryAgain();
    expect(store.saved()).toBe('saved');
    expect(store.refusal()).toBeUndefined();
  });

  it('asks a server that is away less and less often', () => {
    save.mockReturnValue(throwError(() => ({ code: 'away' })));
    setLength(1);
    jest.advanceTimersByTime(600 + 4000 + 8000 + 16_000 + 32_000);
    expect(requests()).toHaveLength(5);
  });

  describe('work that has not reached the server', () => {
    const change = { label: 'Width 3', forward: [], backward: [] };
    const draft = (more: Partial<Draft> = {}): Draft => ({
      revision: 4,
      document: { ...record.document, name: 'From before' },
      keep: 0,
      steps: [change],
      cursor: 1,
      at: 0,
      ...more,
    });

    it('is kept with every change, and forgotten once it has', () => {
      setLength(1);
      expect(drafts.keep).toHaveBeenCalledWith('one', expect.objectContaining({ revision: 4, cursor: 1 }));
      expect(drafts.forget).not.toHaveBeenCalled();
      jest.advanceTimersByTime(600);
      expect(drafts.forget).toHaveBeenCalledWith('one');
    });

    it('is taken up when the job is opened next, and saved', async () => {
      drafts.of.mockResolvedValue(draft());
      expect(await store.takeUp(record)).toBe(1);
      expect(store.document()?.name).toBe('From before');
      expect(store.undoLabel()).toBe('Width 3');
      jest.advanceTimersByTime(600);
      expect(requests()[0]).toMatchObject({ revision: 4, keep: 0, steps: [change], cursor: 1 });
    });

    it('is set apart where the job went on without it', async () => {
      drafts.of.mockResolvedValue(draft({ revision: 2 }));
      expect(await store.takeUp(record)).toBe(0);
      expect(store.document()).toBe(record.document);
      expect(store.apart()?.document.name).toBe('From before');
      store.forgetDraft();
      expect(store.apart()).toBeUndefined();
    });

    it('may be there already, whole or in part, where only the answer was lost', () => {
      const { document } = draft();
      const whole = { ...record, revision: 5, document, steps: [change], cursor: 1 };
      expect(standingOf(draft(), whole)).toBe('taken');
      const next = { ...change, label: 'Width 4' };
      expect(standingOf(draft({ steps: [change, next], cursor: 2 }), whole)).toBe('open');
      expect(standingOf(draft({ steps: [next], cursor: 1, document: record.document }), whole)).toBe('apart');
    });
  });
});
