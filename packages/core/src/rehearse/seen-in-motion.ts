import {
  type Box,
  type Contour,
  type Point,
  boxHeight,
  boxOf,
  boxWidth,
  doubledStretches,
  endOf,
  isInside,
  pairsDoubled,
} from '../geometry';
import {
  type Cut,
  type Machine,
  type Move,
  type PlannedTrack,
  type SurfaceTask,
  type Track,
  clearsAreas,
  goesThrough,
  isLoop,
} from '../machine';
import { type Freed, type Remains, type Standing, bitesIn, overEdges, placeWithin } from '../material';
import { type Wanted, counted, doubledWithin, told } from '../prove';
import type { Part } from './parts';

export const SEEN_KINDS = [
  'outside-bed',
  'not-this-tool',
  'too-deep',
  'cut-after-free',
  'bitten',
  'cut-twice',
  'lead-in-neighbour',
  'beyond-bed',
  'falls-out',
  'asunder',
  'unreached',
  'over-edge',
  'left-standing',
  'apart',
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
  /** Millimetres, where it has a length: of all, or of the largest. */
  measured?: number;
  places: Point[];
  /** Seconds after the beginning, the first of them. */
  at: number;
}

/** A whole rehearsal, to be looked at. */
export interface Watched {
  tracks: readonly Track[];
  unreached: readonly Track[];
  cuts: readonly Cut[];
  remains: Remains;
  freed: Freed;
  planned: readonly PlannedTrack[];
  moves: readonly Move[];
  parts: readonly Part[];
  standing: readonly Standing[];
  machine: Machine;
  /** What is to come out, where somebody said so, and in which unit lengths are told. */
  wanted: 'auto' | Wanted;
  units: Units;
}
type Units = 'mm' | 'in';

const MOST_PLACES = 200;
const FITS = 1e-6;

interface Place {
  place: Point;
  at: number;
}

/** All that motion shows and geometry does not, gravest first. */
export function seenInMotion(watched: Watched): SeenInMotion[] {
  const began = begunAt(watched.moves);
  const found = [
    ...outsideBed(watched),
    ...notThisTool(watched, began),
    ...tooDeep(watched, began),
    ...cutAfterFree(watched, began),
    ...twiceAndBitten(watched, began),
    ...leadsInNeighbours(watched, began),
    ...unreached(watched),
    ...overEdge(watched, began),
    ...travelOverFree(watched),
    ...fallsOut(watched),
    ...asunder(watched),
    ...leftStanding(watched),
    ...comesApart(watched),
  ];
  return found.sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
}

const SEVERITIES = ['stop', 'warn', 'note'] as const;

/** When each track begins to be worked. */
function begunAt(moves: readonly Move[]): (track: number) => number {
  const begins = new Map<number, number>();
  for (const { track, begins: at, kind } of moves)
    if (kind !== 'travel' && !begins.has(track)) begins.set(track, at);
  return (track) => begins.get(track) ?? 0;
}

function seen(
  kind: SeenKind,
  severity: SeenInMotion['severity'],
  found: readonly Place[],
  says: { message: string; hint: string; measured?: number },
): SeenInMotion[] {
  if (found.length === 0) return [];
  const at = found.reduce((first, one) => Math.min(first, one.at), Infinity);
  const places = found.slice(0, MOST_PLACES).map(({ place }) => place);
  return [{ kind, severity, ...says, count: found.length, places, at }];
}

/** Lengths are told to the hundredth of a millimetre, in the unit that people count in. */
const length = (of: number, units: Units): string => told(Number(of.toFixed(2)), units);

/** What is drawn, either way around, on a bed that it does not fit; or that it fits but for the tool. */
function outsideBed({ tracks, planned, machine, units }: Watched): SeenInMotion[] {
  const drawn = boxOf(tracks.flatMap((track) => track.drawn));
  if (!drawn) return [];
  if (!fits(drawn, machine.bed))
    return seen('outside-bed', 'stop', [{ place: { x: drawn.right, y: drawn.top }, at: 0 }], {
      message: 'What is drawn is larger than the bed.',
      hint: 'Make the piece smaller, or cut it in parts.',
    });
  const followed = boxOf(planned.flatMap(({ runs, lead }) => [...runs, ...(lead ? [lead] : [])]));
  if (!followed || fits(followed, machine.bed)) return [];
  const far = Math.max(...[drawn.left - followed.left, followed.right - drawn.right].map(Math.abs));
  const edge = far + machine.kerf / 2;
  return seen('beyond-bed', 'warn', [{ place: { x: followed.right, y: followed.top }, at: 0 }], {
    message: `The middle of the tool runs ${length(far, units)} beyond the bed, its edge ${length(edge, units)}.`,
    hint: 'Make the piece smaller by the width of the tool, or take another machine.',
    measured: edge,
  });
}

