import { DrelkError } from '../error';
import { MOST_TEXT } from '../text';
import { boardShape } from './items/board';
import { borderContours } from './items/border';
import { holeContours } from './items/holes';
import { inTurn } from './place';
import type { ItemSettings } from './settings';

/** Throws for an item whose figures cannot be, as far as that can be told before anything is worked out. */
export function checkItem(items: Record<number, ItemSettings>, id: number): void {
  inTurn(items);
  const item = items[id];
  if (item.kind === 'board') boardShape(item);
  if (item.kind === 'text' && item.set.text.trim() === '')
    throw new DrelkError('no-text', 'There is no letter in this text.', 'Type what it is to say.');
  if (item.kind === 'text' && item.set.text.length > MOST_TEXT)
    throw new DrelkError(
      'too-much-text',
      `A text of ${item.set.text.length} characters is too long.`,
      `Set up to ${MOST_TEXT}; make several texts of it.`,
    );
  if (item.kind === 'border') {
    const board = items[item.around];
    // What is inside other forms is only known once they are there.
    if (board.kind === 'board' && board.form === 'rectangle')
      borderContours(item, board, boardShape(board).outer, () => []);
  }
  if (item.kind === 'holes') {
    const on = item.place.on === null ? undefined : items[item.place.on];
    const across = on?.kind === 'board' ? on.width : on && Infinity;
    holeContours(item, across);
  }
}
