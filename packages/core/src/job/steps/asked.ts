import { mapPoint } from '../../geometry';
import { pouredArea } from '../../ink';
import { narrowestOf } from '../../prove';
import { handOffFile } from '../handed/hand-off-file';
import { type Lit, litArea } from '../picture/lit';
import { type HandOffAsked, packageOf } from '../handed/package';
import type { CheckedFile } from '../../handoff';
import { type Step, gathered, setting, work } from '../graph';
import { words } from './cut-out';
import { background, separated, takenApart } from './ink';
import { size } from './look';
import { grounds } from './prove';
import { jobResult, madeJob } from './result';
import { plan, squared } from './square';

/** Where what the piece is cut to is narrowest. */
export const narrowestPlace = work('narrowest place', { part: 'ask', cost: 100 }, { grounds }, (reads) =>
  narrowestOf(reads.grounds),
);

/** The area that a control of Ink is about, over the squared-up picture: 1 where it is, or falls to paper; 2 where to ink. */
export const litBy = (what: Lit) =>
  work(
    `lit ${JSON.stringify(what)}`,
    { part: 'ask', cost: 10 },
    { separated, background, takenApart },
    ({ takenApart: { taken, plates }, ...reads }) => litArea({ ...reads, taken, plates }, what),
  );

/** A pour: where, in source pixels, and how far tones may differ. */
export interface Pour {
  at: { x: number; y: number };
  tolerance: number;
  everywhere: boolean;
}

/** The area that pouring would take: 1 for each pixel of the squared-up picture. */
export const pouredBy = ({ at, ...pour }: Pour) =>
  work(
    `poured ${JSON.stringify([at, pour])}`,
    { part: 'ask', cost: 10 },
    { squared, plan, size },
    (reads) => {
      const { reduction } = reads.size;
      const { x, y } = mapPoint(reads.plan.toResult, { x: at.x / reduction, y: at.y / reduction });
      return pouredArea(reads.squared, { at: [x, y], ...pour });
    },
  );

/** A line of words as a hand picks it: its letters, its box on the squared-up picture, and a place in the source that stands for it. */
export interface FoundWords {
  letters: number;
  box: { left: number; top: number; right: number; bottom: number };
  at: [x: number, y: number];
}

/** Lines of words in a job's picture, from the top down; boxes in pixels of the squared-up picture at the source's scale. */
export const foundWords = gathered('found words', { words, plan, size }, (reads) => {
  const { reduction } = reads.size;
  return reads.words.map(({ letters, box, at }): FoundWords => {
    const place = mapPoint(reads.plan.toSource, { x: at[0], y: at[1] });
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
});

const document = setting('document', (whole) => whole);

/** The file that is asked for, read back and compared: one of all or of a plate, or all files as a package. Throws as `handOff` does. */
export const fileOf = ({ format, plate }: HandOffAsked): Step<CheckedFile> =>
  format === 'zip'
    ? gathered('package', { document, jobResult }, (reads) => packageOf(reads.document, reads.jobResult))
    : gathered(`file ${format} ${plate ?? ''}`, { document, madeJob }, (reads) =>
        handOffFile(reads.document, reads.madeJob, format, plate),
      );
