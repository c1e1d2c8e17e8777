import { DrelkError } from '../../error';
import { type Contour, type Homography, type Segment, mapContour } from '../../geometry';
import type { Anchor } from './anchor';

/** A contour as the hand left it, small: `kinds` has a letter a segment (line, cubic, arc), `places` the start and then what each has. */
export interface HandContour {
  closed: boolean;
  kinds: string;
  /** x, y of the start; of a line x, y; of a cubic its handles and its end; of an arc its bulge and its end. */
  places: number[];
  /** Width of the stroke where it is a single line. */
  pen?: number;
  /** Colour of the plate it belongs to, #rrggbb. */
  plate?: string;
}

/**
 * One thing that the hand did to paths: traced contours no longer count, and others stand instead of them, or by
 * themselves where there are none before. Lengths in source pixels.
 */
export interface HandEdit {
  from: Anchor[];
  contours: HandContour[];
}

/** What the hand did, under whole numbers that rise: a state, whatever the order. */
export type Hand = Record<number, HandEdit>;

/** Numbers that follow each kind's letter. */
const LETTERS: Record<string, { kind: Segment['kind']; count: number }> = {
  l: { kind: 'line', count: 2 },
  c: { kind: 'cubic', count: 6 },
  a: { kind: 'arc', count: 3 },
};
/** Places are kept to this part of a pixel, and bulges to this. */
const PLACES = 1e3;
const BULGES = 1e6;

const rounded = (value: number, parts: number) => Math.round(value * parts) / parts;

/** A contour as the hand keeps it, taken to source pixels by a map. */
export function keptContour(
  contour: Contour,
  toSource: Homography,
  more: Pick<HandContour, 'pen' | 'plate'> = {},
): HandContour {
  const { start, segments, closed } = mapContour(contour, toSource);
  const places = [start.x, start.y].map((value) => rounded(value, PLACES));
  for (const segment of segments) {
    if (segment.kind === 'arc') places.push(rounded(segment.bulge, BULGES));
    if (segment.kind === 'cubic')
      places.push(...[segment.x1, segment.y1, segment.x2, segment.y2].map((value) => rounded(value, PLACES)));
    places.push(rounded(segment.x, PLACES), rounded(segment.y, PLACES));
  }
  return { closed, kinds: segments.map(({ kind }) => kind[0]).join(''), places, ...more };
}

/** The contour that is kept, in source pixels. */
export function contourOf({ closed, kinds, places }: HandContour): Contour {
  let at = 2;
  const segments = [...kinds].map((letter): Segment => {
    const { kind, count } = LETTERS[letter];
    const values = places.slice(at, (at += count));
    const [x, y] = values.slice(-2);
    if (kind === 'line') return { kind, x, y };
    if (kind === 'arc') return { kind, bulge: values[0], x, y };
    return { kind, x1: values[0], y1: values[1], x2: values[2], y2: values[3], x, y };
  });
  return { start: { x: places[0], y: places[1] }, segments, closed };
}

/** Whether a kept contour has as many numbers as its kinds want, and closes where it says so. */
export function isWhole({ closed, kinds, places }: HandContour): boolean {
  const count = [...kinds].reduce((sum, letter) => sum + (LETTERS[letter]?.count ?? NaN), 2);
  const end = places.length - 2;
  return count === places.length && (!closed || (places[end] === places[0] && places[end + 1] === places[1]));
}

/** Numbers that a job's hand may come to: what is more is a drawing of its own. */
export const MOST_KEPT = 500_000;
/** Numbers of an anchor. */
const ANCHOR = 8;

/** How many numbers all of it comes to. */
export const handSize = (hand: Hand): number =>
  Object.values(hand).reduce(
    (sum, { from, contours }) =>
      sum + ANCHOR * from.length + contours.reduce((all, { places }) => all + places.length, 0),
    0,
  );

/** Throws `too-much-by-hand` where a job could not be kept with all of it. */
export function checkHand(hand: Hand): void {
  if (handSize(hand) <= MOST_KEPT) return;
  throw new DrelkError(
    'too-much-by-hand',
    'With this there would be more done by hand than a job keeps.',
    'Change fewer contours at once, or let the trace make fewer nodes first: more tolerance, more smoothness.',
  );
}

/** Colours of plates, with those after them that only the hand uses. */
export function coloursWith(colours: readonly string[], hand: Hand): string[] {
  const own = Object.values(hand).flatMap(({ contours }) => contours.flatMap(({ plate }) => plate ?? []));
  return [...colours, ...new Set(own.filter((colour) => !colours.includes(colour)))];
}

/** Edits with their ids, in the order they were made. */
export const editsInOrder = (hand: Hand): { id: number; edit: HandEdit }[] =>
  Object.keys(hand)
    .map(Number)
    .sort((a, b) => a - b)
    .map((id) => ({ id, edit: hand[id] }));
