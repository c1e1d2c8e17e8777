import type { DrawingPath, Task } from '../format';
import { type Contour, directed, nestContours } from '../geometry';
import { type Cut, type Ways, cutsOf, isLoop, waysAlong } from './cuts';
import type { Machine } from './machine';
import { hatch, wayInPocket } from './tool-way';
import type { SurfaceTask } from './works';

/** What is done at once: a contour cut, a line followed, a pocket cleared, an area engraved. Millimetres, y down. */
export interface Track {
  task: Exclude<Task, 'guide'>;
  /** What the file draws. */
  drawn: Contour[];
  /** What the tool's middle follows, each run begun anew unless it begins where the one before ended. */
  runs: Contour[];
  /** A closed run that may be begun anywhere; else runs are followed as they are. */
  isLoop: boolean;
  passes: number;
  /** Closed cuts: in how many others it lies. Even ones are rims of parts, odd ones of holes. */
  depth: number;
  /** The cut that it makes, -1 for what does not go through. */
  cut: number;
  /** Areas that the tool cannot reach. */
  standing: Contour[];
}

/** How closely curves are followed to see what lies in what. */
const FLATNESS_MM = 0.02;

/** All that is to be done with what a file draws, the cuts through it, and what the tool cannot get into at all. Guides are not machined. */
export function tracksOf(
  paths: readonly DrawingPath[],
  machine: Machine,
): { tracks: Track[]; unreached: Track[]; cuts: Cut[]; ways: Ways } {
  const of = (task: Task) =>
    paths.filter((path) => path.task === task).flatMap(({ shape }) => [shape.outer, ...shape.holes]);
  const cuts = cutsOf(of('cut-through'));
  const ways = waysAlong(cuts, machine);
  const tracks = [
    ...of('score').map((contour) => followed('score', contour)),
    ...engraved(of('engrave'), machine),
    ...pocketed(of('pocket'), machine),
    ...cutThrough(cuts, machine, ways),
  ];
  const isReached = ({ runs }: Track) => runs.length > 0;
  return {
    tracks: tracks.filter(isReached),
    unreached: tracks.filter((one) => !isReached(one)),
    cuts,
    ways,
  };
}

const track = (task: Track['task'], drawn: Contour[], more: Partial<Track>): Track => ({
  task,
  drawn,
  runs: drawn,
  isLoop: false,
  passes: 1,
  depth: 0,
  cut: -1,
  standing: [],
  ...more,
});

const followed = (task: Track['task'], contour: Contour, passes = 1): Track =>
  track(task, [contour], { isLoop: contour.closed, passes });

/** Beams work areas line by line; a knife, a torch or a bit follows what is engraved. */
function engraved(contours: readonly Contour[], machine: Machine): Track[] {
  if (machine.surface.engrave.toolKind !== 'beam')
    return contours.map((contour) => followed('engrave', contour));
  return [...linesOf('engrave', contours), ...inLines('engrave', contours, machine)];
}

/** Bits clear pockets in rings. */
function pocketed(contours: readonly Contour[], machine: Machine): Track[] {
  const { toolKind, width, stepOver, passes } = machine.surface.pocket;
  if (toolKind === 'beam') return [...linesOf('pocket', contours), ...inLines('pocket', contours, machine)];
  if (toolKind === 'knife' || toolKind === 'torch')
    return contours.map((contour) => followed('pocket', contour));
  return [
    ...linesOf('pocket', contours, passes),
    ...areasOf(contours).map((drawn) =>
      track('pocket', drawn, { ...wayInPocket(drawn, width, stepOver), passes }),
    ),
  ];
}

const linesOf = (task: Track['task'], contours: readonly Contour[], passes = 1): Track[] =>
  contours.filter(({ closed }) => !closed).map((contour) => followed(task, contour, passes));

const inLines = (task: SurfaceTask, contours: readonly Contour[], { surface }: Machine): Track[] =>
  areasOf(contours).map((drawn) => track(task, drawn, { runs: hatch(drawn, surface[task].hatch) }));

/** Closed contours, each with its holes. */
const areasOf = (contours: readonly Contour[]): Contour[][] =>
  nestContours(
    contours.filter(({ closed }) => closed),
    FLATNESS_MM,
  ).map(({ outer, holes }) => [outer, ...holes]);

const cutThrough = (cuts: readonly Cut[], machine: Machine, ways: Ways): Track[] =>
  cuts.map((cut, k): Track => {
    const { passes, outsideClockwise } = machine;
    if (!isLoop(cut)) return { ...followed('cut-through', cut.contour, passes), cut: k };
    const isPart = cut.depth % 2 === 0;
    const { runs: found, standing } = ways.of(k);
    const held = found.some(({ closed }) => !closed);
    const runs =
      outsideClockwise === null || held
        ? found
        : found.map((run) => directed(run, isPart !== outsideClockwise));
    return track('cut-through', [cut.contour], {
      runs,
      standing,
      isLoop: !held && runs.length === 1,
      passes,
      depth: cut.depth,
      cut: k,
    });
  });
