import type { DrawingPath, Task } from '../format';
import { type Contour, directed, isInside, nestContours, parentsAmong } from '../geometry';
import type { Machine } from './machine';
import { tabbedIn, wayAroundTabs } from './tabbed';
import { hatch, wayAlong, wayInPocket } from './tool-way';

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
  /** The track that goes around it, -1 for none: comes later. */
  within: number;
  /** Closed cuts: in how many others it lies. Even ones are rims of parts, odd ones of holes. */
  depth: number;
  /** Held by tabs: the part does not come free. */
  held: boolean;
  /** Areas that the tool cannot reach. */
  standing: Contour[];
}

/** How closely curves are followed to see what lies in what. */
const FLATNESS_MM = 0.02;

/** All that is to be done with what a file draws, and what the tool cannot get into at all. Guides are not machined. */
export function tracksOf(
  paths: readonly DrawingPath[],
  machine: Machine,
): { tracks: Track[]; unreached: Contour[] } {
  const of = (task: Task) =>
    paths.filter((path) => path.task === task).flatMap(({ shape }) => [shape.outer, ...shape.holes]);
  const tracks = [
    ...of('score').map((contour) => followed('score', contour)),
    ...engraved(of('engrave'), machine),
    ...pocketed(of('pocket'), machine),
    ...cutThrough(of('cut-through'), machine),
  ];
  const isReached = ({ runs }: Track) => runs.length > 0;
  return {
    tracks: withoutUnreached(tracks, isReached),
    unreached: tracks.filter((track) => !isReached(track)).flatMap(({ drawn }) => drawn),
  };
}

const track = (task: Track['task'], drawn: Contour[], more: Partial<Track>): Track => ({
  task,
  drawn,
  runs: drawn,
  isLoop: false,
  passes: 1,
  within: -1,
  depth: 0,
  held: false,
  standing: [],
  ...more,
});

const followed = (task: Track['task'], contour: Contour, passes = 1): Track =>
  track(task, [contour], { isLoop: contour.closed, passes });

/** Beams work areas line by line; a knife, a torch or a bit follows what is engraved. */
function engraved(contours: readonly Contour[], machine: Machine): Track[] {
  if (machine.toolKind !== 'beam') return contours.map((contour) => followed('engrave', contour));
  return [...linesOf('engrave', contours), ...inLines('engrave', contours, machine)];
}

/** Bits clear pockets in rings. */
function pocketed(contours: readonly Contour[], machine: Machine): Track[] {
  const { toolKind, kerf, stepOver, pocketPasses: passes } = machine;
  if (toolKind === 'beam') return [...linesOf('pocket', contours), ...inLines('pocket', contours, machine)];
  if (toolKind === 'knife' || toolKind === 'torch')
    return contours.map((contour) => followed('pocket', contour));
  return [
    ...linesOf('pocket', contours, passes),
    ...areasOf(contours).map((drawn) =>
      track('pocket', drawn, { ...wayInPocket(drawn, kerf, stepOver), passes }),
    ),
  ];
}

const linesOf = (task: Track['task'], contours: readonly Contour[], passes = 1): Track[] =>
  contours.filter(({ closed }) => !closed).map((contour) => followed(task, contour, passes));

const inLines = (task: Track['task'], contours: readonly Contour[], { hatch: spacing }: Machine): Track[] =>
  areasOf(contours).map((drawn) => track(task, drawn, { runs: hatch(drawn, spacing) }));

/** Closed contours, each with its holes. */
const areasOf = (contours: readonly Contour[]): Contour[][] =>
  nestContours(
    contours.filter(({ closed }) => closed),
    FLATNESS_MM,
  ).map(({ outer, holes }) => [outer, ...holes]);

function cutThrough(contours: readonly Contour[], machine: Machine): Track[] {
  const { passes, outsideClockwise } = machine;
  const beside = machine.compensated ? machine.kerf : 0;
  const { tabbed, open } = tabbedIn(contours.filter((contour) => !contour.closed));
  const whole = contours.filter((contour) => contour.closed);
  const loops = [...whole, ...tabbed.map(({ around }) => around)];
  const parents = parentsAmong(loops, FLATNESS_MM);
  const depthOf = (k: number): number => (parents[k] < 0 ? 0 : 1 + depthOf(parents[k]));
  const cuts = loops.map((contour, k): Track => {
    const depth = depthOf(k);
    const isPart = depth % 2 === 0;
    const held = k >= whole.length;
    const way = held ? wayAroundTabs(tabbed[k - whole.length], beside) : wayAlong(contour, beside, isPart);
    const runs =
      outsideClockwise === null || held
        ? way.runs
        : way.runs.map((run) => directed(run, isPart !== outsideClockwise));
    const { standing } = way;
    const isLoop = !held && runs.length === 1;
    return track('cut-through', [contour], {
      runs,
      standing,
      isLoop,
      passes,
      within: parents[k],
      depth,
      held,
    });
  });
  const lines = open.map((contour) => ({
    ...followed('cut-through', contour, passes),
    within: around(contour, loops),
  }));
  return [...cuts, ...lines];
}

/** The innermost loop around where a line begins. */
function around({ start }: Contour, loops: readonly Contour[]): number {
  const own = loops.flatMap((loop, k) => (isInside([loop], start) ? [k] : []));
  const inner = own.map((k) => own.filter((other) => isInside([loops[other]], loops[k].start)).length);
  return own.length > 0 ? own[inner.indexOf(Math.max(...inner))] : -1;
}

/** Numbers of what is around count within the cuts; here they become those of the list that is left. */
function withoutUnreached(tracks: readonly Track[], isReached: (track: Track) => boolean): Track[] {
  const first = tracks.findIndex(({ task }) => task === 'cut-through');
  const left = tracks.filter(isReached);
  const numbers = new Map(left.map((one, k) => [one, k]));
  const outward = (within: number): number => {
    if (within < 0) return -1;
    const next = tracks[first + within];
    return numbers.get(next) ?? outward(next.within);
  };
  return left.map((one) => ({ ...one, within: outward(one.within) }));
}
