import Flatbush from 'flatbush';
import {
  CLOSED,
  HOLE,
  type Box,
  type Homography,
  type PathSet,
  type Point,
  axesOf,
  boxHeight,
  boxOfPoints,
  boxWidth,
  contourAt,
  contourLength,
  flatten,
  insidePolygon,
  originAt,
} from '../../geometry';
import type { HandPart } from './acts';
import { foundAgain } from './anchor';
import { tracedAnchor } from './replay';

/** Ways of picking contours by what they are. */
export const PICKS = ['all', 'outermost', 'holes', 'islands', 'lines', 'the rest'] as const;
export type Pick = (typeof PICKS)[number];

/** Forms are followed this closely when they are compared, as a share of their size; holes, in the set's unit. */
const FLATNESS_SHARE = 0.005;
const ROUGH = 0.1;
/** How far figures of the same form, and sizes that are the same, may be apart, as shares. */
const SAME_FORM = 0.06;
const SAME_SIZE = 0.03;
const SAME_PEN = 0.15;

const all = (set: PathSet) => Array.from(set.ids.keys());
const isHole = (set: PathSet, k: number) => (set.flags[k] & HOLE) !== 0;
const isArea = (set: PathSet, k: number) => (set.flags[k] & CLOSED) !== 0 && Number.isNaN(set.pens[k]);

/** Ids of the contours that are meant; `picked` are those that are picked now. */
export function pickBy(set: PathSet, pick: Pick, picked: ReadonlySet<number>): Set<number> {
  const islands = pick === 'islands' || pick === 'outermost' ? islandsOf(set) : undefined;
  const isMeant: Record<Pick, (k: number) => boolean> = {
    all: () => true,
    outermost: (k) => isArea(set, k) && !isHole(set, k) && !islands?.has(k),
    holes: (k) => isHole(set, k),
    islands: (k) => islands?.has(k) === true,
    lines: (k) => !Number.isNaN(set.pens[k]),
    'the rest': (k) => !picked.has(set.ids[k]),
  };
  return idsOf(set, all(set).filter(isMeant[pick]));
}

/** Ids of the contours no longer and no wider than this, holes of larger ones among them. */
export function pickSmaller(set: PathSet, size: number): Set<number> {
  return idsOf(
    set,
    all(set).filter((k) => {
      const { box } = originAt(set, k);
      return Math.max(boxWidth(box), boxHeight(box)) <= size;
    }),
  );
}

/** Ids of the contours that lie wholly in a box. */
export function pickInBox(set: PathSet, box: Box): Set<number> {
  return idsOf(
    set,
    all(set).filter((k) => {
      const own = originAt(set, k).box;
      return own.left >= box.left && own.right <= box.right && own.top >= box.top && own.bottom <= box.bottom;
    }),
  );
}

/** Ids of the contours that lie wholly within a loop, x and y of its points. */
export function pickInLoop(set: PathSet, loop: readonly number[]): Set<number> {
  const polygon = Float64Array.from(loop);
  return idsOf(
    set,
    all(set).filter((k) => {
      const { box } = originAt(set, k);
      const points = flatten(
        contourAt(set, k),
        Math.max(0.05, FLATNESS_SHARE * Math.max(boxWidth(box), boxHeight(box))),
      );
      for (let i = 0; i < points.length; i += 2)
        if (!insidePolygon(polygon, points[i], points[i + 1])) return false;
      return true;
    }),
  );
}

/** Ids of the contours that a straight line from one place to another crosses. */
export function pickCrossed(set: PathSet, from: Point, to: Point): Set<number> {
  const box = boxOfPoints(Float64Array.of(from.x, from.y, to.x, to.y));
  /** On which side of the line through two places a third lies. */
  const side = (ax: number, ay: number, bx: number, by: number, x: number, y: number) =>
    Math.sign((bx - ax) * (y - ay) - (by - ay) * (x - ax));
  const isCrossed = (ax: number, ay: number, bx: number, by: number) =>
    side(from.x, from.y, to.x, to.y, ax, ay) !== side(from.x, from.y, to.x, to.y, bx, by) &&
    side(ax, ay, bx, by, from.x, from.y) !== side(ax, ay, bx, by, to.x, to.y);
  return idsOf(
    set,
    all(set).filter((k) => {
      const own = originAt(set, k).box;
      if (own.left > box.right || own.right < box.left || own.top > box.bottom || own.bottom < box.top)
        return false;
      const points = flatten(contourAt(set, k), ROUGH);
      const size = points.length;
      for (let i = (set.flags[k] & CLOSED) !== 0 ? 0 : 2; i < size; i += 2) {
        const before = (i + size - 2) % size;
        if (isCrossed(points[before], points[before + 1], points[i], points[i + 1])) return true;
      }
      return false;
    }),
  );
}

