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

/** What is cut through of one sheet, by what lies in what. */
export interface CutGround {
  /** Closed contours that are cut through, the material to the left seen on screen: rims of parts one way around, holes the other. */
  contours: Contour[];
  /** Their segments, ready to be asked which come near each other. */
  rims: RimIndex;
  /** All contours that are cut through, open ones too, each with the number of its path, and whether it is that one's rim. */
  cuts: { contour: Contour; path: number; isOuter: boolean }[];
  /** Where those cross themselves or one another, by their numbers among the cuts. */
  crossings: CrossingPlace[];
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
  sheetsOf(paths.filter(({ task }) => task === 'cut-through' || task === 'pocket')).map((own) => {
    const cut = own.filter(({ task }) => task === 'cut-through');
    const { contours, depths } = nested(cut, true);
    const pockets = nested(
      own.filter(({ task }) => task === 'pocket'),
      false,
    );
    const cuts = cut.flatMap(({ shape }, k) =>
      [shape.outer, ...shape.holes].map((contour, n) => ({ contour, path: k, isOuter: n === 0 })),
    );
    return {
      contours,
      depths,
      rims: indexRims(contours),
      cuts,
      crossings: findCrossings(
        cuts.map(({ contour }) => contour),
        CLOSE,
      ),
      pocketContours: pockets.contours,
      pockets: indexRims(pockets.contours),
    };
  });

/** Closed contours, outermost ones counter-clockwise seen on screen or the other way, those in them turn and turn about. */
function nested(
  paths: readonly DrawingPath[],
  counterClockwise: boolean,
): Pick<CutGround, 'contours' | 'depths'> {
  const closed = contoursIn(paths).filter((contour) => contour.closed);
  const parents = parentsAmong(closed, FLATNESS_MM);
  const depthOf = (k: number): number => (parents[k] < 0 ? 0 : 1 + depthOf(parents[k]));
  const depths = closed.map((_, k) => depthOf(k));
  const contours = closed.map((contour, k) => directed(contour, (depths[k] % 2 === 0) === counterClockwise));
  return { contours, depths };
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
