import type { Context } from '../context';
import type { DrawingPlate } from '../format';
import { type Box, type Homography, boxOfPoints } from '../geometry';
import { type Kind, PHOTO_PIXELS } from '../ink';
import {
  type ContourSet,
  type LineResult,
  type Match,
  matchShapes,
  refusalOf,
  settleEdges,
  traceContours,
} from '../line';
import { type Artwork, SCREEN_PIXEL, scaleFor } from '../piece';
import type { ColourPicture } from '../raster';
import { type Corners, type SquareHint, type SquarePlan, measureHints } from '../square';
import type { JobDocument } from './document';
import { type InkResult, runInk } from './ink';
import { platesOf, runLine, wantedPlates } from './line';
import { type PictureLook, lookAtPicture } from './look';
import { handOver, withHandsPlates } from './hand-over';
import type { Memory, RunStep } from './memory';
import { type DecodedPicture, runSquare } from './square';
import type { VectorFacts } from './vector-settings';

/** What only a picture has: how its paths came about. Lengths in pixels of the picture computed on. */
export interface Traced {
  /** How many times smaller than the source that picture is. */
  reduction: number;
  seen: PictureLook;
  kind: Kind;
  corners: Corners | null;
  hints: SquareHint[];
  plan: SquarePlan;
  picture: ColourPicture;
  ink: InkResult;
  /** The ink's contours as found; what the paths follow is `line.rims`. */
  contours: ContourSet;
  line: LineResult;
  /** How the paths compare with what they follow, after everything that changes them. */
  match: Match;
  /** Largest distance allowed. */
  tolerance: number;
}

/** Paths as a provider gives them; a picture's come with how they were traced, a vector file's with what was mended. */
export interface Provided extends Artwork {
  /** Takes places of the paths to the source's. */
  toSource: Homography;
  /** Ids of edits of the hand that wait. */
  parked: readonly number[];
  /** Plates that are to be cut; none where the picture is not taken apart. */
  wanted: readonly DrawingPlate[];
  traced?: Traced;
  file?: VectorFacts;
}

/** What is there while the rest is still worked out: the picture squared up, then its ink as well. */
export type Arrived = Pick<Traced, 'reduction' | 'corners' | 'plan' | 'picture'> & { ink?: InkResult };

/** Share of a source pixel that paths may be off until a length is given. */
const DEFAULT_TOLERANCE = 1 / 3;
/** And the least that may be asked for. */
const LEAST_TOLERANCE = 0.05;

/** Paths traced from a picture: Square up, Ink and Line. What the first two find is told as soon as it is there. */
export function tracePicture(
  document: JobDocument,
  source: DecodedPicture,
  memory: Memory,
  step: RunStep,
  context: Context,
  arrived: (part: Arrived) => void,
): Provided & { traced: Traced } {
  const { reduction } = source;
  const seen = see(source, memory, step, context);
  const square = runSquare(document, source, seen, step, context);
  const { plan, corners, picture, grey } = square.value;
  arrived({ reduction, corners, plan, picture });
  const ink = runInk(document, source, seen, square, step, context);
  arrived({ reduction, corners, plan, picture, ink: ink.value });
  const contours = step('contours', 'contours', ink.key, () => {
    const { grey: tones, level, changes } = ink.value.ink;
    const traced = traceContours(tones, level, changes, context);
    return refusalOf(traced, tones) ? traced : settleEdges(traced, tones, level, context);
  });
  const { width, height } = picture;
  const frame: Box = { left: 0, top: 0, right: width, bottom: height };
  const { points } = contours.value;
  const { from, millimetresPerPixel } = plan.scale;
  const known = { from, millimetresPerPixel: millimetresPerPixel ?? SCREEN_PIXEL * reduction };
  const scale = scaleFor(document.piece, frame, points.length > 0 ? boxOfPoints(points) : undefined, known);
  const asked = document.line.tolerance;
  const tolerance =
    asked === null
      ? toleranceOf(ink.value.settings.kind, source.picture, reduction)
      : Math.max(LEAST_TOLERANCE, asked / scale.millimetresPerPixel);
  const line = runLine(document.line, tolerance, reduction, { ink, contours }, step, context);
  const plates = withHandsPlates(platesOf(ink.value), document);
  const byHand = handOver(
    document,
    { key: line.key, shapes: line.value.shapes },
    { toSource: plan.toSource, reduction, plates },
    step,
  );
  const match = step('line', 'match', byHand.key, () =>
    matchShapes(line.value.rims, byHand.value.shapes, height),
  );
  const hintsAbout = {
    corners,
    ghosts: document.source.kind === 'jpeg' && seen.ghosts,
    millimetresPerPixel: scale.source === 'none' ? null : scale.millimetresPerPixel / reduction,
  };
  const hints = step('square', 'hints', `${square.key} ${JSON.stringify(hintsAbout)}`, () =>
    measureHints(grey, hintsAbout),
  );
  return {
    paths: byHand.value.paths,
    parked: byHand.value.parked,
    toSource: plan.toSource,
    plates,
    wanted: wantedPlates(document.line, ink.value),
    frame,
    known,
    scale,
    key: `${byHand.key} ${JSON.stringify([plates, frame, known])}`,
    traced: {
      reduction,
      seen,
      kind: ink.value.settings.kind,
      corners,
      hints: hints.value,
      plan,
      picture,
      ink: ink.value,
      contours: contours.value,
      line: line.value,
      match: match.value,
      tolerance,
    },
  };
}

/**
 * How closely paths follow the ink where nobody asked for more, in pixels of the picture computed on. What a large photo shows
 * between its pixels is grain and blur: it is followed as closely as a smaller picture of the same would be.
 */
function toleranceOf(
  kind: Kind,
  { width, height }: { width: number; height: number },
  reduction: number,
): number {
  const pixels = width * height * reduction ** 2;
  const coarser = kind === 'photo' ? Math.sqrt(Math.max(1, pixels / PHOTO_PIXELS)) : 1;
  return DEFAULT_TOLERANCE * Math.max(1, coarser / reduction);
}

/** What is seen in a picture, looked at once. */
export function see(source: DecodedPicture, memory: Memory, step: RunStep, context: Context): PictureLook {
  return step('look', 'look', source.key, () =>
    lookAtPicture(memory.looks, source.whole ?? source.picture, context),
  ).value;
}
