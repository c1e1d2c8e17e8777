import { type Look, lookAt } from '../../ink';
import { laidOnPaper, toGrey } from '../../raster';
import { type FoundSheet, findSheet, hasGhosts } from '../../square';
import { type DecodedPicture, choice, constant, figure, given, pictureOf, work } from '../graph';

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

/** Tones of the picture as it came. */
export const wholeGrey = work('whole grey', { part: 'grey', cost: 12 }, { whole }, (reads, context) =>
  toGrey(reads.whole, context),
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
