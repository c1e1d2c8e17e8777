import { type GreyPicture, findComponents, findRowChanges } from '../../raster';
import type { Letter } from './letter';
import { type LetterLine, boxOfLine } from './lines';

/** Room around a line, in heights of its letters: above it for accents and dots, below for tails, before and after. */
const ROOM = { above: 0.5, below: 0.45, beside: 0.4 };
/** Around a letter its paper is looked for so many of its heights wide, and at least so many pixels. */
const PAPER_ROOM = 0.3;
const LEAST_ROOM = 3;
/** Tones by which a letter's paper differs from it at least. */
const LEAST_CONTRAST = 14;
/** What is no letter found is a dot or a comma when it is at least this share of a stroke across, and no taller than this, above a letter as large as that at most. */
const LEAST_DOT = 0.5;
const TALLEST = 1.7;
const MOST_DOT = 0.5;
const HALF = 127.5;

/** Tones of a letter and of the paper around it, in the picture or its negative. */
interface Tones {
  ink: number;
  paper: number;
}

/**
 * Draws lines of letters alone, black on white, into `to`: between the tones of each letter and of what is around it, so
 * that rims stay within pixels. `grey` is the picture, or its negative for light letters; dots, accents and whatever else lies
 * wholly in a line are taken with it.
 */
export function drawLetters(grey: GreyPicture, line: LetterLine, to: GreyPicture): void {
  const box = boxOfLine(line);
  const { height } = line;
  const left = Math.max(0, Math.floor(box.left - ROOM.beside * height));
  const right = Math.min(grey.width, Math.ceil(box.right + ROOM.beside * height));
  const top = Math.max(0, Math.floor(box.top - ROOM.above * height));
  const bottom = Math.min(grey.height, Math.ceil(box.bottom + ROOM.below * height));
  const [width, high] = [right - left, bottom - top];
  if (width < 2 || high < 2) return;
  const tones = line.letters.map((letter) => tonesOf(grey, letter));
  const part = new Uint8Array(width * high).fill(255);
  for (let x = 0; x < width; x++) {
    const k = nearestLetter(line.letters, left + x + 0.5);
    const letter = line.letters[k];
    const { ink, paper } = tones[k];
    const from = Math.max(0, Math.floor(letter.y - letter.height / 2 - ROOM.above * height) - top);
    const end = Math.min(high, Math.ceil(letter.y + letter.height / 2 + ROOM.below * height) - top);
    for (let y = from; y < end; y++) {
      const tone = grey.data[(top + y) * grey.width + left + x];
      part[y * width + x] = Math.max(0, Math.min(255, Math.round((255 * (tone - ink)) / (paper - ink))));
    }
  }
  const piece = { width, height: high, data: part };
  const kept = keptPixels(piece, line, { left, top }, grey.width);
  for (let y = 0; y < high; y++) {
    for (let x = 0; x < width; x++) {
      if (!kept[y * width + x]) continue;
      // The rim itself lies between a kept pixel and those beside it.
      for (let py = Math.max(0, y - 1); py <= Math.min(high - 1, y + 1); py++) {
        for (let px = Math.max(0, x - 1); px <= Math.min(width - 1, x + 1); px++) {
          const i = py * width + px;
          if (!kept[i] && part[i] < HALF) continue;
          const at = (top + py) * to.width + left + px;
          if (part[i] < to.data[at]) to.data[at] = part[i];
        }
      }
    }
  }
}

/** Which letter a column belongs to: the one whose box it lies in, or nearest to. */
function nearestLetter(letters: readonly Letter[], x: number): number {
  let best = 0;
  let least = Infinity;
  letters.forEach((letter, k) => {
    const off = Math.max(0, Math.abs(x - letter.x) - letter.width / 2);
    if (off < least) {
      least = off;
      best = k;
    }
  });
  return best;
}

/** The mean tone of a letter's own pixels, and of what lies around it. */
function tonesOf({ width, height, data }: GreyPicture, letter: Letter): Tones {
  const room = Math.max(LEAST_ROOM, PAPER_ROOM * letter.height);
  const side = (middle: number, size: number, most: number) => ({
    from: Math.max(0, Math.floor(middle - size / 2 - room)),
    end: Math.min(most, Math.ceil(middle + size / 2 + room)),
  });
  const [across, down] = [side(letter.x, letter.width, width), side(letter.y, letter.height, height)];
  const around: number[] = [];
  let [ink, count] = [0, 0];
  for (let y = down.from; y < down.end; y++) {
    for (let x = across.from; x < across.end; x++) {
      const tone = data[y * width + x];
      if (tone > letter.tone) around.push(tone);
      else {
        ink += tone;
        count++;
      }
    }
  }
  const own = count > 0 ? ink / count : letter.tone;
  around.sort((a, b) => a - b);
  const paper = around[around.length >> 1] ?? 255;
  return { ink: own, paper: Math.max(paper, own + LEAST_CONTRAST) };
}

/** 1 for the pixels of letters, and of what lies wholly within the line beside them. */
function keptPixels(
  part: GreyPicture,
  { letters, height }: LetterLine,
  { left, top }: { left: number; top: number },
  columns: number,
): Uint8Array {
  const { width } = part;
  const found = findComponents(findRowChanges(part, HALF), width, 'ink');
  const boxes = Array.from({ length: found.count }, () => ({
    top: Infinity,
    bottom: -1,
    left: Infinity,
    right: -1,
  }));
  const holdsLetter = new Uint8Array(found.count);
  const seeds = new Set(
    letters.map(({ seed }) => (Math.floor(seed / columns) - top) * width + (seed % columns) - left),
  );
  found.component.forEach((of, run) => {
    const box = boxes[of];
    box.top = Math.min(box.top, found.row[run]);
    box.bottom = Math.max(box.bottom, found.row[run] + 1);
    box.left = Math.min(box.left, found.left[run]);
    box.right = Math.max(box.right, found.right[run]);
    const row = found.row[run] * width;
    for (let x = found.left[run]; x < found.right[run]; x++) if (seeds.has(row + x)) holdsLetter[of] = 1;
  });
  const stroke = letters.reduce((sum, letter) => sum + letter.stroke, 0) / letters.length;
  const stays = boxes.map((box, of) => {
    if (holdsLetter[of]) return true;
    const touchesEnd = box.left === 0 || box.right === width || box.top === 0 || box.bottom === part.height;
    if (touchesEnd || found.area[of] < (LEAST_DOT * stroke) ** 2) return false;
    const near = letters[nearestLetter(letters, left + (box.left + box.right) / 2)];
    const [upper, lower] = [near.y - near.height / 2 - top, near.y + near.height / 2 - top];
    const [wide, high] = [box.right - box.left, box.bottom - box.top];
    // Wholly above a letter lie its dots and accents; wholly below it nothing.
    if (box.bottom <= upper) return Math.max(wide, high) <= MOST_DOT * height;
    return box.top < lower && Math.max(wide, high) <= TALLEST * height;
  });
  const kept = new Uint8Array(part.data.length);
  found.component.forEach((of, run) => {
    if (stays[of])
      kept.fill(1, found.row[run] * width + found.left[run], found.row[run] * width + found.right[run]);
  });
  return kept;
}
