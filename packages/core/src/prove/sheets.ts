import {
  type Contour,
  type DoubledStretch,
  type NarrowPlace,
  type Point,
  doubledStretches,
  findCrossings,
  indexRims,
  isInside,
  narrowAndTapering,
  narrowBetween,
  nestContours,
  norm,
} from '../geometry';
import { isBit, isLoop, standingInPocket, waysAlong } from '../machine';
import { type Bite, type Remains, type Standing, bitesIn, remainsOf, standingIn } from '../material';
import { type CutGround, contoursIn } from './cut-ground';
import type { Limits } from './limits';

/** What a tool leaves of one sheet, and what it goes along more often than once. */
export interface SheetLeft {
  ground: CutGround;
  remains: Remains;
  standing: Standing[];
  /** Parts that come out smaller than they are drawn, by what is cut beside them. */
  bites: Bite[];
  /** Lines on one another, by numbers among those followed: what is cut through, as it is drawn, and what is scored. */
  doubled: DoubledStretch[];
  /** Stretches narrower than a neck, those between two cuts narrower than a wall, and tips that taper below a neck. */
  necks: NarrowPlace[];
  walls: NarrowPlace[];
  tapering: NarrowPlace[];
}

/** Tools up to so wide leave nothing in corners that is told, in millimetres. */
const FINE_MM = 0.5;
/** How finely curves are followed to see what lies in what, and whether they cross, in millimetres. */
const FLATNESS_MM = 0.02;
const CLOSE = 0.005;

/** What is left of each sheet once a tool has gone along all that is cut. */
export const sheetsLeft = (grounds: readonly CutGround[], limits: Limits): SheetLeft[] =>
  grounds.map((ground): SheetLeft => {
    const { cuts, drawn, paths, crossings } = ground;
    const { kerf, double } = limits;
    const ways = waysAlong(cuts, { kerf, compensated: true });
    const remains = remainsOf(cuts, { kerf, compensated: true }, ways);
    const missed = new Set(remains.unreached);
    const leavesAny = (cut: number) =>
      !missed.has(cut) && isLoop(cuts[cut]) && (kerf > FINE_MM || remains.regions[cut] !== undefined);
    const beside = cuts.map((_, cut) => ({ cut, standing: leavesAny(cut) ? ways.leaves(cut) : [] }));
    const cleared = pocketsOf(ground, limits).map((area) => ({
      cut: -1,
      standing: standingInPocket(area, limits.surface.pocket.width),
    }));
    // Lines that are cut through have the numbers that they have in the ground.
    const scored = contoursIn(paths.filter(({ task }) => task === 'score'));
    const doubled = doubledStretches([...drawn, ...scored], double);
    const told = new Set([
      ...doubled.flatMap(({ contour, on }) => on.map((other) => `${contour} ${other}`)),
      ...crossings.map(({ a, b }) => `${a} ${b}`),
    ]);
    const isTold = (a: number, b: number) => {
      const [one, other] = [cuts[a].drawn, cuts[b].drawn];
      return told.has(`${one} ${other}`) || told.has(`${other} ${one}`);
    };
    return {
      ground,
      remains,
      standing: standingIn(
        remains,
        [...beside, ...cleared],
        remains.unreached.map((cut) => ({ drawn: [cuts[cut].contour] })),
      ),
      bites: bitesIn(remains, cuts, isTold),
      doubled,
      ...narrowIn(ground, limits),
    };
  });

/** What of a ground is too narrow; looked at once where necks and walls have one limit. */
function narrowIn(
  ground: CutGround,
  { leastNeck, leastWall }: Limits,
): Pick<SheetLeft, 'necks' | 'walls' | 'tapering'> {
  const { rims, depths } = ground;
  const { narrow, tapering } = narrowAndTapering(rims, leastNeck);
  // Between the rims of two parts there is no wall.
  const walls =
    leastWall === leastNeck
      ? narrow.filter(({ a, b }) => a !== b)
      : narrowBetween(rims, leastWall, (a, b) => depths[a] % 2 === 1 || depths[b] % 2 === 1);
  return {
    necks: narrow.filter(({ a, b }) => a === b),
    walls: [...walls, ...besidePockets(ground, leastWall)],
    tapering,
  };
}

/** Walls between pockets, and between a pocket and a cut beside it; a cut that goes through its floor leaves none. */
function besidePockets({ contours, pocketContours }: CutGround, least: number): NarrowPlace[] {
  if (pocketContours.length === 0) return [];
  const outside = contours.filter(({ start }) => !isInside(pocketContours, start));
  const first = outside.length;
  const all = [...outside, ...pocketContours];
  // A pocket that runs over an edge is told as that.
  const over = new Set(
    findCrossings(all, CLOSE)
      .flatMap(({ a, b }) => [a, b])
      .filter((k) => k >= first),
  );
  const rims = indexRims(all.filter((_, k) => !over.has(k)));
  return narrowBetween(rims, least, (a, b) => a >= first || b >= first);
}

/** Areas that a mill clears, each with what stays in it. */
const pocketsOf = ({ paths }: CutGround, { surface }: Limits): Contour[][] =>
  isBit(surface.pocket.toolKind)
    ? nestContours(
        contoursIn(paths.filter(({ task }) => task === 'pocket')).filter(({ closed }) => closed),
        FLATNESS_MM,
      ).map(({ outer, holes }) => [outer, ...holes])
    : [];

/** Whether a place lies on a stretch that is gone along more often than once, or so near to it. */
export const isOnDouble = ({ doubled }: SheetLeft, { x, y }: Point, near: number): boolean =>
  doubled.some(({ places }) => {
    for (let k = 0; k + 1 < places.length; k += 2)
      if (toChord(places[k], places[k + 1], x, y) <= near) return true;
    return false;
  });

function toChord(from: Point, to: Point, x: number, y: number): number {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const square = dx * dx + dy * dy;
  const share = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - from.x) * dx + (y - from.y) * dy) / square));
  return norm(from.x + share * dx - x, from.y + share * dy - y);
}

/** How many parts come out of sheets; crumbs are none. */
export const partsIn = (sheets: readonly SheetLeft[]): number =>
  sheets.reduce(
    (sum, { remains }) => sum + remains.remnants.filter(({ isPart, isCrumb }) => isPart && !isCrumb).length,
    0,
  );
