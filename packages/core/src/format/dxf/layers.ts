import { type Drawing, type DrawingPath, TASKS, type Task } from '../drawing';

/** Layer name and colour number (DXF reference, colour index 1 to 255) of each task; the numbers are our own. */
const LAYERS: Record<Task, { name: string; colour: number }> = {
  'cut-through': { name: 'CUT_THROUGH', colour: 94 },
  score: { name: 'SCORE', colour: 34 },
  engrave: { name: 'ENGRAVE', colour: 174 },
  pocket: { name: 'POCKET', colour: 214 },
  guide: { name: 'GUIDE', colour: 8 },
};
/** Plates take colour numbers this far apart, so that neighbours in the list are told apart on screen. */
const APART = 20;
/** Longest name of a layer in release 12. */
const LONGEST = 31;

/** The layers a drawing uses, one for each task and plate. */
export function layersOf(drawing: Drawing): { name: string; colour: number }[] {
  const layers = new Map<string, number>();
  for (const path of drawing.paths) {
    const name = layerName(path);
    if (layers.has(name)) continue;
    const own = LAYERS[path.task].colour;
    layers.set(name, path.plate ? ((own + APART * layers.size) % 240) + 10 : own);
  }
  return [...layers].map(([name, colour]) => ({ name, colour }));
}

/** The layer that a path lies on: letters, digits and underscores only. */
export function layerName({ task, plate }: Pick<DrawingPath, 'task' | 'plate'>): string {
  const { name } = LAYERS[task];
  if (!plate) return name;
  return `${name}_${plate.name.toUpperCase().replace(/[^A-Z0-9]+/g, '_')}`.slice(0, LONGEST);
}

/** The task of the paths on a layer, by its name as it is written; undefined for another's layer. */
export const taskOfLayer = (layer: string): Task | undefined =>
  TASKS.find((task) => layer === LAYERS[task].name || layer.startsWith(`${LAYERS[task].name}_`));
