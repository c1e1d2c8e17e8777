import {
  type Contour,
  type Point,
  type NarrowPlace,
  alongOf,
  centredArc,
  narrowPlaces,
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

/** The narrowest place of material: how wide, and its middle, in millimetres. */
export interface Narrowest {
  width: number;
  at: Point;
}

/** It is looked for at a width first, at twice that where nothing is as narrow, and so on, so often at most. */
const FIRST = 1;
const DOUBLED = 6;
/** From one contour to the other and back so often, which settles where they are nearest. */
const SETTLED = 4;

/** Where the material that is left between cuts is narrowest; undefined where it is nowhere narrower than 64 mm. */
export function narrowestOf(grounds: readonly CutGround[]): Narrowest | undefined {
  for (let k = 0, width = FIRST; k <= DOUBLED; k++, width *= 2) {
    const found = grounds
      .flatMap(({ rims, contours }) => narrowPlaces(rims, width).map((place) => settled(place, contours)))
      .sort((a, b) => a.width - b.width);
    if (found.length > 0) return found[0];
  }
  return undefined;
}

/** A narrow place between two contours, on their curves themselves and not on chords of them. */
function settled({ width, from, to, a, b }: NarrowPlace, contours: readonly Contour[]): Narrowest {
  let [p, q] = [from, to];
  if (a !== b) {
    const [one, other] = [alongOf(contours[a]), alongOf(contours[b])];
    for (let k = 0; k < SETTLED; k++) {
      p = placeOn(one.contour, onAt(one, nearestAlong(one, q)));
      q = placeOn(other.contour, onAt(other, nearestAlong(other, p)));
    }
  }
  const exact = a === b ? width : norm(p.x - q.x, p.y - q.y);
  return { width: exact, at: { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 } };
}
