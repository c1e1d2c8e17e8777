import {
  type Contour,
  type Point,
  distanceToChords,
  indexChords,
  isInside,
  placesAlong,
  signedArea,
  subtracted,
} from '../geometry';
import { type Cut, isLoop } from '../machine';
import { placeWithin } from './place-within';

/** Work on the surface that runs over the edge of what is cut out: how far, in millimetres. */
export interface OverEdge {
  at: Point;
  far: number;
  /** It is along lines alone, which may run out. */
  isLine: boolean;
}

const FLATNESS_MM = 0.02;
/** Less than this is not over the edge, in mm² and mm. */
const LEAST_AREA = 0.05;
const LEAST_FAR = 0.05;
/** So many places along a line are looked at. */
const LOOKED_AT = 24;

/** Work on the surface, each a set of contours, that runs over the edges of parts; nothing where no part is cut out. */
export function overEdges(surface: readonly (readonly Contour[])[], cuts: readonly Cut[]): OverEdge[] {
  const parts = cuts.filter((cut) => isLoop(cut) && cut.depth === 0).map(({ contour }) => contour);
  if (parts.length === 0 || surface.length === 0) return [];
  const rims = indexChords(parts, FLATNESS_MM);
  const from = ({ x, y }: Point) => distanceToChords(rims, x, y, 1);
  return surface.flatMap((contours): OverEdge[] => {
    const areas = contours.filter(({ closed }) => closed);
    const lines = contours.filter(({ closed }) => !closed);
    const outside = subtracted(areas, parts, FLATNESS_MM).filter(
      (piece) => Math.abs(signedArea(piece)) > LEAST_AREA,
    );
    const places = [
      ...outside.flatMap(({ segments }) => segments.map(({ x, y }) => ({ x, y }))),
      ...lines
        .flatMap((line) => placesAlong(line, LOOKED_AT))
        .filter((place) => !parts.some((part) => isInside([part], place))),
    ];
    const far = places.reduce((most, place) => Math.max(most, from(place)), 0);
    if (far < LEAST_FAR) return [];
    const at = outside.length > 0 ? placeWithin([outside[0]]) : places[0];
    return [{ at, far, isLine: outside.length === 0 }];
  });
}
