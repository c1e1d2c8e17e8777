import {
  type ColourPicture,
  type Context,
  type Contour,
  DrelkError,
  type FollowedRun,
  type GreyPicture,
  type InkOption,
  type JobDocument,
  type Lit,
  PREVIEW_PIXELS,
  type Pour,
  changedContours,
  drawing,
  ink,
  inkOptions,
  litBy,
  look,
  madeJob,
  plan,
  pouredBy,
  separated,
  sheet,
  sizeWithin,
  squared,
  thing,
  whole,
} from '@drelk/core';
import type { OpenJob } from './open-job';

/** A place in pixels. */
export interface Place {
  x: number;
  y: number;
}

/** What is lit up: a number for each pixel, 0 for nothing. */
export interface Mask {
  mask: Uint8Array;
  width: number;
  height: number;
}

/** The picture as it came, squared up but not cropped, or squared up. */
export type FrameKind = 'source' | 'uncropped' | 'squared';

/** A picture to be shown, RGBA, with where it lies: size and map at the source's scale. */
export interface ShownFrame {
  picture: ColourPicture;
  width: number;
  height: number;
  toSource: number[];
}

/** What a piece would have with other settings and has not now. */
export async function wouldBe(
  job: OpenJob,
  document: JobDocument,
  changed: JobDocument,
  context: Context,
): Promise<Contour[]> {
  const [before, after] = [await job.run(document, context), await job.run(changed, context)];
  return changedContours(before.take(drawing), after.take(drawing));
}

/** The source itself, or the squared-up picture with or without its crop. */
export async function frameOf(
  job: OpenJob,
  document: JobDocument,
  show: FrameKind,
  context: Context,
): Promise<ShownFrame> {
  const uncropped = { ...document, square: { ...document.square, crop: null } };
  const run = await job.run(show === 'squared' ? document : uncropped, context);
  if (show === 'source') {
    const picture = run.take(whole);
    return { picture, width: picture.width, height: picture.height, toSource: [1, 0, 0, 0, 1, 0, 0, 0, 1] };
  }
  const { width, height, toSource } = run.take(plan);
  return { picture: run.take(squared), width, height, toSource: [...toSource] };
}

/** The corners of the sheet in view, in source pixels. */
export async function sheetIn(
  job: OpenJob,
  document: JobDocument,
  context: Context,
): Promise<number[] | null> {
  return (await job.run(document, context)).take(sheet)?.corners ?? null;
}

/** A place of the squared-up picture that is pointed at within a reach, in its pixels, and where the way there begins. */
export interface EdgeAsked {
  from: Place | undefined;
  to: Place;
  reach: number;
  /** The side of the way that is dark, as it was before. */
  dark: FollowedRun['dark'] | undefined;
}

/** The area that pouring would take, on the smaller copy: 1 for each of its pixels. */
export async function poured(
  job: OpenJob,
  document: JobDocument,
  pour: Pour,
  context: Context,
): Promise<Mask> {
  const run = await job.run(document, context, 'preview');
  const { width, height } = run.take(squared);
  return { mask: run.take(pouredBy(pour)), width, height };
}

/** What is beside the thing that is cut out, on the smaller copy, so that a hand is answered at once; undefined where nothing is cut out. */
export async function besideThing(
  job: OpenJob,
  document: JobDocument,
  context: Context,
): Promise<Mask | undefined> {
  const found = (await job.run(document, context, 'preview')).take(thing);
  if (!found) return undefined;
  const { width, height, data } = found;
  return { mask: data.map((tone) => (tone < 128 ? 0 : 1)), width, height };
}

/** What a control is about, seen small: 1 where it is, or falls to paper; 2 where to ink. */
export async function lit(job: OpenJob, document: JobDocument, what: Lit, context: Context): Promise<Mask> {
  const run = await job.run(document, context);
  const { width, height } = run.take(squared);
  return sampled({ mask: run.take(litBy(what)), width, height }, PREVIEW_PIXELS);
}

/** One treatment with what comes of it: its ink, where there is any, and counts. */
export interface TriedOption extends InkOption {
  grey?: GreyPicture;
  level?: number;
  shapes: number;
  nodes: number;
}

/** Six treatments, each with its ink and counts, one after the other. */
export async function* triedOptions(
  job: OpenJob,
  document: JobDocument,
  context: Context,
): AsyncGenerator<TriedOption> {
  const first = await job.run(document, context, 'option');
  for (const option of inkOptions(document, first.take(look), first.take(separated))) {
    try {
      const run = await job.run({ ...document, ink: option.ink }, context, 'option');
      const { shapes, nodes } = run.take(madeJob).facts;
      const { grey: tones, level } = run.take(ink);
      yield { ...option, shapes, nodes, grey: tones, level };
    } catch (error) {
      if (!(error instanceof DrelkError) || error.code === 'stopped') throw error;
      yield { ...option, shapes: 0, nodes: 0 };
    }
  }
}

/** A mask of at most so many pixels: of each block one. */
function sampled(full: Mask, pixels: number): Mask {
  const { width, height } = sizeWithin(full.width, full.height, pixels);
  if (width === full.width) return full;
  const mask = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(((y + 0.5) * full.height) / height) * full.width;
    for (let x = 0; x < width; x++) mask[i++] = full.mask[row + Math.floor(((x + 0.5) * full.width) / width)];
  }
  return { mask, width, height };
}
