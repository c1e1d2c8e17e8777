import { DestroyRef, Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { Subject, filter, map, switchMap, timer } from 'rxjs';
import { type JobDocument, type Source, readPictureHeader } from '@drelk/core';
import { BenchState } from '../view/bench-state';
import type { EngineProblem, ResultView } from '../engine/views';
import { EngineService } from '../engine/engine.service';
import { ApiService } from '../shared/api.service';
import { ProblemService } from '../shared/problem.service';
import { glanceAt } from '../intake/glance';
import { Incoming } from '../intake/incoming';
import { ShownResult } from './shown-result';
import { JobStore } from './store/job-store';
import { thumbnailOf } from './store/thumbnail';

/** Pause after a result before the small picture on the shelf is made anew, in milliseconds. */
const THUMBNAIL_AFTER = 1500;
/** Pictures of more pixels are seen as a preview first, and in full right after. */
const LARGE = 6_000_000;

/** How what is shown stands to the settings: worked out from them, being worked out, stopped on the way, or impossible. */
export type Standing = 'worked out' | 'working' | 'stopped' | 'failed';

/** The open job brought to the engine, and what comes of it to what is shown. */
@Injectable()
export class Workbench {
  /** Why there is no result for the settings as they are. */
  readonly problem = signal<EngineProblem | undefined>(undefined);
  readonly standing = computed((): Standing => {
    if (this.stopped()) return 'stopped';
    if (this.engine.busy()) return 'working';
    if (this.problem()) return 'failed';
    return this.result.view()?.mode === 'full' ? 'worked out' : 'working';
  });

  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly bench = inject(BenchState);
  private readonly engine = inject(EngineService);
  private readonly api = inject(ApiService);
  private readonly incoming = inject(Incoming);
  private readonly problems = inject(ProblemService);
  private readonly opened = signal(false);
  /** Something of the picture was shown already, or it is not so large that it takes long. */
  private readonly glimpsed = signal(true);
  private readonly stopped = signal(false);
  private readonly pictures = new Subject<Source>();
  private id = '';
  /** Name of the paths of which the shelf has a small picture. */
  private onShelf: string | undefined;

  constructor() {
    effect(() => {
      if (!this.opened()) return;
      const document = this.store.shown();
      const isFirst = !this.glimpsed();
      if (document) this.compute(document, this.store.tentative() || isFirst ? 'preview' : 'full');
    });
    this.pictures
      .pipe(
        switchMap((source) => this.file(source).pipe(map((file) => ({ source, file })))),
        takeUntilDestroyed(),
      )
      .subscribe({
        next: ({ source, file }) => void this.take(source, file),
        error: (problem: EngineProblem) => this.problem.set(problem),
      });
    inject(DestroyRef).onDestroy(() => {
      if (this.result.view()?.mode === 'full') void this.keepThumbnail();
      this.engine.close();
      for (const holder of [this.result.picture, this.result.ink]) holder()?.close();
      this.result.glance()?.bitmap.close();
    });
    this.engine.arrivals.pipe(takeUntilDestroyed()).subscribe(({ layer, bitmap, ...ground }) => {
      this.replace(this.result[layer], bitmap);
      if (!this.result.view()) this.result.early.set(ground);
    });
    this.engine.results.pipe(takeUntilDestroyed()).subscribe((view) => this.show(view));
    this.engine.proofs.pipe(takeUntilDestroyed()).subscribe((proof) => {
      this.result.proof.set(proof);
      this.result.isProven.set(true);
    });
    this.engine.problems.pipe(takeUntilDestroyed()).subscribe((problem) => {
      this.problem.set(problem);
      this.glimpsed.set(true);
    });
    this.engine.restarted.pipe(takeUntilDestroyed()).subscribe(() => {
      this.problems.show({
        message: 'The computation had to be started anew.',
        hint: 'Your job is as it was.',
      });
      this.open(this.id);
    });
    toObservable(this.result.view)
      .pipe(
        filter((view) => view?.mode === 'full'),
        switchMap(() => timer(THUMBNAIL_AFTER)),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.keepThumbnail());
  }

  /** Opens a job: its document from the server, its picture into the worker. */
  open(id: string): void {
    this.id = id;
    this.opened.set(false);
    this.stopped.set(false);
    const document = this.store.document();
    if (!document) return;
    const { width, height, blob } = document.source;
    this.result.glance.set(this.incoming.take(blob));
    this.glimpsed.set(width * height <= LARGE);
    this.pictures.next(document.source);
  }

  /** Stops what is being worked out; what is shown stays, and is marked as not that of the settings. */
  stop(): void {
    if (!this.engine.busy()) return;
    this.engine.stop();
    this.stopped.set(true);
  }

  /** Works out what was stopped. */
  goOn(): void {
    const document = this.store.document();
    if (document && this.opened()) this.compute(document, 'full');
  }

  /** What this browser cannot decode, or not as everywhere else, comes as PNG from the server, pixel for pixel. */
  private file({ blob, kind }: Source) {
    if (kind === 'svg' || kind === 'dxf') return this.api.blob(blob);
    if (kind === 'tiff') return this.api.blobPng(blob);
    return this.api
      .blob(blob)
      .pipe(
        switchMap((file) =>
          readPictureHeader(new Uint8Array(file))?.inks ? this.api.blobPng(blob) : [file],
        ),
      );
  }

  private async take({ blob, name }: Source, file: ArrayBuffer): Promise<void> {
    const { id } = this;
    if (!this.result.glance() && !this.store.document()?.vector) void this.lookAt(file);
    try {
      await this.engine.open(blob, { name, file });
      if (id === this.id) this.opened.set(true);
    } catch (problem) {
      if (id === this.id && (problem as EngineProblem).code !== 'stopped')
        this.problem.set(problem as EngineProblem);
    }
  }

  private async lookAt(file: ArrayBuffer): Promise<void> {
    const { id } = this;
    const glance = await glanceAt(new Blob([file])).catch(() => undefined);
    if (id === this.id && !this.result.view()) this.result.glance.set(glance);
    else glance?.bitmap.close();
  }

  private compute(document: JobDocument, mode: 'preview' | 'full'): void {
    this.stopped.set(false);
    const sees = untracked(() => (this.bench.layout().opacity.paths > 0 ? 'paths' : 'ink'));
    this.engine.compute(document, mode, sees);
  }

  private show(view: ResultView): void {
    this.problem.set(view.problem);
    if (view.picture) this.replace(this.result.picture, view.picture);
    if (view.ink) this.replace(this.result.ink, view.ink);
    const paths = view.paths ?? this.result.view()?.paths;
    const piecePaths =
      view.names.piece === undefined ? undefined : (view.piecePaths ?? this.result.view()?.piecePaths);
    if (paths) this.result.view.set({ ...view, paths, piecePaths });
    this.result.isProven.set(false);
    this.glimpsed.set(true);
    this.result.glance.update((glance) => void glance?.bitmap.close());
  }

  /** Bitmaps hold memory until they are closed; the old one goes once nothing draws it any more. */
  private replace(holder: ShownResult['picture'], next: ImageBitmap | undefined): void {
    const old = holder();
    holder.set(next);
    if (old) setTimeout(() => old.close(), 1000);
  }

  private async keepThumbnail(): Promise<void> {
    const view = this.result.view();
    const name = view && `${view.names.paths} ${view.names.piece}`;
    if (!view || !this.id || name === this.onShelf) return;
    this.onShelf = name;
    // Without one the shelf shows a sheet; nothing else depends on it.
    const picture = await thumbnailOf(view).catch(() => undefined);
    if (picture) this.api.setThumbnail(this.id, picture).subscribe({ error: () => undefined });
  }
}
