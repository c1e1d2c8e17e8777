import type { Motion } from './motion';
import { type SurfaceTask, SURFACE_TASKS, type TaskWorks, type Worked, workedBy } from './works';
import type { Material, Process, Tool, ToolKind } from './workshop';

/** A machine of a process set up for a material with a tool. Millimetres and seconds. */
export interface Machine {
  process: Process;
  /** What cuts through: its name and kind. */
  tool: string;
  toolKind: ToolKind;
  /** What the tool takes away, so wide; and whether its middle goes beside the line, so that parts are as large as drawn. */
  kerf: number;
  compensated: boolean;
  /** Speeds: through the material, along its surface, and without touching it. */
  cut: number;
  mark: number;
  travel: number;
  motion: Motion;
  /** How often it goes around to come through. */
  passes: number;
  /** How each surface task is done. */
  surface: Record<SurfaceTask, SurfaceWork>;
  /** Seconds before it moves on: a torch or beam goes through, a mill goes down. */
  pierce: number;
  /** So far along a closed way a mill goes down for a pass that cuts through; 0 for what goes straight down. */
  ramp: number;
  /** Length of the way in from beside the contour. */
  lead: number;
  /** A knife's tip trails by this, and turns on it in corners. */
  trail: number;
  /** Which way around the outside of a part is cut, seen from above; null for either. */
  outsideClockwise: boolean | null;
  bed: { width: number; height: number };
  /** Of the sheet; 0 for a film. */
  thickness: number;
}

/** How a surface task is done: in how many passes, for each of which a mill goes down so far along the way, and how far apart ways and lines are. */
export interface SurfaceWork extends Worked {
  passes: number;
  ramp: number;
  stepOver: number;
  hatch: number;
}

/** What velocity may change at once, as seconds of acceleration; common practice, no source. */
const JOLT = 0.005;
/** Of a tool's width, from one way to the next in a pocket; common practice, no source. */
const STEP_OVER = 0.4;
/** Lines of an engraved area; common practice, no source. */
const HATCH = 0.2;
/** Tip behind the holder's axis, of usual knives; from memory. */
const TRAIL = 0.25;
/** A way in is so many kerfs long; common practice, no source. */
const LEAD = 2.5;

/** A mill goes down along its way at so many degrees; common practice, no source. */
const RAMP = 3;

/** What a rehearsal leaves to whoever asks for it. */
export interface MachineWishes {
  works?: TaskWorks;
  compensated?: boolean;
}

/** The machine for a material and a tool. */
export function machineFor(
  material: Material,
  tool: Tool,
  { works = {}, compensated = true }: MachineWishes = {},
): Machine {
  const { process, thickness, bed, pace } = material;
  const perPass = thickness / pace.passes;
  const rampFor = (kind: ToolKind, depth: number) =>
    kind === 'end mill' ? depth / Math.tan((RAMP * Math.PI) / 180) : 0;
  const surfaceWork = (task: SurfaceTask): SurfaceWork => {
    const worked = workedBy(task, tool, works);
    const { toolKind, width, depth } = worked;
    const isDeep = task === 'pocket' && process === 'router' && perPass > 0;
    const passes = isDeep ? Math.max(1, Math.ceil(depth / perPass - 1e-9)) : 1;
    return {
      ...worked,
      passes,
      ramp: task === 'pocket' ? rampFor(toolKind, depth / passes) : 0,
      stepOver: STEP_OVER * width,
      hatch: Math.max(HATCH, toolKind === 'beam' ? width : 0),
    };
  };
  return {
    process,
    tool: tool.name,
    toolKind: tool.kind,
    kerf: tool.width,
    compensated,
    cut: pace.cut,
    mark: pace.mark,
    travel: pace.travel,
    motion: {
      acceleration: { x: pace.acceleration, y: pace.acceleration },
      jolt: JOLT * pace.acceleration,
    },
    passes: pace.passes,
    surface: Object.fromEntries(SURFACE_TASKS.map((task) => [task, surfaceWork(task)])) as Machine['surface'],
    ramp: rampFor(tool.kind, perPass),
    pierce: pace.pierce,
    lead: tool.kind === 'torch' ? LEAD * tool.width : 0,
    trail: tool.kind === 'knife' ? TRAIL : 0,
    outsideClockwise: process === 'plasma' || process === 'router' ? true : null,
    bed,
    thickness,
  };
}
