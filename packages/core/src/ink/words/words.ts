import type { Context } from '../../context';
import { DrelkError } from '../../error';
import { type GreyPicture, gaussianBlur, greyWithin } from '../../raster';
import { type Separated, blackOnWhite } from '../separated';
import { stablePieces } from './letters';
import { type LetterLine, boxOfLine, findLines } from './lines';
import { drawLetters } from './word-ink';

/** Pixels of the copy that words are looked for on. */
const LOOKED_AT = 1_000_000;
/** A blur (standard deviation in its pixels) that grain makes no letters after. */
const GRAIN = 0.8;

/** A line of words in a picture: places in its pixels. */
export interface WordLine {
  letters: LetterLine;
  box: { left: number; top: number; right: number; bottom: number };
  /** A place in the middle of it, by which it is known. */
  at: [x: number, y: number];
}

/** Which lines of words are to be the ink: every one that is found, or those that a letter of lies at these places (x, y of each). */
export type WordsWanted = 'all' | readonly number[];

/** The lines of words in a picture, whichever their tone, from the top down. */
export function findWords(grey: GreyPicture, context: Context): WordLine[] {
  const copy = gaussianBlur(greyWithin(grey, LOOKED_AT), GRAIN);
  const times = grey.width / copy.width;
  const negative = { ...copy, data: copy.data.map((tone) => 255 - tone) };
  const letters = [...stablePieces(copy, false, context), ...stablePieces(negative, true, context)];
  return findLines(letters)
    .map((line) => enlarged(line, times, copy.width, grey.width))
    .map((letters): WordLine => {
      const box = boxOfLine(letters);
      const middle = letters.letters[letters.letters.length >> 1];
      return { letters, box, at: [Math.round(middle.x), Math.round(middle.y)] };
    })
    .sort((a, b) => a.box.top - b.box.top);
}

function enlarged(line: LetterLine, times: number, from: number, to: number): LetterLine {
  if (times === 1) return line;
  return {
    ...line,
    height: line.height * times,
    letters: line.letters.map((letter) => ({
      ...letter,
      x: letter.x * times,
      y: letter.y * times,
      width: letter.width * times,
      height: letter.height * times,
      stroke: letter.stroke * times,
      area: letter.area * times * times,
      seed:
        Math.floor((Math.floor(letter.seed / from) + 0.5) * times) * to +
        Math.floor(((letter.seed % from) + 0.5) * times),
    })),
  };
}

/** The lines that are wanted: a place stands for the line one of whose letters it lies in. */
export function wantedLines(lines: readonly WordLine[], wanted: WordsWanted): WordLine[] {
  if (wanted === 'all') return [...lines];
  return lines.filter(({ letters: { letters } }) =>
    letters.some(({ x, y, width, height }) => {
      for (let k = 0; k + 1 < wanted.length; k += 2)
        if (Math.abs(wanted[k] - x) <= width / 2 && Math.abs(wanted[k + 1] - y) <= height / 2) return true;
      return false;
    }),
  );
}

/** Lines of words as ink, each in the tone it has, and nothing else. Throws `no-words` where there are none. */
export function separateWords(grey: GreyPicture, lines: readonly WordLine[]): Separated {
  if (lines.length === 0)
    throw new DrelkError(
      'no-words',
      'No words are found in this picture.',
      'Take all of the picture again; letters are found from 8 pixels of height on.',
    );
  const { width, height } = grey;
  const ink = { width, height, data: new Uint8Array(width * height).fill(255) };
  let negative: GreyPicture | undefined;
  for (const { letters } of lines) {
    if (letters.lightOnDark) negative ??= { ...grey, data: grey.data.map((tone) => 255 - tone) };
    drawLetters(letters.lightOnDark ? (negative ?? grey) : grey, letters, ink);
  }
  return blackOnWhite(ink, lines[0].letters.lightOnDark);
}
