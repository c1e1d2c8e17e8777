import { norm } from '../../norm';
import { fitCircle } from '../chain/circle';
import type { Loop } from '../chain/loop';
import { armDirection, armsMeet } from './arm';
import { type Corner, candidates } from './corners';
import { type GateArm, type Gates, armThrough, crossingOf } from './gate-arm';
import { type Between, type IsInk, type Meeting, TIP, disagreement } from './pixels-agree';

/** Loops of fewer points have none. */
const FEWEST = 12;
/** Sides that meet at less than this turn are one curve, however many corners are wished for. */
const LEAST_TURN = (14 * Math.PI) / 180;
/** A corner may be where the loop turns by so much over so many pixels on either side: looked at from near, and from farther away. */
const NEAR = 1.7;
const NEAR_TURN = (55 * Math.PI) / 180;
const FAR = 3;
const FAR_TURN = (28 * Math.PI) / 180;
/** A corner turns by more than its sides do within so many pixels. */
const BENT = 5;
/** No side is looked at beyond a place that turns more than this; barriers farther away than that, in pixels, make no difference. */
const STRONG_TURN = (50 * Math.PI) / 180;
const SIGHT = 40;
/** Lengths at which sides are tried, in pixels; one of so many points is short. */
const LENGTHS = [3, 4.5, 6.5, 9, 12, 16, 22];
const SHORT = 7;
/** Nothing nearer to a corner than this says where its sides run, in pixels, and so much over the sine of half its angle; of a short side no more than a share. */
const ROUNDED = 1.2;
const PER_TIP = 0.8;
const MOST_ROUNDED = 5;
const ROUNDED_SHARE = 0.25;
/** An arm may leave its gates by so much, in pixels; what a corner leaves more of is not its own. */
const LEAVES = 0.08;
const MISSES = 0.15;
/** Middles of gates farther off an arm than chance has it, root mean square, by the number of points, are another form's. */
const CHANCE = 0.3;
const PER_POINT = 0.16;
/** A curve's sum of squares is larger by so much over their number before a corner is believed; compared so far on either side, each square at most so large. */
const BELIEVED = 8;
const COMPARED = 10;
const MOST_SQUARED = 0.25;
/** Pixels that are wrong by so little all in all agree, by so much do not; and by so much that moving the sides does not help. */
const AGREES = 0.15;
const DISAGREES = 0.5;
const HOPELESS = 1.5;
/** So many pairs of sides that agree best are moved by this share of what their gates leave them; such places count so much. */
const BEST = 3;
const SHIFT = 0.6;
const MOVED = 0.5;
/** All places of a corner together count so much at least. */
const LEAST_WEIGHT = 0.05;
/** Sides meet no farther from the loop than this, and so much over the sine of half the angle, in pixels; as a rule about so far. */
const FARTHEST = 1;
const PER_SHARPNESS = 1.2;
const USUAL_OFF = 0.5;
const USUAL_PER_SHARPNESS = 0.6;
/** Angles are told from no smaller one, in radians. */
const SHARPEST = 0.1;

/** Sides of what may be a corner, and how many points away they reach. */
interface Sides {
  before: GateArm;
  after: GateArm;
  reachBefore: number;
  reachAfter: number;
}

/**
 * Corners of a rim of two tones, in order along the loop. A corner is where two sides, each a line or parabola through all of its gates, meet so
 * that the pixels around come out as they are, and no one curve through the gates of both explains them as well. Of all places where it may be,
 * by longer and shorter sides, moved within their gates, it lies at the mean.
 */
export function stairCorners(loop: Loop, gates: Gates, isInk: IsInk): Corner[] {
  if (loop.count < FEWEST) return [];
  const places = placesIn(loop);
  const strong = new Uint8Array(loop.count);
  const settled = new Uint8Array(loop.count);
  for (const { index, turn } of places) if (turn > STRONG_TURN) strong[index] = 1;
  const found: Corner[] = [];
  for (const { index } of places) {
    // Short sides between two corners show only to those who look no farther than the next.
    const corner =
      cornerAt({ loop, gates, isInk, barriers: strong }, index) ??
      cornerAt({ loop, gates, isInk, barriers: settled }, index);
    if (!corner) continue;
    found.push(corner);
    strong[index] = settled[index] = 1;
  }
  return found.sort((a, b) => a.index - b.index);
}

/** Where a corner may be: where the loop turns most, looked at closely and from farther away. */
function placesIn(loop: Loop) {
  const length = loop.along[loop.count];
  const near = candidates(loop, Math.min(NEAR, length / 10), NEAR_TURN);
  const far = candidates(loop, Math.min(FAR, length / 10), FAR_TURN).filter(({ index }) =>
    near.every((one) => {
      const gap = Math.abs(loop.along[one.index] - loop.along[index]);
      return Math.min(gap, length - gap) > FAR;
    }),
  );
  return [...near, ...far].sort((a, b) => b.turn - a.turn);
}

