import { Injectable, signal } from '@angular/core';
import { Observable, Subject, filter, firstValueFrom, map, merge } from 'rxjs';
import type { JobDocument, Proof } from '@drelk/core';
import { type HandAsks, HandLane, LONGEST, TOO_LONG, isHandCall } from './hand-lane';
import type { EngineAnswer, EngineCall, EngineCalls, EngineRequest, HandCall, JobCall } from './messages';
import type { ArrivedView, EngineProblem, Held, ResultView } from './views';
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

/** What the page asks with a question. */
export type AsksOf<C extends EngineCall> = C extends HandCall ? HandAsks<C> : EngineCalls[C]['asks'];

/** What is to be worked out of the open job: its result first, then, of a full one, what Prove finds. */
interface Pending {
  document: JobDocument;
  mode: 'preview' | 'full';
  phase: 'result' | 'proof';
  /** What of a preview is looked at: once that is shown, the next may come. */
  sees: Seen;
}

export type Seen = 'ink' | 'paths';

/** Lets go of the pictures of a result that nobody waits for. */
function closeBitmaps(answer: EngineAnswer): void {
  if (answer.type === 'arrived') answer.part.bitmap.close();
  if (answer.type !== 'result') return;
  answer.view.picture?.close();
  answer.view.ink?.close();
}

/**
 * The page's one door to its workers. The newest computation wins: an older one is told to stop through
 * shared memory, without waiting for the worker to look at its messages. A question about the job interrupts a
 * computation, which is taken up again after it, from what its finished steps left in memory; questions of the moving hand
 * go to a worker of their own.
 */
@Injectable({ providedIn: 'root' })
export class EngineService {
  /** Progress of the running computation, undefined while none has taken long. */
  readonly progress = signal<{ stage: string; share: number } | undefined>(undefined);
  /** A result is being worked out. */
  readonly busy = signal(false);
  /** Questions that are not answered yet. */
  readonly answering = signal(0);
  /** Picture and ink of the result that is being worked out, where the page does not hold them yet. */
  readonly arrivals = new Subject<ArrivedView>();
  /** Results as they come, newest request only. */
  readonly results: Observable<ResultView>;
  /** What Prove finds of the newest full result, once it is known. */
  readonly proofs = new Subject<Proof>();
  /** Problems of computations, newest request only. */
  readonly problems = new Subject<EngineProblem>();
  /** Emits after the worker died and was started anew. */
  readonly restarted = new Subject<void>();

