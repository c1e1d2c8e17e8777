import type { Material, Tool, ToolKind } from './workshop';

/** Tasks that mark the surface or clear some of it, and do not go through. */
export const SURFACE_TASKS = ['score', 'engrave', 'pocket'] as const;
export type SurfaceTask = (typeof SURFACE_TASKS)[number];

/** With what a task is done where that is not the job's own tool, and how deep in millimetres where that is not what is usual. */
export interface TaskWork {
  tool: Tool | null;
  depth: number | null;
}
/** By task, those of which something is said. */
export type TaskWorks = Partial<Record<SurfaceTask, TaskWork>>;

/** A tool as a task has it: what it is called, what it is, how wide, and how deep it goes. */
export interface Worked {
  tool: string;
  toolKind: ToolKind;
  width: number;
  depth: number;
}

/** Depth of pocketed lettering; 1/8 in is usual (common practice, no source). */
export const POCKET_DEPTH = 3.175;

/** How a surface task is done; what only marks the surface has no depth unless one is said. */
export function workedBy(task: SurfaceTask, job: Tool, works: TaskWorks): Worked {
  const { tool, depth } = works[task] ?? { tool: null, depth: null };
  const { name, kind, width } = tool ?? job;
  return { tool: name, toolKind: kind, width, depth: depth ?? (task === 'pocket' ? POCKET_DEPTH : 0) };
}

/** Whether a tool clears an area in rings and goes down into the sheet, as a bit does. */
export const isBit = (kind: ToolKind): boolean => kind === 'end mill' || kind === 'V bit';

/** Whether a tool clears areas at all: a knife or a torch only follows lines. */
export const clearsAreas = (kind: ToolKind): boolean => kind !== 'knife' && kind !== 'torch';

/** Whether what is worked so goes through the sheet. */
export const goesThrough = (
  { toolKind, depth }: Worked,
  { thickness }: Pick<Material, 'thickness'>,
): boolean => isBit(toolKind) && thickness > 0 && depth >= thickness;
