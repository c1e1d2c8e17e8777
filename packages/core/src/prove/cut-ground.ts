import type { DrawingPath } from '../format';
import {
  type Contour,
  type CrossingPlace,
  type RimIndex,
  directed,
  findCrossings,
  indexRims,
  parentsAmong,
} from '../geometry';
import { type Cut, cutsOf, isLoop } from '../machine';

/** What is cut through of one sheet, by what lies in what. */
export interface CutGround {
  /** What is drawn of it, of all tasks. */
  paths: DrawingPath[];
  /** All contours that are cut through, open ones too. */
  drawn: Contour[];
  /** Where those cross themselves or one another, by their numbers. */
  crossings: CrossingPlace[];
  /** What a tool goes around along them, and lines. */
  cuts: Cut[];
  /** Closed contours that are cut through, the material to the left seen on screen: rims of parts one way around, holes the other. */
  contours: Contour[];
  /** Their segments, ready to be asked which come near each other. */
  rims: RimIndex;
  /** In how many others each lies: even for rims of parts, odd for their holes. */
  depths: number[];
  /** Contours of pockets, what stays around them to the left, and their segments. */
  pocketContours: Contour[];
  pockets: RimIndex;
}

/** How finely curves are followed to see what lies in what, and whether they cross, in millimetres. */
const FLATNESS_MM = 0.02;
const CLOSE = 0.005;

/** The ground that paths leave once they are cut; each plate is a sheet of its own. */
export const cutGrounds = (paths: readonly DrawingPath[]): CutGround[] =>
  sheetsOf(paths).map((own) => {
    const of = (task: DrawingPath['task']) => contoursIn(own.filter((path) => path.task === task));
    const drawn = of('cut-through');
    const crossings = findCrossings(drawn, CLOSE);
    const cuts = cutsOf(drawn, crossings);
    const loops = cuts.filter((cut) => isLoop(cut) && !cut.tabbed);
    const depths = loops.map(({ depth }) => depth);
    // Outermost ones run counter-clockwise seen on screen, those in them turn and turn about.
    const contours = loops.map(({ contour, depth }) => directed(contour, depth % 2 === 0));
    const pocketContours = aroundPockets(of('pocket'));
    return {
      paths: own,
      drawn,
      crossings,
      cuts,
      contours,
      depths,
      rims: indexRims(contours),
      pocketContours,
      pockets: indexRims(pocketContours),
    };
  });

/** Closed contours, what is not cleared to their left. */
function aroundPockets(contours: readonly Contour[]): Contour[] {
  const closed = contours.filter((contour) => contour.closed);
  const parents = parentsAmong(closed, FLATNESS_MM);
  const depthOf = (k: number): number => (parents[k] < 0 ? 0 : 1 + depthOf(parents[k]));
  return closed.map((contour, k) => directed(contour, depthOf(k) % 2 === 1));
}

/** Paths by the sheets they are cut from: a plate's, or that of all which are of none. */
export function sheetsOf(paths: readonly DrawingPath[]): DrawingPath[][] {
  const sheets = new Map<string, DrawingPath[]>();
  for (const path of paths) {
    const key = path.plate?.colour ?? '';
    const own = sheets.get(key);
    if (own) own.push(path);
    else sheets.set(key, [path]);
  }
  return [...sheets.values()];
}

/** All contours of paths. */
export const contoursIn = (paths: readonly DrawingPath[]): Contour[] =>
  paths.flatMap(({ shape }) => [shape.outer, ...shape.holes]);
