import Flatbush from 'flatbush';
import {
  type Box,
  type Homography,
  type PathOrigin,
  boxHeight,
  boxOfPoints,
  boxWidth,
  localScale,
  mapPoint,
} from '../../geometry';
import { norm } from '../../norm';

/** What a traced contour is known by, so that it is found again in another trace. Lengths in source pixels. */
export interface Anchor {
  box: [left: number, top: number, right: number, bottom: number];
  area: number;
  hole: boolean;
  /** A place on it: where it began. */
  at: [x: number, y: number];
}

/** Boxes overlap by this share of their union where contours are the same, and areas differ by no more than this factor. */
const OVERLAP = 0.6;
const AREAS = 1.25;
/** Else they begin this near to each other, in source pixels, their boxes overlapping by this share at least. */
const NEAR = 4;
const NEAR_OVERLAP = 0.35;

const tenth = (value: number) => Math.round(10 * value) / 10;

/** What a contour is known by; the map takes its places to source pixels. */
export function anchorOf({ place, box, area }: PathOrigin, hole: boolean, toSource: Homography): Anchor {
  const around = mappedBox(box, toSource);
  const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
  const at = mapPoint(toSource, place);
  return {
    box: [tenth(around.left), tenth(around.top), tenth(around.right), tenth(around.bottom)],
    area: tenth(Math.abs(area) * localScale(toSource, middle) ** 2),
    hole,
    at: [tenth(at.x), tenth(at.y)],
  };
}

function mappedBox({ left, top, right, bottom }: Box, map: Homography): Box {
  const corners = [left, right].flatMap((x) => [top, bottom].map((y) => mapPoint(map, { x, y })));
  return boxOfPoints(Float64Array.from(corners.flatMap(({ x, y }) => [x, y])));
}

const boxOfAnchor = ({ box: [left, top, right, bottom] }: Anchor): Box => ({ left, top, right, bottom });

/**
 * Finds anchors again among those of a new trace, one to one, the best pairs first. The number of what each is found in,
 * -1 where it is in none: of the same parity, with boxes that overlap and areas alike, or else begun at the same place.
 */
export function foundAgain(anchors: readonly Anchor[], traced: readonly Anchor[]): Int32Array {
  const result = new Int32Array(anchors.length).fill(-1);
  if (anchors.length === 0 || traced.length === 0) return result;
  const index = new Flatbush(traced.length);
  for (const { box } of traced) index.add(...box);
  index.finish();
  const pairs = anchors.flatMap((anchor, k) =>
    index.search(...anchor.box).map((n) => ({ k, n, likeness: likenessOf(anchor, traced[n]) })),
  );
  const isTaken = new Uint8Array(traced.length);
  for (const { k, n, likeness } of pairs.sort((a, b) => b.likeness - a.likeness)) {
    if (likeness <= 0 || result[k] >= 0 || isTaken[n]) continue;
    result[k] = n;
    isTaken[n] = 1;
  }
  return result;
}

/** How alike two anchors are: 0 where they are not those of one contour. */
function likenessOf(a: Anchor, b: Anchor): number {
  if (a.hole !== b.hole) return 0;
  const overlap = overlapOf(boxOfAnchor(a), boxOfAnchor(b));
  // A single line has no area.
  const areas = Math.max(a.area, b.area, 1) / Math.max(Math.min(a.area, b.area), 1);
  if (overlap >= OVERLAP && areas <= AREAS) return 1 + overlap / areas;
  const far = norm(a.at[0] - b.at[0], a.at[1] - b.at[1]);
  return far <= NEAR && overlap >= NEAR_OVERLAP ? overlap / areas : 0;
}

/** What boxes have in common, as a share of what either covers; lines level or upright count as a pixel wide. */
export function overlapOf(a: Box, b: Box): number {
  const across = Math.min(a.right, b.right) - Math.max(a.left, b.left) + 1;
  const down = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) + 1;
  if (across <= 0 || down <= 0) return 0;
  const common = across * down;
  const area = (box: Box) => (boxWidth(box) + 1) * (boxHeight(box) + 1);
  return common / (area(a) + area(b) - common);
}
