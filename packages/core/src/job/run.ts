import type { Context } from '../context';
import type { Drawing } from '../format';
import type { Piece } from '../piece';
import { type Fonts, NO_FONTS } from '../text';
import { type Check, type Finding, type Proof, type Subject, cutGrounds, limitsOf, prove } from '../prove';
import type { JobDocument } from './document';
import { type Facts, factsOf } from './facts';
import { type Memory, type RunStep, STEPS, type Step, stepsIn } from './memory';
import { runPiece } from './piece';
import type { DecodedPicture } from './square';
import { type Arrived, type Provided, type Traced, tracePicture } from './trace';
import { type VectorSource, drawnPaths } from './vector';
import { VECTOR_DEFAULTS, type VectorFacts } from './vector-settings';

/** Everything the stages found, except the files themselves. */
export interface JobResult {
  /** The paths as they were provided. */
  artwork: Provided;
  piece: Piece;
  proof: Proof;
  drawing: Drawing;
  facts: Facts;
  /** Milliseconds each step took when it was computed. */
  timing: Record<Step, number>;
}

/** The result of a job on a picture. */
export interface PictureResult extends JobResult {
  artwork: Provided & { traced: Traced };
}

/** The result of a job on a vector file. */
export interface VectorResult extends JobResult {
  artwork: Provided & { file: VectorFacts };
}

/**
 * Runs the stages in order, each from memory where nothing it depends on has changed. The same document
 * and the same pixels give the same result wherever this runs. Settings are in source pixels; on a reduced
 * picture they are scaled with it. Whoever watches is told what has `arrived` while the rest is worked out.
 */
export function runJob(
  document: JobDocument,
  source: DecodedPicture,
  memory: Memory,
  context: Context,
  arrived: (part: Arrived) => void = () => undefined,
  fonts: Fonts = NO_FONTS,
): PictureResult {
  const timing = Object.fromEntries(STEPS.map((step) => [step, 0])) as Record<Step, number>;
  const step = stepsIn(memory, timing, context);
  const artwork = tracePicture(document, source, memory, step, context, arrived);
  return {
    ...madeOf(artwork, document, fonts, { step, quietly: stepsIn(memory, undefined, context) }, context),
    artwork,
    timing,
  };
}

/** The same for a job that begins with a vector file. */
export function runVectorJob(
  document: JobDocument,
  source: VectorSource,
  memory: Memory,
  context: Context,
  fonts: Fonts = NO_FONTS,
): VectorResult {
  const timing = Object.fromEntries(STEPS.map((step) => [step, 0])) as Record<Step, number>;
  const step = stepsIn(memory, timing, context);
  const vector = document.vector ?? VECTOR_DEFAULTS;
  const artwork = drawnPaths({ ...document, vector }, source, step, context, fonts);
  return {
    ...madeOf(artwork, document, fonts, { step, quietly: stepsIn(memory, undefined, context) }, context),
    artwork,
    timing,
  };
}

/** Piece and Prove: what paths become, whoever provides them. */
function madeOf(
  artwork: Provided,
  document: JobDocument,
  fonts: Fonts,
  steps: { step: RunStep; quietly: RunStep },
  context: Context,
): Pick<JobResult, 'piece' | 'proof' | 'drawing' | 'facts'> {
  const { step } = steps;
  const { value: piece, key } = runPiece(artwork, document, fonts, steps, context);
  const { frame, paths, scale } = piece;
  const grounds = step('prove', 'grounds', key, () => cutGrounds(paths));
  const subject: Subject = {
    paths,
    grounds: grounds.value,
    frame,
    hasTrueSize: scale.source !== 'none',
    leftOut: leftOutOf(document, piece),
    texts: 0,
    pixel: artwork.traced && scale.millimetresPerPixel / artwork.traced.reduction,
    mirrored: document.piece.mirrored,
    plates: artwork.wanted,
  };
  const keys: Record<keyof Subject, string> = {
    paths: key,
    grounds: key,
    frame: key,
    hasTrueSize: `${subject.hasTrueSize}`,
    leftOut: key,
    texts: '0',
    pixel: `${subject.pixel}`,
    mirrored: `${subject.mirrored}`,
    plates: JSON.stringify(subject.plates),
  };
  const limits = limitsOf(document.prove.material, document.prove.tool, document.units);
  const look = (check: Check, compute: () => Finding[]) => {
    const known = [...check.reads.map((part) => keys[part]), JSON.stringify(limits)].join(' ');
    return step('prove', `prove ${check.kind}`, known, compute).value;
  };
  const proof = prove(subject, limits, look, document.prove.waived);
  const edits = Object.keys(document.line.hand).length;
  const facts = step('prove', 'facts', `${key} ${edits}`, () =>
    factsOf(piece, { edits, parked: artwork.parked.length }, artwork.traced, artwork.file?.before.nodes),
  );
  return { piece, proof, drawing: { frame, units: document.units, paths }, facts: facts.value };
}

/** Items that could not be made, and the sheet where the piece does not lie on it. */
function leftOutOf({ piece: { items } }: JobDocument, piece: Piece): Subject['leftOut'] {
  const own = piece.items.flatMap(({ id, problem }) =>
    problem ? [{ name: items[id].name, ...problem }] : [],
  );
  return piece.problem ? [...own, { name: 'The sheet', ...piece.problem }] : own;
}