/** A contour at hand, with 1 where no side is looked at beyond. */
interface View extends Between {
  barriers: Uint8Array;
}

/** The corner at a point of the loop, where there is one. */
function cornerAt(view: View, index: number): Corner | undefined {
  const [near] = sidesOf(view, index, ROUNDED);
  if (!near) return undefined;
  // The sharper a corner is, the farther from it pixels round it off.
  const rounded = Math.min(MOST_ROUNDED, PER_TIP / halfSine(turnOf(view, index, near)));
  const within = (inner: number) => meanOf(index, inner, placesOf(view, index, sidesOf(view, index, inner)));
  return (rounded > ROUNDED ? within(rounded) : undefined) ?? within(ROUNDED);
}

/** Places of a corner by all pairs of sides that may be its own; where these are moved, those that agree best count. */
function placesOf(view: View, index: number, all: readonly Sides[]): Place[] {
  return all
    .map((sides) => judged(view, index, sides))
    .filter((one) => one !== undefined)
    .sort((a, b) => a.off - b.off)
    .slice(0, BEST)
    .flatMap(({ sides, met }) => placesAround(view, index, sides, met));
}

/** The mean of places, each by its weight. */
function meanOf(index: number, inner: number, places: readonly Place[]): Corner | undefined {
  let [x, y, turn, all] = [0, 0, 0, 0];
  for (const one of places) {
    x += one.weight * one.x;
    y += one.weight * one.y;
    turn += one.weight * one.turn;
    all += one.weight;
  }
  return all < LEAST_WEIGHT ? undefined : { index, x: x / all, y: y / all, turn: turn / all, rounded: inner };
}

/** By how much sides turn at a point, in radians. */
function turnOf({ loop }: View, index: number, { before, after }: Sides): number {
  const [x, y] = [loop.x[index], loop.y[index]];
  const [into, out] = [armDirection(before, x, y), armDirection(after, x, y)];
  return Math.abs(Math.atan2(into.x * out.y - into.y * out.x, into.x * out.x + into.y * out.y));
}

/** Pairs of arms on either side of a point that go through all their gates, the longest first. */
function sidesOf(view: View, index: number, inner: number): Sides[] {
  const before = armsFrom(view, index, -1, inner);
  const after = armsFrom(view, index, 1, inner);
  return before.flatMap((a) =>
    after.map((b) => ({ before: a.arm, after: b.arm, reachBefore: a.far, reachAfter: b.far })),
  );
}

/** The longest arm, the longest straight one, and a short one. */
function armsFrom(view: View, index: number, step: 1 | -1, inner: number) {
  const { loop, gates } = view;
  const free = freeLength(view, index, step);
  const left = Math.min(inner, ROUNDED_SHARE * free);
  const most = free - Math.min(ROUNDED, ROUNDED_SHARE * free);
  let [longest, straight, short]: { arm: GateArm; far: number }[] = [];
  let tried = 0;
  for (const length of LENGTHS) {
    const near = pointsWithin(loop, index, step, left) + 1;
    const far = pointsWithin(loop, index, step, Math.min(left + length, most));
    if (far <= tried) break;
    tried = far;
    const points = far - near + 1;
    const first = (index + (step > 0 ? near : -far) + loop.count) % loop.count;
    const arm = armThrough(gates, first, points);
    if (!arm) continue;
    const limit = (CHANCE + PER_POINT / Math.sqrt(points)) ** 2;
    if (longest && (arm.beyond > LEAVES || arm.residual > limit)) break;
    longest = { arm, far };
    if (arm.c === 0) straight = longest;
    if (points <= SHORT) short = longest;
    if (arm.beyond > LEAVES) break;
  }
  return [...new Set([longest, straight, short])].filter((one) => one !== undefined);
}

/** Where two sides meet, and by how much pixels disagree; undefined where they do by far, or where a curve does as well. */
function judged(
  view: View,
  index: number,
  sides: Sides,
): { sides: Sides; met: Meeting; off: number } | undefined {
  const { loop, gates } = view;
  const { before, after } = sides;
  const met = meetingOf(view, index, before, after);
  if (!met || met.turn < LEAST_TURN + bendOf(sides, met)) return undefined;
  const back = Math.min(sides.reachBefore, pointsWithin(loop, index, -1, COMPARED));
  const on = Math.min(sides.reachAfter, pointsWithin(loop, index, 1, COMPARED));
  let squares = 0;
  const compared = back + on + 1;
  for (let k = -back; k <= on; k++) {
    const i = (index + k + loop.count) % loop.count;
    const [a, b] = [crossingOf(before, gates, i), crossingOf(after, gates, i)];
    const at = met.isConvex ? Math.min(a, b) : Math.max(a, b);
    const isNear = norm(gates.x[i] - met.x, gates.y[i] - met.y) < met.off + TIP;
    if (!isNear && Math.abs(at) - gates.half[i] > MISSES) return undefined;
    squares += Math.min(at * at, MOST_SQUARED);
  }
  const off = disagreement(view, index, [before, after], met, HOPELESS);
  if (off >= HOPELESS) return undefined;
  const smooth = squaresOfCurve(gates, (index - back + loop.count) % loop.count, compared);
  return smooth < squares * (1 + BELIEVED / compared) ? undefined : { sides, met, off };
}

