import { Injectable, signal } from '@angular/core';
import { Observable, Subject, filter, firstValueFrom, map, race, take } from 'rxjs';
import type { CheckedFile, JobDocument, PictureHeader } from '@drelk/core';
import type { EngineAnswer, EngineProblem, EngineRequest, ResultView } from './messages';
import { createEngineWorker } from './worker.factory';

/** A request without its number, which is given on sending. */
type Asked = { [T in EngineRequest['type']]: Omit<Extract<EngineRequest, { type: T }>, 'request'> }[Exclude<
  EngineRequest['type'],
  'share'
>];

/**
 * The page's one door to the worker. The newest computation wins: an older one is told to stop through
 * shared memory, without waiting for the worker to look at its messages.
 */
@Injectable({ providedIn: 'root' })
export class EngineService {
  /** Progress of the running computation, undefined while none has taken long. */
  readonly progress = signal<{ stage: string; share: number } | undefined>(undefined);
  readonly busy = signal(false);
  /** Results as they come, newest request only. */
  readonly results: Observable<ResultView>;
  /** Problems of computations, newest request only. */
  readonly problems = new Subject<EngineProblem>();
  /** Emits after the worker died and was started anew. */
  readonly restarted = new Subject<void>();

  private readonly answers = new Subject<EngineAnswer>();
  private readonly views = new Subject<ResultView>();
  private worker = this.start();
  private flag: Int32Array | undefined;
  private count = 0;
  private computing = 0;

  constructor() {
    this.results = this.views.asObservable();
    this.answers.subscribe((answer) => this.receive(answer));
  }

  /** Gives the worker a picture; the file's bytes are moved, not copied. */
  async open(key: string, name: string, file: ArrayBuffer): Promise<PictureHeader> {
    const request = this.send({ type: 'open', key, file, name }, [file]);
    return this.reply(request, 'opened').then((answer) => answer.header);
  }

  /** Computes a document; whatever was being computed is dropped. */
  compute(document: JobDocument, mode: 'preview' | 'full'): void {
    this.computing = this.send({ type: 'compute', document, mode });
    this.busy.set(true);
  }

  /** Stops the running computation; what is shown stays. */
  stop(): void {
    this.count++;
    if (this.flag) Atomics.store(this.flag, 0, this.count);
    this.settle();
  }

  async handOff(document: JobDocument, format: 'svg' | 'dxf'): Promise<CheckedFile> {
    return this.reply(this.send({ type: 'handOff', document, format }), 'file').then((answer) => answer.file);
  }

  /** The contours as found, before curves were fitted. */
  async contours(): Promise<{ points: Float64Array; starts: Uint32Array }> {
    return this.reply(this.send({ type: 'contours' }), 'contours');
  }

  private send(message: Asked, transfer: Transferable[] = []): number {
    const request = ++this.count;
    // Files and contours are waited for, and do not stop what is being computed.
    if (this.flag && message.type === 'compute') Atomics.store(this.flag, 0, request);
    this.worker.postMessage({ ...message, request }, transfer);
    return request;
  }

  private reply<T extends EngineAnswer['type']>(
    request: number,
    type: T,
  ): Promise<Extract<EngineAnswer, { type: T }>> {
    const mine = this.answers.pipe(filter((answer) => answer.request === request));
    const good = mine.pipe(
      filter((answer): answer is Extract<EngineAnswer, { type: T }> => answer.type === type),
    );
    const bad = mine.pipe(
      filter((answer) => answer.type === 'problem'),
      map((answer) => {
        throw (answer as Extract<EngineAnswer, { type: 'problem' }>).problem;
      }),
    );
    return firstValueFrom(race(good, bad).pipe(take(1)));
  }

  private receive(answer: EngineAnswer): void {
    if (answer.request !== this.computing) return;
    if (answer.type === 'progress') this.progress.set({ stage: answer.stage, share: answer.share });
    if (answer.type === 'result') {
      this.settle();
      this.views.next(answer.view);
    }
    if (answer.type === 'problem') {
      this.settle();
      if (answer.problem.code !== 'stopped') this.problems.next(answer.problem);
    }
  }

  private settle(): void {
    this.progress.set(undefined);
    this.busy.set(false);
  }

  private start(): Worker {
    const worker = createEngineWorker();
    worker.onmessage = ({ data }: MessageEvent<EngineAnswer>) => this.answers.next(data);
    worker.onerror = () => {
      worker.terminate();
      this.worker = this.start();
      this.settle();
      this.restarted.next();
    };
    if (globalThis.crossOriginIsolated) {
      const shared = new SharedArrayBuffer(4);
      this.flag = new Int32Array(shared);
      worker.postMessage({ type: 'share', flag: shared } satisfies EngineRequest);
    }
    return worker;
  }
}
