/** What can go wrong, as one word that programs may rely on. */
export type ErrorCode =
  | 'not-a-picture'
  | 'truncated'
  | 'too-large'
  | 'too-small'
  | 'no-ink'
  | 'all-ink'
  | 'noise'
  | 'tangled'
  | 'bad-length'
  | 'bad-angle'
  | 'bad-figure'
  | 'bad-form'
  | 'nothing-left'
  | 'too-much-by-hand'
  | 'bad-document'
  | 'bad-drawing'
  | 'empty-drawing'
  | 'not-finite'
  | 'hand-off-differs'
  | 'bad-corners'
  | 'empty-crop'
  | 'nothing-kept'
  | 'nothing-found'
  | 'mark-outside'
  | 'no-words'
  | 'bad-font'
  | 'no-text'
  | 'too-much-text'
  | 'bad-place'
  | 'bad-item'
  | 'bad-sheet'
  | 'bad-page'
  | 'locked'
  | 'stopped';

/** An error a crafter can read: `message` names what is wrong with this file or value, `hint` what to do. */
export class DrelkError extends Error {
  constructor(
    readonly code: ErrorCode,
    message: string,
    readonly hint: string,
  ) {
    super(message);
    this.name = 'DrelkError';
  }
}
