import { type Context } from '../context';
import type { Drawing } from '../format';
import { type Ink, makeInk } from '../ink';
import { type ContourSet, type LineResult, makeLine, settleSharpEdges, traceContours } from '../line';
import { type Piece, makePiece, pixelScale } from '../piece';
import { type Proof, prove } from '../prove';
import { type ColourPicture, toGrey } from '../raster';
import { squareUp } from '../square';
import { boxOfPoints } from '../geometry';
import { type CheckedFile, handOff } from '../handoff';
import type { JobDocument } from './document';
import { type Memory, remember } from './memory';

/** A picture as decoded, under a name that stands for its bytes. */
export interface DecodedPicture {
  key: string;
  picture: ColourPicture;
  /** How many times smaller than the source it was made, 1 for the source itself. */
  reduction: number;
}

/** Names of the timed steps, in order. */
export const STEPS = ['square', 'grey', 'ink', 'contours', 'line', 'piece', 'prove'] as const;
export type Step = (typeof STEPS)[number];

/** Everything the six stages found, except the files themselves. */
export interface JobResult {
  picture: ColourPicture;
  ink: Ink;
  contours: ContourSet;
  line: LineResult;
  piece: Piece;
  proof: Proof;
  drawing: Drawing;
  /** Largest distance allowed, in pixels of the picture computed on. */
  tolerance: number;
  /** Milliseconds each step took when it was computed. */
  timing: Record<Step, number>;
  /** Key of the line stage's result: two results with the same key have the same paths. */
  lineKey: string;
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
  const { reduction } = source;
  const now = () => context.now();
  const step = <T>(name: Step, key: string, compute: () => T) => {
    context.progress(name, 0);
    return remember(memory, name, key, now, compute);
  };
  const square = step('square', `${source.key} ${JSON.stringify(document.square)}`, () =>
    squareUp(source.picture, document.square),
  );
  const grey = step('grey', square.key, () => toGrey(square.value, context));
  const inkSettings = {
    ...document.ink,
    specks: document.ink.specks / reduction ** 2,
    pinholes: document.ink.pinholes / reduction ** 2,
  };
  const ink = step('ink', `${grey.key} ${JSON.stringify(inkSettings)}`, () =>
    makeInk(grey.value, inkSettings, context),
  );
  const contours = step('contours', ink.key, () =>
    settleSharpEdges(
      traceContours(ink.value.grey, ink.value.level, ink.value.changes, context),
      ink.value.grey,
      context,
    ),
  );
  const density = document.source.density === null ? undefined : document.source.density / reduction;
  const tolerance = tolerancePixels(document, square.value, contours.value, density);
  const lineSettings = { tolerance, smoothness: document.line.smoothness / reduction };
  const line = step('line', `${contours.key} ${JSON.stringify(lineSettings)}`, () =>
    makeLine(contours.value, square.value.height, lineSettings, context),
  );
  const piece = step('piece', `${line.key} ${JSON.stringify(document.piece)} ${density}`, () =>
    makePiece(line.value.shapes, square.value, density, document.piece),
  );
  const { millimetresPerPixel, scaleSource } = piece.value;
  const proof = step('prove', piece.key, () =>
    prove(piece.value.paths, millimetresPerPixel / reduction, scaleSource !== 'none'),
  );
  return {
    picture: square.value,
    ink: ink.value,
    contours: contours.value,
    line: line.value,
    piece: piece.value,
    proof: proof.value,
    drawing: { frame: piece.value.frame, units: document.units, paths: piece.value.paths },
    tolerance,
    timing: {
      square: square.milliseconds,
      grey: grey.milliseconds,
      ink: ink.milliseconds,
      contours: contours.milliseconds,
      line: line.milliseconds,
      piece: piece.milliseconds,
      prove: proof.milliseconds,
    },
    lineKey: line.key,
  };
}

/** The tolerance in pixels: a share of one, or the length asked for at the size the piece will have. */
function tolerancePixels(
  document: JobDocument,
  picture: ColourPicture,
  contours: ContourSet,
  density: number | undefined,
): number {
  if (document.line.tolerance === null) return DEFAULT_TOLERANCE;
  const { millimetresPerPixel } = pixelScale(document.piece, picture, boxOfPoints(contours.points), density);
  return Math.max(0.05, document.line.tolerance / millimetresPerPixel);
}

/** One file of a job's result, re-read and compared before it is given out. */
export function handOffFile(document: JobDocument, result: JobResult, format: 'svg' | 'dxf'): CheckedFile {
  return handOff(result.drawing, document.name, format, document.handoff);
}
