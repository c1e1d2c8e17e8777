import { DrelkError } from './error';

/** What a long computation is given by whoever runs it: a way to tell how far it is, and to be stopped. */
export interface Context {
  /** Called now and then with the stage's name and the share done, 0 to 1. */
  progress(stage: string, share: number): void;
  /** True once the result is no longer wanted. */
  stopped(): boolean;
  /** Milliseconds on a clock that only goes forward. */
  now(): number;
}

/** A context for callers that neither watch nor stop. */
export const quietContext: Context = { progress: () => undefined, stopped: () => false, now: () => 0 };

/** Throws `stopped` once the result is no longer wanted; long loops call this every few thousand steps. */
export function checkStopped(context: Context): void {
  if (context.stopped()) {
    throw new DrelkError('stopped', 'The computation was stopped.', 'Nothing was changed.');
  }
}
