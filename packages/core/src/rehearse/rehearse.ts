import { DrelkError } from '../error';
import { type DrawingPath, TASKS, type Task } from '../format';
import { type Box, type Contour, type Point, boxOf } from '../geometry';
import { type SeenInMotion, seenInMotion } from './seen-in-motion';
import { type Cut, type Machine, type Move, type Track, movesOf, tracksOf } from '../machine';
import { type Remains, type Standing, remainsOf, standingIn } from '../material';
import type { Wanted } from '../prove';
import { type Part, partsOf } from './parts';
import { sequenceOf } from './sequence';

/** How long something takes, and how far the tool goes for it. */
export interface Spent {
  seconds: number;
  length: number;
}

/** A machine's whole work on what a file draws. Millimetres, y down; seconds. */
export interface Rehearsal {
  machine: Machine;
  /** What is drawn, and where the machine begins: at its lower left. */
  frame: Box;
  origin: Point;
  tracks: Track[];
  /** Tracks by number, in the order in which they are done. */
  order: number[];
  moves: Move[];
  seconds: number;
  byTask: Record<Exclude<Task, 'guide'>, Spent>;
  travel: Spent;
  /** Ways between tracks, and the shortest that any could be. */
  between: number;
  bound: number;
  pierces: { count: number; seconds: number };
  /** How often another tool is taken; the time of it is nobody's to know. */
  toolChanges: number;
  parts: Part[];
  standing: Standing[];
  /** What goes through the sheet, and what is left of it. */
  cuts: Cut[];
  remains: Remains;
  /** What the tool does not get into at all. */
  unreached: Contour[];
  seen: SeenInMotion[];
}

/** What a rehearsal is told besides: an order by hand, of tracks' numbers, each once; what is to come out; in which unit lengths are told. */
export interface RehearsalWishes {
  order?: readonly number[];
  wanted?: 'auto' | Wanted;
  units?: 'mm' | 'in';
}

/** Rehearses what a file draws. Throws where there is nothing to do. */
export function rehearse(
  paths: readonly DrawingPath[],
  machine: Machine,
  { order, wanted = 'auto', units = 'mm' }: RehearsalWishes = {},
): Rehearsal {
  const { tracks, unreached, cuts, ways } = tracksOf(paths, machine);
  const frame = boxOf(tracks.flatMap(({ drawn }) => drawn));
  if (!frame || tracks.length === 0) {
    const isTooNarrow = unreached.length > 0;
    throw new DrelkError(
      'empty-drawing',
      isTooNarrow
        ? 'The tool is too wide for everything that is drawn.'
        : 'There is nothing to cut in this file.',
      isTooNarrow ? 'Take a narrower tool.' : 'Give some path a task other than guide.',
    );
  }
  const origin = { x: frame.left, y: frame.bottom };
  const remains = remainsOf(cuts, machine, ways);
  const { plan, freed } = sequenceOf(tracks, cuts, remains, machine, origin, order);
  const moves = movesOf(plan.tracks, tracks, machine, origin);
  const ends = new Float64Array(tracks.length);
  for (const { track, begins, seconds } of moves) ends[track] = begins + seconds;
  const last = moves[moves.length - 1];
  const parts = partsOf(tracks, cuts, remains, freed, (track) => ends[track]);
  const standing = standingIn(remains, tracks, unreached);
  const own = moves.filter(({ kind }) => kind !== 'travel');
  const pierces = moves.filter(({ kind }) => kind === 'pierce');
  return {
    machine,
    frame,
    origin,
    tracks,
    order: plan.tracks.map(({ track }) => track),
    moves,
    seconds: last.begins + last.seconds,
    byTask: Object.fromEntries(
      TASKS.filter((task) => task !== 'guide').map((task) => [
        task,
        spentOn(own.filter(({ track }) => tracks[track].task === task)),
      ]),
    ) as Rehearsal['byTask'],
    travel: spentOn(moves.filter(({ kind }) => kind === 'travel')),
    between: plan.between,
    bound: plan.bound,
    pierces: { count: pierces.length, seconds: spentOn(pierces).seconds },
    toolChanges: changesIn(plan.tracks.map(({ track }) => toolFor(tracks[track].task, machine))),
    parts,
    standing,
    cuts,
    remains,
    unreached: unreached.flatMap(({ drawn }) => drawn),
    seen: seenInMotion({
      tracks,
      unreached,
      cuts,
      remains,
      freed,
      planned: plan.tracks,
      moves,
      parts,
      standing,
      machine,
      wanted,
      units,
    }),
  };
}

/** The tool that a task is done with. */
const toolFor = (task: Track['task'], { tool, surface }: Machine): string =>
  task === 'cut-through' ? tool : surface[task].tool;

const changesIn = (tools: readonly string[]): number =>
  tools.filter((tool, k) => k > 0 && tool !== tools[k - 1]).length;

const spentOn = (moves: readonly Move[]): Spent =>
  moves.reduce(
    (sum, { seconds, length }) => ({ seconds: sum.seconds + seconds, length: sum.length + length }),
    {
      seconds: 0,
      length: 0,
    },
  );
