import { DestroyRef, Injectable, computed, inject, signal } from '@angular/core';
import { type Patch as ImmerPatch, applyPatches, enablePatches, produceWithPatches } from 'immer';
import { type Observable, Subject, catchError, concatMap, debounceTime, merge, of, tap } from 'rxjs';
import type { JobDocument } from '@drelk/core';
import type { HistoryStep, JobRecord, SaveRequest, WireError } from '@drelk/contract';
import { ApiService } from '../../shared/api.service';
import type { Sentence } from '../../shared/problem.service';
import { type Draft, Drafts, standingOf } from './drafts';

enablePatches();

/** How the document stands to the server's. */
export type Saved = 'saved' | 'saving' | 'not saved' | 'refused' | 'changed elsewhere';

/** Quiet time after a change before it is saved, in milliseconds. */
const SAVE_AFTER = 500;
/** A server that does not answer is asked again after so long, each time twice as long, up to a minute. */
const TRY_AGAIN_AFTER = 4000;
const LONGEST = 64_000;
/** Codes of errors that may pass by themselves. */
const PASSING = ['away', 'server'];

/** Whether two states of a document say the same; what no recipe touched is one and the same thing. */
const isSame = (before: JobDocument, after: JobDocument): boolean =>
  (Object.keys({ ...before, ...after }) as (keyof JobDocument)[]).every(
    (key) => before[key] === after[key] || JSON.stringify(before[key]) === JSON.stringify(after[key]),
  );

/**
 * The open job: its document, every step that led to it, and its saving. A change while the hand moves is
 * tentative: shown, but neither a step nor saved until the hand lets go. What the server has not taken is kept in the
 * browser, and taken up again when the job is opened next.
 */
@Injectable()
export class JobStore {
  readonly saved = signal<Saved>('saved');
  /** Why the last save was not taken. */
  readonly refusal = signal<Sentence | undefined>(undefined);
  /** Work found in this browser that was made from an older state of the job than the server's. */
  readonly apart = signal<Draft | undefined>(undefined);
  /** What was done and changed nothing, by its label. */
  readonly unchanged = new Subject<string>();
  readonly steps = signal<HistoryStep[]>([]);
  readonly cursor = signal(0);
  /** Document as it is, and as it would be if the hand let go now. */
  readonly document = signal<JobDocument | undefined>(undefined);
  readonly tentative = signal<JobDocument | undefined>(undefined);
  readonly shown = computed(() => this.tentative() ?? this.document());
  readonly undoLabel = computed(() => this.steps()[this.cursor() - 1]?.label);
  readonly redoLabel = computed(() => this.steps()[this.cursor()]?.label);

  private readonly api = inject(ApiService);
  private readonly drafts = inject(Drafts);
  private readonly changes = new Subject<void>();
  private readonly now = new Subject<void>();
  private id = '';
  private revision = 0;
  /** Steps that the server has and that still stand. */
  private kept = 0;
  private wait = TRY_AGAIN_AFTER;

  constructor() {
    // Quiet ends when the page does: what waits is saved then, and what is on its way arrives.
    merge(this.changes.pipe(debounceTime(SAVE_AFTER)), this.now)
      .pipe(concatMap(() => this.save()))
      .subscribe();
    inject(DestroyRef).onDestroy(() => {
      this.changes.complete();
      this.now.complete();
    });
  }

  load(job: JobRecord): void {
    this.id = job.id;
    this.revision = job.revision;
    this.kept = job.steps.length;
    this.steps.set(job.steps);
    this.cursor.set(job.cursor);
    this.document.set(job.document);
    this.tentative.set(undefined);
    this.refusal.set(undefined);
    this.apart.set(undefined);
    this.saved.set('saved');
  }

  /**
   * Takes up what an earlier visit left in this browser, on top of the job as it was loaded; how many changes those
   * are. What was made from an older state is set `apart`.
   */
  async takeUp(job: JobRecord): Promise<number> {
    const draft = await this.drafts.of(job.id);
    if (!draft || job.id !== this.id || this.revision !== job.revision) return 0;
    const standing = standingOf(draft, job);
    if (standing === 'apart') this.apart.set(draft);
    else if (standing === 'taken') void this.drafts.forget(job.id);
    else {
      this.steps.set([...job.steps.slice(0, draft.keep), ...draft.steps]);
      this.kept = draft.revision === job.revision ? draft.keep : job.steps.length;
      this.cursor.set(draft.cursor);
      this.document.set(draft.document);
      this.changed();
      return Math.max(1, draft.steps.length);
    }
    return 0;
  }

  /** Lets go of what was found in this browser. */
  forgetDraft(): void {
    this.apart.set(undefined);
    void this.drafts.forget(this.id);
  }

  /** Saves what waits to be saved, without waiting for quiet. */
  flush(): void {
    if (this.saved() === 'saving' || this.saved() === 'not saved') this.now.next();
  }

  /** Sends a refused save once more. */
  tryAgain(): void {
    this.saved.set('saving');
    this.now.next();
  }

  /** Shows a change without making it. */
  try(recipe: (draft: JobDocument) => void): void {
    const document = this.document();
    if (document) this.tentative.set(produceWithPatches(document, recipe)[0]);
  }

