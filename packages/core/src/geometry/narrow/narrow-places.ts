import Flatbush from 'flatbush';
import type { Point } from '../contour';
import { flattenSegment } from '../flatten';
import { type RimIndex, type RimSegment, segmentsFacing, segmentsNear } from '../near/near-segments';
import {
  type NarrowPlace,
  type NarrowSpot,
  type Stretch,
  goesOn,
  isTaper,
  joined,
  middleOf,
  reachOf,
} from './narrow-stretches';
import { norm } from '../../norm';

/** Curves are followed within this share of the width that is asked about. */
const FLATNESS_SHARE = 1 / 400;
/** Places on a rim are looked at so far apart, as a share of that width. */
const STEP = 1 / 4;
/** But no more of them than this in all. */
const MOST_PLACES = 300_000;
/** Around the narrowest of them it is looked closer, in so many rounds, at so many places on either side. */
const ROUNDS = 3;
const CLOSER = 4;
/** How often a disc is made smaller, at most, until nothing reaches into it. */
const MOST_SHRUNK = 12;
/**
 * Sides of one contour face one another where the way around between them is so many times as long as the way across; shorter ones
 * run into the tip or the end between them.
 */
const AROUND = 8;
/** Up to a round end they do at less. */
const AROUND_END = 1.5;
/** What is as narrow as near to its end as so many times its width around it is so up to there. */
const UP_TO = 3;
/** What gets narrower as far as so many times the width that is asked about from its end is a tip. */
const TIP = 2;
/** From here on a turn away from the region is a corner that others may come near, in radians. */
const CORNER = 0.2;
/** Stretches of rims that are nearer to each other along them than so many times the width are one. */
const TOGETHER = 1.5;
/** Both sides of a narrow place face one another: the angle at which they are seen from its middle is at least this, as a cosine. */
const FACING = -0.5;

/**
 * Where a region is narrower than `least`: at its narrowest, one for each stretch. Contours are closed and run with the region to their
 * left seen on screen, y down: outer contours counter-clockwise, holes clockwise; with `outside` what is around them is looked at. From
 * places along the rim the disc that touches it there is made smaller until it touches another place too (the shrinking ball of Ma, Bae
 * and Choi, "3D medial axis point approximation using nearest neighbors and the normal field", 2012, section 3); its diameter is the
 * width there.
 */
export function narrowPlaces(
  rims: RimIndex,
  least: number,
  side: 'inside' | 'outside' = 'inside',
): NarrowPlace[] {
  return narrowAndTapering(rims, least, side).narrow;
}

/** Narrow places between different contours alone, of which `areBeside` tells whether the region may lie between them. */
export function narrowBetween(
  rims: RimIndex,
  least: number,
  areBeside: (a: number, b: number) => boolean,
): NarrowPlace[] {
  const { segments } = rims;
  const near = segmentsNear(rims, least, (k, n) => {
    const [a, b] = [segments[k].contour, segments[n].contour];
    return a !== b && areBeside(a, b);
  });
  const among = new Set(near.map((k) => segments[k].contour));
  if (among.size === 0) return [];
  return narrowAndTapering(rims, least, 'inside', among).narrow.filter(({ a, b }) => a !== b);
}

/** Narrow places, and the tips that get narrower to their end, each at its narrowest that is looked at; of some contours alone where they are given. */
export function narrowAndTapering(
  rims: RimIndex,
  least: number,
  side: 'inside' | 'outside' = 'inside',
  among?: ReadonlySet<number>,
): { narrow: NarrowPlace[]; tapering: NarrowPlace[] } {
  const all = least > 0 ? segmentsFacing(rims, least).map((k) => rims.segments[k]) : [];
  const facing = among ? all.filter(({ contour }) => among.has(contour)) : all;
  if (facing.length === 0) return { narrow: [], tapering: [] };
  const own = new Rims(facing, rims.lengths, least, side === 'inside' ? 1 : -1);
  const found = joined([...own.alongRims(least), ...own.atCorners(least)], rims.lengths, TOGETHER * least);
  const isTip = (stretch: Stretch) => isTaper(stretch, TIP * least, AROUND);
  return {
    narrow: found
      .filter((one) => !isTip(one))
      .map((one) => {
        const ends = own.towardsEnds(one, least);
        const length = ends.reduce((sum, end) => sum + end.length, reachOf(one));
        const middles = [...one.middles, ...ends.map((end) => end.middles)];
        return { ...own.refined(one, least), length, middles };
      }),
    tapering: found
      .filter(isTip)
      .map(({ place, farthest, middles }) => ({ ...place, length: farthest / 2, middles })),
  };
}

