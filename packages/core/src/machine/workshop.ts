/** What cuts. */
export const PROCESSES = ['laser', 'vinyl', 'plasma', 'router'] as const;
export type Process = (typeof PROCESSES)[number];

/** Where a figure comes from: nobody's word is taken for a standard. */
export const ORIGINS = ['typed', 'common practice', 'from memory'] as const;
export type Origin = (typeof ORIGINS)[number];

/** What a material holds, in millimetres; a tip in degrees. */
export interface Least {
  neck: number;
  wall: number;
  hole: number;
  gap: number;
  part: number;
  tip: number;
  nodesPer100: number;
}

/** How fast a machine works a material: mm/s through it, along its surface and above it, mm/s², rounds to come through, seconds to begin a cut. */
export interface Pace {
  cut: number;
  mark: number;
  travel: number;
  acceleration: number;
  passes: number;
  pierce: number;
}

/** A material as a process cuts it. Thickness in millimetres, 0 for a film. */
export interface Material {
  process: Process;
  name: string;
  thickness: number;
  least: Least;
  pace: Pace;
  /** What fits on the machine. */
  bed: { width: number; height: number };
  /** The side that is cut is the one that nobody sees. */
  fromBehind?: boolean;
  origin: Origin;
}

export const TOOL_KINDS = ['beam', 'knife', 'torch', 'end mill', 'V bit'] as const;
export type ToolKind = (typeof TOOL_KINDS)[number];

/** What takes material away, so wide: a beam's or torch's kerf, a mill's diameter, nothing for a knife. */
export interface Tool {
  process: Process;
  name: string;
  kind: ToolKind;
  width: number;
  origin: Origin;
}

const INCH = 25.4;

const BEDS: Record<Process, Material['bed']> = {
  laser: { width: 600, height: 400 },
  vinyl: { width: 600, height: 1500 },
  plasma: { width: 48 * INCH, height: 48 * INCH },
  router: { width: 1250, height: 1250 },
};

/** What a process does alike on every material. */
const PACES: Record<Process, Pick<Pace, 'mark' | 'travel' | 'acceleration'>> = {
  laser: { mark: 120, travel: 300, acceleration: 2000 },
  vinyl: { mark: 200, travel: 400, acceleration: 3000 },
  plasma: { mark: 60, travel: 200, acceleration: 500 },
  router: { mark: 30, travel: 100, acceleration: 400 },
};

const material = (
  process: Process,
  name: string,
  thickness: number,
  [neck, wall, hole, gap, part]: readonly [
    neck: number,
    wall: number,
    hole: number,
    gap: number,
    part: number,
  ],
  [cut, passes, pierce]: readonly [cut: number, passes: number, pierce: number],
  origin: Origin = 'common practice',
): Material => ({
  process,
  name,
  thickness,
  least: {
    neck,
    wall,
    hole,
    gap,
    part,
    tip: process === 'vinyl' ? 5 : 10,
    nodesPer100: process === 'vinyl' ? 200 : 120,
  },
  pace: { cut, passes, pierce, ...PACES[process] },
  bed: BEDS[process],
  origin,
});

/**
 * What a workshop begins with; all of it can be changed. Figures are common practice without a source, speeds too; those of holes in steel are
 * from memory: about as wide as the sheet is thick.
 */
export const MATERIALS: readonly Material[] = [
  material('laser', 'plywood 3 mm', 3, [1, 1.5, 1, 0.2, 1], [30, 1, 0]),
  material('laser', 'acrylic 3 mm', 3, [1, 1.5, 1, 0.2, 1], [20, 1, 0.1]),
  material('laser', 'card', 0.3, [0.4, 0.5, 0.4, 0.15, 0.8], [80, 1, 0]),
  material('laser', 'felt', 3, [1.5, 2, 1.5, 0.3, 2], [60, 1, 0]),
  material('vinyl', 'sign vinyl', 0, [0.5, 0.5, 0.8, 0.3, 1], [200, 1, 0.05]),
  {
    ...material('vinyl', 'heat transfer', 0, [0.8, 0.8, 1, 0.5, 1.5], [150, 1, 0.05]),
    fromBehind: true,
  },
  material('plasma', 'steel 1.5 mm', 1.5, [1, 2, 1.5, 1.5, 5], [80, 1, 0.2], 'from memory'),
  material('plasma', 'steel 3 mm', 3, [1.5, 3, 3, 1.5, 6], [50, 1, 0.4], 'from memory'),
  material('plasma', 'steel 6 mm', 6, [3, 4, 6, 2, 10], [25, 1, 0.6], 'from memory'),
  material('router', 'pine 18 mm', 18, [4, 5, 3, 3, 10], [30, 6, 1]),
  material('router', 'plywood 6 mm', 6, [2.5, 3, 3, 3, 8], [35, 2, 1]),
  material('router', 'foam board', 5, [4, 4, 3, 3, 8], [60, 1, 0.5]),
];

const tool = (
  process: Process,
  name: string,
  kind: ToolKind,
  width: number,
  origin: Origin = 'common practice',
): Tool => ({
  process,
  name,
  kind,
  width,
  origin,
});

export const TOOLS: readonly Tool[] = [
  tool('laser', 'beam, kerf 0.2 mm', 'beam', 0.2, 'from memory'),
  tool('laser', 'beam, kerf 0.1 mm', 'beam', 0.1, 'from memory'),
  tool('vinyl', 'knife', 'knife', 0),
  tool('plasma', 'torch, kerf 1.5 mm', 'torch', 1.5, 'from memory'),
  tool('plasma', 'torch, kerf 1 mm', 'torch', 1, 'from memory'),
  tool('router', 'end mill 1/8 in', 'end mill', INCH / 8),
  tool('router', 'end mill 1/4 in', 'end mill', INCH / 4),
  tool('router', 'end mill 3 mm', 'end mill', 3),
  tool('router', 'V bit, 60 degrees', 'V bit', 0.2),
];
