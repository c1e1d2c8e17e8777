import { norm } from '../../geometry';
import { armDirection, armsMeet, distanceFromArm, fitArm } from './arm';
import { fitCircle } from '../chain/circle';
import type { Loop } from '../chain/loop';

/** A place where a contour turns at once. */
export interface Corner {
  /** Loop point nearest to it. */
  index: number;
  x: number;
  y: number;
  /** Points nearer than this along the contour were rounded off by the pixels. */
  rounded: number;
  /** By how much the contour turns there, in radians. */
  turn: number;
}

/** Sides that meet at less than this turn are one smooth curve. */
const LEAST_TURN = (28 * Math.PI) / 180;
/** No side is looked at beyond a place that turns more than this: it is likely a corner too. */
const STRONG_TURN = (50 * Math.PI) / 180;
/** Points nearer to a corner than this are rounded off by the pixels and say nothing about its sides. */
const ROUNDED = 1.2;
/** Blur rounds off so many standard deviations: at a right angle the contour is then .03 of one off its sides. */
const PER_BLUR = 1.9;
/** Of a short side, no more than this share is left out at either end. */
const ROUNDED_SHARE = 0.2;
/** Sides that meet farther from the contour than this, in pixels, and this over the sine of half the angle: a rounding. */
const BLUNT = 0.42;
/** What is rounded off lies no farther than this beside either side, in pixels. */
const ASIDE = 0.45;
const PER_GRAIN = 2;
/** A tip that turns more than this is looked at once more, from farther away. */
const TIP = (95 * Math.PI) / 180;
/** A turn like this is a needle's tip, or the blunt end of a thin stroke, whose sides meet much farther off. */
const NEEDLE = (140 * Math.PI) / 180;
/** How far a tip's sides are looked at beyond what is rounded off. */
const TIP_REACH = 10;
/** A side is drawn on to its tip by no more than this share of what is seen of it. */
const DRAWN_ON = 0.4;
/** How far along the contour a side is looked at beyond that, in pixels. */
const REACH = 4.8;
/** Barriers farther away than this make no difference. */
const SIGHT = 40;
/** What is rounded off at a corner lies no farther from the way to its tip than this, in pixels. */
const CUT_OFF = 1;
/** And the contour goes beyond the tip by no more than this share of it. */
const BEYOND = 0.5;
/** A place that turns more than this, looked at from afar, may be the end of a stroke with two corners. */
const BLUNT_END = (75 * Math.PI) / 180;
/** So far on both sides their turns are looked at, and so near to the middle of the end they lie, in pixels. */
const CLOSE = 1.5;
const WIDEST_END = 5;
/** Kinds of barriers: places that turn much, and corners found. */
const STRONG = 1;
const SETTLED = 2;
/** How much worse than two sides one smooth curve must be; and the distance that counts as bad at all. */
const WORSE = 1.8;
const BAD = 0.08;

/** What is taken for a corner. */
export interface CornerView {
  /** How far the contour is smoothed beyond the usual, in pixels: sides are looked at from as much farther away. */
  smoothing: number;
  /** Jitter there is across the contour, in pixels: where there is much, corners are rounded off more. */
  grain?: number;
  /** Sides that meet at less than this turn, in radians, are one smooth curve. */
  leastTurn: number;
  /** How far from a corner the points say nothing about its sides, in pixels. */
  rounded?: number;
  /** Standard deviation of the blur at the picture's edges, in pixels: corners are rounded off by it. */
  blur?: number;
}

/** The least turn for a wish for corners from 0 (few) to 1 (many). */
export const leastTurn = (corners: number): number =>
  corners < 0.5 ? LEAST_TURN * (1 + 2.4 * (0.5 - corners)) : LEAST_TURN * (1 - 1.1 * (corners - 0.5));

interface Free {
  before: number;
  after: number;
}

/** A loop, with what is looked for in it. */
interface Search {
  loop: Loop;
  reach: number;
  smoothing: number;
  grain: number;
  leastTurn: number;
  rounded: number;
}