/**
 * The middles of all discs that find a region narrower than `least`, from places along the rims that are `step` apart, each run along
 * one rim in order: the line along which the region would have to be wider. Contours and sides as for `narrowPlaces`.
 */
export function narrowRuns(
  rims: RimIndex,
  least: number,
  step: number,
  side: 'inside' | 'outside' = 'inside',
): Point[][] {
  const facing = least > 0 ? segmentsFacing(rims, least).map((k) => rims.segments[k]) : [];
  if (facing.length === 0) return [];
  const own = new Rims(facing, rims.lengths, least, side === 'inside' ? 1 : -1, { step, around: AROUND_END });
  const runs: Point[][] = [];
  let before: Stretch | undefined;
  for (const next of own.placesAlongRims(least)) {
    const { place, at } = next;
    const middle = middleOf(place);
    const isNext = before && before.place.a === place.a && Math.abs(at - before.at) < 1.5 * own.step;
    if (isNext) runs[runs.length - 1].push(middle);
    else runs.push([middle]);
    before = next;
  }
  return runs;
}

/** Segments of rims as chords, which know of which contour they are and how far along it they begin. */
class Rims {
  private readonly chords: Float64Array;
  private readonly owners: Uint32Array;
  private readonly begins: Float64Array;
  private readonly index: Flatbush;
  /** How far apart places are looked at. */
  readonly step: number;
  private readonly around: number;

  constructor(
    private readonly segments: readonly RimSegment[],
    private readonly lengths: readonly number[],
    least: number,
    /** 1 for what lies to the left of the rims, -1 for what lies to their right. */
    private readonly side: 1 | -1,
    { step = STEP * least, around = AROUND } = {},
  ) {
    this.around = around;
    const chords: number[] = [];
    const owners: number[] = [];
    const begins: number[] = [];
    for (const { contour, start, to, begins: along, length } of segments) {
      const points = [start.x, start.y];
      flattenSegment(start, to, FLATNESS_SHARE * least, points);
      const count = points.length / 2 - 1;
      const flat = Array.from({ length: count }, (_, k) =>
        norm(points[2 * k + 2] - points[2 * k], points[2 * k + 3] - points[2 * k + 1]),
      );
      // Chords are a little shorter than their curve.
      const longer = length / (flat.reduce((sum, one) => sum + one, 0) || 1);
      let at = along;
      for (let k = 0; k < count; k++) {
        chords.push(...points.slice(2 * k, 2 * k + 4));
        owners.push(contour);
        begins.push(at);
        at += longer * flat[k];
      }
    }
    this.chords = Float64Array.from(chords);
    this.owners = Uint32Array.from(owners);
    this.begins = Float64Array.from(begins);
    const whole = segments.reduce((sum, { length }) => sum + length, 0);
    this.step = Math.max(step, whole / MOST_PLACES);
    this.index = new Flatbush(owners.length);
    for (let i = 0; i < chords.length; i += 4)
      this.index.add(
        Math.min(chords[i], chords[i + 2]),
        Math.min(chords[i + 1], chords[i + 3]),
        Math.max(chords[i], chords[i + 2]),
        Math.max(chords[i + 1], chords[i + 3]),
      );
    this.index.finish();
  }

  /** Stretches seen from places spread along all rims. */
  *alongRims(least: number): Generator<Stretch> {
    const together = Math.max(TOGETHER * least, 2 * this.step);
    let stretch: Stretch | undefined;
    for (const next of this.placesAlongRims(least)) {
      if (stretch && goesOn(stretch, next, this.lengths, together)) continue;
      if (stretch) yield stretch;
      stretch = next;
    }
    if (stretch) yield stretch;
  }

  /** Each place along the rims where it is too narrow, in order. */
  *placesAlongRims(least: number): Generator<Stretch> {
    const { chords, owners, begins, step } = this;
    for (let k = 0; k < owners.length; k++) {
      const x1 = chords[4 * k];
      const y1 = chords[4 * k + 1];
      const x2 = chords[4 * k + 2];
      const y2 = chords[4 * k + 3];
      const length = norm(x2 - x1, y2 - y1);
      if (length === 0) continue;
      const inward = { x: (this.side * (y2 - y1)) / length, y: (this.side * (x1 - x2)) / length };
      // Places go by the way along the contour, so that chords however short cost no more.
      for (let along = step * Math.ceil(begins[k] / step); along < begins[k] + length; along += step) {
        const share = (along - begins[k]) / length;
        const from = { x: x1 + share * (x2 - x1), y: y1 + share * (y2 - y1) };
        const next = this.across(from, inward, k, along, least);
        if (next) yield next;
      }
    }
  }

