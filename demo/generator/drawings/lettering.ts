import { contoursOfData, moved } from '../drawing';

/** Block capitals on a body 140 high: width and path data. */
const LETTERS: Record<string, { width: number; data: string }> = {
  S: {
    width: 92,
    data:
      'M88 30C80 10 65 0 46 0C20 0 4 14 4 38C4 62 22 72 46 78C62 82 68 90 68 100C68 112 60 119 46 119' +
      'C32 119 24 112 18 98L0 108C8 130 24 140 46 140C74 140 90 124 90 98C90 74 74 64 48 56' +
      'C32 51 26 46 26 37C26 27 34 21 46 21C57 21 63 26 68 38Z',
  },
  A: { width: 100, data: 'M0 140L40 0L60 0L100 140L78 140L68 104L32 104L22 140ZM38 84L62 84L50 40Z' },
  L: { width: 80, data: 'M0 0L22 0L22 118L80 118L80 140L0 140Z' },
  T: { width: 90, data: 'M0 0L90 0L90 22L56 22L56 140L34 140L34 22L0 22Z' },
  M: {
    width: 110,
    data: 'M0 140L0 0L22 0L55 70L88 0L110 0L110 140L88 140L88 50L62 105L48 105L22 50L22 140Z',
  },
  O: {
    width: 100,
    data:
      'M50 0C78 0 100 31 100 70C100 109 78 140 50 140C22 140 0 109 0 70C0 31 22 0 50 0Z' +
      'M50 22C33 22 22 43 22 70C22 97 33 118 50 118C67 118 78 97 78 70C78 43 67 22 50 22Z',
  },
  H: { width: 90, data: 'M0 0L22 0L22 59L68 59L68 0L90 0L90 140L68 140L68 81L22 81L22 140L0 140Z' },
  E: { width: 80, data: 'M0 0L80 0L80 22L22 22L22 58L70 58L70 80L22 80L22 118L80 118L80 140L0 140Z' },
};
const SPACE = 60;
const GAP = 18;

/** A line of capitals with its upper left at (x, y) and letters `height` high. */
export function lettering(
  text: string,
  x: number,
  y: number,
  height: number,
): { data: string; width: number } {
  const scale = height / 140;
  let at = 0;
  let data = '';
  for (const character of text) {
    const letter = LETTERS[character];
    if (letter) data += moved(letter.data, x + at * scale, y, scale);
    at += (letter?.width ?? SPACE) + GAP;
  }
  return { data, width: (at - GAP) * scale };
}

/** Contours of a line of capitals. */
export const letteringContours = (text: string, height: number) =>
  contoursOfData(lettering(text, 0, 0, height).data);
