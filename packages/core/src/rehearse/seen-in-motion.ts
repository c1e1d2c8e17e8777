import Flatbush from 'flatbush';
import { type Contour, type Point, boxHeight, boxOf, boxWidth, flatten, isInside, norm } from '../geometry';
import { counted } from '../prove';
import type { Machine } from './machine';
import type { TimedWay } from './motion';
import type { Part } from './parts';
import type { PlannedTrack } from './plan';
import type { Move } from './moves';
import type { Track } from './tracks';

export const SEEN_KINDS = [
  'outside-bed',
  'cut-after-free',
  'cut-twice',
  'unreached',
  'travel-over-free',
] as const;
export type SeenKind = (typeof SEEN_KINDS)[number];

/** Something that the machine's motion shows, where and when. */
export interface SeenInMotion {
  kind: SeenKind;
  severity: 'stop' | 'warn' | 'note';
  /** What was seen and what to do about it, a sentence each. */
  message: string;
  hint: string;
  /** How many, and where the first of them are. */
  count: number;
  places: Point[];
  /** Seconds after the beginning, the first of them. */
  at: number;
}

/** Lines nearer than this to each other are one where the tool takes nothing away, in millimetres. */
const NO_KERF = 0.05;
/** Directions this near to each other, as a sine, are along each other. */
const ALONG = 0.2;
/** So much of a line has to be beside another one, in kerfs, to be cut twice. */
const LEAST = 3;
const MOST_PLACES = 200;
const FITS = 1e-6;

/** All that motion shows and geometry does not, gravest first. */
export function seenInMotion(
  tracks: readonly Track[],
  planned: readonly PlannedTrack[],
  moves: readonly Move[],
  parts: readonly Part[],
  unreached: readonly Contour[],
  machine: Machine,
): SeenInMotion[] {
  return [
    ...outsideBed(tracks, machine),
    ...cutAfterFree(tracks, planned, moves),
    ...cutTwice(tracks, moves, machine),
    ...seen(
      'unreached',
      unreached.map(({ start }) => ({ place: start, at: 0 })),
    ),
    ...(machine.toolKind === 'torch' ? travelOverFree(moves, parts) : []),
  ];
}

const SAID: Record<SeenKind, Pick<SeenInMotion, 'severity' | 'hint'> & { says: (count: number) => string }> =
  {
    'outside-bed': {
      severity: 'stop',
      says: () => 'What is drawn is larger than the bed.',
      hint: 'Make the piece smaller, or cut it in parts.',
    },
    'cut-after-free': {
      severity: 'stop',
      says: (count) => `${counted(count, 'cut is', 'cuts are')} made in a part that has come free by then.`,
      hint: 'Do what lies within a part before the cut around it.',
    },
    'cut-twice': {
      severity: 'warn',
      says: (count) => `${counted(count, 'line is', 'lines are')} cut twice, and charred or torn.`,
      hint: 'Drop one of the two lines.',
    },
    unreached: {
      severity: 'warn',
      says: (count) => `The tool does not get into ${counted(count, 'contour', 'contours')}.`,
      hint: 'Take a narrower tool, or enlarge the piece.',
    },
    'travel-over-free': {
      severity: 'note',
      says: (count) => `The torch travels over parts that have come free ${counted(count, 'time', 'times')}.`,
      hint: 'Lift it high enough: a part that stands up would be hit.',
    },
  };

const seen = (kind: SeenKind, found: readonly { place: Point; at: number }[]): SeenInMotion[] =>
  found.length === 0
    ? []
    : [
        {
          kind,
          severity: SAID[kind].severity,
          message: SAID[kind].says(found.length),
          hint: SAID[kind].hint,
          count: found.length,
          places: found.slice(0, MOST_PLACES).map(({ place }) => place),
          at: Math.min(...found.map(({ at }) => at)),
        },
      ];

/** What is drawn, either way around, on a bed that it does not fit. */
function outsideBed(tracks: readonly Track[], { bed }: Machine): SeenInMotion[] {
  const box = boxOf(tracks.flatMap(({ drawn }) => drawn));
  if (!box) return [];
  const [width, height] = [boxWidth(box), boxHeight(box)];
  const fits = (w: number, h: number) => w <= bed.width + FITS && h <= bed.height + FITS;
  if (fits(width, height) || fits(height, width)) return [];
  return seen('outside-bed', [{ place: { x: box.right, y: box.top }, at: 0 }]);
}

/** Cuts in a part that is loose by then. */
function cutAfterFree(
  tracks: readonly Track[],
  planned: readonly PlannedTrack[],
  moves: readonly Move[],
): SeenInMotion[] {
  const done = new Set<number>();
  const late = planned.filter(({ track }) => {
    let around = tracks[track].within;
    while (around >= 0 && !(done.has(around) && !tracks[around].held)) around = tracks[around].within;
    done.add(track);
    return around >= 0;
  });
  return seen(
    'cut-after-free',
    late.map(({ track, runs }) => ({
      place: runs[0].start,
      at: moves.find((move) => move.track === track)?.begins ?? 0,
    })),
  );
}

/**
 * Stretches of two tracks that take the same material away: char, or a ragged rim. The tool goes along one way twice, or, where
 * two contours are drawn along one line, on both sides of it.
 */