  private readonly answers = new Subject<EngineAnswer>();
  /** Why nothing that was asked before is answered any more. */
  private readonly cut = new Subject<EngineProblem>();
  private readonly views = new Subject<ResultView>();
  private readonly hand = new HandLane((of, document) => this.askJob('tones', { of, document }));
  private worker = this.start();
  private flag: Int32Array | undefined;
  private count = 0;
  private computing = NOTHING;
  /** Name of the picture that is open. */
  private picture = '';
  /** What of results the page holds already. */
  private held: Held = {};
  private pending: Pending | undefined;
  /** What the hand has come to while a preview is still worked out. */
  private next: JobDocument | undefined;

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
    return this.askJob('open', asks, [asks.file]);
  }

  /** Leaves the open picture: what is being worked out for it stops, and its results are shown nowhere. */
  close(): void {
    this.cut.next(LEFT);
    this.stop();
    this.computing = NOTHING;
    this.held = {};
    this.picture = '';
    this.hand.leave();
  }

  /** Asks one question about the open picture; rejects with a sentence. What is in `transfer` is moved, not copied. */
  ask<C extends JobCall | HandCall>(
    type: C,
    asks: AsksOf<C>,
    transfer: Transferable[] = [],
  ): Promise<EngineCalls[C]['answer']> {
    const answered: Promise<EngineCalls[C]['answer']> = isHandCall(type)
      ? this.hand.ask(this.picture, type, asks as HandAsks<typeof type>, transfer, this.cut)
      : this.askJob(type as JobCall, asks as EngineCalls[JobCall]['asks'], transfer);
    this.answering.update((count) => count + 1);
    return answered.finally(() => this.answering.update((count) => count - 1));
  }

  /**
   * Computes a document, and of a full one what Prove finds; whatever was being computed is dropped. While the hand moves each preview is
   * seen through as far as it is looked at, and the newest follows: dropped at every move, none would ever be shown.
   */
  compute(document: JobDocument, mode: 'preview' | 'full', sees: Seen = 'paths'): void {
    if (mode === 'preview' && this.busy() && this.pending?.mode === 'preview') {
      this.next = document;
      return;
    }
    this.next = undefined;
    this.busy.set(true);
    this.go({ document, mode, phase: 'result', sees });
  }

  /** Stops the running computation; what is shown stays. */
  stop(): void {
    this.count++;
    this.pending = undefined;
    this.tellNewest(this.count);
    this.finish();
  }

  /** Stops what the hand asked for. */
  stopAsking(): void {
    this.hand.stop();
  }

  private askJob<C extends JobCall | 'open'>(
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
        return (answer as Extract<EngineAnswer, { type: 'answer' }>).answer as EngineCalls[C]['answer'];
      }),
    );
    const interrupted = this.pending;
    // What is computed gives way, and so does what was only compiled ahead.
    this.tellNewest(request);
    // A picture of any size is opened; what is asked of it is bounded.
    const tooLong = type === 'open' ? undefined : setTimeout(() => this.giveUp(request), LONGEST);
    const answered = firstValueFrom(mine).finally(() => {
      clearTimeout(tooLong);
      if (interrupted && interrupted === this.pending) this.go(interrupted);
    });
    this.worker.postMessage({ type, request, picture: this.picture, ...asks }, transfer);
    return answered;
  }

  /** A question that takes too long is answered with that, and the worker told to leave it. */
  private giveUp(request: number): void {
    this.tellNewest(++this.count);
    this.answers.next({ type: 'problem', request, problem: TOO_LONG });
  }

  private go(pending: Pending): void {
    const request = ++this.count;
    this.computing = request;
    this.pending = pending;
    this.tellNewest(request);
    const { document, mode, phase } = pending;
    const { held, picture } = this;
    this.worker.postMessage(
      (phase === 'proof'
        ? { type: 'prove', request, picture, document }
        : { type: 'compute', request, picture, document, mode, held }) satisfies EngineRequest,
    );
  }

  private tellNewest(request: number): void {
    if (this.flag) Atomics.store(this.flag, 0, request);
  }

  private receive(answer: EngineAnswer): void {
    if (answer.request !== this.computing) {
      closeBitmaps(answer);
      return;
    }
    if (answer.type === 'progress' && this.busy())
      this.progress.set({ stage: answer.stage, share: answer.share });
    if (answer.type === 'arrived') {
      this.held = { ...this.held, [answer.part.layer]: answer.part.name };
      this.arrivals.next(answer.part);
      const { pending, next } = this;
      if (answer.part.layer === 'ink' && next && pending?.sees === 'ink') {
        this.next = undefined;
        this.go({ ...pending, document: next });
      }
    }
    if (answer.type === 'result') this.take(answer.view);
    if (answer.type === 'proof') {
      this.pending = undefined;
      this.proofs.next(answer.proof);
    }
    // What was only interrupted is computed again.
    if (answer.type === 'problem' && answer.problem.code !== 'stopped') {
      const { next, pending } = this;
      this.pending = undefined;
      this.finish();
      this.problems.next(answer.problem);
      if (next) this.compute(next, 'preview', pending?.sees);
    }
  }

  /** What nobody looks at yet is asked for once the result is there, and the hand rests. */
  private take(view: ResultView): void {
    const { pending, next } = this;
    this.pending = undefined;
    this.finish();
    this.held = view.names;
    this.views.next({ ...view, hand: pending?.document.line.hand });
    this.hand.start();
    // Whoever was shown it may have asked for another by now.
    if (next && this.pending === undefined && this.picture) this.compute(next, 'preview', pending?.sees);
    if (pending?.mode === 'full' && this.pending === undefined && this.picture)
      this.go({ ...pending, phase: 'proof' });
  }

  private finish(): void {
    this.next = undefined;
    this.progress.set(undefined);
    this.busy.set(false);
  }

  private start(): Worker {
    const worker = createEngineWorker();
    worker.onmessage = ({ data }: MessageEvent<EngineAnswer>) => this.answers.next(data);
    worker.onerror = () => {
      worker.terminate();
      this.worker = this.start();
      this.pending = undefined;
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
