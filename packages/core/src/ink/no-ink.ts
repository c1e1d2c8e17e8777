import { DrelkError } from '../error';

/** There is no shape in a picture. */
export function noInk(why: string): DrelkError {
  return new DrelkError(
    'no-ink',
    `Nothing here is ink. ${why}`,
    'Move the threshold, lower the speck size, draw by hand, or take a picture with more contrast.',
  );
}

/** What there is in a picture went with the detail. */
export const allTooFine = (): DrelkError =>
  new DrelkError(
    'no-ink',
    'Nothing here is ink. All there is is finer than what can be cut: grain, or a texture.',
    'Give it more detail in Ink, cut out the part that is meant, or take a picture with more contrast.',
  );
