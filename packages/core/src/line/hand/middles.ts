import type { Context } from '../../context';
import { type Contour, type Point, indexChords, nearestPlace, norm } from '../../geometry';
import { refitContours } from '../promise/refit';

/** Middles as either side of a stroke sees them: places along it, so far apart. */
export type Runs = readonly (readonly Point[])[];

/** Middles this many steps apart are those of one stroke, seen from either side of it; farther apart, one run is two. */
const SAME = 2;
const BROKEN = 4;
/** A place by itself is a line as short as this share of a step. */
const TINY = 0.01;
/**
 * Lines go on into the end of a stroke until there is less room in a step by this share of it, for as long as this share of the room they began
 * with is left, and no farther than so many times it; room is to the nearest rim.
 */
const ENDS = 0.5;
const ROOM = 0.7;
const ONWARD = 4;
/** Its direction there is that over so many steps. */
const DIRECTION = 5;
/** It turns by no more than so much in a step, in radians, and only where there is more room than straight on, by this share of a step. */
const TURNS = [0, 0.12, -0.12, 0.25, -0.25, 0.4, -0.4];
const LEVEL = 0.02;
/** Rims are followed within this share of a step. */
const FLAT = 0.02;

/** Runs that pass places, or go on from those that do. */
export function runsFrom(runs: Runs, step: number, isHere: (place: Point) => boolean): Runs {
  const near = new Near<number>(SAME * step);
  runs.forEach((run, k) => run.forEach((place) => near.add(place, k)));
  const taken = new Set(runs.flatMap((run, k) => (run.some(isHere) ? [k] : [])));
  // What is added while it is gone through is gone through too.
  for (const k of taken) for (const place of runs[k]) for (const other of near.at(place)) taken.add(other);
  return [...taken].map((k) => runs[k]);
}

/**
 * Smooth lines along the middles of strokes, each once and into the stroke's ends, within `within` of the `runs`, whose places are `step`
 * apart, and into those they end in, where there is room for `wide`; `rims` are those of the strokes.
 */
export function middlesOf(
  runs: Runs,
  rims: readonly Contour[],
  { step, within, wide }: { step: number; within: number; wide: number },
  context: Context,
): Contour[] {
  const kept = new Near<true>(SAME * step);
  const chords = indexChords(rims, FLAT * step);
  const roomAt = (place: Point, most: number) => nearestPlace(chords, place, most)?.distance ?? most;
  const lines: Contour[] = [];
  for (const run of [...runs].sort((a, b) => b.length - a.length)) {
    const own = partsOf(run, BROKEN * step, (place) => kept.at(place).length > 0);
    for (const places of own) places.forEach((place) => kept.add(place, true));
    lines.push(
      ...own.map((places) => {
        const back = intoEnd([...places].reverse(), step, wide, roomAt);
        return lineThrough([...back.reverse(), ...places, ...intoEnd(places, step, wide, roomAt)], step);
      }),
    );
  }
  return refitContours(lines, within, context).contours;
}

/** Parts of a run without leaps and without what is there already, each with the place before and after it that is. */
function partsOf(run: readonly Point[], leap: number, isThere: (place: Point) => boolean): Point[][] {
  const parts: Point[][] = [];
  let part: Point[] = [];
  let isNew = false;
  const end = () => {
    if (isNew) parts.push(part);
    [part, isNew] = [[], false];
  };
  for (const place of run) {
    const last = part[part.length - 1];
    if (last && norm(place.x - last.x, place.y - last.y) > leap) end();
    if (isThere(place)) {
      if (isNew) part.push(place);
      end();
      part = [place];
    } else {
      part.push(place);
      isNew = true;
    }
  }
  end();
  return parts;
}

/**
 * Places on from a line's last one, each where there is most room ahead: for as long as there is as much, up to the middle of a round end,
 * or to where there is room for `wide`, in a stroke that it runs into. None where neither is near.
 */
function intoEnd(
  places: readonly Point[],
  step: number,
  wide: number,
  roomAt: (place: Point, most: number) => number,
): Point[] {
  const last = places[places.length - 1];
  const from = places[Math.max(0, places.length - 1 - DIRECTION)];
  let direction = Math.atan2(last.y - from.y, last.x - from.x);
  if (last.x === from.x && last.y === from.y) return [];
  const room = roomAt(last, Infinity);
  let before = room;
  const on: Point[] = [];
  for (let at = last; on.length * step < ONWARD * Math.max(room, wide);) {
    const ahead = TURNS.map((turn) => {
      const place = {
        x: at.x + step * Math.cos(direction + turn),
        y: at.y + step * Math.sin(direction + turn),
      };
      return { place, turn, room: roomAt(place, 2 * wide) };
    });
    const best = ahead.reduce((most, one) => (one.room > most.room + LEVEL * step ? one : most));
    if (best.room < before - ENDS * step || best.room < ROOM * room) return on;
    before = best.room;
    on.push(best.place);
    if (best.room > wide) return on;
    direction += best.turn;
    at = best.place;
  }
  return [];
}

function lineThrough([start, ...rest]: readonly Point[], step: number): Contour {
  const to = rest.length > 0 ? rest : [{ x: start.x + TINY * step, y: start.y }];
  return { start, segments: to.map(({ x, y }) => ({ kind: 'line', x, y })), closed: false };
}

/** Places, each with something to know it by, in the squares that they lie in. */
class Near<T> {
  private readonly squares = new Map<string, { place: Point; known: T }[]>();

  constructor(private readonly within: number) {}

  add(place: Point, known: T): void {
    const key = this.keyOf(place, 0, 0);
    const own = this.squares.get(key);
    if (own) own.push({ place, known });
    else this.squares.set(key, [{ place, known }]);
  }

  /** What is known of those that are near a place. */
  at({ x, y }: Point): T[] {
    const found: T[] = [];
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (const { place, known } of this.squares.get(this.keyOf({ x, y }, dx, dy)) ?? [])
          if (norm(place.x - x, place.y - y) < this.within) found.push(known);
    return found;
  }

  private keyOf({ x, y }: Point, dx: number, dy: number): string {
    return `${Math.floor(x / this.within) + dx} ${Math.floor(y / this.within) + dy}`;
  }
}
