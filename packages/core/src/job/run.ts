import { type Context } from '../context';
import type { Drawing } from '../format';
import { boxOfPoints } from '../geometry';
import { type CheckedFile, handOff } from '../handoff';
import {
  type Ink,
  type Kind,
  type Plates,
  type Separated,
  type Toned,
  type UsedPlate,
  type Vanishing,
  findBackground,
  makeInk,
  makePlates,
  makeTone,
  replayStrokes,
  separateByBands,
  separateByEdges,
  separateByPlates,
  separateByTone,
  usedPlates,
  vanishingShares,
} from '../ink';
import { type ContourSet, type LineResult, settleSharpEdges, traceContours } from '../line';
import { type Piece, type PictureScale, makePiece, pixelScale } from '../piece';
import { type Proof, prove } from '../prove';
import { type ColourPicture, type GreyPicture, toGrey } from '../raster';
import {
  type Corners,
  RIM,
  type SquareHint,
  type SquarePlan,
  measureHints,
  planSquare,
  squareUp,
} from '../square';
import type { JobDocument } from './document';
import { platesOf, runLine } from './line';
import { type PictureLook, lookAtPicture } from './look';
import { type Memory, type RunStep, STEPS, type Step, remember } from './memory';
import { type ResolvedInk, cornersOf, kindOf, reducedSquare, resolveInk } from './resolve';

/** A picture as decoded, under a name that stands for its bytes. */
export interface DecodedPicture {
  key: string;
  picture: ColourPicture;
  /** How many times smaller than the source it was made, 1 for the source itself. */
  reduction: number;
  /** The source itself, where this is a smaller copy: what a picture is, is seen there. */
  whole?: ColourPicture;
}

/** What Ink found on its way. */
export interface InkResult {
  toned: Toned;
  /** Before the hand's strokes. */
  separated: Separated;
  plates: UsedPlate[] | undefined;
  bands: number[] | undefined;
  /** The picture taken apart by colour, where it was. */
  taken: Plates | undefined;
  vanishing: Vanishing;
  /** Settings as they were used, in this picture's pixels. */
  settings: ResolvedInk;
  ink: Ink;
}

