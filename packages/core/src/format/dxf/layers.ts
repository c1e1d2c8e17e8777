import type { Drawing, Task } from '../drawing';

/** Layer name and colour number (DXF reference, colour index 1 to 255) of each task; the numbers are our own. */
const LAYERS: Record<Task, { name: string; colour: number }> = {
  'cut-through': { name: 'CUT_THROUGH', colour: 94 },
  score: { name: 'SCORE', colour: 34 },
  engrave: { name: 'ENGRAVE', colour: 174 },
  pocket: { name: 'POCKET', colour: 214 },
  guide: { name: 'GUIDE', colour: 8 },
};

/** The layers a drawing uses. */
export function layersOf(drawing: Drawing): { name: string; colour: number }[] {
  return [...new Set(drawing.paths.map((path) => path.task))].map((task) => LAYERS[task]);
}

/** The layer a task's paths lie on. */
export const layerName = (task: Task): string => LAYERS[task].name;