function fits(box: Box, bed: { width: number; height: number }): boolean {
  const [width, height] = [boxWidth(box), boxHeight(box)];
  const isOn = (w: number, h: number) => w <= bed.width + FITS && h <= bed.height + FITS;
  return isOn(width, height) || isOn(height, width);
}

/** Areas that a knife or a torch is to clear. */
function notThisTool({ tracks, machine }: Watched, began: (track: number) => number): SeenInMotion[] {
  const isFor = (task: Track['task']) =>
    (task !== 'pocket' && task !== 'engrave') || clearsAreas(machine.surface[task].toolKind);
  const areas = tracks.flatMap(({ task, drawn }, k) =>
    !isFor(task) && drawn.some(({ closed }) => closed) ? [{ task, place: drawn[0].start, at: began(k) }] : [],
  );
  if (areas.length === 0) return [];
  const { toolKind } = machine.surface[areas[0].task as SurfaceTask];
  return seen('not-this-tool', 'stop', areas, {
    message: `${counted(areas.length, 'area is', 'areas are')} to be cleared, which a ${toolKind} cannot do.`,
    hint: 'Cut them through, or give them to another process.',
  });
}

/** Pockets as deep as the sheet is thick, or deeper. */
function tooDeep({ tracks, machine, units }: Watched, began: (track: number) => number): SeenInMotion[] {
  const { thickness, surface } = machine;
  if (!goesThrough(surface.pocket, machine)) return [];
  const { depth } = surface.pocket;
  const pockets = tracks.flatMap(({ task, drawn }, k) =>
    task === 'pocket' ? [{ place: drawn[0].start, at: began(k) }] : [],
  );
  return seen('too-deep', 'stop', pockets, {
    message: `${counted(pockets.length, 'pocket goes', 'pockets go')} ${length(depth, units)} deep, through a sheet of ${length(thickness, units)}.`,
    hint: 'Make them less deep, or cut them through.',
    measured: depth,
  });
}

/** Work in what is loose by then. */
function cutAfterFree(watched: Watched, began: (track: number) => number): SeenInMotion[] {
  const { tracks, freed, planned, cuts } = watched;
  const trackOf = new Map(tracks.map(({ cut }, k) => [cut, k]));
  const late = freed.loose.map(({ cut, at }) => ({ place: at, at: began(trackOf.get(cut) ?? 0) }));
  const all = [...late, ...surfaceAfterFree(watched, began)];
  const isCircle = late.length > 0 && planned.length === tracks.length && cuts.length > 0;
  return seen('cut-after-free', 'stop', all, {
    message: `${counted(all.length, 'cut is', 'cuts are')} made in material that has come free by then.`,
    hint: isCircle
      ? 'Do what lies within a part before the cut around it; where that is not possible, hold the part with a tab.'
      : 'Do what lies within a part before the cut around it.',
  });
}

/** Marks and pockets in parts that were freed before them, in an order by hand. */
function surfaceAfterFree(
  { tracks, freed, planned, remains }: Watched,
  began: (track: number) => number,
): Place[] {
  const places = new Map(planned.map(({ track }, k) => [track, k]));
  const ranks = new Map(tracks.map(({ cut }, k) => [cut, places.get(k) ?? Infinity]));
  const loose = remains.remnants.flatMap(({ contours }, k) => {
    const rank = ranks.get(freed.freedBy[k]);
    return rank === undefined ? [] : [{ contours, rank }];
  });
  return planned.flatMap(({ track, runs }, k) => {
    if (tracks[track].cut >= 0) return [];
    const place = endOf({ ...runs[0], segments: runs[0].segments.slice(0, 1) });
    const isLoose = loose.some(({ contours, rank }) => rank < k && isInside(contours, place));
    return isLoose ? [{ place, at: began(track) }] : [];
  });
}