/**
 * Corners of a loop in order along it. A corner is where two sides, each fitted by its own line or
 * parabola, meet at an angle, and one circle through both explains the points badly. The strongest are
 * found first, and no side is looked at beyond one that was found.
 */
export function findCorners(
  loop: Loop,
  { smoothing, grain = 0, leastTurn, blur = 0, rounded = Math.max(ROUNDED, PER_BLUR * blur) }: CornerView,
): Corner[] {
  const length = loop.along[loop.count];
  if (loop.count < 8 || length < 8) return [];
  const reach = Math.min(REACH + rounded + smoothing, length / 6);
  const search = { loop, reach, smoothing, grain, leastTurn, rounded };
  const corners: Corner[] = [];
  const places = candidates(loop, Math.min(3, length / 10), leastTurn);
  const barriers = new Uint8Array(loop.count);
  for (const { index, turn } of places) if (turn > STRONG_TURN) barriers[index] = STRONG;
  const look = (index: number): Corner | undefined => {
    if (barriers[index] & SETTLED) return undefined;
    // Short sides between two corners show only to those who look no farther than the next.
    const corner =
      examine(search, index, freeLengths(loop, index, barriers, STRONG | SETTLED)) ??
      examine(search, index, freeLengths(loop, index, barriers, SETTLED));
    return corner && isAllThereIs(corner, loop, CUT_OFF * (rounded / ROUNDED)) ? corner : undefined;
  };
  const settle = (corner: Corner) => {
    corners.push(corner);
    barriers[corner.index] |= SETTLED;
  };
  for (const { index, turn } of places) {
    const corner = look(index);
    if (corner) settle(corner);
    else if (turn > BLUNT_END) {
      const [one, other] = bluntEnd(loop, index, leastTurn);
      if (other === undefined) continue;
      barriers[index] = 0;
      barriers[one] |= STRONG;
      barriers[other] |= STRONG;
      const both = [one, other].flatMap((place) => look(place) ?? []);
      if (both.length === 2) both.forEach(settle);
    }
  }
  return corners.sort((a, b) => a.index - b.index);
}

/**
 * Whether what the pixels rounded off at a corner is no more than its tip: beside it is no corner that would be cut off, and the
 * contour does not lead on beyond it.
 */
function isAllThereIs({ index, x: tipX, y: tipY, rounded }: Corner, loop: Loop, most: number): boolean {
  const { x, y, count } = loop;
  const ends: number[] = [];
  for (const step of [1, -1]) {
    const { near } = stretch(loop, index, step, rounded, rounded);
    const end = (index + step * near + 2 * count) % count;
    ends.push(end);
    const [dx, dy] = [x[end] - tipX, y[end] - tipY];
    const length = norm(dx, dy) || 1;
    for (let k = 1; k < near; k++) {
      const i = (index + step * k + 2 * count) % count;
      if (Math.abs((x[i] - tipX) * dy - (y[i] - tipY) * dx) > most * length) return false;
    }
  }
  const outX = x[index] - (x[ends[0]] + x[ends[1]]) / 2;
  const outY = y[index] - (y[ends[0]] + y[ends[1]]) / 2;
  return (x[index] - tipX) * outX + (y[index] - tipY) * outY <= BEYOND * most * (norm(outX, outY) || 1);
}

/** The two places beside one, as near as corners of a blunt end lie, where a loop turns the most; one where it turns only there. */
function bluntEnd(loop: Loop, index: number, leastTurn: number): [number, number?] {
  const length = loop.along[loop.count];
  const [one, other] = candidates(loop, CLOSE, leastTurn).filter(({ index: i }) => {
    const gap = Math.abs(loop.along[i] - loop.along[index]);
    return Math.min(gap, length - gap) < WIDEST_END;
  });
  return [one?.index ?? index, other?.index];
}