/** Ids of the contours in the same plate as one, or drawn with the same pen, where areas have none. */
export function pickSame(set: PathSet, id: number, what: 'plate' | 'pen'): Set<number> {
  const k = set.ids.indexOf(id);
  if (k < 0) return new Set();
  const { plates, pens } = set;
  const isSame: Record<typeof what, (other: number) => boolean> = {
    plate: (other) => plates[other] === plates[k],
    pen: (other) =>
      Number.isNaN(pens[k]) ? Number.isNaN(pens[other]) : alike(pens[other], pens[k], SAME_PEN),
  };
  return idsOf(set, all(set).filter(isSame[what]));
}

/** Ids of the contours of the same form as one, at any turn; of any size, or of the same. */
export function pickLike(set: PathSet, id: number, sameSize: boolean): Set<number> {
  const k = set.ids.indexOf(id);
  if (k < 0) return new Set();
  const form = formOf(set, k);
  return idsOf(
    set,
    all(set).filter((other) => {
      if (isHole(set, other) !== isHole(set, k) || isArea(set, other) !== isArea(set, k)) return false;
      const their = formOf(set, other);
      return (
        (!sameSize || alike(form.length, their.length, SAME_SIZE)) &&
        alike(form.compactness, their.compactness, SAME_FORM) &&
        alike(form.slenderness, their.slenderness, SAME_FORM)
      );
    }),
  );
}

/**
 * Ids in a new set of the contours that were picked in an old one, in the order in which they were: those of the hand by what
 * they are, traced ones by their anchors. Both sets lie alike in the source, as `toSource` says.
 */
export function pickedAgain(
  before: PathSet,
  picked: ReadonlySet<number>,
  set: PathSet,
  toSource: Homography,
): Set<number> {
  const numberOf = new Map(all(before).map((k) => [before.ids[k], k]));
  const numbers = [...picked].flatMap((id) => numberOf.get(id) ?? []);
  const byPart = new Map(all(set).map((k) => [`${set.edits[k]} ${set.parts[k]}`, set.ids[k]]));
  const wanted = numbers.filter((k) => before.edits[k] === 0);
  const traced = wanted.length > 0 ? all(set).filter((k) => set.edits[k] === 0) : [];
  const found = foundAgain(
    wanted.map((k) => tracedAnchor(before, k, toSource)),
    traced.map((k) => tracedAnchor(set, k, toSource)),
  );
  const again = new Map(wanted.map((k, n) => [k, found[n] < 0 ? undefined : set.ids[traced[found[n]]]]));
  return new Set(
    numbers.flatMap((k) =>
      before.edits[k] === 0
        ? (again.get(k) ?? [])
        : (byPart.get(`${before.edits[k]} ${before.parts[k]}`) ?? []),
    ),
  );
}

/** Ids of contours that the hand made. */
export function pickParts(set: PathSet, parts: readonly HandPart[]): Set<number> {
  const wanted = new Set(parts.map(({ edit, part }) => `${edit} ${part}`));
  return idsOf(
    set,
    all(set).filter((k) => wanted.has(`${set.edits[k]} ${set.parts[k]}`)),
  );
}

const idsOf = (set: PathSet, numbers: readonly number[]) => new Set(numbers.map((k) => set.ids[k]));

const alike = (a: number, b: number, share: number) => Math.abs(a - b) <= share * Math.max(a, b);

/** Outer contours that lie in a hole of another shape. */
function islandsOf(set: PathSet): Set<number> {
  const holes = all(set).filter((k) => isHole(set, k));
  const found = new Set<number>();
  if (holes.length === 0) return found;
  const index = new Flatbush(holes.length);
  for (const k of holes) {
    const { left, top, right, bottom } = originAt(set, k).box;
    index.add(left, top, right, bottom);
  }
  index.finish();
  const polygons: (Float64Array | undefined)[] = holes.map(() => undefined);
  for (const k of all(set)) {
    if (isHole(set, k) || !isArea(set, k)) continue;
    const { place, area } = originAt(set, k);
    const isIn = index
      .search(
        place.x,
        place.y,
        place.x,
        place.y,
        (n) => Math.abs(originAt(set, holes[n]).area) > Math.abs(area),
      )
      .some((n) =>
        insidePolygon((polygons[n] ??= flatten(contourAt(set, holes[n]), ROUGH)), place.x, place.y),
      );
    if (isIn) found.add(k);
  }
  return found;
}

/** What of a contour stays the same however it is turned: its length, and how compact and how slender it is. */
function formOf(set: PathSet, k: number): { length: number; compactness: number; slenderness: number } {
  const contour = contourAt(set, k);
  const { box, area } = originAt(set, k);
  const length = contourLength(contour);
  const { long, short } = axesOf(
    contour,
    Math.max(1e-3, FLATNESS_SHARE * Math.max(boxWidth(box), boxHeight(box))),
  );
  return {
    length,
    compactness: (4 * Math.PI * Math.abs(area)) / (length * length),
    slenderness: long > 0 ? short / long : 0,
  };
}
