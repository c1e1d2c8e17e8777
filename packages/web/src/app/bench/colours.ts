import type { Task } from '@drelk/core';

/** Hues of what is done along paths: told apart by more than their lightness. */
export const TASK_COLOURS: Record<Task, string> = {
  'cut-through': '#4a5580',
  score: '#8a5a86',
  engrave: '#6f8f6a',
  pocket: '#8c5a2e',
  guide: '#b6ad9c',
};

/** What boards are of. */
export const MATERIAL = '#dcc39a';

/** Colours on the bench: it shows paper in either light, so they do not change with it. */
export const COLOURS = {
  paper: '#fffdf8',
  cut: '#3b4570',
  fill: '#4a5580',
  node: '#2f6f62',
  ink: '#2a2620',
  missed: '#c4512d',
  extra: '#1d86ad',
  mark: '#b8862b',
};
