import type { Box, Shape } from '../geometry';

/** What the machine does along a path. */
export const TASKS = ['cut-through', 'score', 'engrave', 'pocket', 'guide'] as const;
export type Task = (typeof TASKS)[number];

/** A colour's name and itself, #rrggbb. */
export interface DrawingPlate {
  name: string;
  colour: string;
}

/** One shape and its task, in millimetres, y down. */
export interface DrawingPath {
  task: Task;
  shape: Shape;
  /** The plate it is of, where the picture was taken apart. */
  plate?: DrawingPlate;
}

/** What a cut file holds. */
export interface Drawing {
  /** The sheet or artwork frame that the file states, in millimetres. */
  frame: Box;
  units: 'mm' | 'in';
  paths: DrawingPath[];
}
