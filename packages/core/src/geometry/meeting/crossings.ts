import type { Contour, Point } from '../contour';
import { areApart, doPart, isFlat } from './hulls';
import {
  type PlacedSegment,
  type SegmentIndex,
  addSegments,
  areSame,
  boxAround,
  followed,
  indexSegments,
  placedSegments,
} from './placed-segments';
import { boxOfPoints } from '../polygon';
import { selfCrossing } from './self-crossing';

/** Two contours (or one twice) that cross, where, and by which of their segments. */
export interface CrossingPlace extends Point {
  a: number;
  b: number;
  segmentA: number;
  segmentB: number;
  /** They run along one another there, and may do no more than touch. */
  isAlong: boolean;
}

/** Shares of a chord nearer than this to its end are its end. */
const SAME = 1e-9;
/** Directions nearer to each other than this, in radians, are one. */
const SAME_WAY = 1e-6;
/** Of more than this share of changed contours all are looked at anew. */
const MANY = 0.3;
/** So many times new segments may come before all are indexed together. */
const MOST_LAYERS = 8;

/**
 * Every place where contours cross themselves or one another, curves followed within `tolerance`: within segments,
 * exactly at nodes, and where segments run along one another. Contours that only touch, or meet at an end, do not
 * cross. Only segments whose hulls overlap are looked at closely.
 */
export const findCrossings = (contours: readonly Contour[], tolerance: number): CrossingPlace[] =>
  new Crossings(tolerance).find(contours);

/** Two segments that cross, and where. */
interface Found extends Point {
  one: PlacedSegment;
  other: PlacedSegment;
  isAlong: boolean;
}

type Visit = (x: number, y: number, isAlong: boolean) => void;

/** Finds crossings among contours that change a little from one time to the next: only what is new is looked at again. */
export class Crossings {
  /** Contours as they were last, and the segments of each. */
  private contours: readonly Contour[] = [];
  private segments: PlacedSegment[][] = [];
  /** Segments that came together, and may be gone. */
  private layers: SegmentIndex[] = [];
  private found: Found[] = [];

  constructor(private readonly tolerance: number) {}

  /** Places where contours cross: as many contours as before, of which some may be others now; only these are looked at anew. */
  find(contours: readonly Contour[]): CrossingPlace[] {
    const changed: number[] = [];
    contours.forEach((contour, k) => contour !== this.contours[k] && changed.push(k));
    const isNew = contours.length !== this.contours.length || changed.length > MANY * contours.length;
    const fresh = isNew ? this.begin(contours) : changed.flatMap((k) => this.change(k, contours[k]));
    this.contours = [...contours];
    this.found = this.found.filter(({ one, other }) => !one.isGone && !other.isGone);
    if (fresh.length > 0) this.look(indexSegments(fresh, this.tolerance));
    return this.found.map(placeOf);
  }

  /** Segments of the contours asked about last whose boxes reach into a square around a place. */
  near({ x, y }: Point, reach: number): PlacedSegment[] {
    return this.layers.flatMap(({ placed, index }) =>
      (index?.search(x - reach, y - reach, x + reach, y + reach, (k) => !placed[k].isGone) ?? []).map(
        (k) => placed[k],
      ),
    );
  }

  private begin(contours: readonly Contour[]): PlacedSegment[] {
    const placed = placedSegments(contours);
    this.layers = [];
    this.found = [];
    this.segments = contours.map(() => []);
    for (const one of placed) this.segments[one.contour].push(one);
    return placed;
  }

  /** Puts a contour in the place of the one with its number; the segments that were not there before. */
  private change(number: number, contour: Contour): PlacedSegment[] {
    const before = new Map(this.segments[number].map((one) => [keyOf(one), one]));
    const now: PlacedSegment[] = [];
    addSegments(contour, number, now);
    for (const one of this.segments[number]) one.isGone = true;
    const fresh: PlacedSegment[] = [];
    now.forEach((one, k) => {
      const same = before.get(keyOf(one));
      if (!same?.isGone || !areSame(same, one)) {
        fresh.push(one);
        return;
      }
      same.isGone = false;
      same.number = k;
      now[k] = same;
    });
    now.forEach(
      (one, k) => (one.before = k > 0 ? now[k - 1] : contour.closed ? now[now.length - 1] : undefined),
    );
    this.segments[number] = now;
    return fresh;
  }

  /** Looks where new segments cross one another, and those that are there. */
  private look(fresh: SegmentIndex): void {
    const { tolerance, found } = this;
    if (this.layers.length === MOST_LAYERS) {
      const still = this.layers.flatMap(({ placed }) => placed.filter(({ isGone }) => !isGone));
      this.layers = [indexSegments(still, tolerance)];
    }
    fresh.placed.forEach((one, i) => {
      eachSelfCrossing(one, tolerance, (x, y, isAlong) => found.push({ one, other: one, x, y, isAlong }));
      const { left, top, right, bottom } = boxAround(one, tolerance);
      const compare = (other: PlacedSegment) => {
        if (!other.isGone && !areSurelyApart(one, other))
          eachCrossing(one, other, tolerance, (x, y, isAlong) => found.push({ one, other, x, y, isAlong }));
        return false;
      };
      fresh.index?.search(left, top, right, bottom, (k) => k > i && compare(fresh.placed[k]));
      for (const { placed, index } of this.layers)
        index?.search(left, top, right, bottom, (k) => compare(placed[k]));
    });
    this.layers.push(fresh);
  }
}

