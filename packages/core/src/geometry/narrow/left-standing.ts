import { intersected, offset, subtracted } from '../measured/areas';
import type { Contour, Point } from '../contour';
import { indexChords } from '../near/distance';
import { boxOf } from '../measured/measure';
import { nearestPlace } from '../near/nearest';
import { nestContours } from '../measured/nest';
import { placeContour } from '../maps/transform';
import { isInside } from '../measured/winding';

/** Areas are worked on so large that the radius is so many units, followed so closely. */
const LARGE = 200;
const FLATNESS_UNITS = 0.2;
/** Around a corner so many times the radius is looked at. */
const AROUND = 6;
/** What is left is of the corner where it comes as near to it as this share of the radius. */
const NEAR = 0.1;

/**
 * What a disc of a radius leaves in the corner at a place, working outside of areas, or with `isTaken` inside of them: the region there less
 * its opening by the disc (erosion and dilation; Serra, Image Analysis and Mathematical Morphology, 1982, chapter II).
 */
export function leftStanding(
  contours: readonly Contour[],
  place: Point,
  radius: number,
  isTaken: boolean,
): Contour[] {
  const scale = LARGE / radius;
  const reach = AROUND * LARGE;
  const far = reach / scale;
  const own = contours
    .filter((contour) => {
      const box = boxOf([contour]);
      return (
        box &&
        Math.max(box.left - place.x, place.x - box.right, box.top - place.y, place.y - box.bottom) < far
      );
    })
    .map((contour) => placeContour(contour, { scale, x: -place.x * scale, y: -place.y * scale }));
  const window = square(reach);
  const covered = intersected(own, [window], FLATNESS_UNITS);
  const worked = isTaken ? covered : subtracted([window], covered, FLATNESS_UNITS);
  const left = subtracted(worked, opened(worked, LARGE), FLATNESS_UNITS);
  // What reaches out of what is looked at is narrower than the disc all along, and no corner.
  return atOrigin(left, NEAR * LARGE)
    .filter(([outer]) => !reachesOut(outer, 0.99 * reach))
    .flat()
    .map((contour) => placeContour(contour, { scale: 1 / scale, x: place.x, y: place.y }));
}

const square = (half: number): Contour => ({
  start: { x: -half, y: -half },
  segments: [
    { kind: 'line', x: -half, y: half },
    { kind: 'line', x: half, y: half },
    { kind: 'line', x: half, y: -half },
    { kind: 'line', x: -half, y: -half },
  ],
  closed: true,
});

function reachesOut(contour: Contour, reach: number): boolean {
  const box = boxOf([contour]);
  return !box || Math.max(-box.left, -box.top, box.right, box.bottom) > reach;
}

const ORIGIN = { x: 0, y: 0 };

/** What of a region a disc gets into. */
const opened = (region: readonly Contour[], radius: number): Contour[] =>
  offset(offset(region, -radius, 'round', FLATNESS_UNITS), radius, 'round', FLATNESS_UNITS);

/** The pieces of an area that the origin lies in, or all but. */
function atOrigin(area: readonly Contour[], within: number): Contour[][] {
  return nestContours(area, 1)
    .map(({ outer, holes }) => [outer, ...holes])
    .filter(
      (piece) => isInside(piece, ORIGIN) || nearestPlace(indexChords(piece, 1), ORIGIN, within) !== undefined,
    );
}
