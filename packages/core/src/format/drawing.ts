import type { Box, Shape } from '../geometry';

/** What the machine does along a path. */
export const TASKS = ['cut-through', 'score', 'engrave', 'pocket', 'guide'] as const;
export type Task = (typeof TASKS)[number];

/** Hues of what is done along paths: told apart by more than their lightness. */
export const TASK_COLOURS: Record<Task, string> = {
  'cut-through': '#4a5580',
  score: '#8a5a86',
  engrave: '#6f8f6a',
  pocket: '#8c5a2e',
  guide: '#b6ad9c',
};

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
  /** The layer or group of a file that it goes into, or came from. */
  group?: string;
}

/** What a cut file holds. */
export interface Drawing {
  /** The sheet or artwork frame that the file states, in millimetres. */
  frame: Box;
  units: 'mm' | 'in';
  /** The bed of the machine that it is for, in millimetres. */
  bed?: { width: number; height: number };
  /** What it is called. */
  title?: string;
  paths: DrawingPath[];
}
