import { type Context } from '../context';
import { DrelkError } from '../error';
import type { Drawing, FormatId } from '../format';
import { boxOfPoints } from '../geometry';
import { type CheckedFile, handOff } from '../handoff';
import type { Kind } from '../ink';
import { type ContourSet, type LineResult, refusalOf, settleEdges, traceContours } from '../line';
import { type Piece, type PictureScale, makePiece, pixelScale } from '../piece';
import { type Proof, prove } from '../prove';
import type { ColourPicture } from '../raster';
import { type Corners, type SquareHint, type SquarePlan, measureHints } from '../square';
import type { JobDocument } from './document';
import { type InkResult, runInk } from './ink';
import { platesOf, runLine } from './line';
import { type PictureLook, lookAtPicture } from './look';
import { type Memory, type RunStep, STEPS, type Step, remember, shortened } from './memory';
import { cornersOf, kindOf } from './resolve';
import { type DecodedPicture, type Squared, runSquare } from './square';

/** Everything the six stages found, except the files themselves. */
export interface JobResult {
  seen: PictureLook;
  kind: Kind;
  corners: Corners | null;
  hints: SquareHint[];
  plan: SquarePlan;
  picture: ColourPicture;
  ink: InkResult;
  /** The ink's contours as found; what the paths follow is `line.rim`. */
  contours: ContourSet;
  line: LineResult;
  piece: Piece;
  proof: Proof;
  drawing: Drawing;
  /** Largest distance allowed, in pixels of the picture computed on. */
  tolerance: number;
  /** Milliseconds each step took when it was computed. */
  timing: Record<Step, number>;
}

/** Share of a source pixel that paths may be off until a length is given. */
const DEFAULT_TOLERANCE = 1 / 3;

/**
 * Runs the stages in order, each from memory where nothing it depends on has changed. The same document
 * and the same pixels give the same result wherever this runs. Settings are in source pixels; on a reduced
 * picture they are scaled with it.
 */
export function runJob(
  document: JobDocument,
  source: DecodedPicture,
  memory: Memory,
  context: Context,
): JobResult {
  const timing = Object.fromEntries(STEPS.map((step) => [step, 0])) as Record<Step, number>;
  const step = stepsIn(memory, timing, context);
  const seen = see(source, memory, step, context);
  const square = runSquare(document, source, seen, step, context);
  const ink = runInk(document, source, seen, square, step, context);
  const contours = step('contours', 'contours', ink.key, () => {
    const { grey, level, changes } = ink.value.ink;
    const traced = traceContours(grey, level, changes, context);
    return refusalOf(traced, grey) ? traced : settleEdges(traced, grey, level, context);
  });
  const { plan, picture } = square.value;
  const tolerance = tolerancePixels(document, picture, contours.value, plan.scale);
  const line = runLine(document.line, tolerance, source.reduction, { ink, contours }, step, context);
  const pieceKey = JSON.stringify([document.piece, plan.scale, platesOf(ink.value)]);
  const piece = step('piece', 'piece', `${line.key} ${pieceKey}`, () =>
    makePiece(line.value.shapes, platesOf(ink.value), picture, plan.scale, document.piece),
  );
  const { millimetresPerPixel, scaleSource, frame, paths } = piece.value;
  const hintsAbout = {
    corners: cornersOf(document, seen),
    ghosts: document.source.kind === 'jpeg' && seen.ghosts(),
    millimetresPerPixel: scaleSource === 'none' ? null : millimetresPerPixel / source.reduction,
  };
  const hints = step('square', 'hints', `${square.key} ${JSON.stringify(hintsAbout)}`, () =>
    measureHints(square.value.grey, hintsAbout),
  );
  const proof = step('prove', 'prove', piece.key, () =>
    prove(paths, millimetresPerPixel / source.reduction, scaleSource !== 'none'),
  );
  return {
    seen,
    kind: kindOf(document, seen),
    corners: hintsAbout.corners,
    hints: hints.value,
    plan,
    picture,
    ink: ink.value,
    contours: contours.value,
    line: line.value,
    piece: piece.value,
    proof: proof.value,
    drawing: { frame, units: document.units, paths },
    tolerance,
    timing,
  };
}

/** Square up alone: the plan for a document, and the picture made by it. */
export function squareJob(
  document: JobDocument,
  source: DecodedPicture,
  memory: Memory,
  context: Context,
): Squared['value'] {
  const step = stepsIn(memory, undefined, context);
  return runSquare(document, source, see(source, memory, step, context), step, context).value;
}

/** Runs steps from memory and counts their milliseconds. */
function stepsIn(memory: Memory, timing: Record<Step, number> | undefined, context: Context): RunStep {
  return (name, part, key, compute) => {
    context.progress(name, 0);
    const result = remember(memory, part, shortened(`${part} ${key}`), () => context.now(), compute);
    if (timing) timing[name] += result.milliseconds;
    return result;
  };
}

function see(source: DecodedPicture, memory: Memory, step: RunStep, context: Context): PictureLook {
  return step('look', 'look', source.key, () =>
    lookAtPicture(memory.looks, source.whole ?? source.picture, context),
  ).value;
}

/** The tolerance in pixels: a share of one, or the length asked for at the size the piece will have. */
function tolerancePixels(
  document: JobDocument,
  picture: ColourPicture,
  contours: ContourSet,
  scale: PictureScale,
): number {
  if (document.line.tolerance === null) return DEFAULT_TOLERANCE;
  const { millimetresPerPixel } = pixelScale(document.piece, picture, boxOfPoints(contours.points), scale);
  return Math.max(0.05, document.line.tolerance / millimetresPerPixel);
}

/** One file of a job's result, re-read and compared before it is given out. */
export function handOffFile(document: JobDocument, result: JobResult, format: FormatId): CheckedFile {
  const { refused } = result.line;
  if (refused) throw new DrelkError(refused.code, refused.message, refused.hint);
  return handOff(result.drawing, document.name, format, document.handoff);
}