  /** Narrow stretches from corners that point into the region, where no disc touches both sides. */
  *atCorners(least: number): Generator<Stretch> {
    for (const segment of this.segments) {
      // With the region to the left on screen, a turn to the right points into it.
      const found = this.side * segment.turn > CORNER ? this.nearest(segment, least) : undefined;
      if (found) yield found;
    }
  }

  /** The narrowest place of a stretch, looked for between the places that were looked at. */
  refined({ place, at }: Stretch, least: number): NarrowSpot {
    let best = place;
    let middle = at;
    let { step } = this;
    for (let round = 0; round < ROUNDS; round++) {
      const around = middle;
      step /= CLOSER;
      for (let k = -CLOSER; k <= CLOSER; k++) {
        const found = k === 0 ? undefined : this.from(place.a, around + k * step, least);
        if (found && found.place.b === place.b && found.place.width < best.width)
          [best, middle] = [found.place, found.at];
      }
    }
    return best;
  }

  /**
   * How a stretch goes on towards the ends that its sides go around: places there are too near to an end to be seen as narrow by themselves,
   * but as long as they are narrower than `least` the stretch goes on, and up to the end where they are so all the way.
   */
  towardsEnds({ place, own }: Stretch, least: number): { length: number; middles: number[] }[] {
    const { a, b } = place;
    const whole = this.lengths[a];
    if (a !== b) return [];
    return own.map((begin, k) => {
      const sign = k === 0 ? -1 : 1;
      const middles: number[] = [];
      let along = begin;
      let last: Stretch | undefined;
      for (let way = 0; way < whole / 2; way += this.step) {
        const at = begin + sign * way;
        const next = this.from(a, at - whole * Math.floor(at / whole), least, AROUND_END);
        const isNearer = next?.place.b === b && next.around < (last?.around ?? Infinity);
        if (!next || !isNearer) break;
        const { x, y } = middleOf(next.place);
        middles.push(x, y);
        [along, last] = [at, next];
      }
      const isUpTo = last && last.around < UP_TO * last.place.width;
      const rest = last && isUpTo ? Math.max(0, (last.around - last.place.width) / 2) : 0;
      return { length: Math.abs(along - begin) + rest, middles };
    });
  }

  /** The narrow stretch at one place of a contour, so far along it, if there is one whose sides are so many times its width apart around the end. */
  private from(contour: number, along: number, least: number, times = this.around): Stretch | undefined {
    const { chords, owners, begins } = this;
    const k = this.chordAt(contour, along);
    if (k < 0 || owners[k] !== contour) return undefined;
    const [x1, y1, x2, y2] = chords.subarray(4 * k, 4 * k + 4);
    const length = norm(x2 - x1, y2 - y1);
    const share = (along - begins[k]) / length;
    if (!(share >= 0 && share <= 1)) return undefined;
    const inward = { x: (this.side * (y2 - y1)) / length, y: (this.side * (x1 - x2)) / length };
    const at = { x: x1 + share * (x2 - x1), y: y1 + share * (y2 - y1) };
    return this.across(at, inward, k, along, least, times);
  }

