import { type Drawing, type DrawingPath, TASKS, TASK_COLOURS, type Task } from '../drawing';
import type { Chosen } from '../file-format';
import { inPlainLetters } from '../text';
import { indexOfColour } from './colours';

/** Layer name and colour number (DXF reference, colour index 1 to 255) of each task; the numbers are our own. */
const LAYERS: Record<Task, { name: string; colour: number }> = {
  'cut-through': { name: 'CUT_THROUGH', colour: 94 },
  score: { name: 'SCORE', colour: 34 },
  engrave: { name: 'ENGRAVE', colour: 174 },
  pocket: { name: 'POCKET', colour: 214 },
  guide: { name: 'GUIDE', colour: 8 },
};
/** The layer of all paths, where they are on one, and how those of plates alone begin. */
const ALL = 'ALL';
const PLATE = 'PLATE';
/** Plates take colour numbers this far apart, so that neighbours in the list are told apart on screen. */
const APART = 20;
/** The colour that is drawn as ink is, light or dark. */
const INK = 7;
/** Longest name of a layer in release 12. */
const LONGEST = 31;

/** The layers a drawing uses, one for each group of its paths. */
export function layersOf(drawing: Drawing, colours = 'layer'): { name: string; colour: number }[] {
  const layers = new Map<string, number>();
  for (const path of drawing.paths) {
    const name = layerOf(path);
    if (layers.has(name)) continue;
    const own = name === ALL ? INK : LAYERS[path.task].colour;
    const hasPlate = path.plate !== undefined && name !== ALL && name !== LAYERS[path.task].name;
    const told = hasPlate ? ((own + APART * layers.size) % 240) + 10 : own;
    layers.set(name, colours === 'ink' ? INK : told);
  }
  return [...layers].map(([name, colour]) => ({ name, colour }));
}

/** A path's layer: its group, where it has one. */
export const layerOf = (path: DrawingPath): string => path.group ?? layerName(path);

/** The layer that a path goes on: letters, digits and underscores only. */
export function layerName(
  { task, plate }: Pick<DrawingPath, 'task' | 'plate'>,
  { layers }: Chosen = {},
): string {
  const { name } = LAYERS[task];
  if (layers === 'one') return ALL;
  if (!plate || layers === 'task') return name;
  const own = inPlainLetters(plate.name)
    .toUpperCase()
    .replace(/[^A-Z0-9]+/g, '_');
  return `${layers === 'plate' ? PLATE : name}_${own}`.slice(0, LONGEST);
}

/** The colour number of a path by itself; undefined where its layer's goes for it. */
export const ownColour = ({ task, plate }: DrawingPath, colours: string): number | undefined =>
  colours === 'own' ? indexOfColour(plate?.colour ?? TASK_COLOURS[task]) : undefined;

/** The task of the paths on a layer, by its name as it is written; undefined for another's layer. */
export const taskOfLayer = (layer: string): Task | undefined =>
  layer === ALL || layer.startsWith(`${PLATE}_`)
    ? 'cut-through'
    : TASKS.find((task) => layer === LAYERS[task].name || layer.startsWith(`${LAYERS[task].name}_`));
