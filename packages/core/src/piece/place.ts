import { DrelkError } from '../error';
import {
  type Affine,
  type Box,
  type Contour,
  type Point,
  type Shape,
  UNMOVED,
  affineAfter,
  affineContour,
  affinePoint,
  affineScale,
  boxOfPoints,
  reverseContour,
} from '../geometry';
import { type BoxPlace, type ItemPlace, type ItemSettings, artworksIn, madeFrom } from './settings';

/** The place of a box: its left, middle or right, and its top, middle or bottom. */
export const anchorOf = (
  { left, top, right, bottom }: Box,
  [across, down]: readonly [BoxPlace, BoxPlace],
): Point => ({
  x: (left + right) / 2 + (across * (right - left)) / 2,
  y: (top + bottom) / 2 + (down * (bottom - top)) / 2,
});

const moved = (x: number, y: number): Affine => [1, 0, 0, 1, x, y];

/** A turn about the origin, clockwise on screen. */
export function turnedBy(degrees: number): Affine {
  // Quarter turns are exact.
  const quarter = ((degrees % 360) + 360) % 360;
  const exact: Record<number, [number, number]> = { 0: [1, 0], 90: [0, 1], 180: [-1, 0], 270: [0, -1] };
  const angle = (degrees * Math.PI) / 180;
  const [c, s] = exact[quarter] ?? [Math.cos(angle), Math.sin(angle)];
  return [c, s, -s, c, 0, 0];
}

/** Left becomes right. */
export const MIRROR: Affine = [-1, 0, 0, 1, 0, 0];

/**
 * The map that takes an item to its place: mirrored and turned first, then the box that it has so, which `boxOf` tells, laid on that
 * of what it lies on, or on the origin.
 */
export function placeOf(
  place: ItemPlace,
  boxOf: (map: Affine) => Box | undefined,
  on: Box | undefined,
): Affine {
  const turned = affineAfter(turnedBy(place.turn), place.mirrored ? MIRROR : UNMOVED);
  const box = boxOf(turned);
  const own = box ? anchorOf(box, place.own) : { x: 0, y: 0 };
  const theirs = on ? anchorOf(on, place.theirs) : { x: 0, y: 0 };
  return affineAfter(moved(theirs.x + place.x - own.x, theirs.y + place.y - own.y), turned);
}

/** A shape taken elsewhere by a map; outer contours still run the way they do, also where it mirrors. */
export function mappedShape({ outer, holes, pen, ...more }: Shape, map: Affine): Shape {
  const isMirroring = map[0] * map[3] - map[1] * map[2] < 0;
  const taken = (contour: Contour): Contour => {
    const there = affineContour(contour, map);
    return isMirroring && there.closed ? reverseContour(there) : there;
  };
  return {
    ...more,
    outer: taken(outer),
    holes: holes.map(taken),
    ...(pen === undefined ? {} : { pen: pen * affineScale(map) }),
  };
}

/** The box around boxes, of which there is at least one. */
export const boxAroundAll = (boxes: readonly Box[]): Box =>
  boxes.reduce((all, box) => ({
    left: Math.min(all.left, box.left),
    top: Math.min(all.top, box.top),
    right: Math.max(all.right, box.right),
    bottom: Math.max(all.bottom, box.bottom),
  }));

/** The box around a box that is taken elsewhere. */
export function mappedBox({ left, top, right, bottom }: Box, map: Affine): Box {
  const corners = [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ].map((corner) => affinePoint(map, corner));
  return boxOfPoints(Float64Array.from(corners.flatMap(({ x, y }) => [x, y])));
}

/** Ids of items so that each comes after those it is made from. Throws `bad-place` where they go round in a circle. */
export function inTurn(items: Record<number, ItemSettings>): number[] {
  const artworks = artworksIn(items);
  const done = new Set<number>();
  const open = new Set<number>();
  const visit = (id: number): void => {
    if (done.has(id) || !(id in items)) return;
    if (open.has(id))
      throw new DrelkError(
        'bad-place',
        `“${items[id].name}” would lie on itself.`,
        'Lay it on something that does not hang on it.',
      );
    open.add(id);
    madeFrom(items[id], artworks).forEach(visit);
    open.delete(id);
    done.add(id);
  };
  Object.keys(items).map(Number).forEach(visit);
  return [...done];
}