  /** The last chord of a contour, or of one before it, that begins no farther along. */
  private chordAt(contour: number, along: number): number {
    const { owners, begins } = this;
    let [low, high] = [0, owners.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      const isBefore = owners[middle] < contour || (owners[middle] === contour && begins[middle] <= along);
      if (isBefore) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }

  /** The width at a place of a rim, where it is less than `least` and the other side faces it. */
  private across(
    from: Point,
    inward: Point,
    own: number,
    along: number,
    least: number,
    times = this.around,
  ): Stretch | undefined {
    let radius = least / 2;
    // All smaller discs that touch the rim here lie in the first one.
    const first = { x: from.x + radius * inward.x, y: from.y + radius * inward.y };
    const among = this.chordsIn(first, radius, own);
    if (among.length === 0) return undefined;
    let to: Point | undefined;
    let on = -1;
    for (let k = 0; k < MOST_SHRUNK; k++) {
      const centre = { x: from.x + radius * inward.x, y: from.y + radius * inward.y };
      const met = this.deepest(centre, radius, among);
      if (!met) break;
      const [dx, dy] = [met.at.x - from.x, met.at.y - from.y];
      const depth = 2 * (dx * inward.x + dy * inward.y);
      // What lies behind the place it touches is the rim itself.
      if (depth <= 0) return undefined;
      radius = (dx * dx + dy * dy) / depth;
      [to, on] = [met.at, met.chord];
    }
    if (!to || on < 0) return undefined;
    const centre = { x: from.x + radius * inward.x, y: from.y + radius * inward.y };
    const facing =
      ((from.x - centre.x) * (to.x - centre.x) + (from.y - centre.y) * (to.y - centre.y)) / (radius * radius);
    const width = norm(to.x - from.x, to.y - from.y);
    if (facing > FACING || width >= least) return undefined;
    return this.stretch({ width, from, to }, this.owners[own], along, on, times);
  }

  /** A stretch that is but one place so far; undefined where its sides only meet around the end beside it. */
  private stretch(
    place: Omit<NarrowSpot, 'a' | 'b'>,
    contour: number,
    along: number,
    other: number,
    times = this.around,
  ): Stretch | undefined {
    const { width } = place;
    const there = this.alongOf(other, place.to);
    const length = this.lengths[contour];
    const far = Math.abs(there - along);
    const around = contour === this.owners[other] ? Math.min(far, length - far) : Infinity;
    if (around < Math.min(times * width, length / 2 - 1e-9)) return undefined;
    const { x, y } = middleOf(place);
    return {
      place: { ...place, a: contour, b: this.owners[other] },
      middles: [[x, y]],
      at: along,
      around,
      farthest: around,
      nearest: around,
      widest: width,
      own: [along, along],
      other: [there, there],
    };
  }

  /** How far along its contour a place on a chord lies. */
  private alongOf(chord: number, { x, y }: Point): number {
    const { chords } = this;
    return this.begins[chord] + norm(x - chords[4 * chord], y - chords[4 * chord + 1]);
  }

  /** Chords that reach into a disc, but for the one that it touches; those within it are looked for among them. */
  private chordsIn({ x, y }: Point, radius: number, own: number): number[] {
    return this.index.search(x - radius, y - radius, x + radius, y + radius, (k) => k !== own);
  }

  /** The place of a rim that reaches deepest into a disc, among some chords. */
  private deepest(
    centre: Point,
    radius: number,
    among: readonly number[],
  ): { at: Point; chord: number } | undefined {
    const { chords } = this;
    const { x, y } = centre;
    let least = (radius * (1 - 1e-6)) ** 2;
    let chord = -1;
    // Squares, and numbers alone: this is asked more often than anything else.
    for (const k of among) {
      const i = 4 * k;
      const x1 = chords[i];
      const y1 = chords[i + 1];
      const dx = chords[i + 2] - x1;
      const dy = chords[i + 3] - y1;
      const squared = dx * dx + dy * dy;
      let share = squared === 0 ? 0 : ((x - x1) * dx + (y - y1) * dy) / squared;
      if (share < 0) share = 0;
      else if (share > 1) share = 1;
      const awayX = x1 + share * dx - x;
      const awayY = y1 + share * dy - y;
      const far = awayX * awayX + awayY * awayY;
      if (far < least) {
        least = far;
        chord = k;
      }
    }
    return chord < 0 ? undefined : { at: nearestOnChord(chords, chord, centre), chord };
  }

  /** The nearest place to a corner, where a segment begins, on what faces it. */
  private nearest({ contour, start, begins }: RimSegment, least: number): Stretch | undefined {
    const { chords, index } = this;
    const { x, y } = start;
    let best: Stretch | undefined;
    index.search(x - least, y - least, x + least, y + least, (k) => {
      const to = nearestOnChord(chords, k, start);
      const width = norm(to.x - x, to.y - y);
      const isNearer = width < (best?.place.width ?? least) && width > 0;
      if (!isNearer) return false;
      // What is nearest to a corner lies across from it: straight across its own rim.
      const ax = chords[4 * k];
      const ay = chords[4 * k + 1];
      const bx = chords[4 * k + 2];
      const by = chords[4 * k + 3];
      // The region lies to the left of the rim over there, and so does the corner.
      if (this.side * ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) > 0) return false;
      best = this.stretch({ width, from: start, to }, contour, begins, k) ?? best;
      return false;
    });
    return best;
  }
}

function nearestOnChord(chords: Float64Array, k: number, { x, y }: Point): Point {
  const x1 = chords[4 * k];
  const y1 = chords[4 * k + 1];
  const dx = chords[4 * k + 2] - x1;
  const dy = chords[4 * k + 3] - y1;
  const squared = dx * dx + dy * dy;
  const share = squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - x1) * dx + (y - y1) * dy) / squared));
  return { x: x1 + share * dx, y: y1 + share * dy };
}
