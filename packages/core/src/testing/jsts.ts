import InteriorPointArea from 'jsts/org/locationtech/jts/algorithm/InteriorPointArea.js';
import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js';
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js';
import BufferOp from 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js';
import OverlayOp from 'jsts/org/locationtech/jts/operation/overlay/OverlayOp.js';
import SnapIfNeededOverlayOp from 'jsts/org/locationtech/jts/operation/overlay/snap/SnapIfNeededOverlayOp.js';
import type { Geometry, Polygon } from 'jsts-types';
import { type Contour, type Point, flatten, signedArea } from '../geometry';

/** A polygon library of which nothing is used but in tests: the JTS Topology Suite, in JavaScript. */
export type Region = Geometry;

const factory = new GeometryFactory();
const ROUND = 16;

const coordinates = (places: readonly Point[]) => places.map(({ x, y }) => new Coordinate(x, y));

/** The area within a closed row of places. */
export const areaWithin = (places: readonly Point[]): Region =>
  factory.createPolygon(factory.createLinearRing(coordinates([...places, places[0]])));

const lineThrough = (places: readonly Point[]): Region => factory.createLineString(coordinates(places));

/** What a round tool so wide takes along an open line. */
export const alongLine = (places: readonly Point[], width: number): Region =>
  BufferOp.bufferOp(lineThrough(places), width / 2, ROUND);

export const grown = (region: Region, by: number): Region => BufferOp.bufferOp(region, by, ROUND);

/** What a round tool so wide takes with its middle half of that beside the rim of an area: outside of it, or inside. */
export function besideRim(area: Region, width: number, isOutside: boolean): Region {
  const way = grown(area, isOutside ? width / 2 : -width / 2);
  const rims = polygonsOf(way).flatMap((polygon) => [
    polygon.getExteriorRing(),
    ...Array.from({ length: polygon.getNumInteriorRing() }, (_, k) => polygon.getInteriorRingN(k)),
  ]);
  return together(rims.map((rim) => grown(rim, width / 2)));
}

/** Where its numbers lie too close to each other the library gives up; moved by nothing that counts it does not. */
const ASIDE = 2e-6;
function overlaid(a: Region, b: Region, operation: number): Region {
  try {
    return SnapIfNeededOverlayOp.overlayOp(a, b, operation);
  } catch {
    return SnapIfNeededOverlayOp.overlayOp(grown(a, ASIDE), grown(b, 3 * ASIDE), operation);
  }
}

export const minus = (a: Region, b: Region): Region => overlaid(a, b, OverlayOp.DIFFERENCE);
export const common = (a: Region, b: Region): Region => overlaid(a, b, OverlayOp.INTERSECTION);
export const together = (all: readonly Region[]): Region =>
  all.reduce(
    (sum, one) => overlaid(sum, one, OverlayOp.UNION),
    factory.createGeometryCollection([]) as Region,
  );

/** What an odd number of regions cover. */
export const evenOdd = (all: readonly Region[]): Region =>
  all.reduce(
    (sum, one) => overlaid(sum, one, OverlayOp.SYMDIFFERENCE),
    factory.createGeometryCollection([]) as Region,
  );

/** The polygons that a region is of. */
export const polygonsOf = (region: Region): Polygon[] =>
  Array.from({ length: region.getNumGeometries() }, (_, k) => region.getGeometryN(k) as Polygon).filter(
    (one) => !one.isEmpty() && one.getArea() > 0,
  );

/** Whether a place lies in a region. */
export const holds = (region: Region, { x, y }: Point): boolean =>
  !common(region, factory.createPoint(new Coordinate(x, y))).isEmpty();

/** A place within a region. */
export function placeIn(region: Region): Point {
  const { x, y } = InteriorPointArea.getInteriorPoint(region);
  return { x, y };
}

/** What closed contours cover: outer ones go around it one way, holes the other. */
export function regionOf(contours: readonly Contour[], flat: number): Region {
  const placesOf = (contour: Contour): Point[] => {
    const flattened = flatten(contour, flat);
    return Array.from({ length: flattened.length / 2 }, (_, k) => ({
      x: flattened[2 * k],
      y: flattened[2 * k + 1],
    }));
  };
  const [outer, holes] = [true, false].map((isOuter) =>
    contours
      .filter((contour) => signedArea(contour) > 0 === isOuter)
      .map((contour) => areaWithin(placesOf(contour))),
  );
  return minus(inTurn(outer), inTurn(holes));
}

/** Unites neighbours first, so that no union is of one large and one small. */
export function inTurn(regions: readonly Region[]): Region {
  if (regions.length <= 2) return together(regions);
  const middle = regions.length >> 1;
  return together([inTurn(regions.slice(0, middle)), inTurn(regions.slice(middle))]);
}
