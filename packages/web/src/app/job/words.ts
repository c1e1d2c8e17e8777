import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import type { FoundWords, JobDocument } from '@drelk/core';
import { Workbench } from './workbench';
import { JobStore } from './store/job-store';
import { EngineService } from '../engine/engine.service';

/** The lines of words in the job's picture, looked for once somebody wants to know, and again when the picture changes. */
@Injectable()
export class Words {
  /** Undefined until they are looked for. */
  readonly lines = signal<FoundWords[] | undefined>(undefined);
  readonly wanted = computed(() => this.store.shown()?.ink.words ?? null);
  private readonly store = inject(JobStore);
  private readonly work = inject(Workbench);
  private readonly engine = inject(EngineService);
  private readonly isAsked = signal(false);
  /** Which picture they are looked for in: words do not depend on anything else. */
  private readonly picture = computed(() => {
    const document = this.store.document();
    return document && JSON.stringify([document.source.blob, document.square, document.ink.cut]);
  });
  private request = 0;

  constructor() {
    effect(() => {
      this.picture();
      // What was asked about another picture is not heard any more.
      this.request++;
      untracked(() => this.lines.set(undefined));
    });
    effect(() => {
      const isReady = this.work.standing() === 'worked out';
      if (!this.picture() || !this.isAsked() || !isReady || this.lines()) return;
      const document = untracked(() => this.store.document());
      if (document) this.find(document);
    });
  }

  /** They are wanted from now on. */
  look(): void {
    this.isAsked.set(true);
  }

  isWanted({ at }: FoundWords): boolean {
    const wanted = this.wanted();
    if (wanted === null || wanted === 'all') return wanted === 'all';
    return wanted.some((x, k) => k % 2 === 0 && x === at[0] && wanted[k + 1] === at[1]);
  }

  /** The words only, or all of the picture again. */
  take(words: 'all' | null): void {
    this.store.change(words ? 'The words only' : 'Not the words only', ({ ink }) => {
      ink.words = words;
    });
  }

  /** One line more, or less. */
  tick(line: FoundWords, isWanted: boolean): void {
    const lines = this.lines() ?? [];
    const chosen = lines.filter((other) => (other === line ? isWanted : this.isWanted(other)));
    this.store.change(isWanted ? 'A line of words more' : 'A line of words less', ({ ink }) => {
      ink.words =
        chosen.length === 0 ? null : chosen.length === lines.length ? 'all' : chosen.flatMap(({ at }) => at);
    });
  }

  private find(document: JobDocument): void {
    const request = ++this.request;
    this.engine.ask('words', { document }).then(
      ({ lines }) => {
        if (request === this.request) this.lines.set(lines);
      },
      () => undefined,
    );
  }
}
