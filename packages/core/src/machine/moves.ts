import { type Contour, type Point, cornersTurned, endOf, norm } from '../geometry';
import type { Machine } from './machine';
import { type TimedWay, lengthOf, secondsOf, straightTime, timed } from './motion';
import type { PlannedTrack } from './plan';
import { type Round, roundsOf } from './ramp';
import type { Track } from './tracks';

export const MOVE_KINDS = ['travel', 'pierce', 'ramp', 'lead', 'work', 'turn'] as const;
export type MoveKind = (typeof MOVE_KINDS)[number];

/** What the machine does from one moment on: a way, or, standing, nothing but wait. */
export interface Move {
  kind: MoveKind;
  /** Number of the track it is for; its pass, from 0. */
  track: number;
  pass: number;
  begins: number;
  seconds: number;
  length: number;
  way: TimedWay | null;
}

/** A knife turns on its tip at corners sharper than this, in radians; common practice, no source. */
const KNIFE_CORNER = 0.35;
/** Rings of a pocket that are no farther apart than so many steps are gone through one after another. */
const BESIDE = 1.6;
/** Ends nearer than this are in one place, in millimetres. */
const SAME = 1e-6;

/** All that the machine does from where it stands, in order. */
export function movesOf(
  planned: readonly PlannedTrack[],
  tracks: readonly Track[],
  machine: Machine,
  origin: Point,
): Move[] {
  const moves: Move[] = [];
  let at = origin;
  let clock = 0;
  const add = (move: Omit<Move, 'begins'>): void => {
    moves.push({ ...move, begins: clock });
    clock += move.seconds;
  };
  const follow = (kind: MoveKind, track: number, pass: number, contour: Contour, feed: number): void => {
    const way = timed(contour, feed, machine.motion);
    add({ kind, track, pass, way, seconds: secondsOf(way), length: lengthOf(way) });
    at = endOf(contour);
  };
  for (const { track, lead, runs } of planned) {
    const { task, passes } = tracks[track];
    const feed = feedFor(task, machine);
    const pierce = piercing(task, machine);
    const ramp = task === 'pocket' ? machine.surface.pocket.ramp : machine.ramp;
    const canRamp = (run: Contour) => ramp > 0 && run.closed;
    // The first run goes on from pass to pass where it is.
    const rounds = canRamp(runs[0]) ? roundsOf(runs[0], ramp, passes) : [];
    for (let pass = 0; pass < passes; pass++)
      runs.forEach((run, k) => {
        const first = k === 0 ? (rounds[pass]?.ramp ?? run) : run;
        const begin = pass === 0 && k === 0 && lead ? lead.start : first.start;
        const far = norm(begin.x - at.x, begin.y - at.y);
        // From ring to ring of a pocket the bit stays down.
        const isBeside = task === 'pocket' && k > 0 && far < BESIDE * machine.surface.pocket.stepOver;
        if (isBeside && far > SAME) follow('work', track, pass, straight(at, begin), feed);
        const isApart = far > SAME && !isBeside;
        if (isApart) follow('travel', track, pass, straight(at, begin), machine.travel);
        const goesDown = isApart || k === 0;
        const [apart]: (Round | undefined)[] = k > 0 && isApart && canRamp(run) ? roundsOf(run, ramp, 1) : [];
        const round: Round | undefined = k === 0 ? rounds[pass] : apart;
        if (round) follow('ramp', track, pass, round.ramp, feed);
        else if (goesDown && pierce > 0)
          add({ kind: 'pierce', track, pass, way: null, seconds: pierce, length: 0 });
        if (pass === 0 && k === 0 && lead) follow('lead', track, pass, lead, feed);
        follow('work', track, pass, round?.work ?? run, feed);
        const turning = machine.trail > 0 ? knifeTurns(run, machine, feed) : 0;
        if (turning > 0) add({ kind: 'turn', track, pass, way: null, seconds: turning, length: 0 });
      });
  }
  return moves;
}

const straight = (start: Point, { x, y }: Point): Contour => ({
  start,
  segments: [{ kind: 'line', x, y }],
  closed: false,
});

const feedFor = (task: Track['task'], { process, cut, mark }: Machine): number =>
  task === 'cut-through' || (task === 'pocket' && process === 'router') ? cut : mark;

/** Seconds before a run: through the sheet for what cuts through, down into it for a bit. */
const piercing = (task: Track['task'], { process, pierce }: Machine): number =>
  task === 'cut-through' || process === 'router' ? pierce : 0;

/** Seconds that a knife's holder swings around its tip in the corners of a run. */
function knifeTurns(run: Contour, { trail, motion }: Machine, feed: number): number {
  const a = Math.min(motion.acceleration.x, motion.acceleration.y);
  return cornersTurned(run)
    .filter((turn) => turn > KNIFE_CORNER)
    .reduce((sum, turn) => sum + straightTime(trail * turn, feed, a), 0);
}
