import {
  FINEST,
  type Rulings,
  type Separated,
  blackOnWhite,
  cutOut,
  findWords,
  onWhite,
  separateWords,
  wantedLines,
  withoutRulings,
} from '../../ink';
import { type ToneOfColour, laidOnPaper, toGrey, tonesOf } from '../../raster';
import { type ResolvedInk, resolveInk } from '../document/resolve';
import { choice, constant, figure, gathered, partOf, setting, work } from '../graph';
import { along, look, size } from './look';
import { grey, middle, plan, squared } from './square';

const inkSettings = setting('ink', (document) => document.ink);
const method = setting('line.method', (document) => document.line.method);

/** Ink's settings with nothing left open, in pixels of the squared-up picture. */
export const resolved = figure('ink resolved', { inkSettings, method, look, plan, size, middle }, (reads) =>
  resolveInk(
    reads.inkSettings,
    reads.method,
    reads.look.look,
    reads.plan.toResult,
    reads.size.reduction,
    reads.middle,
  ),
);

const outline = partOf(resolved, 'cut', ({ cut }) => cut && { loop: cut.loop, marks: cut.marks });
const gives = partOf(resolved, 'gives', ({ cut }) => cut && cut.gives);
const takesRulings = partOf(resolved, 'rulings', ({ tone }) => tone.rulings);
const wanted = partOf(resolved, 'words', ({ words }) => words);

/** 0 where the thing is that is cut out, 255 beside it; undefined where nothing is cut out. Throws `nothing-found`. */
export const thing = work('thing', { part: 'separate', cost: 400 }, { squared, outline }, (reads, context) =>
  reads.outline ? cutOut(reads.squared, reads.outline, context) : undefined,
);

/** A picture with its tones, and the lines of its paper that were taken out. */
const onPaper = work('on paper', { part: 'separate', cost: 10 }, { squared }, (reads) =>
  laidOnPaper(reads.squared),
);
const whole = gathered('whole picture', { onPaper, grey, along }, (reads) => ({
  picture: reads.onPaper,
  grey: reads.grey,
  along: reads.along,
}));
/** A thing on white has a third colour. */
const NO_TONE: ToneOfColour | undefined = undefined;
const alone = work('alone', { part: 'separate', cost: 30 }, { squared, thing }, (reads, context) => {
  const picture = reads.thing ? onWhite(reads.squared, reads.thing) : reads.squared;
  return { picture, grey: toGrey(picture, context), along: NO_TONE };
});
const before = choice('before rulings', { gives }, [whole, alone], (reads) =>
  reads.gives === null || reads.gives === 'silhouette' ? whole : alone,
);
const unruled = work('unruled', { part: 'tone', cost: 120 }, { before }, (reads, context) => {
  const without = withoutRulings(reads.before.picture, context);
  if (!without) return undefined;
  const { picture, level, upright } = without;
  return { picture, grey: tonesOf(picture, reads.before.along, context), rulings: { level, upright } };
});
const withoutRuling = gathered(
  'without rulings',
  { unruled, before },
  (reads) => reads.unruled ?? reads.before,
);
const withoutLines = choice('without lines', { unruled }, [before, withoutRuling], (reads) =>
  reads.unruled ? withoutRuling : before,
);
/** What is ink by its shape has no lines of its paper. */
const isUnruled = figure(
  'is unruled',
  { takesRulings, gives },
  (reads) => reads.takesRulings && reads.gives !== 'silhouette',
);

/** What Ink works on: the squared-up picture, or the thing cut out of it, without the lines of its paper. */
const worked = choice('worked on', { isUnruled }, [withoutLines, before], (reads) =>
  reads.isUnruled ? withoutLines : before,
);
export const workedPicture = gathered('worked picture', { worked }, (reads) => reads.worked.picture);
export const workedGrey = gathered('worked grey', { worked }, (reads) => reads.worked.grey);

const foundRulings = gathered('rulings found', { unruled }, (reads) => reads.unruled?.rulings);
const noRulings = constant<Rulings | undefined>('no rulings', undefined);
/** Lines of the paper that were taken out; undefined where none were. */
export const rulings = choice('rulings', { isUnruled }, [foundRulings, noRulings], (reads) =>
  reads.isUnruled ? foundRulings : noRulings,
);

/** Lines of words in what Ink works on, found once. */
export const words = work('words', { part: 'separate', cost: 500 }, { workedGrey }, (reads, context) =>
  findWords(reads.workedGrey, context),
);

const silhouette = work(
  'silhouette',
  { part: 'separate', cost: 10 },
  { thing },
  (reads) => reads.thing && blackOnWhite(reads.thing),
);
/** Throws `no-words`. */
const wordInk = work(
  'word ink',
  { part: 'separate', cost: 50 },
  { words, workedGrey, wanted },
  (reads): Separated | undefined =>
    reads.wanted === null
      ? undefined
      : separateWords(reads.workedGrey, wantedLines(reads.words, reads.wanted)),
);

const nothingApart = constant<Separated | undefined>('nothing apart', undefined);
/** What is ink by what it is, and not by its tone: a thing cut out, or words; undefined where neither is wanted. */
export const apart = choice('apart', { gives, wanted }, [silhouette, wordInk, nothingApart], (reads) => {
  if (reads.gives === 'silhouette') return silhouette;
  return reads.wanted === null ? nothingApart : wordInk;
});
export const isApart = figure(
  'is apart',
  { gives, wanted },
  (reads) => reads.gives === 'silhouette' || reads.wanted !== null,
);

/** Settings for what is ink already: nothing is told apart by tone or colour any more. */
const asTakenApart = (settings: ResolvedInk): ResolvedInk => ({
  ...settings,
  by: 'tone',
  tone: { ...settings.tone, levelled: false, detail: FINEST },
});

/** The settings by which ink is told apart. */
export const settings = figure('ink settings', { resolved, isApart }, (reads) =>
  reads.isApart ? asTakenApart(reads.resolved) : reads.resolved,
);
