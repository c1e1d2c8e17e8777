import { type Context, DrelkError } from '@drelk/core';

/** Progress is told for what takes longer than this, and no more often than the second, in milliseconds. */
const QUIET = 300;
const BETWEEN = 60;

/** Gives way once `stops`, and tells how far it is where somebody wants to know. */
export function workContext(stops: () => boolean, tell?: (stage: string, share: number) => void): Context {
  const begun = performance.now();
  let told = begun;
  return {
    now: () => performance.now(),
    stopped: stops,
    progress: (stage, share) => {
      const now = performance.now();
      if (!tell || now - begun < QUIET || now - told < BETWEEN) return;
      told = now;
      tell(stage, share);
    },
  };
}

export const stopped = () => new DrelkError('stopped', 'A newer request came.', 'Nothing was changed.');

/** What is told of anything that went wrong. */
export function problemOf(error: unknown): Pick<DrelkError, 'code' | 'message' | 'hint'> {
  const { code, message, hint } = error instanceof DrelkError ? error : unexpected(error);
  return { code, message, hint };
}

function unexpected(error: unknown): DrelkError {
  const why = error instanceof Error ? error.message : String(error);
  return new DrelkError(
    'bad-document',
    `This could not be computed: ${why}.`,
    'Undo the last change, or start again from the picture.',
  );
}
