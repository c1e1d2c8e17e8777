import type { Box, Shape } from '../geometry';

/** What the machine does along a path. */
export type Task = 'cut-through' | 'score' | 'engrave' | 'pocket' | 'guide';

/** One shape and its task, in millimetres, y down. */
export interface DrawingPath {
  task: Task;
  shape: Shape;
}

/** What a cut file holds. */
export interface Drawing {
  /** The sheet or artwork frame that the file states, in millimetres. */
  frame: Box;
  units: 'mm' | 'in';
  paths: DrawingPath[];
}
