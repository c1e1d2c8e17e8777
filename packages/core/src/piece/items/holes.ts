import { DrelkError } from '../../error';
import { type Contour, circleContour, combineAreas, formContour, placeContour } from '../../geometry';
import { type HolesItem, MOST_HOLES } from '../settings';

/** A keyhole's neck is so wide as a share of its head. */
const NECK = 0.5;

/** The holes of an item about its middle; `across` is how wide what they lie on is, where it is known. Throws `bad-figure`. */
export function holeContours(item: HolesItem, across: number | undefined): Contour[] {
  const hole = holeContour(item);
  return placesOf(item, across).map(({ x, y }) => placeContour(hole, { scale: 1, x, y }));
}

function holeContour({ form, width, length }: HolesItem): Contour {
  if (!(width > 0)) throw wrong('A hole has to be wider than nought.', 'Type a width greater than nought.');
  if (form === 'round') return circleContour({ x: 0, y: 0 }, width / 2);
  if (length <= width)
    throw wrong(`A ${form} has to be longer than it is wide.`, 'Type a greater length, or a lesser width.');
  if (form === 'slot')
    return formContour({
      kind: 'slot',
      x: 0,
      y: 0,
      width: length,
      height: width,
      radius: 0,
      sides: 0,
      turn: 0,
    });
  // The head below, the neck above it, so that what hangs slides down onto the narrow part.
  const head = circleContour({ x: 0, y: (length - width) / 2 }, width / 2);
  const neck = formContour({
    kind: 'slot',
    x: 0,
    y: -length / 2 + (length - width / 2) / 2,
    width: length - width / 2,
    height: NECK * width,
    radius: 0,
    sides: 0,
    turn: Math.PI / 2,
  });
  const [whole] = combineAreas('unite', [head, neck]);
  return whole;
}

function placesOf({ pattern }: HolesItem, across: number | undefined): { x: number; y: number }[] {
  if (pattern.kind === 'one') return [{ x: 0, y: 0 }];
  if (pattern.kind === 'sides') {
    if (across === undefined)
      throw wrong(
        'These holes lie on nothing that has sides.',
        'Say what they lie on, or take a row of holes.',
      );
    if (pattern.from >= across / 2)
      throw wrong('The holes would lie beyond the middle.', 'Type a lesser distance from the sides.');
    const x = across / 2 - pattern.from;
    return [
      { x: -x, y: 0 },
      { x, y: 0 },
    ];
  }
  const { count } = pattern;
  if (!(Number.isInteger(count) && count >= 1 && count <= MOST_HOLES))
    throw wrong(
      `“${count}” is not how many holes there may be.`,
      `Give a whole number from 1 to ${MOST_HOLES}.`,
    );
  if (pattern.kind === 'row')
    return Array.from({ length: count }, (_, k) => {
      const along = (k - (count - 1) / 2) * pattern.step;
      return pattern.along === 'across' ? { x: along, y: 0 } : { x: 0, y: along };
    });
  return Array.from({ length: count }, (_, k) => {
    const angle = (2 * Math.PI * k) / count;
    return { x: (pattern.diameter / 2) * Math.sin(angle), y: (-pattern.diameter / 2) * Math.cos(angle) };
  });
}

const wrong = (message: string, hint: string) => new DrelkError('bad-figure', message, hint);
