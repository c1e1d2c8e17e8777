import Flatbush from 'flatbush';
import type { Letter } from './letter';

/** A line of letters, from its first to its last. */
export interface LetterLine {
  letters: Letter[];
  lightOnDark: boolean;
  /** Median height of its letters. */
  height: number;
}

/** How unlike neighbours in a line may be: heights, widths of strokes, as ratios; tones. */
const HEIGHTS = 2.2;
const STROKES = 2;
const TONES = 60;
const PAPERS = 50;
/** And how unlike the middle letter the first and the last may be. */
const END = { strokes: 1.6, tones: 60, papers: 60, heights: 2 };
/** How far apart neighbours may be, in heights of the larger; and how steep a line may run, and turn from letter to letter, in radians. */
const GAP = 0.85;
const STEEPEST = 0.9;
const MOST_TURN = 0.42;
/** Fewer pieces make no line. */
const LEAST_LETTERS = 3;
/** At least this share of them is no bar: a ruler's marks are no words. */
const LEAST_SHAPED = 0.34;
const BAR = 0.35;
/** The middle one of them fills no more of its box than this: a row of tins or windows is no word. */
const MOST_FILLED = 0.62;
/** Candidates on the right of a letter that are looked at. */
const NEIGHBOURS = 3;

/**
 * Lines of pieces alike in tone, stroke and height, each a step on from the one before (Epshtein, Ofek and Wexler 2010,
 * section 3.4: pairs, then chains of a common direction), slanting or on an arc. Of lines that lie over one another
 * the longer one stays.
 */
export function findLines(letters: readonly Letter[]): LetterLine[] {
  if (letters.length === 0) return [];
  const next = rightNeighbours(letters);
  const line = Int32Array.from(letters.keys());
  const rootOf = (k: number): number => (line[k] === k ? k : (line[k] = rootOf(line[k])));
  const inLine = new Uint8Array(letters.length);
  letters.forEach((a, i) => {
    for (const j of next[i]) {
      for (const k of next[j]) {
        const [b, c] = [letters[j], letters[k]];
        if (!areAlike(a, c) || Number(a.isDrawn) + Number(b.isDrawn) + Number(c.isDrawn) < 2) continue;
        const turn = Math.atan2(c.y - b.y, c.x - b.x) - Math.atan2(b.y - a.y, b.x - a.x);
        const tallest = Math.max(a.height, b.height, c.height);
        // Letters of unlike heights do not have their centres in a row.
        const allowed = MOST_TURN + Math.abs(a.height + c.height - 2 * b.height) / (2 * tallest);
        if (Math.abs(turn) > allowed) continue;
        for (const one of [i, j, k]) inLine[one] = 1;
        line[rootOf(j)] = rootOf(i);
        line[rootOf(k)] = rootOf(i);
      }
    }
  });
  const members = new Map<number, Letter[]>();
  letters.forEach((letter, k) => {
    if (inLine[k]) members.set(rootOf(k), [...(members.get(rootOf(k)) ?? []), letter]);
  });
  const inHand = letters
    .filter((letter) => letter.isWord)
    .map((letter) => lineOf(withCapitals(letter, letters)));
  return withoutDoubles(
    [...members.values()].map(fromLetterToLetter).filter(isOfLetters).map(lineOf).concat(inHand),
  );
}

/** Whether a piece lies in the box of a larger one. */
function isWithin(piece: Letter, other: Letter): boolean {
  if (other === piece || other.area <= piece.area) return false;
  const across = Math.abs(piece.x - other.x) + piece.width / 2 - other.width / 2;
  const down = Math.abs(piece.y - other.y) + piece.height / 2 - other.height / 2;
  return across <= 1 && down <= 1;
}

/** Whether two or more pieces lie in a piece beside one another: it is the light or shade around them. */
function holdsSeveral(piece: Letter, pieces: readonly Letter[]): boolean {
  const inside = pieces.filter((other) => other.isDrawn && isWithin(other, piece));
  return inside.some((one) =>
    inside.some((other) => Math.abs(one.x - other.x) > (one.width + other.width) / 2),
  );
}

/** Of pieces in one another the letter: the larger one, but where that is a blot around it. */
function withoutNested(pieces: readonly Letter[]): Letter[] {
  const whole = pieces.filter(
    (piece) =>
      !holdsSeveral(piece, pieces) && (piece.isDrawn || !pieces.some((other) => isWithin(other, piece))),
  );
  return whole.filter((piece) => !whole.some((other) => isWithin(piece, other)));
}

/** A word in a running hand with what stands apart before and after it: capitals, mostly. */
function withCapitals(word: Letter, letters: readonly Letter[]): Letter[] {
  const beside = letters.filter((letter) => {
    const gap = Math.abs(letter.x - word.x) - (letter.width + word.width) / 2;
    const apart = Math.abs(letter.y - word.y);
    return (
      letter !== word &&
      letter.isDrawn &&
      letter.lightOnDark === word.lightOnDark &&
      gap > -0.55 * letter.width &&
      gap < 0.5 * word.height &&
      apart < 0.7 * word.height &&
      ratio(letter.stroke, word.stroke) <= END.strokes &&
      ratio(letter.height, word.height) <= HEIGHTS &&
      Math.abs(letter.mean - word.mean) <= END.tones &&
      Math.abs(letter.paper - word.paper) <= END.papers
    );
  });
  return withoutNested([word, ...beside]).sort((a, b) => a.x - b.x);
}

