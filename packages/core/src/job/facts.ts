import {
  NESTING_FLATNESS_MM,
  type Shape,
  contourLength,
  contoursOf,
  drawnRings,
  isNearlyClosed,
  leastOtherWidth,
  nodeCount,
  parentsAmong,
} from '../geometry';
import type { Piece } from '../piece';
import { sheetsOf } from '../prove';
import type { Traced } from './steps/provided';

/** The figures people look at. Lengths in millimetres. */
export interface Facts {
  width: number;
  height: number;
  shapes: number;
  holes: number;
  contours: number;
  nodes: number;
  /** Points of the contours that were traced, or nodes of the file. */
  nodesBefore: number | undefined;
  /** Single lines with two ends, and contours of areas that do not close, which there must be none of. */
  lines: number;
  openPaths: number;
  /** Smallest and largest mean width of the strokes that single lines stand for; undefined without any. */
  pens: { least: number; most: number } | undefined;
  /** Outlined shapes that are closed lines, drawn with a pen of these mean widths, where all others are clearly wider. */
  rings: { count: number; least: number; most: number } | undefined;
  cutLength: number;
  /** How paths compare with the ink they were traced from: percent. */
  match: number | undefined;
  /** The farthest that any path is from the rim it follows, looked at from both. */
  off: number | undefined;
  /** Edits of the hand that are in the paths, and those that wait because what they were made of is not there. */
  byHand: number;
  parked: number;
}

/** Ink wider than drawn lines by this factor is no line. */
export const APART = 1.4;

/** The figures of a piece, and of the trace where there is one. */
export function factsOf(
  piece: Piece,
  hand: { edits: number; parked: number },
  traced?: Pick<Traced, 'line' | 'match'>,
  nodesBefore?: number,
): Facts {
  const shapes = piece.paths.map((path) => path.shape);
  const contours = contoursOf(shapes);
  const box = piece.artwork;
  return {
    width: box ? box.right - box.left : 0,
    height: box ? box.bottom - box.top : 0,
    shapes: shapes.length,
    holes: holesIn(piece, contours.length - shapes.length),
    contours: contours.length,
    nodes: contours.reduce((sum, contour) => sum + nodeCount(contour), 0),
    nodesBefore: traced?.line.nodesBefore ?? nodesBefore,
    lines: shapes.filter(({ pen }) => pen !== undefined).length,
    // Lines are open by nature, but for those that were meant to close.
    openPaths: shapes.reduce(
      (sum, { outer, holes, pen }) =>
        sum +
        [outer, ...holes].filter((one) => (pen === undefined ? !one.closed : isNearlyClosed(one))).length,
      0,
    ),
    pens: spread(shapes.flatMap(({ pen }) => (pen === undefined ? [] : [pen]))),
    rings: ringsOf(shapes),
    cutLength: contours.reduce((sum, contour) => sum + contourLength(contour), 0),
    match: traced?.match.percent,
    byHand: hand.edits - hand.parked,
    parked: hand.parked,
    off: traced && traced.line.off * piece.scale.millimetresPerPixel,
  };
}

/** Windows of a board are paths of their own, and holes all the same: where several things lie on a piece, it is told by what lies in what. */
function holesIn({ items, paths }: Piece, own: number): number {
  if (items.length < 2) return own;
  return sheetsOf(paths.filter(({ task }) => task === 'cut-through')).reduce((sum, sheet) => {
    const closed = contoursOf(sheet.map(({ shape }) => shape)).filter((contour) => contour.closed);
    const parents = parentsAmong(closed, NESTING_FLATNESS_MM);
    const depthOf = (k: number): number => (parents[k] < 0 ? 0 : 1 + depthOf(parents[k]));
    return sum + closed.filter((_, k) => depthOf(k) % 2 === 1).length;
  }, 0);
}

function ringsOf(shapes: readonly Shape[]): Facts['rings'] {
  const widths = drawnRings(shapes);
  const most = spread(widths);
  // As single lines, others as thin would be taken apart along with them: then there is nothing to offer.
  if (!most || leastOtherWidth(shapes) <= APART * most.most) return undefined;
  return { count: widths.length, ...most };
}

function spread(values: readonly number[]): { least: number; most: number } | undefined {
  if (values.length === 0) return undefined;
  let [least, most] = [values[0], values[0]];
  for (const value of values) {
    least = Math.min(least, value);
    most = Math.max(most, value);
  }
  return { least, most };
}
