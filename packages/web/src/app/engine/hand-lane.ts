import { type Observable, Subject, filter, firstValueFrom, map, merge } from 'rxjs';
import type { GreyPicture, JobDocument } from '@drelk/core';
import type { EngineAnswer, EngineCalls, HandCall, HandRequest } from './messages';
import type { EngineProblem } from './views';
import { createHandWorker } from './worker.factory';

/** Questions of the moving hand, and about what is no job. */
const HAND_CALLS: readonly string[] = [
  'cling',
  'edge',
  'followed',
  'combined',
  'reshaped',
  'narrowestIn',
  'rehearse',
  'file',
] satisfies HandCall[];

export const isHandCall = (call: string): call is HandCall => HAND_CALLS.includes(call);

/** No question is worked on for longer, in milliseconds. */
export const LONGEST = 60_000;
const STOPPED: EngineProblem = {
  code: 'stopped',
  message: 'That was stopped.',
  hint: 'Nothing was changed.',
};
export const TOO_LONG: EngineProblem = {
  code: 'too-large',
  message: 'That would take longer than a minute, and was given up.',
  hint: 'Nothing was changed. Pick less at once, or take nodes out first.',
};

/** In which tones a question looks for edges. */
const TONES = { cling: 'source', edge: 'squared' } as const;
type ToneCall = keyof typeof TONES;
const isToneCall = (call: HandCall): call is ToneCall => call in TONES;

/** What the page asks: of edges with the document, whose tones the worker is given beforehand. */
export type HandAsks<C extends HandCall> = C extends ToneCall
  ? Omit<EngineCalls[C]['asks'], 'tones'> & { document: JobDocument }
  : EngineCalls[C]['asks'];

type Tones = (of: 'source' | 'squared', document: JobDocument) => Promise<GreyPicture>;

/**
 * The way to a worker of its own, so that a hand is answered whatever is being computed, and interrupts nothing. The
 * tones of the picture are sent there once.
 */
export class HandLane {
  private readonly answers = new Subject<EngineAnswer>();
  private readonly died = new Subject<EngineProblem>();
  private worker: Worker | undefined;
  private count = 0;
  /** Names of the tones that the worker holds, or will once they are there. */
  private sent = new Map<string, Promise<string>>();

  constructor(private readonly tonesOf: Tones) {}

  /** Has the worker there, before somebody waits for it. */
  start(): Worker {
    if (this.worker) return this.worker;
    const worker = createHandWorker();
    worker.onmessage = ({ data }: MessageEvent<EngineAnswer>) => this.answers.next(data);
    worker.onerror = () =>
      this.stop({
        code: 'stopped',
        message: 'That had to be started anew.',
        hint: 'Your job is as it was. Try again.',
      });
    this.worker = worker;
    return worker;
  }

  /** Ends what is being worked out: whoever asked is told why, and the next question has a worker anew. */
  stop(why: EngineProblem = STOPPED): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.sent.clear();
    this.died.next(why);
  }

  /** The tones of what was open are wanted no more. */
  leave(): void {
    this.sent.clear();
  }

  /** Asks one question; rejects with a sentence, and with what `cut` says. */
  async ask<C extends HandCall>(
    picture: string,
    type: C,
    asks: HandAsks<C>,
    transfer: Transferable[],
    cut: Observable<EngineProblem>,
  ): Promise<EngineCalls[C]['answer']> {
    const request = ++this.count;
    const mine = merge(
      this.answers.pipe(filter((answer) => answer.request === request)),
      merge(cut, this.died).pipe(map((problem) => ({ type: 'problem' as const, problem }))),
    ).pipe(
      map((answer) => {
        if (answer.type === 'problem') throw answer.problem;
        return (answer as Extract<EngineAnswer, { type: 'answer' }>).answer as EngineCalls[C]['answer'];
      }),
    );
    const bound = setTimeout(() => this.stop(TOO_LONG), LONGEST);
    const answered = firstValueFrom(mine).finally(() => clearTimeout(bound));
    // Who asks is told by what is thrown here; of the two, the first.
    answered.catch(() => undefined);
    if (isToneCall(type)) {
      const { document, ...more } = asks as HandAsks<ToneCall>;
      const tones = await this.tones(picture, TONES[type], document);
      this.post({ type, request, picture, tones, ...more } as unknown as HandRequest);
    } else this.post({ type, request, picture, ...asks } as unknown as HandRequest, transfer);
    return answered;
  }

  /** The name of tones that the worker holds. */
  private tones(picture: string, of: 'source' | 'squared', document: JobDocument): Promise<string> {
    const name = `${picture} ${of} ${of === 'squared' ? JSON.stringify(document.square) : ''}`;
    const known = this.sent.get(name);
    if (known) return known;
    // One of each is as much as there is any use for.
    for (const other of this.sent.keys()) if (other.includes(` ${of} `)) this.sent.delete(other);
    const sending = this.tonesOf(of, document).then((grey) => {
      const keep = [...this.sent.keys()];
      this.post({ type: 'tones', name, grey, keep }, [grey.data.buffer]);
      return name;
    });
    this.sent.set(name, sending);
    sending.catch(() => {
      if (this.sent.get(name) === sending) this.sent.delete(name);
    });
    return sending;
  }

  private post(message: HandRequest, transfer: Transferable[] = []): void {
    this.start().postMessage(message, transfer);
  }
}
