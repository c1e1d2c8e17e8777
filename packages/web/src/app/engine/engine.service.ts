import { Injectable, signal } from '@angular/core';
import { Observable, Subject, filter, firstValueFrom, map, merge } from 'rxjs';
import type { JobDocument } from '@drelk/core';
import type {
  ArrivedView,
  EngineAnswer,
  EngineCall,
  EngineCalls,
  EngineProblem,
  EngineRequest,
  Held,
  ResultView,
} from './messages';
import { createEngineWorker } from './worker.factory';

/** Number of no request. */
const NOTHING = -1;
const LEFT: EngineProblem = {
  code: 'stopped',
  message: 'Another picture was opened.',
  hint: 'Nothing was changed.',
};
const DIED: EngineProblem = {
  code: 'stopped',
  message: 'The computation had to be started anew.',
  hint: 'Your job is as it was. Try again.',
};

/** Lets go of the pictures of a result that nobody waits for. */
function closeBitmaps(answer: EngineAnswer): void {
  if (answer.type === 'arrived') answer.part.bitmap.close();
  if (answer.type !== 'result') return;
  answer.view.picture?.close();
  answer.view.ink?.close();
}

/**
 * The page's one door to the worker. The newest computation wins: an older one is told to stop through
 * shared memory, without waiting for the worker to look at its messages. A question interrupts a computation,
 * which is taken up again after it, from what its finished steps left in memory.
 */
@Injectable({ providedIn: 'root' })
export class EngineService {
  /** Progress of the running computation, undefined while none has taken long. */
  readonly progress = signal<{ stage: string; share: number } | undefined>(undefined);
  readonly busy = signal(false);
  /** Picture and ink of the result that is being worked out, where the page does not hold them yet. */
  readonly arrivals = new Subject<ArrivedView>();
  /** Results as they come, newest request only. */
  readonly results: Observable<ResultView>;
  /** Problems of computations, newest request only. */
  readonly problems = new Subject<EngineProblem>();
  /** Emits after the worker died and was started anew. */
  readonly restarted = new Subject<void>();

  private readonly answers = new Subject<EngineAnswer>();
  /** Why nothing that was asked before is answered any more. */
  private readonly cut = new Subject<EngineProblem>();
  private readonly views = new Subject<ResultView>();
  private worker = this.start();
  private flag: Int32Array | undefined;
  private count = 0;
  private computing = NOTHING;
  /** Name of the picture that is open. */
  private picture = '';
  /** What of results the page holds already. */
  private held: Held = {};
  private pending: { document: JobDocument; mode: 'preview' | 'full' } | undefined;

  constructor() {
    this.results = this.views.asObservable();
    this.answers.subscribe((answer) => this.receive(answer));
  }

  /** Has the worker compile what will be hot, while it is not known yet what will be asked. */
  warmUp(): void {
    if (this.count > 0) return;
    this.worker.postMessage({ type: 'warm', request: ++this.count } satisfies EngineRequest);
  }

  /** Opens a picture under a name; whatever was asked about another is wanted no more. */
  open(picture: string, asks: EngineCalls['open']['asks']): Promise<EngineCalls['open']['answer']> {
    this.close();
    this.picture = picture;
    return this.ask('open', asks, [asks.file]);
  }

  /** Leaves the open picture: what is being worked out for it stops, and its results are shown nowhere. */
  close(): void {
    this.cut.next(LEFT);
    this.stop();
    this.computing = NOTHING;
    this.pending = undefined;
    this.held = {};
    this.picture = '';
  }

  /** Asks one question about the open picture; rejects with a sentence. What is in `transfer` is moved, not copied. */
  ask<C extends EngineCall>(
    type: C,
    asks: EngineCalls[C]['asks'],
    transfer: Transferable[] = [],
  ): Promise<EngineCalls[C]['answer']> {
    const request = ++this.count;
    const mine = merge(
      this.answers.pipe(filter((answer) => answer.request === request && answer.type !== 'progress')),
      this.cut.pipe(map((problem) => ({ type: 'problem' as const, problem }))),
    ).pipe(
      map((answer) => {
        if (answer.type === 'problem') throw answer.problem;
        return (answer as Extract<EngineAnswer, { type: 'answer' }>).answer;
      }),
    );
    const interrupted = this.busy() ? this.pending : undefined;
    // What is computed gives way, and so does what was only compiled ahead.
    if (this.flag && (interrupted || !this.busy())) Atomics.store(this.flag, 0, request);
    const answered = firstValueFrom(mine).finally(() => {
      if (interrupted && interrupted === this.pending && this.busy())
        this.compute(interrupted.document, interrupted.mode);
    });
    this.worker.postMessage({ type, request, picture: this.picture, ...asks }, transfer);
    return answered;
  }

  /** Computes a document; whatever was being computed is dropped. */
  compute(document: JobDocument, mode: 'preview' | 'full'): void {
    const request = ++this.count;
    this.computing = request;
    this.pending = { document, mode };
    if (this.flag) Atomics.store(this.flag, 0, request);
    const { held, picture } = this;
    const asked: EngineRequest = { type: 'compute', request, picture, document, mode, held };
    this.worker.postMessage(asked);
    this.busy.set(true);
  }

  /** Stops the running computation; what is shown stays. */
  stop(): void {
    this.count++;
    if (this.flag) Atomics.store(this.flag, 0, this.count);
    this.finish();
  }

  private receive(answer: EngineAnswer): void {
    if (answer.request !== this.computing) {
      closeBitmaps(answer);
      return;
    }
    if (answer.type === 'progress') this.progress.set({ stage: answer.stage, share: answer.share });
    if (answer.type === 'arrived') {
      this.held = { ...this.held, [answer.part.layer]: answer.part.name };
      this.arrivals.next(answer.part);
    }
    if (answer.type === 'result') {
      this.finish();
      this.held = answer.view.names;
      this.views.next(answer.view);
    }
    // What was only interrupted is computed again.
    if (answer.type === 'problem' && answer.problem.code !== 'stopped') {
      this.finish();
      this.problems.next(answer.problem);
    }
  }

  private finish(): void {
    this.progress.set(undefined);
    this.busy.set(false);
  }

  private start(): Worker {
    const worker = createEngineWorker();
    worker.onmessage = ({ data }: MessageEvent<EngineAnswer>) => this.answers.next(data);
    worker.onerror = () => {
      worker.terminate();
      this.worker = this.start();
      this.finish();
      this.cut.next(DIED);
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
