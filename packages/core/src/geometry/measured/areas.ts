import {
  type ClipType,
  ClipType as Clip,
  EndType,
  FillRule,
  JoinType,
  type PathsD,
  booleanOpD,
  inflatePathsD,
} from 'clipper2-ts';
import type { Contour } from '../contour';
import { flatten } from '../flatten';

/** How finely curves are followed, and how finely the library counts: decimals of the unit. */
const FLATNESS_UNITS = 0.01;
const DECIMALS = 4;

/** How an offset goes around corners. */
export type OffsetCorners = 'round' | 'sharp' | 'bevelled';
const JOINS: Record<OffsetCorners, JoinType> = {
  round: JoinType.Round,
  sharp: JoinType.Miter,
  bevelled: JoinType.Bevel,
};
/** A sharp corner reaches at most this many offsets far. */
const MITER = 4;

/** Areas that either of two sets of closed contours covers. */
export const united = (a: readonly Contour[], b: readonly Contour[] = [], flat = FLATNESS_UNITS): Contour[] =>
  combined(Clip.Union, a, b, flat);
/** Areas of the first that the second does not cover. */
export const subtracted = (a: readonly Contour[], b: readonly Contour[], flat = FLATNESS_UNITS): Contour[] =>
  combined(Clip.Difference, a, b, flat);
/** Areas that both cover. */
export const intersected = (a: readonly Contour[], b: readonly Contour[], flat = FLATNESS_UNITS): Contour[] =>
  combined(Clip.Intersection, a, b, flat);

/** Areas grown by a distance, or shrunk by a negative one; curves come back as straight pieces within `flat`. */
export function offset(
  areas: readonly Contour[],
  distance: number,
  corners: OffsetCorners = 'round',
  flat = FLATNESS_UNITS,
): Contour[] {
  const whole = union(pathsOf(areas, flat), FillRule.EvenOdd);
  return contoursFrom(inflatePathsD(whole, distance, JOINS[corners], EndType.Polygon, MITER, DECIMALS, flat));
}

/** The area that a round pen of some width covers along lines. */
export function penned(
  lines: readonly { contour: Contour; pen: number }[],
  flat = FLATNESS_UNITS,
): Contour[] {
  const areas = lines.flatMap(({ contour, pen }) => {
    const end = contour.closed ? EndType.Joined : EndType.Round;
    return inflatePathsD(pathsOf([contour], flat), pen / 2, JoinType.Round, end, MITER, DECIMALS, flat);
  });
  return contoursFrom(union(areas, FillRule.NonZero));
}

/** What any of some regions covers, each of which goes around its areas one way and around its holes the other. */
export const coveredBy = (regions: readonly (readonly Contour[])[]): Contour[] =>
  contoursFrom(union(pathsOf(regions.flat()), FillRule.NonZero));

/** What of a region none of some others covers. */
export const notCovered = (region: readonly Contour[], others: readonly (readonly Contour[])[]): Contour[] =>
  contoursFrom(
    booleanOpD(Clip.Difference, pathsOf(region), pathsOf(others.flat()), FillRule.NonZero, DECIMALS),
  );

/** The library's own union counts hundredths. */
const union = (paths: PathsD, rule: FillRule): PathsD => booleanOpD(Clip.Union, paths, null, rule, DECIMALS);

function combined(
  operation: ClipType,
  a: readonly Contour[],
  b: readonly Contour[],
  flat = FLATNESS_UNITS,
): Contour[] {
  const [subject, clip] = [a, b].map((contours) => union(pathsOf(contours, flat), FillRule.EvenOdd));
  return contoursFrom(booleanOpD(operation, subject, clip, FillRule.NonZero, DECIMALS));
}

function pathsOf(contours: readonly Contour[], flat = FLATNESS_UNITS): PathsD {
  return contours.map((contour) => {
    const points = flatten(contour, flat);
    return Array.from({ length: points.length / 2 }, (_, i) => ({ x: points[2 * i], y: points[2 * i + 1] }));
  });
}

function contoursFrom(paths: PathsD): Contour[] {
  return paths
    .filter((path) => path.length > 2)
    .map(([first, ...rest]) => ({
      start: { x: first.x, y: first.y },
      segments: [...rest, first].map(({ x, y }) => ({ kind: 'line', x, y })),
      closed: true,
    }));
}