/** Lines that are gone along more often than once, and cuts that take from the part beside them. */
function twiceAndBitten(
  { tracks, cuts, remains, machine, units }: Watched,
  began: (track: number) => number,
): SeenInMotion[] {
  const followed = tracks.flatMap(({ task, drawn, cut }, k) =>
    task === 'score' || cut >= 0 ? drawn.map((contour) => ({ contour, track: k, cut })) : [],
  );
  const doubled = doubledStretches(
    followed.map(({ contour }) => contour),
    doubledWithin(machine),
  );
  const excess = doubled.reduce((sum, one) => sum + one.excess, 0);
  const pairs = new Set(
    doubled.flatMap(({ contour, on }) =>
      on.map((other) => `${followed[contour].cut} ${followed[other].cut}`),
    ),
  );
  const bites = bitesIn(remains, cuts, (a, b) => pairs.has(`${a} ${b}`) || pairs.has(`${b} ${a}`));
  const trackOf = new Map(tracks.map(({ cut }, k) => [cut, k]));
  const [worst] = bites;
  return [
    ...seen(
      'cut-twice',
      'warn',
      doubled.map(({ contour, places }) => ({ place: places[0], at: began(followed[contour].track) })),
      {
        message: `${length(excess, units)} are cut again along a line that is cut already, and charred or torn.`,
        hint: 'Drop one of the lines.',
        measured: excess,
      },
    ).map((one) => ({ ...one, count: pairsDoubled(doubled) })),
    ...seen(
      'bitten',
      'warn',
      bites.map(({ at, by }) => ({ place: at, at: began(trackOf.get(by) ?? 0) })),
      {
        message: worst
          ? `${counted(bites.length, 'cut takes', 'cuts take')} from the part beside it: one of ${size(worst.wanted, units)} comes out ${worst.found ? size(worst.found, units) : 'not at all'}.`
          : '',
        hint: 'Lay the parts farther apart, or take a narrower tool.',
        ...(worst ? { measured: worst.area } : {}),
      },
    ),
  ];
}

const size = (box: Box, units: Units): string =>
  `${length(boxWidth(box), units)} × ${length(boxHeight(box), units)}`;

/** Ways in that begin in the part beside the one that they are for, or so near that the torch takes from it. */
function leadsInNeighbours(
  { planned, tracks, cuts, machine }: Watched,
  began: (track: number) => number,
): SeenInMotion[] {
  if (machine.lead === 0) return [];
  const rims = cuts.flatMap((cut) => {
    const box = isLoop(cut) && cut.depth % 2 === 0 ? boxOf([cut.contour]) : undefined;
    return box ? [{ cut, box }] : [];
  });
  const found = planned.flatMap(({ track, lead }) => {
    if (!lead) return [];
    const { x, y } = lead.start;
    const reach = machine.kerf / 2;
    const own = cuts[tracks[track].cut];
    const around = [0, 1, 2, 3, 4, 5, 6, 7].map((k) => ({
      x: x + reach * Math.cos((k * Math.PI) / 4),
      y: y + reach * Math.sin((k * Math.PI) / 4),
    }));
    const isIn = rims.some(
      ({ cut, box }) =>
        x > box.left - reach &&
        x < box.right + reach &&
        y > box.top - reach &&
        y < box.bottom + reach &&
        cut !== own &&
        !isAround(cut, own, cuts) &&
        around.some((place) => isInside([cut.contour], place)),
    );
    return isIn ? [{ place: lead.start, at: began(track) }] : [];
  });
  return seen('lead-in-neighbour', 'warn', found, {
    message: `${counted(found.length, 'way in begins', 'ways in begin')} in the part beside, or so near that it is cut.`,
    hint: 'Lay the parts farther apart, by the way in and half of what the torch takes.',
  });
}

/** Whether a cut goes around another one. */
const isAround = (cut: Cut, inner: Cut, cuts: readonly Cut[]): boolean => {
  for (let k = inner.within; k >= 0; k = cuts[k].within) if (cuts[k] === cut) return true;
  return false;
};

function unreached({ unreached: tracks }: Watched): SeenInMotion[] {
  const contours = tracks.flatMap(({ drawn }) => drawn);
  return seen(
    'unreached',
    'warn',
    contours.map(({ start }: Contour) => ({ place: start, at: 0 })),
    {
      message: `The tool does not get into ${counted(contours.length, 'contour', 'contours')}.`,
      hint: 'Take a narrower tool, or enlarge the piece.',
    },
  );
}

/** Marks and pockets that run over the edge of a part. */
function overEdge({ tracks, cuts, units }: Watched, began: (track: number) => number): SeenInMotion[] {
  const surface = tracks.flatMap(({ cut, drawn }, k) => (cut < 0 ? [{ drawn, at: began(k) }] : []));
  const found = surface.flatMap(({ drawn, at }) =>
    overEdges([drawn], cuts).map((over) => ({ ...over, place: over.at, at })),
  );
  const far = found.reduce((most, one) => Math.max(most, one.far), 0);
  return seen('over-edge', found.every(({ isLine }) => isLine) ? 'note' : 'warn', found, {
    message: `${counted(found.length, 'mark or pocket runs', 'marks or pockets run')} over the edge of a part, up to ${length(far, units)}.`,
    hint: 'Move it inside, or make the part larger.',
    measured: far,
  });
}

