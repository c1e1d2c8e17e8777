import { type DrawingPath, TASKS, type Task } from '../drawing';
import type { Chosen } from '../file-format';
import { inPlainLetters } from '../text';

/** The one path of all areas, and that of all single lines. */
const ALL = { areas: 'all', lines: 'all-lines' };

/** The group that a path goes into: by task, plate, and whether it is of lines, or the one of all. What is not a letter or a digit becomes a hyphen. */
export function groupName(
  { task, plate, shape }: Pick<DrawingPath, 'task' | 'plate' | 'shape'>,
  { together }: Chosen = {},
): string {
  if (together === 'one') return shape.pen === undefined ? ALL.areas : ALL.lines;
  const parts = [task, plate?.name ?? '', shape.pen === undefined ? '' : 'lines'];
  return parts
    .filter(Boolean)
    .map((part) => inPlainLetters(part).replace(/[^a-z0-9]+/gi, '-'))
    .join('-');
}

/** Whether all paths of a group are one element. */
export const isOnePath = (group: string): boolean => Object.values(ALL).includes(group);

/** The task of the paths in a group, by its name as it is written: where all are one, it is that of most files. */
export const taskOfGroup = (group: string): Task | undefined =>
  isOnePath(group) ? 'cut-through' : TASKS.find((task) => group === task || group.startsWith(`${task}-`));
