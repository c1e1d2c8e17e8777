import {
  type Context,
  type JobDocument,
  type Run,
  artworkPaths,
  ink,
  isArtworkAlone,
  isPicture,
  madeJob,
  piece,
  plan,
  squared,
} from '@drelk/core';
import type { OpenJob } from '@drelk/runner';
import type { ArrivedView, Held, ResultView } from './views';
import { bitmapAtOnce, bitmapOf, inkPixels } from './pixels';
import { atSourceScale, viewOf } from './view-of-result';

/** A document as it is to be computed, and what the page holds already. */
export interface ComputeAsked {
  document: JobDocument;
  mode: 'preview' | 'full';
  held: Held;
}

/** What of a job is there early: its picture squared up, then its ink. */
export type ShownPart = Omit<ArrivedView, 'bitmap'> & {
  pixels(): { width: number; height: number; data: Uint8ClampedArray };
};

/** The picture and the ink of a run as far as they are there, under names that are the same for the same. */
export function* early(run: Run, full: Run, { mode, held }: ComputeAsked): Generator<ShownPart> {
  if (!isPicture(run.inputs.source)) return;
  const { reduction } = run.inputs.source;
  const picture = run.take(squared);
  const { width, height } = picture;
  const toSource = atSourceScale(run.take(plan).toSource, reduction);
  const ground = { width: width * reduction, height: height * reduction, toSource };
  const name = pictureName(run, full, mode, held);
  // Beside older paths only what lies on the same picture as they do is shown early.
  if (held.paths !== undefined && name !== held.picture) return;
  yield {
    ...ground,
    layer: 'picture',
    name,
    pixels: () => ({
      width,
      height,
      data: new Uint8ClampedArray(picture.data.buffer, picture.data.byteOffset, picture.data.byteLength),
    }),
  };
  const { grey, level } = run.take(ink);
  yield {
    ...ground,
    layer: 'ink',
    name: run.keyOf(ink),
    pixels: () => ({ width: grey.width, height: grey.height, data: inkPixels(grey, level) }),
  };
}

/** Of a preview, a picture that the page holds in full goes by that one's name: it is not to be taken away. */
function pictureName(run: Run, full: Run, mode: ComputeAsked['mode'], held: Held): string {
  const own = `full ${full.keyOf(squared)}`;
  return mode === 'full' || held.picture === own ? own : `preview ${run.keyOf(squared)}`;
}

/** Names of what a result is made of, so that the page can say what it holds. */
function namesOf(run: Run, full: Run, { document, mode, held }: ComputeAsked): Held {
  const hasPicture = isPicture(run.inputs.source);
  return {
    ...(hasPicture ? { picture: pictureName(run, full, mode, held), ink: run.keyOf(ink) } : {}),
    paths: run.keyOf(artworkPaths),
    ...(isArtworkAlone(document.piece) ? {} : { piece: run.keyOf(piece) }),
  };
}

/** A result without its bitmaps, worked out but for its proof. */
export function resultOf(run: Run, full: Run, asked: ComputeAsked): ResultView {
  const { source } = run.inputs;
  const reduction = isPicture(source) ? source.reduction : 1;
  const made = run.take(madeJob);
  return viewOf(made, { reduction, timing: run.timing() }, asked.mode, namesOf(run, full, asked), asked.held);
}

/** A result with the bitmaps that the page does not hold yet; picture and ink are shown as they arrive. */
export async function computed(
  job: OpenJob,
  asked: ComputeAsked,
  context: Context,
  show: (part: ArrivedView) => void,
): Promise<ResultView> {
  const { document, mode } = asked;
  const run = await job.run(document, context, mode);
  const full = mode === 'full' ? run : await job.run(document, context);
  let held = asked.held;
  for (const { pixels, ...part } of early(run, full, asked)) {
    if (held[part.layer] === part.name) continue;
    show({ ...part, bitmap: bitmapAtOnce(pixels()) });
    held = { ...held, [part.layer]: part.name };
  }
  const view = resultOf(run, full, asked);
  if (!isPicture(run.inputs.source)) return view;
  if (view.names.picture !== held.picture) view.picture = await bitmapOf(run.take(squared));
  if (view.names.ink !== held.ink) {
    const { grey, level } = run.take(ink);
    view.ink = await bitmapOf({ width: grey.width, height: grey.height, data: inkPixels(grey, level) });
  }
  return view;
}