/** By how much sides turn, the same way as they do where they meet, within so much on either side of it: as they do along a rounding. */
const bendOf = ({ before, after }: Sides, { isConvex }: Meeting): number =>
  [before, after].reduce((sum, { c }) => sum + Math.max(0, (isConvex ? -2 : 2) * c * BENT), 0);

/** Where two sides meet as they are, and moved within their gates, by how well pixels agree. */
function placesAround(view: View, index: number, { before, after }: Sides, met: Meeting): Place[] {
  const places: Place[] = [];
  for (const [k, a] of moved(before).entries())
    for (const [n, b] of moved(after).entries()) {
      const meeting = k + n === 0 ? met : meetingOf(view, index, a, b);
      if (meeting?.isConvex !== met.isConvex) continue;
      const off = disagreement(view, index, [a, b], meeting, DISAGREES);
      if (off >= DISAGREES) continue;
      const usual = (k === 0 ? 1 : MOVED) * (n === 0 ? 1 : MOVED);
      const far = meeting.off / (USUAL_OFF + USUAL_PER_SHARPNESS / halfSine(meeting.turn));
      places.push({ ...meeting, weight: usual * Math.exp(-((off / AGREES) ** 2) - far * far) });
    }
  return places;
}

/** An arm, and as it may be moved within its gates to either side. */
function moved(arm: GateArm): GateArm[] {
  return [arm, ...[arm.least, arm.most].map((most) => ({ ...arm, a: arm.a + SHIFT * most }))];
}

/** Where a corner may be, and how likely that is beside others. */
interface Place extends Meeting {
  weight: number;
}

/** Sine of half the angle between sides that turn by so much. */
const halfSine = (turn: number): number => Math.sin(Math.max(SHARPEST, Math.PI - turn) / 2);

/** Where two sides meet, not too far from the loop for what pixels may round off. */
function meetingOf({ loop }: View, index: number, before: GateArm, after: GateArm): Meeting | undefined {
  const meeting = armsMeet(before, after, loop.x[index], loop.y[index]);
  if (!meeting) return undefined;
  const into = armDirection(before, meeting.x, meeting.y);
  const out = armDirection(after, meeting.x, meeting.y);
  const cross = into.x * out.y - into.y * out.x;
  const turn = Math.abs(Math.atan2(cross, into.x * out.x + into.y * out.y));
  const off = norm(meeting.x - loop.x[index], meeting.y - loop.y[index]);
  const most = FARTHEST + PER_SHARPNESS / halfSine(turn);
  return turn < LEAST_TURN || off > most ? undefined : { ...meeting, turn, off, isConvex: cross < 0 };
}

/** The least sum of squares, at the middles of gates, of a parabola and of a circle. */
function squaresOfCurve(gates: Gates, first: number, points: number): number {
  const arm = armThrough(gates, first, points);
  const circle = fitCircle(gates, first, points);
  const ofArm = arm && arm.beyond <= MISSES ? arm.residual : Infinity;
  const ofCircle = circle && circle.worst < 0.5 + MISSES ? circle.rms ** 2 : Infinity;
  return points * Math.min(ofArm, ofCircle);
}

/** How far it is along the loop to the next barrier, or once around. */
function freeLength({ loop, barriers }: View, index: number, step: 1 | -1): number {
  const { along, count } = loop;
  const length = along[count];
  for (let k = 1; k < count; k++) {
    const i = (index + step * k + count) % count;
    const gap = (step * (along[i] - along[index]) + length) % length;
    if (gap > SIGHT || barriers[i] === 1) return gap;
  }
  return length / 2;
}

/** How many points lie within a distance along the loop. */
function pointsWithin({ along, count }: Loop, index: number, step: 1 | -1, most: number): number {
  const length = along[count];
  let k = 0;
  while (k + 1 < count >> 1) {
    const i = (index + step * (k + 1) + count) % count;
    if ((step * (along[i] - along[index]) + length) % length > most) break;
    k++;
  }
  return k;
}
