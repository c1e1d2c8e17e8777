import type { MoveKind, Process, Task } from '@drelk/core';
import { MATERIAL, TASK_COLOURS } from '../drawing/colours';

/** What is cut, by the process that cuts it. */
export const SHEETS: Record<Process, string> = {
  laser: MATERIAL,
  vinyl: '#c3cfcb',
  plasma: '#b4b5b3',
  router: '#d3b284',
};

export const SHEET_COLOURS = {
  /** The table beneath, seen where the sheet is gone. */
  table: '#2a2620',
  /** A part that came free, over the sheet's own colour. */
  free: '#2f6f6248',
  standing: '#b8862b',
  travel: '#a8472a',
  head: '#a8472a',
  shadow: '#00000066',
};

/** What is left behind along a track. */
export const traceColour = (task: Exclude<Task, 'guide'>, kind: MoveKind): string =>
  task === 'cut-through' && kind !== 'travel' ? SHEET_COLOURS.table : TASK_COLOURS[task];
