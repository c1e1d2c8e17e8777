import {
  type Contour,
  type CrossingPlace,
  boxOf,
  contourLength,
  findCrossings,
  isInside,
  parentsAmong,
  placesAlong,
  signedArea,
  united,
} from '../geometry';
import type { Machine } from './machine';
import { type Tabbed, tabbedIn, wayAroundTabs } from './tabbed';
import { type ToolWay, isTight, wayAlong } from './tool-way';

/** What is cut through: around a part or a hole, or along a line. Millimetres, y down. */
export interface Cut {
  /** Number among the contours it is of; the first of several where tabs hold a part. */
  drawn: number;
  /** As it is drawn; where tabs hold a part the way around it as if there were none. */
  contour: Contour;
  /** What is followed where tabs hold a part. */
  tabbed?: Tabbed;
  /** The cut around it, -1 for none. */
  within: number;
  /** Loops that a line lies in with some place of it, or that around a loop: they would free what it is cut in. */
  around: number[];
  /** In how many others it lies: even ones are rims of parts, odd ones of their holes; lines have none. */
  depth: number;
}

/** How wide a tool is, and whether it goes beside the line. */
export type ToolWidth = Pick<Machine, 'kerf' | 'compensated'>;

/** How closely curves are followed to see what lies in what, and whether they cross, in millimetres. */
const FLATNESS_MM = 0.02;
const CLOSE = 0.005;
/** A contour around less than this share of its length squared goes along a line and back. */
const NOTHING = 1e-5;
/** So many places along a line tell in which loops it lies. */
const LOOKED_AT = 8;

/** What contours that are cut through go around, each with what lies around it: closed ones and those with tabs first, then lines. */
export function cutsOf(
  contours: readonly Contour[],
  crossings: readonly CrossingPlace[] = findCrossings(contours, CLOSE),
): Cut[] {
  const crossed = new Set(crossings.flatMap(({ a, b, isAlong }) => (a === b && !isAlong ? [a] : [])));
  const numbered = contours.map((contour, drawn) => ({ contour, drawn }));
  const closed = numbered.filter(({ contour }) => contour.closed);
  const around = closed.filter(({ contour }) => !isThereAndBack(contour));
  const back = closed.filter(({ contour }) => isThereAndBack(contour));
  const lines = numbered.filter(({ contour }) => !contour.closed);
  const numbers = new Map(lines.map(({ contour, drawn }) => [contour, drawn]));
  const { tabbed, open } = tabbedIn(lines.map(({ contour }) => contour));
  const loops: Pick<Cut, 'contour' | 'drawn' | 'tabbed'>[] = [
    ...around.flatMap(({ contour, drawn }) =>
      (crossed.has(drawn) ? areasOf(contour) : [contour]).map((own) => ({ contour: own, drawn })),
    ),
    ...tabbed.map((own) => ({ contour: own.around, drawn: lines[own.first].drawn, tabbed: own })),
  ];
  const rims = loops.map(({ contour }) => contour);
  const parents = parentsOf(loops, crossings);
  const depthOf = (k: number): number => (parents[k] < 0 ? 0 : 1 + depthOf(parents[k]));
  const depths = loops.map((_, k) => depthOf(k));
  return [
    ...loops.map((loop, k) => ({
      ...loop,
      within: parents[k],
      around: parents[k] < 0 ? [] : [parents[k]],
      depth: depths[k],
    })),
    ...[
      ...open.map((contour) => ({ contour, drawn: numbers.get(contour) ?? -1 })),
      ...back.map(({ contour, drawn }) => ({ contour: { ...contour, closed: false }, drawn })),
    ].map((line) => {
      const around = loopsAround(line.contour, rims, depths);
      return { ...line, within: around[0] ?? -1, around, depth: -1 };
    }),
  ];
}

/** Whether a tool goes around something along a cut, rather than along a line. */
export const isLoop = ({ contour }: Cut): boolean => contour.closed;

/** What is asked about the ways of a tool along cuts, by their numbers. */
export interface Ways {
  of(cut: number): ToolWay;
  /** What stays standing beside a cut that comes near no other, nor itself. */
  leaves(cut: number): Contour[];
}

/** The ways of a machine's tool along cuts, each worked out once and when it is asked for. */
export function waysAlong(cuts: readonly Cut[], machine: ToolWidth): Ways {
  const known = new Map<number, ToolWay>();
  const of = (cut: number): ToolWay => {
    const way = known.get(cut) ?? wayOf(cuts[cut], machine);
    known.set(cut, way);
    return way;
  };
  const leaves = (cut: number): Contour[] => {
    const { contour, depth, tabbed } = cuts[cut];
    const isPlain = !known.has(cut) && contour.closed && !tabbed;
    return isPlain && !isTight(contour, machine.kerf, depth % 2 === 0) ? [] : of(cut).standing;
  };
  return { of, leaves };
}

function wayOf({ contour, tabbed, depth }: Cut, { compensated, kerf }: ToolWidth): ToolWay {
  if (!contour.closed) return { runs: [contour], standing: [] };
  const beside = compensated ? kerf : 0;
  return tabbed ? wayAroundTabs(tabbed, kerf, beside) : wayAlong(contour, beside, depth % 2 === 0);
}

function isThereAndBack(contour: Contour): boolean {
  const least = NOTHING * contourLength(contour) ** 2;
  if (Math.abs(signedArea(contour)) > least) return false;
  return united([contour]).reduce((sum, piece) => sum + Math.abs(signedArea(piece)), 0) <= least;
}

/** What lies in what; what crosses something does not lie in it. */
function parentsOf(
  loops: readonly Pick<Cut, 'contour' | 'drawn'>[],
  crossings: readonly CrossingPlace[],
): number[] {
  const crossing = new Set(crossings.flatMap(({ a, b }) => (a === b ? [] : [`${a} ${b}`, `${b} ${a}`])));
  const parents = parentsAmong(
    loops.map(({ contour }) => contour),
    FLATNESS_MM,
  );
  if (crossing.size === 0) return parents;
  const isIn = (k: number, parent: number) =>
    !crossing.has(`${loops[k].drawn} ${loops[parent].drawn}`) &&
    isInside([loops[parent].contour], loops[k].contour.start);
  const outward = (k: number, parent: number): number =>
    parent < 0 || isIn(k, parent) ? parent : outward(k, parents[parent]);
  return parents.map((parent, k) => outward(k, parent));
}

/** A contour that crosses itself goes around each of its areas. */
function areasOf(contour: Contour): Contour[] {
  const areas = united([contour], [], CLOSE);
  return areas.length > 0 ? areas : [contour];
}

/** Loops in which some place of a line lies, the innermost first. */
function loopsAround(line: Contour, loops: readonly Contour[], depths: readonly number[]): number[] {
  const box = boxOf([line]);
  if (!box) return [];
  const places = placesAlong(line, LOOKED_AT);
  return loops
    .flatMap((loop, k) => {
      const own = boxOf([loop]);
      const isApart =
        !own || own.left > box.right || own.right < box.left || own.top > box.bottom || own.bottom < box.top;
      return !isApart && places.some((place) => isInside([loop], place)) ? [k] : [];
    })
    .sort((a, b) => depths[b] - depths[a]);
}
