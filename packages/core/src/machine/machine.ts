import type { Material, Process, Tool, ToolKind } from './workshop';
import type { Motion } from './motion';

/** A machine of a process set up for a material with a tool. Millimetres and seconds. */
export interface Machine {
  process: Process;
  toolKind: ToolKind;
  /** What the tool takes away, so wide; and whether its middle goes beside the line, so that parts are as large as drawn. */
  kerf: number;
  compensated: boolean;
  /** Speeds: through the material, along its surface, and without touching it. */
  cut: number;
  mark: number;
  travel: number;
  motion: Motion;
  /** How often it goes around to come through; how deep pockets are, and in how many passes. */
  passes: number;
  pocketDepth: number;
  pocketPasses: number;
  /** Seconds before it moves on: a torch or beam goes through, a mill goes down. */
  pierce: number;
  /** So far along a closed way a mill goes down for a pass that cuts through, and for one of a pocket; 0 for what goes straight down. */
  ramp: { cut: number; pocket: number };
  /** Length of the way in from beside the contour. */
  lead: number;
  /** Neighbouring ways of a pocket and of a hatch are so far apart. */
  stepOver: number;
  hatch: number;
  /** A knife's tip trails by this, and turns on it in corners. */
  trail: number;
  /** Which way around the outside of a part is cut, seen from above; null for either. */
  outsideClockwise: boolean | null;
  bed: { width: number; height: number };
  /** Of the sheet; 0 for a film. */
  thickness: number;
}

/** Depth of pocketed lettering; 1/8 in is usual (common practice, no source). */
export const POCKET_DEPTH = 3.175;
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
  /** Of pockets, in millimetres. */
  pocketDepth?: number;
  compensated?: boolean;
}

/** The machine for a material and a tool. */
export function machineFor(
  material: Material,
  tool: Tool,
  { pocketDepth = POCKET_DEPTH, compensated = true }: MachineWishes = {},
): Machine {
  const { process, thickness, bed, pace } = material;
  const perPass = thickness / pace.passes;
  const pocketPasses =
    process === 'router' && perPass > 0 ? Math.max(1, Math.ceil(pocketDepth / perPass - 1e-9)) : 1;
  const rampFor = (depth: number) =>
    tool.kind === 'end mill' ? depth / Math.tan((RAMP * Math.PI) / 180) : 0;
  return {
    process,
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
    pocketDepth,
    pocketPasses,
    ramp: { cut: rampFor(perPass), pocket: rampFor(pocketDepth / pocketPasses) },
    pierce: pace.pierce,
    lead: tool.kind === 'torch' ? LEAD * tool.width : 0,
    stepOver: STEP_OVER * tool.width,
    hatch: Math.max(HATCH, tool.kind === 'beam' ? tool.width : 0),
    trail: tool.kind === 'knife' ? TRAIL : 0,
    outsideClockwise: process === 'plasma' || process === 'router' ? true : null,
    bed,
    thickness,
  };
}
