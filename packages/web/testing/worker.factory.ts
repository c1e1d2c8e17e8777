/** What is posted to a worker that never answers by itself: tests answer in its place. */
export class SilentWorker {
  static last: SilentWorker | undefined;
  readonly posted: { type: string; request: number; picture?: string }[] = [];
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: (() => void) | null = null;
  isTerminated = false;

  constructor() {
    SilentWorker.last = this;
  }

  postMessage(message: SilentWorker['posted'][number]): void {
    this.posted.push(message);
  }

  terminate(): void {
    this.isTerminated = true;
  }
}

export const createEngineWorker = (): Worker => new SilentWorker() as unknown as Worker;
/** Tests that ask the hand’s worker look at it here. */
export const createHandWorker = createEngineWorker;
export const createPaintWorker = createEngineWorker;
