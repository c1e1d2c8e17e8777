import {
  type Contour,
  type Point,
  type Segment,
  arcPoint,
  centredArc,
  directionFrom,
  directionTo,
  eachSegment,
  norm,
  splitSegment,
  stepsWithin,
} from '../geometry';

/** How a machine moves. Millimetres and seconds. */
export interface Motion {
  /** Fastest change of speed along each axis, mm/s². */
  acceleration: { x: number; y: number };
  /** How much its velocity may change at once where the way changes direction, mm/s. */
  jolt: number;
}

/** A way from rest to rest, in straight pieces as short as its curves ask for, and when each is reached. */
export interface TimedWay {
  /** Places as x, y pairs: one more than pieces. */
  places: Float64Array;
  /** Seconds from the beginning, and speeds in mm/s, at each place. */
  times: Float64Array;
  speeds: Float64Array;
  /** By piece: its length in mm along the curve, its fastest speed, and the change of speed it allows. */
  lengths: Float64Array;
  limits: Float64Array;
  accelerations: Float64Array;
}

/** An arc is followed in pieces that turn by this at most, in radians; a cubic in pieces this near to it, in millimetres. */
const PIECE = 0.15;
const NEAR = 0.01;

/**
 * Seconds for a straight move from rest to rest: L/v + v/a where the speed is reached, else 2 sqrt(L/a) (uniform acceleration).
 * Length in mm, speed in mm/s, acceleration in mm/s².
 */
export const straightTime = (length: number, speed: number, acceleration: number): number =>
  length >= (speed * speed) / acceleration
    ? length / speed + speed / acceleration
    : 2 * Math.sqrt(length / acceleration);

/**
 * Times along a way from rest to rest: no faster than `feed`; in a curve only so fast that the pull towards its middle, v²/r, stays
 * within the acceleration; and with look-ahead, so that every corner is come to as slowly as it must be.
 */
export function timed(way: Contour, feed: number, motion: Motion): TimedWay {
  const pieces = piecesOf(way, feed, motion);
  const count = pieces.length;
  const result: TimedWay = {
    places: new Float64Array(2 * count + 2),
    times: new Float64Array(count + 1),
    speeds: new Float64Array(count + 1),
    lengths: Float64Array.from(pieces, ({ length }) => length),
    limits: Float64Array.from(pieces, ({ limit }) => limit),
    accelerations: Float64Array.from(pieces, ({ acceleration }) => acceleration),
  };
  const { places, times, speeds, lengths, limits, accelerations } = result;
  places.set([way.start.x, way.start.y]);
  pieces.forEach(({ to }, k) => places.set([to.x, to.y], 2 * k + 2));
  for (let k = 1; k < count; k++) speeds[k] = cornerSpeed(pieces[k - 1], pieces[k], motion.jolt);
  // Nothing is come to faster than it can be braked down from, nor left faster than it can be sped up to.
  for (let k = count - 1; k > 0; k--)
    speeds[k] = Math.min(speeds[k], Math.sqrt(speeds[k + 1] ** 2 + 2 * accelerations[k] * lengths[k]));
  for (let k = 0; k < count; k++) {
    speeds[k + 1] = Math.min(speeds[k + 1], Math.sqrt(speeds[k] ** 2 + 2 * accelerations[k] * lengths[k]));
    times[k + 1] = times[k] + pieceTime(lengths[k], speeds[k], speeds[k + 1], limits[k], accelerations[k]);
  }
  return result;
}

/** How long a way takes, and how long it is. */
export const secondsOf = ({ times }: TimedWay): number => times[times.length - 1];
export const lengthOf = ({ lengths }: TimedWay): number => lengths.reduce((sum, length) => sum + length, 0);

/** Where a way is so many seconds after its beginning, and in which piece. */
export function placeAtTime(
  { places, times, speeds, lengths, limits, accelerations }: TimedWay,
  seconds: number,
): Point & { piece: number } {
  let [low, high] = [0, lengths.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (times[middle] <= seconds) low = middle;
    else high = middle - 1;
  }
  const share =
    lengths[low] > 0
      ? run(
          seconds - times[low],
          lengths[low],
          speeds[low],
          speeds[low + 1],
          limits[low],
          accelerations[low],
        ) / lengths[low]
      : 1;
  const [x, y] = [places[2 * low], places[2 * low + 1]];
  return {
    x: x + share * (places[2 * low + 2] - x),
    y: y + share * (places[2 * low + 3] - y),
    piece: low,
  };
}

interface WayPiece {
  to: Point;
  length: number;
  limit: number;
  acceleration: number;
  leave: Point;
  arrive: Point;
}