  /** Makes a change: one step that can be undone. What changes nothing is no step, and is told. */
  change(label: string, recipe: (draft: JobDocument) => void): void {
    this.tentative.set(undefined);
    const document = this.document();
    if (!document) return;
    const [next, forward, backward] = produceWithPatches(document, recipe);
    if (isSame(document, next)) {
      this.unchanged.next(label);
      return;
    }
    const cursor = this.cursor();
    this.kept = Math.min(this.kept, cursor);
    this.steps.update((steps) => [...steps.slice(0, cursor), { label, forward, backward } as HistoryStep]);
    this.cursor.set(cursor + 1);
    this.document.set(next);
    this.changed();
  }

  undo(): void {
    const step = this.steps()[this.cursor() - 1];
    if (step) this.walk(step.backward as ImmerPatch[], -1);
  }

  redo(): void {
    const step = this.steps()[this.cursor()];
    if (step) this.walk(step.forward as ImmerPatch[], 1);
  }

  /** The step that was made last and is not undone. */
  lastStep(): HistoryStep | undefined {
    return this.steps()[this.cursor() - 1];
  }

  /**
   * Takes one step out of what was done, as if it had never been, whatever was done since; whether it could be: not where it is undone
   * already, or what came after it changed the same.
   */
  takeBack(step: HistoryStep): boolean {
    const document = this.document();
    const cursor = this.cursor();
    const at = this.steps().indexOf(step);
    if (!document || at < 0 || at >= cursor) return false;
    const later = this.steps().slice(at + 1, cursor);
    if (later.some((one) => touchesSame(one, step))) return false;
    this.tentative.set(undefined);
    this.kept = Math.min(this.kept, at);
    this.steps.update((steps) => [...steps.slice(0, at), ...later]);
    this.cursor.set(cursor - 1);
    this.document.set(applyPatches(document, step.backward as ImmerPatch[]));
    this.changed();
    return true;
  }

  /** Makes one step of the last ones, which then are undone together. */
  joinLast(count: number, label: string): void {
    const cursor = this.cursor();
    if (count < 2 || count > cursor) return;
    const last = this.steps().slice(cursor - count, cursor);
    const joined: HistoryStep = {
      label,
      forward: last.flatMap(({ forward }) => forward),
      backward: [...last].reverse().flatMap(({ backward }) => backward),
    };
    this.kept = Math.min(this.kept, cursor - count);
    this.steps.update((steps) => [...steps.slice(0, cursor - count), joined, ...steps.slice(cursor)]);
    this.cursor.set(cursor - count + 1);
    this.changed();
  }

  private walk(patches: ImmerPatch[], by: number): void {
    const document = this.document();
    if (!document) return;
    this.tentative.set(undefined);
    this.document.set(applyPatches(document, patches));
    this.cursor.update((cursor) => cursor + by);
    this.changed();
  }

  private changed(): void {
    const document = this.document();
    if (!document) return;
    this.saved.update((saved) => (saved === 'changed elsewhere' ? saved : 'saving'));
    void this.drafts.keep(this.id, { ...this.request(document), at: Date.now() });
    this.changes.next();
  }

  private request(document: JobDocument): SaveRequest {
    return {
      revision: this.revision,
      document,
      keep: this.kept,
      steps: this.steps().slice(this.kept),
      cursor: this.cursor(),
    };
  }

  private save(): Observable<unknown> {
    const document = this.document();
    if (!document || this.saved() === 'changed elsewhere' || this.saved() === 'saved') return of(undefined);
    const steps = this.steps();
    const { id } = this;
    return this.api.save(id, this.request(document)).pipe(
      tap((card) => {
        this.refusal.set(undefined);
        this.wait = TRY_AGAIN_AFTER;
        this.revision = card.revision;
        // Steps made while the save was on its way may have replaced some that were sent.
        this.kept = this.steps() === steps ? steps.length : this.commonSteps(steps);
        const now = this.document();
        if (now === document) void this.drafts.forget(id);
        else if (now) void this.drafts.keep(id, { ...this.request(now), at: Date.now() });
        this.saved.set(now === document ? 'saved' : 'saving');
      }),
      catchError((error: WireError) => {
        this.refusal.set(error);
        if (error.code === 'stale') this.saved.set('changed elsewhere');
        else if (PASSING.includes(error.code)) {
          this.saved.set('not saved');
          setTimeout(() => this.now.next(), this.wait);
          this.wait = Math.min(LONGEST, 2 * this.wait);
        } else this.saved.set('refused');
        return of(undefined);
      }),
    );
  }

  private commonSteps(sent: HistoryStep[]): number {
    const steps = this.steps();
    let common = 0;
    while (common < sent.length && steps[common] === sent[common]) common++;
    return common;
  }
}

/** Whether two steps change the same place of the document, or one a part of what the other does. */
function touchesSame(a: HistoryStep, b: HistoryStep): boolean {
  const isWithin = (inner: HistoryStep['forward'][number], outer: HistoryStep['forward'][number]) =>
    outer.path.every((part, k) => String(inner.path[k]) === String(part));
  return a.forward.some((one) => b.forward.some((other) => isWithin(one, other) || isWithin(other, one)));
}
