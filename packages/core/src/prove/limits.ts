import {
  type Material,
  SURFACE_TASKS,
  type SurfaceTask,
  type TaskWorks,
  type Tool,
  type ToolKind,
  type Worked,
  workedBy,
} from '../machine';

/** What a machine, a material and a tool allow. Lengths in millimetres; 0 where there is no limit. */
export interface Limits {
  /** A pixel of the picture becomes no larger than this. */
  coarsePixel: number;
  /** Material between sides of one contour, and between two cuts. */
  leastNeck: number;
  leastWall: number;
  /** Of all that holds a part, as a share of the side of a square as large as it. */
  leastHold: number;
  /** Across a hole, and between two cuts where nothing stays. */
  leastHole: number;
  leastGap: number;
  /** Between sides of a pocket. */
  pocketGap: number;
  /** Of a part that is to be found again. */
  leastPart: number;
  /** In an inner corner: of the tool. */
  leastRadius: number;
  /** Degrees of a tip. */
  leastTip: number;
  /** Lines nearer to each other are cut twice. */
  double: number;
  bed: { width: number; height: number } | null;
  nodesPer100: number;
  shortestSegment: number;
  /** It is cut from behind: what is right then is mirrored. */
  fromBehind: boolean;
  /** What takes material away, and how wide; how thick the sheet is, 0 for a film. */
  toolKind: ToolKind;
  kerf: number;
  thickness: number;
  /** With what each surface task is done, and how deep. */
  surface: Record<SurfaceTask, Worked>;
  /** In which lengths are told. */
  units: 'mm' | 'in';
}

/** A pixel larger than this leaves marks that a finger feels; common practice, no source. */
const COARSE = 0.5;
/** Lines nearer than this to each other are one to any machine; common practice, no source. */
const DOUBLE = 0.05;
/** Segments shorter than this make controllers stutter; common practice, no source. */
const SHORT = 0.02;
/** What holds a part in a sheet that nothing lies under: of the side of a square as large; common practice, no source. */
const HOLD = 1 / 25;

/** Lines nearer to each other than this are one to a machine: it goes along them twice. */
export const doubledWithin = ({ toolKind, kerf }: { toolKind: ToolKind; kerf: number }): number =>
  // A mill goes beside the line, and lines beside each other are walls or gaps to it.
  toolKind === 'end mill' ? DOUBLE : Math.max(DOUBLE, kerf / 2);

/** The limits of a material worked with a tool, told in a unit. A hole or a gap cannot be less than the tool is wide. */
export function limitsOf(
  material: Material,
  tool: Tool,
  { units = 'mm', works = {} }: { units?: Limits['units']; works?: TaskWorks } = {},
): Limits {
  const { least, bed } = material;
  const isRound = tool.kind === 'end mill';
  const surface = Object.fromEntries(
    SURFACE_TASKS.map((task) => [task, workedBy(task, tool, works)]),
  ) as Limits['surface'];
  return {
    coarsePixel: COARSE,
    leastNeck: least.neck,
    leastWall: least.wall,
    // A film lies on its carrier.
    leastHold: material.thickness > 0 ? HOLD : 0,
    leastHole: Math.max(least.hole, tool.width),
    leastGap: Math.max(least.gap, tool.width),
    pocketGap: Math.max(least.gap, surface.pocket.width),
    leastPart: least.part,
    leastRadius: isRound ? tool.width / 2 : 0,
    leastTip: least.tip,
    double: doubledWithin({ toolKind: tool.kind, kerf: tool.width }),
    bed,
    nodesPer100: least.nodesPer100,
    shortestSegment: SHORT,
    fromBehind: material.fromBehind ?? false,
    toolKind: tool.kind,
    kerf: tool.width,
    thickness: material.thickness,
    surface,
    units,
  };
}
