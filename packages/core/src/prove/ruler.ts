import {
  type Contour,
  type Point,
  type NarrowPlace,
  alongOf,
  centredArc,
  gapBetween,
  indexRims,
  narrowPlaces,
  nestContours,
  nearestAlong,
  norm,
  onAt,
  placeOn,
  startOf,
} from '../geometry';
import type { CutGround } from './cut-ground';

/** What lies between two places: straight, across, down, and the angle up from level, in degrees. In the places' unit. */
export interface Between {
  length: number;
  across: number;
  down: number;
  degrees: number;
}

export function measuredBetween(a: Point, b: Point): Between {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  // Above level is positive, y pointing down; between -90 and 90, whichever end was first.
  const angle = dx === 0 && dy === 0 ? 0 : (Math.atan2(-dy, dx) * 180) / Math.PI;
  const degrees = angle > 90 ? angle - 180 : angle <= -90 ? angle + 180 : angle;
  return { length: norm(dx, dy), across: Math.abs(dx), down: Math.abs(dy), degrees };
}

/** The radius of the arc that a contour has where it is nearest to a place; undefined where it is none. */
export function radiusAt(contour: Contour, place: Point): number | undefined {
  const along = alongOf(contour);
  const { segment } = onAt(along, nearestAlong(along, place));
  const own = contour.segments[segment];
  return own.kind === 'arc' && own.bulge !== 0
    ? centredArc(startOf(contour, segment), own).radius
    : undefined;
}

/** Lines whose directions differ by less than this, in degrees, are parallel. */
const PARALLEL = 0.5;

/** How two straight edges lie to each other: so far apart where they are parallel, or meeting at an angle of up to 90 degrees. */
export type EdgesBetween = { apart: number } | { degrees: number };

/** The direction of the straight edge that a contour has where it is nearest to a place; undefined where it is a curve. */
export function edgeAt(contour: Contour, place: Point): Point | undefined {
  const along = alongOf(contour);
  const { segment } = onAt(along, Math.min(nearestAlong(along, place), along.length * (1 - 1e-9)));
  const [from, to] = [startOf(contour, segment), contour.segments[segment]];
  const length = norm(to.x - from.x, to.y - from.y);
  return to.kind === 'line' && length > 0
    ? { x: (to.x - from.x) / length, y: (to.y - from.y) / length }
    : undefined;
}

/** How the edges through two places lie to each other, by their directions of length 1. */
export function betweenEdges(a: Point, way: Point, b: Point, other: Point): EdgesBetween {
  const cross = way.x * other.y - way.y * other.x;
  const degrees = (Math.asin(Math.min(1, Math.abs(cross))) * 180) / Math.PI;
  return degrees < PARALLEL ? { apart: Math.abs(way.x * (b.y - a.y) - way.y * (b.x - a.x)) } : { degrees };
}

/** The foot of the perpendicular from a place on a line, which goes through another. */
export function footOn(line: Point, way: Point, place: Point): Point {
  const along = way.x * (place.x - line.x) + way.y * (place.y - line.y);
  return { x: line.x + along * way.x, y: line.y + along * way.y };
}

/** A narrow place: how wide, its middle, and the places on either side that it is between, in millimetres. */
export interface Narrowest {
  width: number;
  at: Point;
  from: Point;
  to: Point;
}

/** It is looked for at a width first, at twice that where nothing is as narrow, and so on, so often at most. */
const FIRST = 1;
const DOUBLED = 6;
/** From one contour to the other and back so often, which settles where they are nearest. */
const SETTLED = 4;
/** Curves are followed so closely before that, in millimetres. */
const FLATNESS_MM = 0.002;

/** Where the material that is left between cuts is narrowest; undefined where it is nowhere narrower than 64 mm. */
export function narrowestOf(grounds: readonly Pick<CutGround, 'rims' | 'contours'>[]): Narrowest | undefined {
  for (let k = 0, width = FIRST; k <= DOUBLED; k++, width *= 2) {
    const found = grounds
      .flatMap(({ rims, contours }) => narrowPlaces(rims, width).map((place) => settled(place, contours)))
      .sort((a, b) => a.width - b.width);
    if (found.length > 0) return found[0];
  }
  return undefined;
}

/** Where a shape is narrowest, by its contours, in millimetres. */
export function narrowestIn(contours: readonly Contour[]): Narrowest | undefined {
  const closed = contours.filter((contour) => contour.closed);
  const sorted = nestContours(closed, FLATNESS_MM).flatMap(({ outer, holes }) => [outer, ...holes]);
  return narrowestOf([{ contours: sorted, rims: indexRims(sorted) }]);
}

/** Where two shapes are nearest to each other, by their contours; of no width where they cross. */
export function gapBetweenShapes(one: readonly Contour[], other: readonly Contour[]): Narrowest | undefined {
  const gaps = one.flatMap((a, k) =>
    other.map((b, n) => {
      const { distance, from, to } = gapBetween(a, b, FLATNESS_MM);
      return { width: distance, from, to, a: k, b: one.length + n };
    }),
  );
  const [nearest] = gaps.sort((a, b) => a.width - b.width);
  if (!nearest) return undefined;
  const { width, from, to } = nearest;
  return width === 0 ? { width, from, to, at: from } : settled(nearest, [...one, ...other]);
}

/** A narrow place between two contours, on their curves themselves and not on chords of them. */
function settled(
  { width, from, to, a, b }: Omit<NarrowPlace, 'length' | 'middles'>,
  contours: readonly Contour[],
): Narrowest {
  let [p, q] = [from, to];
  if (a !== b) {
    const [one, other] = [alongOf(contours[a]), alongOf(contours[b])];
    for (let k = 0; k < SETTLED; k++) {
      p = placeOn(one.contour, onAt(one, nearestAlong(one, q)));
      q = placeOn(other.contour, onAt(other, nearestAlong(other, p)));
    }
  }
  const exact = a === b ? width : norm(p.x - q.x, p.y - q.y);
  return { width: exact, from: p, to: q, at: { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 } };
}
