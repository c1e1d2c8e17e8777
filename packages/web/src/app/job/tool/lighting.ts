import { DestroyRef, Injectable, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { type Observable, catchError, from, map, of, switchMap, timer } from 'rxjs';
import type { JobDocument, Lit } from '@drelk/core';
import { Workbench } from '../workbench';
import { JobStore } from '../store/job-store';
import { EngineService } from '../../engine/engine.service';
import { ProblemService } from '../../shared/problem.service';

/** Time that a pointer rests on a control before what it is about is lit up, in milliseconds. */
const REST = 120;

/** What lights up on the bench: where a control that is pointed at, or asked to, shows what it is about. */
@Injectable()
export class Lighting {
  /** Lit for as long as a control is pointed at or has the focus. */
  readonly pointed = signal<Lit | undefined>(undefined);
  /** Lit until it is put out, or the settings change. */
  readonly kept = signal<Lit | undefined>(undefined);
  readonly mask = signal<ImageBitmap | undefined>(undefined);
  private readonly store = inject(JobStore);
  private readonly work = inject(Workbench);
  private readonly engine = inject(EngineService);
  private readonly problems = inject(ProblemService);
  /** While a result is worked out, pointing at something does not hold it up. */
  private readonly asked = computed(() => {
    const document = this.store.document();
    const pointed = this.work.standing() === 'worked out' ? this.pointed() : undefined;
    const what = pointed ?? this.kept();
    return document && what && { document, what };
  });

  constructor() {
    toObservable(this.asked)
      .pipe(
        switchMap((asked) => timer(REST).pipe(switchMap(() => (asked ? this.areaOf(asked) : of(undefined))))),
        takeUntilDestroyed(),
      )
      .subscribe((mask) => this.show(mask));
    toObservable(this.store.shown)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.kept.set(undefined));
    inject(DestroyRef).onDestroy(() => this.mask()?.close());
  }

  putOut(): void {
    this.pointed.set(undefined);
    this.kept.set(undefined);
  }

  private areaOf(asked: { document: JobDocument; what: Lit }): Observable<ImageBitmap | undefined> {
    return from(this.engine.ask('lit', asked)).pipe(
      map(({ mask }) => mask),
      catchError((problem: unknown) => {
        this.problems.tell(problem);
        return of(undefined);
      }),
    );
  }

  private show(mask: ImageBitmap | undefined): void {
    const old = this.mask();
    this.mask.set(mask);
    if (old) setTimeout(() => old.close(), 1000);
  }
}
