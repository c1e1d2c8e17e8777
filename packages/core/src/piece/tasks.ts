import type { Task } from '../format';
import type { ItemSettings } from './settings';

/** What is done along an item's areas where nobody has said: a board is cut out, and what lies on one is cut into it. */
export function taskOf(item: ItemSettings, hasBoard: boolean): Task {
  if (item.task !== 'auto') return item.task;
  switch (item.kind) {
    case 'board':
    case 'holes':
    case 'frame':
    case 'marks':
    case 'outline':
      return 'cut-through';
    case 'border':
      return 'score';
    case 'text':
      return hasBoard ? 'pocket' : 'cut-through';
    case 'artwork':
      return hasBoard ? 'engrave' : 'cut-through';
  }
}

/** Single lines that nobody has said anything about are scored; frames, and without a board a drawing of lines, are cut. */
export const taskOfLine = (item: ItemSettings, hasBoard: boolean): Task =>
  item.task !== 'auto'
    ? item.task
    : item.kind === 'frame' || (item.kind === 'artwork' && !hasBoard)
      ? 'cut-through'
      : 'score';
