/**
 * One writer at a time. Whoever waits here holds neither a connection nor a thread, of which the one that writes would
 * be in need.
 */
export class WriteQueue {
  private last: Promise<unknown> = Promise.resolve();

  /** Does a piece of work once all that came before it are done, well or not. */
  run<T>(work: () => Promise<T>): Promise<T> {
    const done = this.last.then(work);
    this.last = done.catch(() => undefined);
    return done;
  }
}
