import {
  type Contour,
  type ContourChanges,
  type FoundPlaces,
  type PathSet,
  type Point,
  contourAt,
  flatten,
  lookOf,
} from '@drelk/core';

/** Where a finding is on the artwork, and where that lies on the bench. */
export interface Places extends FoundPlaces {
  toBench(at: Point): Point;
}

/** A contour as it would be, in pixels of the bench. */
export interface Ghost {
  points: number[];
  closed: boolean;
}

/** How finely ghosts are followed, in pixels. */
const FLATNESS_PX = 0.03;

/** What changes, on the bench: contours that stay as they are are no part of it, and those that go are all of it. */
export function ghostsOf({ ghost, goes }: ContourChanges, { ground, toBench }: Places): Ghost[] {
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