function cutTwice(tracks: readonly Track[], moves: readonly Move[], { kerf }: Machine): SeenInMotion[] {
  const within = Math.max(NO_KERF, kerf / 2);
  const isCut = (track: number) => tracks[track].task === 'cut-through';
  const work = moves.filter(({ kind, pass, track }) => kind === 'work' && pass === 0 && isCut(track));
  const followed = work.flatMap(({ way, track, begins }) =>
    way ? piecesOf(way).map((piece) => ({ ...piece, track, begins: begins + piece.begins })) : [],
  );
  const begins = new Map(work.map((move) => [move.track, move.begins]));
  const drawn = tracks.flatMap((one, track) =>
    isCut(track) ? one.drawn.flatMap((contour) => chordsOf(contour, track, begins.get(track) ?? 0)) : [],
  );
  const found = new Map([...sharedBy(drawn, within), ...sharedBy(followed, within)]);
  return seen(
    'cut-twice',
    [...found.values()].filter(({ length }) => length >= LEAST * within),
  );
}

interface Shared {
  length: number;
  place: Point;
  at: number;
}

/** How much pieces of two tracks run along each other, by their numbers. */
function sharedBy(pieces: readonly (Piece & { track: number })[], within: number): Map<string, Shared> {
  const shared = new Map<string, Shared>();
  if (pieces.length === 0) return shared;
  const index = new Flatbush(pieces.length);
  for (const { from, to } of pieces)
    index.add(Math.min(from.x, to.x), Math.min(from.y, to.y), Math.max(from.x, to.x), Math.max(from.y, to.y));
  index.finish();
  pieces.forEach((piece, k) => {
    const { from, to, track, begins } = piece;
    const [left, right] = [Math.min(from.x, to.x) - within, Math.max(from.x, to.x) + within];
    const [top, bottom] = [Math.min(from.y, to.y) - within, Math.max(from.y, to.y) + within];
    for (const j of index.search(
      left,
      top,
      right,
      bottom,
      (other) => other < k && pieces[other].track !== track,
    )) {
      const length = sharedLength(piece, pieces[j], within);
      if (length === 0) continue;
      const key = [track, pieces[j].track].sort((a, b) => a - b).join(' ');
      const own = shared.get(key) ?? { length: 0, place: from, at: begins };
      shared.set(key, { ...own, length: own.length + length });
    }
  });
  return shared;
}

function chordsOf(contour: Contour, track: number, begins: number): (Piece & { track: number })[] {
  const points = flatten(contour, NO_KERF);
  const count = points.length / 2;
  const at = (k: number): Point => ({ x: points[2 * (k % count)], y: points[2 * (k % count) + 1] });
  return Array.from({ length: contour.closed ? count : count - 1 }, (_, k) => ({
    from: at(k),
    to: at(k + 1),
    track,
    begins,
  }));
}

interface Piece {
  from: Point;
  to: Point;
  begins: number;
}

const piecesOf = ({ places, times }: TimedWay): Piece[] =>
  Array.from({ length: times.length - 1 }, (_, k) => ({
    from: { x: places[2 * k], y: places[2 * k + 1] },
    to: { x: places[2 * k + 2], y: places[2 * k + 3] },
    begins: times[k],
  }));

/** How much of a piece runs along another one, nearer than so. */
function sharedLength(a: Piece, b: Piece, within: number): number {
  const size = norm(a.to.x - a.from.x, a.to.y - a.from.y);
  const other = norm(b.to.x - b.from.x, b.to.y - b.from.y);
  if (size === 0 || other === 0) return 0;
  const [ux, uy] = [(a.to.x - a.from.x) / size, (a.to.y - a.from.y) / size];
  const sine = (ux * (b.to.y - b.from.y) - uy * (b.to.x - b.from.x)) / other;
  if (Math.abs(sine) > ALONG) return 0;
  const on = ({ x, y }: Point) => (x - a.from.x) * ux + (y - a.from.y) * uy;
  const off = ({ x, y }: Point) => Math.abs((x - a.from.x) * uy - (y - a.from.y) * ux);
  if (Math.min(off(b.from), off(b.to)) > within) return 0;
  const [s, t] = [on(b.from), on(b.to)].sort((p, q) => p - q);
  return Math.max(0, Math.min(size, t) - Math.max(0, s));
}

/** Ways above parts that came loose and may stand up. */
function travelOverFree(moves: readonly Move[], parts: readonly Part[]): SeenInMotion[] {
  const loose = parts
    .filter(({ freedAt, isIsland }) => freedAt !== null && !isIsland)
    .map((part) => ({ part, box: boxOf(part.contours) }));
  const found = moves.flatMap(({ kind, way, begins }) => {
    if (kind !== 'travel' || !way) return [];
    const [from, to] = [0, way.places.length - 2].map((k) => ({ x: way.places[k], y: way.places[k + 1] }));
    const over = loose.filter(
      ({ part: { freedAt, contours }, box }) =>
        freedAt !== null &&
        freedAt <= begins &&
        box &&
        Math.min(from.x, to.x) < box.right &&
        Math.max(from.x, to.x) > box.left &&
        Math.min(from.y, to.y) < box.bottom &&
        Math.max(from.y, to.y) > box.top &&
        between(from, to).some((place) => isInside(contours, place)),
    );
    return over.length > 0 ? [{ place: between(from, to)[4], at: begins }] : [];
  });
  return seen('travel-over-free', found);
}

const between = (from: Point, to: Point): Point[] =>
  Array.from({ length: 9 }, (_, k) => ({
    x: from.x + ((k + 1) / 10) * (to.x - from.x),
    y: from.y + ((k + 1) / 10) * (to.y - from.y),
  }));
