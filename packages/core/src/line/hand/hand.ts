import { DrelkError } from '../../error';
import type { KeptContour } from '../../geometry';
import type { Anchor } from './anchor';

/** A contour as the hand left it. */
export interface HandContour extends KeptContour {
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
