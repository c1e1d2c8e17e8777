import {
  type Contour,
  type Point,
  boxHeight,
  boxOf,
  boxWidth,
  contourLength,
  flatten,
  norm,
  signedArea,
} from '../../geometry';
import { type Check, type Measured, counted, findingOf, told } from '../check';
import { remedy } from '../remedies';
import type { CutGround } from '../cut-ground';

/** An area as wide on the average as this share of a neck is a sliver, where it is long. */
const THIN = 0.5;
/** How finely curves are followed for the size of what is small, in millimetres. */
const FLATNESS_MM = 0.001;
/** What is turned has a side that is shorter than this share of the upright one. */
const SURELY = 0.995;

/** Rims of parts, or of their holes. */
const rimsOf = (grounds: readonly CutGround[], of: 'parts' | 'holes'): Contour[] =>
  grounds.flatMap(({ contours, depths }) =>
    contours.filter((_, k) => (depths[k] % 2 === 1) === (of === 'holes')),
  );

/** Contours with the longer side of the smallest rectangle around each, however it is turned, in the middles of their boxes. */
const sized = (contours: readonly Contour[], below: number): (Measured & { contour: Contour })[] =>
  contours.flatMap((contour) => {
    const box = boxOf([contour]);
    if (!box) return [];
    const at = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
    const upright = Math.max(boxWidth(box), boxHeight(box));
    // Turned, no side is shorter than this share of the upright one.
    const isSure = upright >= below * Math.SQRT2 || upright < below;
    const turned = isSure ? upright : longerSide(contour);
    // Chords of what is round are a little shorter than it.
    return [{ at, measured: turned < SURELY * upright ? turned : upright, contour }];
  });

/** Of the smallest rectangle around a contour: one of its sides lies on a side of the hull. */
function longerSide(contour: Contour): number {
  const hull = hullOf(flatten(contour, FLATNESS_MM));
  let best = { area: Infinity, long: 0 };
  hull.forEach((from, k) => {
    const to = hull[(k + 1) % hull.length];
    const length = norm(to.x - from.x, to.y - from.y);
    if (length === 0) return;
    const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
    const spread = (of: (place: Point) => number) => {
      const all = hull.map(of);
      return Math.max(...all) - Math.min(...all);
    };
    const sides = [spread(({ x, y }) => x * ux + y * uy), spread(({ x, y }) => y * ux - x * uy)];
    const area = sides[0] * sides[1];
    if (area < best.area) best = { area, long: Math.max(...sides) };
  });
  return best.long;
}

/** Corners of the convex hull of places (A. M. Andrew, "Another efficient algorithm for convex hulls in two dimensions", 1979). */
function hullOf(points: Float64Array): Point[] {
  const places = Array.from({ length: points.length / 2 }, (_, k) => ({
    x: points[2 * k],
    y: points[2 * k + 1],
  }));
  places.sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (all: readonly Point[]): Point[] => {
    const kept: Point[] = [];
    for (const place of all) {
      while (kept.length > 1 && turnOf(kept[kept.length - 2], kept[kept.length - 1], place) <= 0) kept.pop();
      kept.push(place);
    }
    return kept.slice(0, -1);
  };
  return [...half(places), ...half([...places].reverse())];
}

const turnOf = (a: Point, b: Point, c: Point): number =>
  (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

const below = <M extends Measured>(all: readonly M[], allowed: number): M[] =>
  all.filter(({ measured }) => measured < allowed).sort((a, b) => a.measured - b.measured);

/** Holes smaller than can be made. */
export const smallHole: Check = {
  kind: 'small-hole',
  remedies: [
    remedy('enlarge', 'Enlarge to the least', 'Holes enlarged'),
    remedy('drop', 'Leave them out', 'Holes left out', false),
  ],
  grows: true,
  reads: ['grounds'],
  check: ({ grounds }, { leastHole: allowed, units }) =>
    findingOf(
      below(sized(rimsOf(grounds, 'holes'), allowed), allowed),
      {
        kind: 'small-hole',
        severity: 'warn',
        allowed,
        hint: 'Enlarge them, leave them out, or drill them afterwards.',
      },
      (count, size) =>
        `${counted(count, 'hole is', 'holes are')} smaller than ${told(allowed, units)}, the smallest ${told(size, units)} across.`,
    ),
};

/** Parts so small that nobody finds them again. */
export const speck: Check = {
  kind: 'speck',
  remedies: [remedy('drop', 'Drop them', 'Specks dropped')],
  grows: true,
  reads: ['grounds'],
  check: ({ grounds }, { leastPart: allowed, units }) =>
    findingOf(
      below(sized(rimsOf(grounds, 'parts'), allowed), allowed),
      {
        kind: 'speck',
        severity: 'warn',
        allowed,
        hint: 'Drop specks in Ink, or what is no larger than they in Line.',
      },
      (count, size) =>
        `${counted(count, 'part is', 'parts are')} smaller than ${told(allowed, units)}, the smallest ${told(size, units)}.`,
    ),
};

/** Parts that are hardly more than a line: their mean width is their area by half their rim. */
export const sliver: Check = {
  kind: 'sliver',
  remedies: [remedy('drop', 'Drop them', 'Slivers dropped')],
  grows: true,
  reads: ['grounds'],
  check({ grounds }, { leastNeck, leastPart, units }) {
    const allowed = THIN * leastNeck;
    const parts = sized(rimsOf(grounds, 'parts'), leastPart).filter(({ measured }) => measured >= leastPart);
    const widths = parts.map(({ at, contour }) => ({
      at,
      measured: (2 * Math.abs(signedArea(contour))) / contourLength(contour),
    }));
    return findingOf(
      below(widths, allowed),
      {
        kind: 'sliver',
        severity: 'warn',
        allowed,
        hint: 'Drop them, or unite them with what lies beside them.',
      },
      (count, width) =>
        `${counted(count, 'part is a sliver', 'parts are slivers')}, on the average ${told(width, units)} wide.`,
    );
  },
};
