import { Injectable, computed, inject, signal } from '@angular/core';
import { type Patch as ImmerPatch, applyPatches, enablePatches, produceWithPatches } from 'immer';
import { Subject, catchError, concatMap, debounceTime, from, of, tap } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { JobDocument } from '@drelk/core';
import type { HistoryStep, JobRecord, SaveRequest, WireError } from '@drelk/contract';
import { ApiService } from '../shared/api.service';

enablePatches();

/** How the document stands to the server's. */
export type Saved = 'saved' | 'saving' | 'not saved' | 'changed elsewhere';

/** Quiet time after a change before it is saved, and before a failed save is tried again, in milliseconds. */
const SAVE_AFTER = 500;
const TRY_AGAIN_AFTER = 4000;

/**
 * The open job: its document, every step that led to it, and its saving. A change while the hand moves is
 * tentative: shown, but neither a step nor saved until the hand lets go.
 */
@Injectable()
export class JobStore {
  readonly saved = signal<Saved>('saved');
  readonly steps = signal<HistoryStep[]>([]);
  readonly cursor = signal(0);
  /** Document as it is, and as it would be if the hand let go now. */
  readonly document = signal<JobDocument | undefined>(undefined);
  readonly tentative = signal<JobDocument | undefined>(undefined);
  readonly shown = computed(() => this.tentative() ?? this.document());
  readonly undoLabel = computed(() => this.steps()[this.cursor() - 1]?.label);
  readonly redoLabel = computed(() => this.steps()[this.cursor()]?.label);

  private readonly api = inject(ApiService);
  private readonly changes = new Subject<void>();
  private id = '';
  private revision = 0;
  /** Steps that the server has and that still stand. */
  private kept = 0;

  constructor() {
    this.changes
      .pipe(
        tap(() => this.saved.update((saved) => (saved === 'changed elsewhere' ? saved : 'saving'))),
        debounceTime(SAVE_AFTER),
        concatMap(() => this.save()),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  load(job: JobRecord): void {
    this.id = job.id;
    this.revision = job.revision;
    this.kept = job.steps.length;
    this.steps.set(job.steps);
    this.cursor.set(job.cursor);
    this.document.set(job.document);
    this.tentative.set(undefined);
    this.saved.set('saved');
  }

  /** Shows a change without making it. */
  try(recipe: (draft: JobDocument) => void): void {
    const document = this.document();
    if (document) this.tentative.set(produceWithPatches(document, recipe)[0]);
  }

  /** Makes a change: one step that can be undone. What changes nothing is no step. */
  change(label: string, recipe: (draft: JobDocument) => void): void {
    this.tentative.set(undefined);
    const document = this.document();
    if (!document) return;
    const [next, forward, backward] = produceWithPatches(document, recipe);
    if (forward.length === 0) return;
    const cursor = this.cursor();
    this.kept = Math.min(this.kept, cursor);
    this.steps.update((steps) => [...steps.slice(0, cursor), { label, forward, backward } as HistoryStep]);
    this.cursor.set(cursor + 1);
    this.document.set(next);
    this.changes.next();
  }

  undo(): void {
    const step = this.steps()[this.cursor() - 1];
    if (step) this.walk(step.backward as ImmerPatch[], -1);
  }

  redo(): void {
    const step = this.steps()[this.cursor()];
    if (step) this.walk(step.forward as ImmerPatch[], 1);
  }

  private walk(patches: ImmerPatch[], by: number): void {
    const document = this.document();
    if (!document) return;
    this.tentative.set(undefined);
    this.document.set(applyPatches(document, patches));
    this.cursor.update((cursor) => cursor + by);
    this.changes.next();
  }

  private save() {
    const document = this.document();
    if (!document || this.saved() === 'changed elsewhere') return of(undefined);
    const steps = this.steps();
    const request: SaveRequest = {
      revision: this.revision,
      document,
      keep: this.kept,
      steps: steps.slice(this.kept),
      cursor: this.cursor(),
    };
    return from(this.api.save(this.id, request)).pipe(
      tap((card) => {
        this.revision = card.revision;
        // Steps made while the save was on its way may have replaced some that were sent.
        this.kept = this.steps() === steps ? steps.length : this.commonSteps(steps);
        this.saved.set(this.document() === document ? 'saved' : 'saving');
      }),
      catchError((error: WireError) => {
        this.saved.set(error.code === 'stale' ? 'changed elsewhere' : 'not saved');
        if (error.code !== 'stale') setTimeout(() => this.changes.next(), TRY_AGAIN_AFTER);
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