/** Everything the six stages found, except the files themselves. */
export interface JobResult {
  seen: PictureLook;
  kind: Kind;
  corners: Corners | null;
  hints: SquareHint[];
  plan: SquarePlan;
  picture: ColourPicture;
  ink: InkResult;
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
  const timing = Object.fromEntries(STEPS.map((step) => [step, 0])) as Record<Step, number>;
  const step = stepsIn(memory, timing, context);
  const seen = see(source, memory, step, context);
  const square = runSquare(document, source, seen, step, context);
  const ink = runInk(document, source, seen, square, step, context);
  const contours = step('contours', 'contours', ink.key, () => {
    const { grey, level, changes } = ink.value.ink;
    return settleSharpEdges(traceContours(grey, level, changes, context), grey, context);
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
    lineKey: line.key,
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
    const result = remember(memory, part, `${part} ${key}`, () => context.now(), compute);
    if (timing) timing[name] += result.milliseconds;
    return result;
  };
}

function see(source: DecodedPicture, memory: Memory, step: RunStep, context: Context): PictureLook {
  return step('look', 'look', source.key, () =>
    lookAtPicture(memory.looks, source.whole ?? source.picture, context),
  ).value;
}

interface Squared {
  key: string;
  value: { plan: SquarePlan; picture: ColourPicture; grey: GreyPicture };
}

/** Square up: the plan, the picture made by it, and its tones. */
function runSquare(
  document: JobDocument,
  { picture, reduction, key }: DecodedPicture,
  seen: PictureLook,
  step: RunStep,
  context: Context,
): Squared {
  const corners = cornersOf(document, seen)?.map((value) => value / reduction) ?? null;
  const density = document.source.density === null ? null : document.source.density / reduction;
  const settings = reducedSquare(document.square, reduction);
  const plan = planSquare(picture, settings, corners, density, RIM / reduction);
  const { width, height, toResult, loop, exact } = plan;
  const pixels = `${key} ${JSON.stringify([width, height, toResult, loop, exact])}`;
  const squared = step('square', 'square', pixels, () => squareUp(picture, plan, context));
  const grey = step('grey', 'grey', squared.key, () => toGrey(squared.value, context));
  return { key: squared.key, value: { plan, picture: squared.value, grey: grey.value } };
}

/** Ink: tones made ready, told apart, drawn on by hand, cleaned. */
function runInk(
  document: JobDocument,
  { picture: source, reduction }: DecodedPicture,
  seen: PictureLook,
  square: Squared,
  step: RunStep,
  context: Context,
): { key: string; value: InkResult } {
  const { plan, picture, grey } = square.value;
  const corners = cornersOf(document, seen);
  const middle = corners
    ? { x: mean(corners, 0) / reduction, y: mean(corners, 1) / reduction }
    : { x: source.width / 2, y: source.height / 2 };
  const settings = resolveInk(document, seen, plan.toResult, reduction, middle);
  const toned = step('tone', 'tone', `${square.key} ${JSON.stringify(settings.tone)}`, () =>
    makeTone(grey, settings.tone, context),
  );
  const taken = takeApart(settings, square.key, picture, toned, step, context);
  const background = step(
    'separate',
    'background',
    `${square.key} ${JSON.stringify(settings.background)}`,
    () => findBackground(picture, settings.background, context),
  );
  const separated = step('separate', 'separated', `${taken.key} ${background.key}`, () =>
    withoutBackground(taken.value.separated, background.value),
  );
  const drawn = step('hand', 'hand', `${separated.key} ${JSON.stringify(settings.strokes)}`, () =>
    replayStrokes(separated.value, picture, settings.strokes, context),
  );
  const ink = step('ink', 'ink', `${drawn.key} ${JSON.stringify(settings.clean)}`, () =>
    makeInk(drawn.value, settings.clean, context),
  );
  const vanishing = step('ink', 'vanishing', separated.key, () => vanishingShares(separated.value));
  return {
    key: ink.key,
    value: {
      toned: toned.value,
      separated: separated.value,
      plates: taken.value.plates,
      bands: taken.value.bands,
      taken: taken.value.taken,
      vanishing: vanishing.value,
      settings,
      ink: ink.value,
    },
  };
}

const mean = (corners: Corners, from: 0 | 1) =>
  (corners[from] + corners[from + 2] + corners[from + 4] + corners[from + 6]) / 4;

interface TakenApart {
  separated: Separated;
  taken?: Plates;
  plates?: UsedPlate[];
  bands?: number[];
}

/** Tells ink and paper apart, by whichever way is set. */
function takeApart(
  settings: ResolvedInk,
  squareKey: string,
  picture: ColourPicture,
  toned: { key: string; value: Toned },
  step: RunStep,
  context: Context,
): { key: string; value: TakenApart } {
  if (settings.by === 'plates') {
    const plates: { key: string; value: Plates } = step(
      'separate',
      'plates',
      `${squareKey} ${settings.plates.count}`,
      () => makePlates(picture, settings.plates.count, context),
    );
    return step(
      'separate',
      'apart',
      `${plates.key} ${JSON.stringify([settings.plates, settings.ink])}`,
      () => {
        const used = usedPlates(plates.value, settings);
        return { separated: separateByPlates(plates.value, used), taken: plates.value, plates: used };
      },
    );
  }
  const key = (part: unknown) => `${toned.key} ${JSON.stringify(part)}`;
  if (settings.by === 'bands') {
    return step('separate', 'apart', key([settings.bands, settings.ink]), () => {
      const separated = separateByBands(toned.value.grey, settings.bands, settings.ink);
      return { separated, bands: separated.levels };
    });
  }
  if (settings.by === 'edges') {
    return step('separate', 'apart', key(settings.edges), () => ({
      separated: separateByEdges(toned.value.grey, settings.edges, context),
    }));
  }
  return step('separate', 'apart', key([settings.threshold, settings.ink]), () => ({
    separated: separateByTone(toned.value, settings, context),
  }));
}

/** Background becomes paper. */
function withoutBackground(separated: Separated, background: Uint8Array | undefined): Separated {
  if (!background) return separated;
  const { grey, paperTone } = separated;
  const data = grey.data.map((tone, i) => (background[i] ? paperTone : tone));
  return { ...separated, grey: { ...grey, data } };
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
export function handOffFile(document: JobDocument, result: JobResult, format: 'svg' | 'dxf'): CheckedFile {
  return handOff(result.drawing, document.name, format, document.handoff);
}
