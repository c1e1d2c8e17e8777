import { TASKS, TASK_COLOURS, type Task } from '@drelk/core';

export { TASK_COLOURS };

/** Patterns of their lines, in screen pixels drawn and left out: told apart without any hue. */
export const TASK_PATTERNS: Record<Task, readonly number[]> = {
  'cut-through': [],
  score: [9, 4],
  engrave: [3, 3],
  pocket: [9, 3, 2, 3],
  guide: [1, 4],
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

/** How a line looks that is drawn in the colour of a task; boards are cut out. */
export function lookOf(colour: string | undefined): { stroke: string; pattern: readonly number[] } {
  const task = TASKS.find((one) => TASK_COLOURS[one] === colour) ?? 'cut-through';
  return { stroke: TASK_COLOURS[task], pattern: TASK_PATTERNS[task] };
}
