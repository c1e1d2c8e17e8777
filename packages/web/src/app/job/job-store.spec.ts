import { TestBed } from '@angular/core/testing';
import { NEVER, Subject, of, throwError } from 'rxjs';
import { newJob } from '@drelk/core';
import type { JobRecord, SaveRequest } from '@drelk/contract';
import { ApiService } from '../shared/api.service';
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
  let store: JobStore;

  beforeEach(() => {
    jest.useFakeTimers();
    save
      .mockReset()
      .mockImplementation((_id: string, { revision }: SaveRequest) =>
        of({ ...record, revision: revision + 1 }),
      );
    TestBed.configureTestingModule({ providers: [JobStore, { provide: ApiService, useValue: { save } }] });
    store = TestBed.inject(JobStore);
    store.load(record);
  });
  afterEach(() => jest.useRealTimers());

  const setLength = (length: number) =>
    store.change(`Width ${length}`, ({ piece }) => void (piece.length = length));
  const length = () => store.document()?.piece.length;
  const requests = () => save.mock.calls.map(([, request]) => request as SaveRequest);

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
});
