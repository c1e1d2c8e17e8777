import type { Context } from '../context';
import {
  type CutOut,
  type Rulings,
  FINEST,
  type Separated,
  type WordLine,
  blackOnWhite,
  cutOut,
  findWords,
  onWhite,
  separateWords,
  wantedLines,
  withoutRulings,
} from '../ink';
import { type ColourPicture, type GreyPicture, toGrey } from '../raster';
import type { Corners } from '../square';
import type { JobDocument } from './document';
import type { PictureLook } from './look';
import type { RunStep } from './memory';
import { type ResolvedInk, resolveInk } from './resolve';
import type { DecodedPicture, Squared } from './square';

/** Ink's settings for a squared-up picture. */
export function resolvedFor(
  document: JobDocument,
  { picture, reduction }: Pick<DecodedPicture, 'picture' | 'reduction'>,
  seen: PictureLook,
  { value: { plan, corners } }: Squared,
): ResolvedInk {
  const middle = corners
    ? { x: mean(corners, 0) / reduction, y: mean(corners, 1) / reduction }
    : { x: picture.width / 2, y: picture.height / 2 };
  return resolveInk(document, seen, plan.toResult, reduction, middle);
}

const mean = (corners: Corners, from: 0 | 1) =>
  (corners[from] + corners[from + 2] + corners[from + 4] + corners[from + 6]) / 4;

/** What Ink works on: the squared-up picture, or the thing cut out of it, without the lines of its paper. */
export interface CutPicture {
  key: string;
  picture: ColourPicture;
  grey: GreyPicture;
  /** The thing as ink, where it is to be that. */
  silhouette?: Separated;
  rulings?: Rulings;
}

/** Cuts the thing out, or remembers. Throws `nothing-found`. */
export function cutFrom(
  { key, value: { picture } }: Squared,
  { loop, marks }: CutOut,
  step: RunStep,
  context: Context,
): { key: string; value: GreyPicture } {
  return step('separate', 'cut', `${key} ${JSON.stringify([loop, marks])}`, () =>
    cutOut(picture, { loop, marks }, context),
  );
}

/** What Ink works on, once what is asked for is cut out and what the paper was ruled with is gone. */
export function runCut(
  { cut, tone }: Pick<ResolvedInk, 'cut' | 'tone'>,
  square: Squared,
  step: RunStep,
  context: Context,
): CutPicture {
  const { picture, grey } = square.value;
  const whole: CutPicture = { key: square.key, picture, grey };
  const alone = cut ? cutAlone(cut, square, step, context) : whole;
  return tone.rulings && !alone.silhouette ? unruled(alone, step, context) : alone;
}

/** The picture without the lines of its paper, or as it was where there are none. */
function unruled(cut: CutPicture, step: RunStep, context: Context): CutPicture {
  const found = step('tone', 'unruled', cut.key, () => {
    const without = withoutRulings(cut.picture, context);
    return without && { ...without, grey: toGrey(without.picture, context) };
  });
  if (!found.value) return cut;
  const { picture, grey, level, upright } = found.value;
  return { key: found.key, picture, grey, rulings: { level, upright } };
}

/** The thing cut out, as ink or on white. */
function cutAlone(
  cut: NonNullable<ResolvedInk['cut']>,
  square: Squared,
  step: RunStep,
  context: Context,
): CutPicture {
  const { picture, grey } = square.value;
  const found = cutFrom(square, cut, step, context);
  if (cut.gives === 'silhouette')
    return { key: found.key, picture, grey, silhouette: blackOnWhite(found.value) };
  const alone = step('separate', 'alone', found.key, () => {
    const white = onWhite(picture, found.value);
    return { picture: white, grey: toGrey(white, context) };
  });
  return { key: alone.key, ...alone.value };
}

/** Lines of words in what Ink works on, found once. */
export function wordsIn(
  { key, grey }: Pick<CutPicture, 'key' | 'grey'>,
  step: RunStep,
  context: Context,
): { key: string; value: WordLine[] } {
  return step('separate', 'words', key, () => findWords(grey, context));
}

/** The words that are wanted as ink; undefined where it is no matter of words. Throws `no-words`. */
export function runWords(
  wanted: ResolvedInk['words'],
  picture: CutPicture,
  step: RunStep,
  context: Context,
): Separated | undefined {
  if (wanted === null) return undefined;
  const lines = wordsIn(picture, step, context);
  return step('separate', 'word ink', `${lines.key} ${JSON.stringify(wanted)}`, () =>
    separateWords(picture.grey, wantedLines(lines.value, wanted)),
  ).value;
}

/** Settings for what is ink already: nothing is told apart by tone or colour any more. */
export const asTakenApart = (settings: ResolvedInk): ResolvedInk => ({
  ...settings,
  by: 'tone',
  tone: { ...settings.tone, levelled: false, detail: FINEST },
});