/** What is no letter, or unlike the line’s middle letter, is dropped at the ends of a line; in the middle it is one with broad corners, or joined to another. */
function fromLetterToLetter(pieces: readonly Letter[]): Letter[] {
  const inOrder = withoutNested(pieces).sort((a, b) => a.x - b.x);
  const middle = (of: (letter: Letter) => number) => {
    const values = inOrder.map(of).sort((a, b) => a - b);
    return values[values.length >> 1];
  };
  const [stroke, tone, paper, height] = [
    middle((letter) => letter.stroke),
    middle(({ mean }) => mean),
    middle((letter) => letter.paper),
    middle((letter) => letter.height),
  ];
  const fits = inOrder.map(
    (letter) =>
      letter.isDrawn &&
      ratio(letter.stroke, stroke) <= END.strokes &&
      Math.abs(letter.mean - tone) <= END.tones &&
      Math.abs(letter.paper - paper) <= END.papers &&
      ratio(letter.height, height) <= END.heights,
  );
  return inOrder.slice(fits.indexOf(true), fits.lastIndexOf(true) + 1);
}

function isOfLetters(pieces: readonly Letter[]): boolean {
  const shaped = pieces.filter(({ width, height }) => width > BAR * height);
  const filled = pieces.map(({ area, width, height }) => area / (width * height)).sort((a, b) => a - b);
  if (filled[filled.length >> 1] > MOST_FILLED) return false;
  return pieces.length >= LEAST_LETTERS && shaped.length >= LEAST_SHAPED * pieces.length;
}

function lineOf(letters: Letter[]): LetterLine {
  const heights = letters.map(({ height }) => height).sort((a, b) => a - b);
  return { letters, lightOnDark: letters[0].lightOnDark, height: heights[heights.length >> 1] };
}

const ratio = (a: number, b: number) => Math.max(a, b) / Math.min(a, b);

function areAlike(a: Letter, b: Letter): boolean {
  return (
    a.lightOnDark === b.lightOnDark &&
    ratio(a.height, b.height) <= HEIGHTS &&
    ratio(a.stroke, b.stroke) <= STROKES &&
    Math.abs(a.mean - b.mean) <= TONES &&
    Math.abs(a.paper - b.paper) <= PAPERS
  );
}

/** For each letter those that may come next, the nearest first. */
function rightNeighbours(letters: readonly Letter[]): number[][] {
  const index = new Flatbush(letters.length);
  for (const { x, y, width, height } of letters)
    index.add(x - width / 2, y - height / 2, x + width / 2, y + height / 2);
  index.finish();
  return letters.map((a, i) => {
    const reach = GAP * HEIGHTS * a.height;
    const right = a.x + a.width / 2;
    return index
      .search(a.x, a.y - reach, right + reach, a.y + reach)
      .filter((j) => {
        const b = letters[j];
        if (j === i || !areAlike(a, b)) return false;
        const gap = b.x - b.width / 2 - right;
        const tallest = Math.max(a.height, b.height);
        if (gap > GAP * tallest || b.x <= a.x) return false;
        // One in the other is a counter, or the same piece at another tone.
        if (gap < -0.5 * Math.min(a.width, b.width)) return false;
        const steep = Math.abs(Math.atan2(b.y - a.y, b.x - a.x));
        return steep <= STEEPEST && Math.abs(b.y - a.y) <= 0.9 * tallest;
      })
      .sort((j, k) => letters[j].x - letters[k].x)
      .slice(0, NEIGHBOURS);
  });
}

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** The box of a line's letters. */
export function boxOfLine({ letters }: Pick<LetterLine, 'letters'>): Box {
  return letters.reduce(
    (box, { x, y, width, height }) => ({
      left: Math.min(box.left, x - width / 2),
      right: Math.max(box.right, x + width / 2),
      top: Math.min(box.top, y - height / 2),
      bottom: Math.max(box.bottom, y + height / 2),
    }),
    { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity },
  );
}

/** How good a line is: many letters, large ones, alike in stroke. */
function worth({ letters, height }: LetterLine): number {
  const strokes = letters.map(({ stroke }) => stroke);
  const mean = strokes.reduce((sum, value) => sum + value, 0) / strokes.length;
  const spread = Math.sqrt(strokes.reduce((sum, value) => sum + (value - mean) ** 2, 0) / strokes.length);
  return (letters.length * Math.sqrt(height)) / (1 + 3 * (spread / mean));
}

/** Counters between letters make lines of their own, of the other tone: the better one stays. */
function withoutDoubles(lines: LetterLine[]): LetterLine[] {
  const kept: LetterLine[] = [];
  for (const line of [...lines].sort((a, b) => worth(b) - worth(a))) {
    const box = boxOfLine(line);
    const isCovered = kept.some((other) => {
      const theirs = boxOfLine(other);
      const across = Math.min(box.right, theirs.right) - Math.max(box.left, theirs.left);
      const down = Math.min(box.bottom, theirs.bottom) - Math.max(box.top, theirs.top);
      const smaller = Math.min(
        (box.right - box.left) * (box.bottom - box.top),
        (theirs.right - theirs.left) * (theirs.bottom - theirs.top),
      );
      return across > 0 && down > 0 && across * down > 0.35 * smaller;
    });
    if (!isCovered) kept.push(line);
  }
  return kept;
}
