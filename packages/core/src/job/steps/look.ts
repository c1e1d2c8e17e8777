import { type Dots, type Look, dotsOf, lookAt, withoutDots } from '../../ink';
import { type ToneOfColour, laidOnPaper, toneOfColour, tonesOf } from '../../raster';
import { type FoundSheet, findSheet, hasGhosts } from '../../square';
import { type DecodedPicture, choice, constant, figure, given, pictureOf, setting, work } from '../graph';

/** What is seen in a picture before anything is done to it. */
export interface PictureLook {
  look: Look;
  /** True where the ghosts of hard compression are seen. */
  ghosts: boolean;
}

const wholeOf = ({ key, picture, whole }: DecodedPicture) => whole ?? { key, picture };

/** The picture that is computed on. */
export const source = given('source', pictureOf, (inputs) => pictureOf(inputs).key);

/** The picture as it came, whatever size is computed on: what it is, is seen there. */
export const whole = given(
  'whole',
  (inputs) => wholeOf(pictureOf(inputs)).picture,
  (inputs) => wholeOf(pictureOf(inputs)).key,
);

/** How many times smaller than the source the picture is that is computed on, and its size. */
export const size = figure('size', { source }, ({ source: { picture, reduction } }) => ({
  width: picture.width,
  height: picture.height,
  reduction,
}));

/** What tones are of, and whether dots are evened out. */
const readsLight = setting('ink.tone.of', (document) => document.ink.tone.of === 'light');
const leavesDots = setting('ink.tone.dots', (document) => document.ink.tone.dots === false);

const noColours = constant<ToneOfColour | undefined>('no tone of colour', undefined);
const seenColours = work('tone of colour', { part: 'look', cost: 10 }, { whole }, (reads) =>
  toneOfColour(reads.whole),
);
/** The colours that tones run between, where light does not tell them apart. */
export const along = choice('tones along', { readsLight }, [noColours, seenColours], (reads) =>
  reads.readsLight ? noColours : seenColours,
);

const dottedGrey = work(
  'whole grey with dots',
  { part: 'grey', cost: 12 },
  { whole, along },
  (reads, context) => tonesOf(reads.whole, reads.along, context),
);
const noDots = constant<Dots | undefined>('no dots', undefined);
const seenDots = work('dots', { part: 'look', cost: 10 }, { dottedGrey }, (reads, context) =>
  dotsOf(reads.dottedGrey, context),
);
/** The dots that the picture is made of, printed or scattered; undefined where it is not, or where they are left. */
export const dots = choice('dots evened out', { leavesDots }, [noDots, seenDots], (reads) =>
  reads.leavesDots ? noDots : seenDots,
);
const evenedGrey = work(
  'whole grey without dots',
  { part: 'grey', cost: 30 },
  { dottedGrey, dots },
  (reads) => (reads.dots ? withoutDots(reads.dottedGrey, reads.dots, 1) : reads.dottedGrey),
);

/** Tones of the picture as it came, dots evened out. */
export const wholeGrey = choice('whole grey', { dots }, [dottedGrey, evenedGrey], (reads) =>
  reads.dots ? evenedGrey : dottedGrey,
);

export const look = work(
  'look',
  { part: 'look', cost: 60 },
  { whole, wholeGrey },
  (reads, context): PictureLook => ({
    look: lookAt(laidOnPaper(reads.whole), reads.wholeGrey, context),
    ghosts: hasGhosts(reads.wholeGrey),
  }),
);

/** The sheet in view, in pixels of the picture as it came. */
export const sheet = work('sheet', { part: 'look', cost: 20 }, { wholeGrey }, (reads, context) =>
  findSheet(reads.wholeGrey, context),
);

const noSheet = constant<FoundSheet | undefined>('no sheet', undefined);
/** A sheet is looked for in photos only. */
export const sheetOfPhoto = choice('sheet of a photo', { look }, [sheet, noSheet], (reads) =>
  reads.look.look.kind === 'photo' ? sheet : noSheet,
);