/** Points where the turn over `half` pixels on both sides is a local maximum, strongest first. */
export function candidates(loop: Loop, half: number, leastTurn: number): { index: number; turn: number }[] {
  const { x, y, along, count } = loop;
  const length = along[count];
  const turns = new Float64Array(count);
  let ahead = 0;
  const distance = (from: number, to: number) => {
    const d = along[to % count] - along[from];
    return d < 0 ? d + length : d;
  };
  let back = 0;
  while (distance(back, 0) < half) back = (back + count - 1) % count;
  for (let i = 0; i < count; i++) {
    while (distance((back + 1) % count, i) >= half && (back + 1) % count !== i) back = (back + 1) % count;
    if (ahead === i) ahead = (i + 1) % count;
    while (distance(i, ahead) < half) ahead = (ahead + 1) % count;
    const inX = x[i] - x[back];
    const inY = y[i] - y[back];
    const outX = x[ahead] - x[i];
    const outY = y[ahead] - y[i];
    const size = Math.sqrt((inX * inX + inY * inY) * (outX * outX + outY * outY));
    turns[i] = size === 0 ? 0 : 1 - (inX * outX + inY * outY) / size;
  }
  const least = 1 - Math.cos(leastTurn * 0.6);
  const found: number[] = [];
  for (let i = 0; i < count; i++) {
    if (turns[i] > least && isLocalMaximum(loop, turns, i, half)) found.push(i);
  }
  return found
    .sort((a, b) => turns[b] - turns[a])
    .map((index) => ({ index, turn: Math.acos(Math.max(-1, 1 - turns[index])) }));
}

function isLocalMaximum({ along, count }: Loop, turns: Float64Array, i: number, within: number): boolean {
  const length = along[count];
  for (let k = 1; k < count; k++) {
    const before = (i - k + count) % count;
    const after = (i + k) % count;
    const gapBefore = (along[i] - along[before] + length) % length;
    const gapAfter = (along[after] - along[i] + length) % length;
    if (gapBefore > within && gapAfter > within) return true;
    if (gapBefore <= within && turns[before] >= turns[i]) return false;
    if (gapAfter <= within && turns[after] > turns[i]) return false;
  }
  return true;
}

function examine(search: Search, index: number, free: Free): Corner | undefined {
  const { loop, reach, smoothing, grain, leastTurn, rounded: usual } = search;
  const near = fitSides(loop, index, Math.min(usual, reach / 2), reach, free);
  if (!near || near.turn < leastTurn) return undefined;
  const smooth = fitCircle(loop, near.first, near.points);
  if (smooth && smooth.rms < Math.max(BAD * (1 + smoothing), WORSE * near.residual)) return undefined;
  if (near.turn < TIP && near.off > (usual / ROUNDED + smoothing) * (BLUNT + BLUNT / Math.cos(near.turn / 2)))
    return undefined;
  if (near.turn < TIP && near.left > ASIDE * (usual / ROUNDED) + smoothing + PER_GRAIN * grain)
    return undefined;
  if (near.turn < TIP) return { index, ...near.place, rounded: near.inner, turn: near.turn };
  if (near.turn > NEEDLE && near.beyond > 1) return undefined;
  // The sharper the tip, the farther back the pixels round it off: about as far as its sides are a pixel apart.
  const rounded = Math.min(5, Math.max(usual, 0.8 / Math.sin(Math.max(0.1, (Math.PI - near.turn) / 2))));
  const longest = loop.along[loop.count] / 4;
  const far = fitSides(
    loop,
    index,
    Math.min(rounded, longest / 2),
    Math.min(rounded + TIP_REACH, longest),
    free,
  );
  if (!far?.meets || far.turn < leastTurn)
    return { index, ...near.place, rounded: far?.inner ?? near.inner, turn: near.turn };
  // From near, the sides are rounded already; from afar, they are drawn on over a long way. The truth lies between.
  const place = { x: (near.place.x + far.place.x) / 2, y: (near.place.y + far.place.y) / 2 };
  return { index, ...place, rounded: far.inner, turn: near.turn };
}