function piecesOf(way: Contour, feed: number, motion: Motion): WayPiece[] {
  const pieces: WayPiece[] = [];
  const { x, y } = motion.acceleration;
  const least = Math.min(x, y);
  const along = (direction: Point) => 1 / norm(direction.x / x, direction.y / y);
  const add = (from: Point, segment: Segment, length: number, radius: number): void => {
    const leave = directionFrom(from, segment);
    pieces.push({
      to: segment,
      length,
      limit: radius === Infinity ? feed : Math.min(feed, Math.sqrt(least * radius)),
      acceleration: radius === Infinity ? along(leave) : least,
      leave,
      arrive: directionTo(from, segment),
    });
  };
  eachSegment(way, (from, segment) => {
    if (segment.kind === 'line' || (segment.kind === 'arc' && segment.bulge === 0)) {
      const length = norm(segment.x - from.x, segment.y - from.y);
      if (length > 0) add(from, { kind: 'line', x: segment.x, y: segment.y }, length, Infinity);
    } else if (segment.kind === 'arc') addArc(from, segment, add);
    else addCubic(from, segment, add);
  });
  return pieces;
}

type Add = (from: Point, segment: Segment, length: number, radius: number) => void;

function addArc(from: Point, segment: Segment & { kind: 'arc' }, add: Add): void {
  const arc = centredArc(from, segment);
  const count = Math.max(1, Math.ceil(Math.abs(arc.sweep) / PIECE));
  const length = (arc.radius * Math.abs(arc.sweep)) / count;
  const bulge = Math.tan(arc.sweep / count / 4);
  let before: Point = from;
  for (let k = 1; k <= count; k++) {
    const { x, y } = k === count ? segment : arcPoint(arc, k / count);
    add(before, { kind: 'arc', bulge, x, y }, length, arc.radius);
    before = { x, y };
  }
}

/** A cubic in pieces that are all but arcs: as long as an arc between their ends' directions is. */
function addCubic(from: Point, segment: Segment & { kind: 'cubic' }, add: Add): void {
  const count = stepsWithin(from, segment, NEAR);
  let [before, rest]: [Point, Segment] = [from, segment];
  for (let k = 0; k < count; k++) {
    const [head, tail] = k === count - 1 ? [rest, rest] : splitSegment(before, rest, 1 / (count - k));
    const chord = norm(head.x - before.x, head.y - before.y);
    if (chord > 0) {
      const turn = angleBetween(directionFrom(before, head), directionTo(before, head));
      const length = turn < 1e-6 ? chord : (chord * turn) / 2 / Math.sin(turn / 2);
      add(before, head, length, turn < 1e-6 ? Infinity : length / turn);
    }
    [before, rest] = [head, tail];
  }
}

const angleBetween = (a: Point, b: Point): number =>
  Math.abs(Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y));

/** A right angle and sharper is a stop; where it turns less, what is left of the speed in the new direction, and no more than the jolt allows. */
function cornerSpeed(before: WayPiece, after: WayPiece, jolt: number): number {
  const most = Math.min(before.limit, after.limit);
  const turn = angleBetween(before.arrive, after.leave);
  if (turn < 1e-9) return most;
  const kept = most * Math.max(0, Math.cos(turn));
  return turn >= Math.PI / 2 - 1e-9 ? 0 : Math.min(kept, jolt / (2 * Math.sin(turn / 2)));
}

/** The fastest speed of a piece that is begun and ended at others. */
const peakOf = (length: number, enter: number, leave: number, limit: number, a: number): number =>
  Math.max(enter, leave, Math.min(limit, Math.sqrt((2 * a * length + enter * enter + leave * leave) / 2)));

function pieceTime(length: number, enter: number, leave: number, limit: number, a: number): number {
  const peak = peakOf(length, enter, leave, limit, a);
  const slope = (2 * peak * peak - enter * enter - leave * leave) / (2 * a);
  return (2 * peak - enter - leave) / a + Math.max(0, length - slope) / peak;
}

/** How far along a piece one is after so many seconds in it. */
function run(
  seconds: number,
  length: number,
  enter: number,
  leave: number,
  limit: number,
  a: number,
): number {
  const peak = peakOf(length, enter, leave, limit, a);
  const faster = (peak - enter) / a;
  if (seconds <= faster) return enter * seconds + (a * seconds * seconds) / 2;
  const whole = pieceTime(length, enter, leave, limit, a);
  const left = Math.max(0, whole - seconds);
  const slower = (peak - leave) / a;
  if (left <= slower) return Math.min(length, length - (leave * left + (a * left * left) / 2));
  return (enter + peak) * 0.5 * faster + peak * (seconds - faster);
}
