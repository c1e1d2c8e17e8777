import { DrelkError } from '../../error';
import {
  type Combining,
  type Contour,
  type PathSet,
  combineAreas,
  contourAt,
  keptContour,
  localScale,
  signedArea,
} from '../../geometry';
import { type HandGround, type HandPart, anchorsOf, nextId, partsOf, takenFrom } from './acts';
import type { Hand } from './hand';

/** Contours of a set by the shapes they are of. */
export function shapesOf(paths: PathSet, numbers: readonly number[]): Contour[][] {
  const shapes = new Map<number, Contour[]>();
  for (const k of numbers)
    shapes.set(paths.shapes[k], [...(shapes.get(paths.shapes[k]) ?? []), contourAt(paths, k)]);
  return [...shapes.values()];
}

/**
 * Shapes as one: united, all others taken away from the largest, or what all have in common. Throws `nothing-left` where
 * nothing would be.
 */
export function combinedShapes(how: Combining, shapes: readonly Contour[][]): Contour[] {
  const [first, ...others] = [...shapes].sort((a, b) => areaOf(b) - areaOf(a));
  const result =
    how === 'keep common'
      ? others.reduce((sofar, other) => combineAreas(how, sofar, other), combineAreas('unite', first))
      : combineAreas(how, first, others.flat());
  if (result.length > 0) return result;
  throw new DrelkError(
    'nothing-left',
    'Nothing would be left of these shapes.',
    how === 'keep common' ? 'They have nothing in common.' : 'The others cover all of the largest.',
  );
}

const areaOf = (contours: readonly Contour[]): number =>
  contours.reduce((sum, contour) => sum + signedArea(contour), 0);

/** Contours stand for others and for everything those were made from, in their plate. In place; what they are from then on. */
export function standFor(
  hand: Hand,
  ground: HandGround,
  numbers: readonly number[],
  made: readonly { contour: Contour; pen?: number }[],
): HandPart[] {
  const { paths, toSource, colours } = ground;
  const from = [...anchorsOf(ground, numbers), ...takenFrom(hand, ground, numbers)];
  const plate = numbers.map((k) => paths.plates[k]).find((one) => one >= 0);
  const id = nextId(hand);
  hand[id] = {
    from,
    contours: made.map(({ contour, pen }) =>
      keptContour(contour, toSource, {
        ...(pen === undefined ? {} : { pen: pen * localScale(toSource, contour.start) }),
        ...(plate === undefined ? {} : { plate: colours[plate] }),
      }),
    ),
  };
  return partsOf(id, made.length);
}
