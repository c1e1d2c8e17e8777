import type { Context } from '../context';
import {
  type CleanNumbers,
  FINEST,
  type Ink,
  type Plates,
  type Rulings,
  type Separated,
  type Toned,
  type UsedPlate,
  type Vanishing,
  calmed,
  findBackground,
  fittingDetail,
  leastArea,
  levelOf,
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
  withEvenRims,
} from '../ink';
import type { ColourPicture } from '../raster';
import { asTakenApart, resolvedFor, runCut, runWords } from './apart';
import type { JobDocument } from './document';
import type { PictureLook } from './look';
import type { RunStep } from './memory';
import type { ResolvedInk } from './resolve';
import type { DecodedPicture, Squared } from './square';

/** What Ink found on its way. */
export interface InkResult {
  toned: Toned;
  /** Before the hand's strokes. */
  separated: Separated;
  plates: UsedPlate[] | undefined;
  bands: number[] | undefined;
  /** The picture taken apart by colour, where it was. */
  taken: Plates | undefined;
  /** 1 for every pixel that is taken for background; undefined where nothing is. */
  background: Uint8Array | undefined;
  vanishing: Vanishing;
  /** Lines of the paper that were taken out; undefined where none were. */
  rulings: Rulings | undefined;
  /** How much of the detail is there, 0 to 100. */
  detail: number;
  /** Settings as they were used, in this picture's pixels. */
  settings: ResolvedInk;
  ink: Ink;
}

/** Ink: tones made ready, told apart, drawn on by hand, cleaned. */
export function runInk(
  document: JobDocument,
  source: DecodedPicture,
  seen: PictureLook,
  square: Squared,
  step: RunStep,
  context: Context,
): { key: string; value: InkResult } {
  const resolved = resolvedFor(document, source, seen, square);
  const cut = runCut(resolved, square, step, context);
  const { picture, grey } = cut;
  const apart = cut.silhouette ?? runWords(resolved.words, cut, step, context);
  const settings = apart ? asTakenApart(resolved) : resolved;
  const { brightness, contrast, levelled, detail: asked } = settings.tone;
  const tone = { brightness, contrast, levelled };
  const whole = step('tone', 'tone', `${cut.key} ${JSON.stringify(tone)}`, () =>
    makeTone(grey, tone, context),
  );
  const detail = step('tone', 'detail', `${whole.key} ${asked}`, () =>
    asked === 'fitting' ? fittingDetail(whole.value.grey, levelOf(whole.value), grey, context) : asked,
  ).value;
  const toned = step('tone', 'toned', `${whole.key} ${detail}`, () => calmed(whole.value, detail, context));
  const taken = apart
    ? { key: `${cut.key} ${JSON.stringify(resolved.words)}`, value: { separated: apart } }
    : takeApart(settings, cut.key, picture, toned, step, context);
  const background = step('separate', 'background', `${cut.key} ${JSON.stringify(settings.background)}`, () =>
    findBackground(picture, settings.background, context),
  );
  const separated = step('separate', 'separated', `${taken.key} ${background.key}`, () =>
    withoutBackground(taken.value.separated, background.value),
  );
  // What the hand draws has no grain, and what is no photo has little.
  const even = step('separate', 'even', `${separated.key} ${settings.kind}`, () =>
    settings.kind === 'photo' ? withEvenRims(separated.value, context) : separated.value,
  );
  const drawn = step('hand', 'hand', `${even.key} ${JSON.stringify(settings.strokes)}`, () =>
    replayStrokes(even.value, picture, settings.strokes, context),
  );
  const clean = cleanFor(document, settings.clean, leastArea(detail, picture));
  const ink = step('ink', 'ink', `${drawn.key} ${JSON.stringify(clean)}`, () =>
    makeInk(drawn.value, clean, context, detail < FINEST),
  );
  const vanishing = step('ink', 'vanishing', separated.key, () => vanishingShares(separated.value, context));
  return {
    key: ink.key,
    value: {
      toned: toned.value,
      separated: separated.value,
      plates: taken.value.plates,
      bands: taken.value.bands,
      taken: taken.value.taken,
      background: background.value,
      vanishing: vanishing.value,
      rulings: cut.rulings,
      settings: { ...settings, clean },
      detail,
      ink: ink.value,
    },
  };
}

/** What goes with the detail goes where specks and pinholes are not set by hand. */
function cleanFor({ ink }: Pick<JobDocument, 'ink'>, clean: CleanNumbers, least: number): CleanNumbers {
  const at = (which: 'specks' | 'pinholes') =>
    ink.clean[which] === 'auto' ? Math.max(clean[which], least) : clean[which];
  return { ...clean, specks: at('specks'), pinholes: at('pinholes') };
}

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
