import { type Contour, type Point, endOf, norm, reverseContour } from '../geometry';
import type { Machine } from './machine';
import { type Call, type Stop, shortOrder, wayLength } from './order';
import { spanningTree } from './spanning-tree';
import { begunAnywhere, leadIn } from './tool-way';
import type { Track } from './tracks';

/** A track as it is done: the way in, where one is needed, and what is followed, each run from its beginning. */
export interface PlannedTrack {
  track: number;
  lead?: Contour;
  runs: Contour[];
}

/** In which order tracks are done, and how far the tool goes between them beside the shortest tree that joins where it does. */
export interface Plan {
  tracks: PlannedTrack[];
  between: number;
  bound: number;
}

/** What marks the surface comes first, then pockets, at last what cuts through. */
const PHASES: readonly (readonly Track['task'][])[] = [['score', 'engrave'], ['pocket'], ['cut-through']];
/** A loop may be begun at so many places. */
const BEGINNINGS = 6;

/**
 * The plan for tracks from where the machine stands, each before those that `before` tells of it, which go around in no circle; `asked` is an
 * order by hand, of tracks' numbers.
 */
export function planOf(
  tracks: readonly Track[],
  machine: Machine,
  from: Point,
  before: (track: number) => readonly number[],
  asked?: readonly number[],
): Plan {
  const ways = tracks.map((track) => waysOf(track, machine));
  const calls = ways.map((own) => own.map(callOf));
  const planned: PlannedTrack[] = [];
  let at = from;
  let between = 0;
  for (const group of asked ? asked.map((track) => [track]) : phasesOf(tracks)) {
    const numbers = new Map(group.map((track, k) => [track, k]));
    const stops = group.map((track): Stop => ({
      calls: calls[track],
      before: before(track).flatMap((later) => numbers.get(later) ?? []),
    }));
    const route = shortOrder(stops, at);
    between += wayLength(stops, at, route);
    for (const { stop, call } of route) {
      const track = group[stop];
      planned.push({ track, ...ways[track][call] });
      at = calls[track][call].leave;
    }
  }
  return {
    tracks: planned,
    between,
    bound: spanningTree([[from], ...planned.map(placesOf)]),
  };
}

const phasesOf = (tracks: readonly Track[]): number[][] =>
  PHASES.map((tasks) => tracks.flatMap(({ task }, k) => (tasks.includes(task) ? [k] : [])));

function callOf({ lead, runs }: Omit<PlannedTrack, 'track'>): Call {
  return { enter: (lead ?? runs[0]).start, leave: endOf(runs[runs.length - 1]) };
}

/** Where a track is come to and left; one place where that is the same. */
function placesOf(planned: PlannedTrack): Point[] {
  const { enter, leave } = callOf(planned);
  return norm(enter.x - leave.x, enter.y - leave.y) > 0 ? [enter, leave] : [enter];
}

/** Every way in which a track may be done. */
function waysOf(track: Track, { lead }: Machine): Omit<PlannedTrack, 'track'>[] {
  const { runs, isLoop, depth, task } = track;
  if (isLoop)
    return begunAnywhere(runs[0], BEGINNINGS).map((run) => {
      const way = task === 'cut-through' ? leadIn(run, depth % 2 === 0, lead) : undefined;
      return { ...(way ? { lead: way } : {}), runs: [run] };
    });
  const isLine = runs.length === 1 && !runs[0].closed;
  return isLine ? [{ runs }, { runs: [reverseContour(runs[0])] }] : [{ runs }];
}