/** Both sides of a point, each from `inner` to `reach` away along the loop, and where they meet. */
function fitSides(loop: Loop, index: number, inner: number, reach: number, free: Free) {
  const { x, y, count } = loop;
  if (free.before < 2 * inner || free.after < 2 * inner) return undefined;
  const side = (step: 1 | -1, whole: number) => {
    const left = Math.min(inner, ROUNDED_SHARE * whole);
    return stretch(loop, index, step, left, Math.min(reach, whole - left));
  };
  const before = side(-1, free.before);
  const after = side(1, free.after);
  const first = (index - before.far + count) % count;
  const incoming = fitArm(loop, first, before.far - before.near + 1);
  const outgoing = fitArm(loop, (index + after.near) % count, after.far - after.near + 1);
  if (!incoming || !outgoing) return undefined;
  const met = armsMeet(incoming, outgoing, x[index], y[index]);
  const meeting = met ?? { x: x[index], y: y[index] };
  const into = armDirection(incoming, meeting.x, meeting.y);
  const out = armDirection(outgoing, meeting.x, meeting.y);
  const turn = Math.abs(Math.atan2(into.x * out.y - into.y * out.x, into.x * out.x + into.y * out.y));
  // A tip retracts by what pixels round off, which grows as it gets sharper.
  const retracted = 0.6 + 0.9 / Math.max(0.05, Math.sin((Math.PI - turn) / 2));
  const most = Math.min(
    Math.max(1, inner / ROUNDED) * Math.min(6, Math.max(1, loop.along[count] / 25), retracted),
    DRAWN_ON * Math.min(free.before, free.after),
  );
  const off = norm(meeting.x - x[index], meeting.y - y[index]);
  let left = 0;
  for (let k = 1 - before.near; k < after.near; k++) {
    const i = (index + k + count) % count;
    const beside = Math.min(distanceFromArm(incoming, x[i], y[i]), distanceFromArm(outgoing, x[i], y[i]));
    left = Math.max(left, beside);
  }
  return {
    meets: met !== undefined,
    left,
    first,
    off,
    beyond: off / retracted,
    points: before.far + after.far + 1,
    inner,
    turn,
    residual: Math.sqrt(Math.max(incoming.residual, outgoing.residual)),
    place: limited(meeting, x[index], y[index], most),
  };
}

/** Distances along the loop to the nearest barrier before and after a point, those of some kinds only; or to beyond sight. */
function freeLengths(loop: Loop, index: number, barriers: Uint8Array, kinds: number): Free {
  return { before: free(-1), after: free(1) };

  function free(step: 1 | -1): number {
    const { along, count } = loop;
    const length = along[count];
    let gap = 0;
    for (let k = 1; k < count && gap <= SIGHT; k++) {
      const i = (index + step * k + count) % count;
      gap = (step * (along[i] - along[index]) + length) % length;
      if (barriers[i] & kinds) return gap;
    }
    return gap > SIGHT ? gap : length;
  }
}

/** How many points away the stretch between two distances from a point begins and ends. */
function stretch({ along, count }: Loop, index: number, step: number, inner: number, reach: number) {
  const length = along[count];
  const gap = (k: number) => {
    const other = (((index + step * k) % count) + count) % count;
    return ((step > 0 ? along[other] - along[index] : along[index] - along[other]) + length) % length;
  };
  let near = 1;
  while (near < count - 1 && gap(near) < inner) near++;
  let far = near;
  while (far < count - 1 && gap(far + 1) <= reach && gap(far + 1) > gap(far)) far++;
  return { near, far };
}

/** The place, brought within `most` of (x, y). */
function limited(place: { x: number; y: number }, x: number, y: number, most: number) {
  const off = norm(place.x - x, place.y - y);
  if (off <= most) return place;
  return { x: x + ((place.x - x) * most) / off, y: y + ((place.y - y) * most) / off };
}
