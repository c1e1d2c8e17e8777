import {
  type MadeJob,
  type PathSet,
  type Piece,
  type PiecePath,
  TASKS,
  type Traced,
  composed,
  contourLength,
  contoursOf,
  evenedPaths,
  packShapes,
  placeShape,
  scaledAndMoved,
  scaledPaths,
} from '@drelk/core';
import {
  BOARD,
  GROUND,
  type Held,
  type InkFacts,
  type PiecePaths,
  type PieceView,
  type ResultView,
  type SquareFacts,
  type TracedView,
} from './views';

/**
 * What the page shows of a result that was computed on a picture `reduction` times smaller than the source; paths only
 * where the page holds others than those `names` says.
 */
export function viewOf(
  { artwork, piece, facts }: MadeJob,
  { reduction, timing }: { reduction: number; timing: ResultView['timing'] },
  mode: 'preview' | 'full',
  names: Held,
  held: Held,
): ResultView {
  const { frame, traced } = artwork;
  const { placement } = piece;
  return {
    mode,
    width: (frame.right - frame.left) * reduction,
    height: (frame.bottom - frame.top) * reduction,
    names,
    paths: names.paths === held.paths ? undefined : scaledPaths(artwork.paths, reduction),
    colours: artwork.plates.map(({ colour }) => colour),
    facts,
    toSource: atSourceScale(artwork.toSource, reduction),
    parked: artwork.parked,
    traced: traced && tracedView(traced, artwork.paths),
    file: artwork.file,
    millimetresPerPixel: placement.scale / reduction,
    scaleSource: piece.scale.source,
    // The frame's corner is where the piece's origin lies on the picture.
    frame: {
      x: (-placement.x / placement.scale) * reduction,
      y: (-placement.y / placement.scale) * reduction,
      width: piece.frame.right,
      height: piece.frame.bottom,
    },
    piece: pieceView(piece),
    artwork: piece.size,
    piecePaths:
      names.piece === undefined || names.piece === held.piece ? undefined : piecePaths(piece, reduction),
    timing,
    problem: traced?.line.refused,
  };
}

function pieceView({ items, paths, sheet, problem }: Piece): PieceView {
  return {
    items: items.map(({ id, box, map, paths: own, problem: why, missing, held }) => ({
      id,
      box,
      map,
      task: own[0]?.task,
      problem: why,
      missing,
      held,
    })),
    tasks: TASKS.flatMap((task) => {
      const own = contoursOf(paths.filter((path) => path.task === task).map(({ shape }) => shape));
      const length = own.reduce((sum, contour) => sum + contourLength(contour), 0);
      return own.length > 0 ? [{ task, contours: own.length, length }] : [];
    }),
    sheet,
    problem,
  };
}

/** Everything on the piece in pixels of the picture, with whose a path is and what is done along it. */
function piecePaths({ items, paths, uncut, placement }: Piece, reduction: number): PiecePaths {
  const scale = reduction / placement.scale;
  const map = { scale, x: -placement.x * scale, y: -placement.y * scale };
  const boards = new Set(items.filter(({ kind }) => kind === 'board').map(({ id }) => id));
  const workOf = ({ item, task }: PiecePath) => (boards.has(item) ? BOARD : TASKS.indexOf(task));
  // Where tabs are left, the area is seen beneath what is cut of its rim.
  const all = [...uncut, ...paths];
  const set = packShapes(all.map(({ shape }) => placeShape(shape, map)));
  for (let k = 0; k < set.ids.length && set.shapes[k] < uncut.length; k++) set.flags[k] |= GROUND;
  return {
    ...set,
    items: Uint32Array.from(set.shapes, (shape) => all[shape].item),
    works: Int32Array.from(set.shapes, (shape) => workOf(all[shape])),
  };
}

const NOTHING = new Float64Array();

function tracedView(traced: Traced, paths: PathSet): TracedView {
  const { reduction, tolerance, contours, line } = traced;
  return {
    square: squareFactsOf(traced),
    ink: inkFactsOf(traced),
    tolerance: tolerance * reduction,
    unsure: reduction * (contours.unsure ?? NOTHING).reduce((most, one) => Math.max(most, one), 0),
    evened: evenedPaths(line.evened ?? [], line.shapes, paths),
  };
}

/** A map between two reduced pictures as one between the same pictures at the source's scale. */
export function atSourceScale(map: readonly number[], reduction: number): number[] {
  const grow = scaledAndMoved(reduction, reduction, 0, 0);
  const shrink = scaledAndMoved(1 / reduction, 1 / reduction, 0, 0);
  return [...composed(grow, composed(map, shrink))];
}

function squareFactsOf({ corners, hints, plan, reduction, sheet }: Traced): SquareFacts {
  const offered = corners === null && sheet ? [...sheet.corners] : null;
  const { millimetresPerPixel } = plan.scale;
  return {
    corners: corners && [...corners],
    offered,
    hints,
    scale: {
      ...plan.scale,
      millimetresPerPixel: millimetresPerPixel === null ? null : millimetresPerPixel / reduction,
    },
  };
}

function inkFactsOf({ kind, seen, dots, along, ink, picture, reduction }: Traced): InkFacts {
  const { toned, separated, plates, bands, vanishing, settings, detail } = ink;
  const scale = reduction * reduction;
  return {
    kind,
    other: seen.look.other,
    by: settings.by,
    levelled: toned.levelled !== undefined,
    rulings: ink.rulings,
    dots: dots?.spacing,
    byColour: along !== undefined,
    detail,
    before: toned.before,
    after: toned.after,
    automatic: separated.automatic,
    threshold: separated.threshold,
    lightOnDark: separated.lightOnDark,
    plates,
    bands,
    vanishing,
    cleaned: ink.ink.cleaned,
    specks: settings.clean.specks * scale,
    pinholes: settings.clean.pinholes * scale,
    strokeWidth: seen.look.strokeWidth,
    inkShare: ink.ink.inkPixels / (picture.width * picture.height),
  };
}
