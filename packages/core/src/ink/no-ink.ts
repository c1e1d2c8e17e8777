import { DrelkError } from '../error';

/** There is no shape in a picture. */
export function noInk(why: string): DrelkError {
  return new DrelkError(
    'no-ink',
    `Nothing here is ink. ${why}`,
    'Move the threshold, lower the speck size, draw by hand, or take a picture with more contrast.',
  );
}
