import { DrelkError } from '../../error';
import { type Contour, type Point, contourAt } from '../../geometry';
import {
  type GivenShape,
  type Hand,
  type HandGround,
  type HandPart,
  type MadeContour,
  type MendKind,
  type Reshaping,
  byPlate,
  changeContours,
  closable,
  contoursHere,
  doublesIn,
  dropContours,
  enlargedTo,
  givenShapes,
  shapesAround,
  sliversHere,
  standFor,
} from '../../line';
import type { Finding, Remedy } from '../../prove';

/** What takes long of it, wherever it is worked out. */
export interface ShapeWork {
  united(shapes: Contour[][]): Promise<Contour[]>;
  reshaped(shapes: GivenShape[], what: Reshaping): Promise<MadeContour[]>;
}

/** Places on the artwork, in pixels of its paths. */
export interface FoundPlaces {
  ground: HandGround;
  at: Point[];
  sizes: number[];
  least: number;
  pixel: number;
}

/** Numbers of the contours that change, what they become, or that they go, and the act of the hand that does it. */
export interface ContourChanges {
  numbers: number[];
  ghost: Contour[];
  goes?: boolean;
  does(hand: Hand, on: HandGround): HandPart[];
}

const MENDED: Partial<Record<Remedy['act'], MendKind>> = {
  thicken: 'thickened',
  open: 'opened',
  relieve: 'relieved',
  round: 'rounded',
};
/** How far fitted curves may be off, and how far apart ends are that are joined, in millimetres. */
const WITHIN = 0.05;
const JOINED = 2;
/** Shapes as near to a place as so many times the least are mended with it. */
const NEAR = 2;

/** What becomes of which contours; `isTaken` where the tool works inside of them. Throws where it would be of none. */
export async function changesOf(
  work: ShapeWork,
  kind: Finding['kind'],
  { act }: Remedy,
  { ground, at, sizes, least, pixel }: FoundPlaces,
  isTaken: boolean,
): Promise<ContourChanges> {
  const { paths } = ground;
  const how = MENDED[act];
  if (how) {
    const numbers = shapesAround(paths, at, NEAR * least);
    const mend = { how, at, least, isTaken };
    return reshapedGround(work, ground, numbers, { how: 'mended', mend, within: WITHIN / pixel });
  }
  if (act === 'refit') {
    const numbers = Array.from(paths.ids.keys());
    return reshapedGround(work, ground, numbers, { how: 'fewer nodes', within: WITHIN / pixel });
  }
  if (act === 'unite') {
    const numbers = shapesAround(paths, at, 0);
    if (numbers.length === 0) throw nothingThere();
    const shapes = givenShapes(paths, numbers).map(({ contours }) => contours);
    const contours = await work.united(shapes);
    const made = contours.map((contour) => ({ contour }));
    return { numbers, ghost: contours, does: (hand, on) => standFor(hand, on, numbers, made) };
  }
  if (act === 'enlarge' || act === 'close') {
    const changed =
      act === 'close'
        ? closable(paths, JOINED / pixel)
        : contoursHere(paths, at, sizes, least).map((number) => ({
            number,
            contour: enlargedTo(contourAt(paths, number), least),
          }));
    if (changed.length === 0) throw nothingThere();
    return {
      numbers: changed.map(({ number }) => number),
      ghost: changed.map(({ contour }) => contour),
      does: (hand, on) => changeContours(hand, on, changed),
    };
  }
  const numbers =
    act === 'drop-doubles'
      ? doublesIn(paths)
      : kind === 'sliver'
        ? sliversHere(paths, at, sizes, least)
        : contoursHere(paths, at, sizes, least);
  if (numbers.length === 0) throw nothingThere();
  return {
    numbers,
    ghost: numbers.map((k) => contourAt(paths, k)),
    goes: true,
    does: (hand, on) => {
      dropContours(hand, on, numbers);
      return [];
    },
  };
}

async function reshapedGround(
  work: ShapeWork,
  ground: HandGround,
  numbers: number[],
  what: Reshaping,
): Promise<ContourChanges> {
  if (numbers.length === 0) throw nothingThere();
  const groups = await Promise.all(
    byPlate(ground.paths, numbers).map(async (own) => ({
      own,
      made: await work.reshaped(givenShapes(ground.paths, own), what),
    })),
  );
  return {
    numbers,
    ghost: groups.flatMap(({ made }) => made.map(({ contour }) => contour)),
    does: (hand: Hand, on: HandGround) => groups.flatMap(({ own, made }) => standFor(hand, on, own, made)),
  };
}

export const nothingThere = () =>
  new DrelkError(
    'nothing-found',
    'Nothing of the artwork lies there that could be mended so.',
    'What lies on other items has to be changed there.',
  );
