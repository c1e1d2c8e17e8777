import type { Context } from '../context';
import { mapPoint } from '../geometry';
import type { GreyPicture } from '../raster';
import { cutFrom, resolvedFor, runCut, wordsIn } from './apart';
import type { JobDocument } from './document';
import { type Memory, stepsIn } from './memory';
import { type DecodedPicture, type Squared, runSquare } from './square';
import { see } from './trace';

/** What is asked of a job beside its result is answered from the same memory, by the same steps. */
function asked(document: JobDocument, source: DecodedPicture, memory: Memory, context: Context) {
  const step = stepsIn(memory, undefined, context);
  const seen = see(source, memory, step, context);
  const square = runSquare(document, source, seen, step, context);
  return { step, square, settings: resolvedFor(document, source, seen, square) };
}

/** Square up alone: the plan for a document, and the picture made by it. */
export function squareJob(
  document: JobDocument,
  source: DecodedPicture,
  memory: Memory,
  context: Context,
): Squared['value'] {
  return asked(document, source, memory, context).square.value;
}

/** What is cut out of a job's picture: 0 where the thing is, 255 beside it; undefined where nothing is cut out. */
export function cutJob(
  document: JobDocument,
  source: DecodedPicture,
  memory: Memory,
  context: Context,
): GreyPicture | undefined {
  const { step, square, settings } = asked(document, source, memory, context);
  const { cut } = settings;
  return cut ? cutFrom(square, cut, step, context).value : undefined;
}

/** A line of words as a hand picks it: its letters, its box on the squared-up picture, and a place in the source that stands for it. */
export interface FoundWords {
  letters: number;
  box: { left: number; top: number; right: number; bottom: number };
  at: [x: number, y: number];
}

/** Lines of words in a job's picture, from the top down; boxes in pixels of the squared-up picture at the source's scale. */
export function wordsJob(
  document: JobDocument,
  source: DecodedPicture,
  memory: Memory,
  context: Context,
): FoundWords[] {
  const { step, square, settings } = asked(document, source, memory, context);
  const { reduction } = source;
  const lines = wordsIn(runCut(settings, square, step, context), step, context);
  return lines.value.map(({ letters, box, at }) => {
    const place = mapPoint(square.value.plan.toSource, { x: at[0], y: at[1] });
    return {
      letters: letters.letters.length,
      box: {
        left: box.left * reduction,
        top: box.top * reduction,
        right: box.right * reduction,
        bottom: box.bottom * reduction,
      },
      at: [Math.round(place.x * reduction), Math.round(place.y * reduction)],
    };
  });
}
