import {
  type Contour,
  DrelkError,
  type Finding,
  type Hand,
  type HandGround,
  type HandPart,
  type MendKind,
  type PathSet,
  type Point,
  type Remedy,
  type Reshaping,
  byPlate,
  changeContours,
  closable,
  contourAt,
  contoursHere,
  doublesIn,
  dropContours,
  enlargedTo,
  flatten,
  givenShapes,
  lookOf,
  shapesAround,
  sliversHere,
  standFor,
} from '@drelk/core';
import type { EngineService } from '../../engine/engine.service';

/** Places on the artwork, in pixels of its paths. */
export interface Places {
  ground: HandGround;
  at: Point[];
  sizes: number[];
  least: number;
  pixel: number;
  toBench(at: Point): Point;
}

/** A contour as it would be, in pixels of the bench. */
export interface Ghost {
  points: number[];
  closed: boolean;
}

/** Numbers of the contours that change, what they become, or that they go, and the act of the hand that does it. */
export interface Changes {
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
/** How finely ghosts are followed, in pixels. */
const FLATNESS_PX = 0.03;

/** What becomes of which contours; `isTaken` where the tool works inside of them. Throws where it would be of none. */
export async function changesOf(
  engine: EngineService,
  kind: Finding['kind'],
  { act }: Remedy,
  { ground, at, sizes, least, pixel }: Places,
  isTaken: boolean,
): Promise<Changes> {
  const { paths } = ground;
  const how = MENDED[act];
  if (how) {
    const numbers = shapesAround(paths, at, NEAR * least);
    const mend = { how, at, least, isTaken };
    return reshaped(engine, ground, numbers, { how: 'mended', mend, within: WITHIN / pixel });
  }
  if (act === 'refit') {
    const numbers = Array.from(paths.ids.keys());
    return reshaped(engine, ground, numbers, { how: 'fewer nodes', within: WITHIN / pixel });
  }
  if (act === 'unite') {
    const numbers = shapesAround(paths, at, 0);
    if (numbers.length === 0) throw nothing();
    const shapes = givenShapes(paths, numbers).map(({ contours }) => contours);
    const { contours } = await engine.ask('combined', { how: 'unite', shapes });
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
    if (changed.length === 0) throw nothing();
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
  if (numbers.length === 0) throw nothing();
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

async function reshaped(
  engine: EngineService,
  ground: HandGround,
  numbers: number[],
  what: Reshaping,
): Promise<Changes> {
  if (numbers.length === 0) throw nothing();
  const groups = await Promise.all(
    byPlate(ground.paths, numbers).map(async (own) => ({
      own,
      ...(await engine.ask('reshaped', { shapes: givenShapes(ground.paths, own), what })),
    })),
  );
  return {
    numbers,
    ghost: groups.flatMap(({ made }) => made.map(({ contour }) => contour)),
    does: (hand: Hand, on: HandGround) => groups.flatMap(({ own, made }) => standFor(hand, on, own, made)),
  };
}

/** What changes, on the bench: contours that stay as they are are no part of it, and those that go are all of it. */
export function ghostsOf({ ghost, goes }: Changes, { ground, toBench }: Places): Ghost[] {
  const before = new Set(goes ? [] : contoursIn(ground.paths).map(lookOf));
  return ghost.filter((contour) => !before.has(lookOf(contour))).map((contour) => ghostOf(contour, toBench));
}

const contoursIn = (paths: PathSet): Contour[] =>
  Array.from(paths.ids.keys()).map((k) => contourAt(paths, k));

/** A contour as a ghost on the bench. */
export const ghostOf = (contour: Contour, toBench: (at: Point) => Point): Ghost => {
  const flat = flatten(contour, FLATNESS_PX);
  const points = Array.from({ length: flat.length / 2 }, (_, k) =>
    toBench({ x: flat[2 * k], y: flat[2 * k + 1] }),
  );
  return { points: points.flatMap(({ x, y }) => [x, y]), closed: contour.closed };
};

export const nothing = () =>
  new DrelkError(
    'nothing-found',
    'Nothing of the artwork lies there that could be mended so.',
    'What lies on other items has to be changed there.',
  );