/** A number by which segments that begin at the same place are found. */
const keyOf = ({ from }: PlacedSegment): number => from.x * APART + from.y;
const APART = 1 << 20;

const placeOf = ({ one, other, x, y, isAlong }: Found): CrossingPlace => ({
  a: one.contour,
  b: other.contour,
  x,
  y,
  segmentA: one.number,
  segmentB: other.number,
  isAlong,
});

/** Whether two segments meet nowhere, or just where one follows the other. */
function areSurelyApart(a: PlacedSegment, b: PlacedSegment): boolean {
  if (!a.hull || !b.hull) return false;
  if (b.before === a) return doPart(a.hull, b.hull);
  if (a.before === b) return doPart(b.hull, a.hull);
  return areApart(a.hull, b.hull);
}

/** Where a segment crosses itself, or runs back along itself. */
function eachSelfCrossing(one: PlacedSegment, tolerance: number, visit: Visit): void {
  if (one.segment.kind !== 'cubic') return;
  const place = selfCrossing(one.from, one.segment);
  if (place) visit(place.x, place.y, false);
  else if (one.hull && isFlat(one.hull)) eachCrossing(one, one, tolerance, visit);
}

/** Where two segments, or one with itself, cross, as they are followed. */
function eachCrossing(one: PlacedSegment, other: PlacedSegment, tolerance: number, visit: Visit): void {
  const a = followed(one, tolerance);
  const b = followed(other, tolerance);
  const box = boxOfPoints(b);
  for (let m = 0; m + 3 < a.length; m += 2) {
    const x1 = a[m];
    const y1 = a[m + 1];
    const x2 = a[m + 2];
    const y2 = a[m + 3];
    if ((x1 < box.left && x2 < box.left) || (x1 > box.right && x2 > box.right)) continue;
    if ((y1 < box.top && y2 < box.top) || (y1 > box.bottom && y2 > box.bottom)) continue;
    const dx = x2 - x1;
    const dy = y2 - y1;
    for (let n = one === other ? m + 4 : 0; n + 3 < b.length; n += 2) {
      const offX = b[n] - x1;
      const offY = b[n + 1] - y1;
      const ex = b[n + 2] - b[n];
      const ey = b[n + 3] - b[n + 1];
      const determinant = dx * ey - dy * ex;
      if (determinant === 0) {
        if (runAlong(dx, dy, offX, offY, ex, ey)) visit(b[n], b[n + 1], true);
        continue;
      }
      const t = (offX * ey - offY * ex) / determinant;
      const u = (offX * dy - offY * dx) / determinant;
      if (!(t > -SAME && t < 1 - SAME && u > -SAME && u < 1 - SAME)) continue;
      const how =
        t > SAME && u > SAME
          ? 'through'
          : passThrough({ placed: one, m, t }, { placed: other, m: n, t: u }, tolerance);
      if (how) visit(x1 + t * dx, y1 + t * dy, how === 'along');
    }
  }
}

/** A place on the chord from corner m of what a segment is followed by, at a share of it. */
interface OnChord {
  placed: PlacedSegment;
  m: number;
  t: number;
}

/** Whether contours that meet where at least one of them has a corner go through one another there, or only touch. */
function passThrough(one: OnChord, other: OnChord, tolerance: number): 'through' | 'along' | undefined {
  const a = followed(one.placed, tolerance);
  const b = followed(other.placed, tolerance);
  const [x, y] = one.t <= SAME ? [a[one.m], a[one.m + 1]] : [b[other.m], b[other.m + 1]];
  const aBefore = placeBefore(one, tolerance);
  const bBefore = placeBefore(other, tolerance);
  if (!aBefore || !bBefore) return undefined;
  const angle = (px: number, py: number) => Math.atan2(py - y, px - x);
  const out = angle(a[one.m + 2], a[one.m + 3]);
  const turn = (value: number) => (value - out + 4 * Math.PI) % (2 * Math.PI);
  const back = turn(angle(aBefore.x, aBefore.y));
  const isLeft = (px: number, py: number) => turn(angle(px, py)) < back;
  if (isLeft(bBefore.x, bBefore.y) === isLeft(b[other.m + 2], b[other.m + 3])) return undefined;
  const isOn = (px: number, py: number) => {
    const value = turn(angle(px, py));
    return [0, back, 2 * Math.PI].some((own) => Math.abs(value - own) < SAME_WAY);
  };
  return isOn(bBefore.x, bBefore.y) || isOn(b[other.m + 2], b[other.m + 3]) ? 'along' : 'through';
}

/** The corner before a place; undefined at the start of an open contour. */
function placeBefore({ placed, m, t }: OnChord, tolerance: number): Point | undefined {
  const own = followed(placed, tolerance);
  if (t > SAME) return { x: own[m], y: own[m + 1] };
  if (m > 0) return { x: own[m - 2], y: own[m - 1] };
  if (!placed.before) return undefined;
  const before = followed(placed.before, tolerance);
  return { x: before[before.length - 4], y: before[before.length - 3] };
}

/** Whether parallel chords lie on one line and share more than an end. */
function runAlong(dx: number, dy: number, offX: number, offY: number, ex: number, ey: number): boolean {
  const squared = dx * dx + dy * dy;
  if (squared === 0 || offX * dy !== offY * dx) return false;
  const begin = (offX * dx + offY * dy) / squared;
  const end = begin + (ex * dx + ey * dy) / squared;
  return Math.min(1, Math.max(begin, end)) - Math.max(0, Math.min(begin, end)) > SAME;
}