/** Parts in holes, which nothing holds once they are cut. */
function fallsOut({ parts, wanted }: Watched): SeenInMotion[] {
  if (wanted === 'apart') return [];
  const islands = parts.filter(({ isIsland, freedAt }) => isIsland && freedAt !== null);
  return seen(
    'falls-out',
    'warn',
    islands.map(({ contours, freedAt }) => ({ place: placeWithin(contours), at: freedAt ?? 0 })),
    {
      message: `${counted(islands.length, 'part lies in a hole and falls', 'parts lie in a hole and fall')} out.`,
      hint: 'Bridge them in Piece, or take them as parts of their own.',
    },
  );
}

/** Parts beside the largest, where all is to hang together. */
function asunder({ parts, wanted, units }: Watched): SeenInMotion[] {
  if (wanted === 'auto' || wanted === 'apart') return [];
  const sized = parts
    .filter(({ isIsland }) => !isIsland)
    .map((part) => ({ part, size: Math.max(part.width, part.height) }))
    .sort((a, b) => b.size - a.size);
  const others = sized.slice(1);
  return seen(
    'asunder',
    'warn',
    others.map(({ part: { contours, freedAt } }) => ({ place: placeWithin(contours), at: freedAt ?? 0 })),
    {
      message: `${counted(others.length, 'part does', 'parts do')} not hang together with the rest, the largest ${length(others[0]?.size ?? 0, units)} across.`,
      hint: 'Tie them in Prove, or say there that parts are to come out.',
    },
  );
}

/** What the tool does not get into. */
function leftStanding({ standing }: Watched): SeenInMotion[] {
  const area = standing.reduce((sum, one) => sum + one.area, 0);
  return seen(
    'left-standing',
    'note',
    standing.map(({ at }) => ({ place: at, at: 0 })),
    {
      message: `In ${counted(standing.length, 'place', 'places')} material stays standing that the tool does not get into.`,
      hint: 'Take a narrower tool, or round the corners to it.',
      measured: area,
    },
  );
}

/** Pieces that cuts which cross take out of what they lie in. */
function comesApart({ remains: { remnants }, wanted }: Watched): SeenInMotion[] {
  if (wanted === 'apart') return [];
  const parts = remnants.filter(({ isPart, isCrumb }) => isPart && !isCrumb);
  const many = new Map<number, number>();
  for (const { loop } of parts) many.set(loop, (many.get(loop) ?? 0) + 1);
  const pieces = parts.filter(({ loop }) => loop < 0 || (many.get(loop) ?? 0) > 1);
  return seen(
    'apart',
    'note',
    pieces.map(({ contours }) => ({ place: placeWithin(contours), at: 0 })),
    {
      message: `Cuts that cross take apart what they lie in: ${counted(pieces.length, 'piece comes', 'pieces come')} free.`,
      hint: 'Right where it is meant to be cut apart; else take out the lines that cross it.',
    },
  );
}

/** Ways above parts that came loose and may stand up. */
function travelOverFree({ moves, parts, machine }: Watched): SeenInMotion[] {
  if (machine.toolKind !== 'torch') return [];
  const loose = parts.flatMap(({ freedAt, isIsland, contours }) => {
    const box = boxOf(contours);
    return freedAt === null || isIsland || !box ? [] : [{ freedAt, contours, box }];
  });
  const found = moves.flatMap(({ kind, way, begins }) => {
    if (kind !== 'travel' || !way) return [];
    const [from, to] = [0, way.places.length - 2].map((k) => ({ x: way.places[k], y: way.places[k + 1] }));
    const over = loose.filter(
      ({ freedAt, contours, box }) =>
        freedAt <= begins + FITS &&
        Math.min(from.x, to.x) < box.right &&
        Math.max(from.x, to.x) > box.left &&
        Math.min(from.y, to.y) < box.bottom &&
        Math.max(from.y, to.y) > box.top &&
        between(from, to).some((place) => isInside(contours, place)),
    );
    return over.length > 0 ? [{ place: between(from, to)[4], at: begins }] : [];
  });
  return seen('travel-over-free', 'note', found, {
    message: `The torch travels over parts that have come free ${counted(found.length, 'time', 'times')}.`,
    hint: 'Lift it high enough: a part that stands up would be hit.',
  });
}

const between = (from: Point, to: Point): Point[] =>
  Array.from({ length: 19 }, (_, k) => ({
    x: from.x + ((k + 1) / 20) * (to.x - from.x),
    y: from.y + ((k + 1) / 20) * (to.y - from.y),
  }));
