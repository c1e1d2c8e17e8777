import {
  type Affine,
  affineBack,
  affineContour,
  arcThrough,
  type Contour,
  type Cubic,
  directionFrom,
  directionTo,
  norm,
  partBetween,
  placeOn,
  type Point,
  reverseContour,
  type Segment,
  splitSegment,
} from '../../geometry';
import type { Axis } from './axis';

/** Nodes nearer to where the axis is crossed than this are meant to lie on it, in pixels. */
const NEAR_NODE = 0.8;
/** A segment across the axis whose ends mirror one another as nearly as this, in pixels, is one that mirrors itself. */
const NEAR_ENDS = 1.5;
/** Where the contour turns less than this on the axis it runs through smoothly, in radians. */
const SMOOTH = (14 * Math.PI) / 180;
/** A segment is looked at in so many steps for where it crosses the axis. */
const LOOKS = 12;

/** Steps of the secant method, its first one, and how far a cubic is followed back beyond its beginning. */
const SECANTS = 8;
const NEAR_SHARE = 0.02;
const FARTHEST_SHARE = 0.3;

/** A place of a closed contour where it crosses the axis, which in this frame is u = 0. */
interface Crossing {
  segment: number;
  share: number;
  /** How far along the axis. */
  at: number;
  /** It is at a node, and the contour turns there. */
  isCorner: boolean;
  isNode: boolean;
}

/** Half a contour from its first place on the axis to its last, and the segments over the axis that close it at either end. */
interface Half {
  open: Contour;
  first?: Segment;
  last?: Segment;
}

/**
 * A closed contour that mirrors itself at an axis exactly: each of its halves and its mirror image. There is none where the contour does not cross
 * the axis just twice.
 */
export function mirroredContours(contour: Contour, { nx, ny, far }: Axis): Contour[] {
  const frame: Affine = [nx, -ny, ny, nx, -far, 0];
  const back = affineBack(frame) as Affine;
  const here = affineContour(contour, frame);
  const crossings = crossingsOf(here);
  if (crossings.length !== 2) return [];
  const [a, b] = crossings;
  return [
    [a, b],
    [b, a],
  ].flatMap(([from, to]) => {
    const half = halfOf(here, from, to);
    return half ? [affineContour(closedBy(half), back)] : [];
  });
}

function crossingsOf(contour: Contour): Crossing[] {
  const { segments } = contour;
  const found: Crossing[] = [];
  segments.forEach((segment, k) => {
    const from = k > 0 ? segments[k - 1] : segments[segments.length - 1];
    const at = (share: number) => (share >= 1 ? segment : splitSegment(from, segment, share)[0]).x;
    let before = from.x;
    for (let step = 1; step <= LOOKS; step++) {
      const after = step === LOOKS ? segment.x : at(step / LOOKS);
      if (before < 0 !== after < 0) found.push(crossingIn(contour, k, at, (step - 1) / LOOKS, step / LOOKS));
      before = after;
    }
  });
  return found;
}

function crossingIn(
  contour: Contour,
  segment: number,
  at: (share: number) => number,
  from: number,
  to: number,
): Crossing {
  let [low, high] = [from, to];
  const isBelow = (low === 0 ? startOf(contour, segment).x : at(low)) < 0;
  for (let k = 0; k < 40; k++) {
    const middle = (low + high) / 2;
    if (at(middle) < 0 === isBelow) low = middle;
    else high = middle;
  }
  const { segments } = contour;
  const place = placeOn(contour, { segment, share: high });
  const isNear = (node: Point) => norm(node.x - place.x, node.y - place.y) < NEAR_NODE;
  const next = (segment + 1) % segments.length;
  if (isNear(startOf(contour, segment))) return nodeCrossing(contour, segment, place.y);
  if (isNear(segments[segment])) return nodeCrossing(contour, next, place.y);
  return { segment, share: high, at: place.y, isCorner: false, isNode: false };
}

function nodeCrossing(contour: Contour, segment: number, at: number): Crossing {
  const { segments } = contour;
  const last = (segment + segments.length - 1) % segments.length;
  const before = directionTo(startOf(contour, last), segments[last]);
  const after = directionFrom(startOf(contour, segment), segments[segment]);
  const turn = Math.abs(
    Math.atan2(before.x * after.y - before.y * after.x, before.x * after.x + before.y * after.y),
  );
  const isCorner = turn > SMOOTH;
  return { segment, share: 0, at: isCorner ? startOf(contour, segment).y : at, isCorner, isNode: true };
}

const startOf = ({ segments }: Contour, k: number): Point =>
  k > 0 ? segments[k - 1] : segments[segments.length - 1];

function halfOf(contour: Contour, from: Crossing, to: Crossing): Half | undefined {
  const start = placeOn(contour, from);
  const segments = partBetween(contour, from, to);
  if (segments.length === 0 || (segments.length === 1 && segments[0].kind === 'line')) return undefined;
  const begun = begin({ start, segments, closed: false }, from, contour, false);
  const turned = begin(reverseContour(begun.open), to, contour, true);
  if (turned.open.segments.length === 0) return undefined;
  return {
    open: reverseContour(turned.open),
    first: begun.cap,
    last: turned.cap && reverseContour(mirroredOpen([turned.cap], turned.open.start)).segments[0],
  };
}

/** A segment over the axis, from the mirror image of where it ends. */
function mirroredOpen(segments: Segment[], end: Point): Contour {
  return { start: { x: -end.x, y: end.y }, segments, closed: false };
}

/** Lays the beginning of a half on the axis; a cap is the segment that goes across it, from the mirror image to where the half goes on. */
function begin(
  open: Contour,
  { segment, at, isCorner, isNode }: Crossing,
  whole: Contour,
  isBack: boolean,
): { open: Contour; cap?: Segment } {
  const [first, ...rest] = open.segments;
  const start = { x: 0, y: at };
  const end = { x: first.x, y: first.y };
  const on = (moved: Segment, from: Point = start) => ({
    open: { start: from, segments: [moved, ...rest], closed: false },
  });
  const going = (cap: Segment) => ({ open: { start: end, segments: rest, closed: false }, cap });
  if (isCorner) return on(first.kind === 'cubic' ? withStartMoved(first, open.start, start) : first);
  if (first.kind === 'line')
    return rest.length > 0 ? going({ kind: 'line', ...end }) : on(first, { x: 0, y: end.y });
  if (first.kind === 'arc') {
    const arc = arcThrough({ x: -end.x, y: end.y }, start, end)?.segments[0];
    return rest.length > 0 && arc ? going(arc) : on(first);
  }
  if (!isNode && rest.length > 0) {
    const cap = selfMirrored(whole, segment, isBack);
    if (cap) return going(cap);
  }
  const onAxis = fromAxis(open.start, first);
  const moved = withStartMoved(onAxis.cubic, onAxis.start, start);
  const reach = norm(moved.x1 - start.x, moved.y1 - start.y) * (Math.sign(moved.x1) || Math.sign(end.x) || 1);
  return on({ ...moved, x1: reach, y1: start.y });
}

/** The cubic from where it comes from the axis, which is near its beginning, on this side of it or beyond. */
function fromAxis(from: Point, cubic: Cubic): { start: Point; cubic: Cubic } {
  let [share, other] = [0, NEAR_SHARE];
  let [x, otherX] = [from.x, splitSegment(from, cubic, other)[0].x];
  for (let k = 0; k < SECANTS && Math.abs(x) > 1e-9 && x !== otherX; k++) {
    const next = share - (x * (other - share)) / (otherX - x);
    [other, otherX] = [share, x];
    [share, x] = [next, splitSegment(from, cubic, next)[0].x];
  }
  if (!(Math.abs(share) < FARTHEST_SHARE)) return { start: from, cubic };
  const [{ x: startX, y: startY }, rest] = splitSegment(from, cubic, share);
  return { start: { x: startX, y: startY }, cubic: rest as Cubic };
}

const withStartMoved = (cubic: Cubic, from: Point, to: Point) => ({
  ...cubic,
  x1: cubic.x1 + to.x - from.x,
  y1: cubic.y1 + to.y - from.y,
});

/** A cubic across the axis whose ends mirror one another, as one that mirrors itself; undefined of others. */
function selfMirrored(whole: Contour, segment: number, isBack: boolean): Segment | undefined {
  const open: Contour = {
    start: startOf(whole, segment),
    segments: [whole.segments[segment]],
    closed: false,
  };
  const { start, segments } = isBack ? reverseContour(open) : open;
  const [cubic] = segments;
  if (cubic.kind !== 'cubic') return undefined;
  if (norm(start.x + cubic.x, start.y - cubic.y) > NEAR_ENDS) return undefined;
  const [x, y] = [
    (cubic.x2 - cubic.x - (cubic.x1 - start.x)) / 2,
    (cubic.y2 - cubic.y + (cubic.y1 - start.y)) / 2,
  ];
  return {
    kind: 'cubic',
    x1: -cubic.x - x,
    y1: cubic.y + y,
    x2: cubic.x + x,
    y2: cubic.y + y,
    x: cubic.x,
    y: cubic.y,
  };
}

const MIRROR: Affine = [-1, 0, 0, 1, 0, 0];

function closedBy({ open, first, last }: Half): Contour {
  const other = reverseContour(affineContour(open, MIRROR));
  const segments = [...(first ? [first] : []), ...open.segments, ...(last ? [last] : []), ...other.segments];
  const { x, y } = segments[segments.length - 1];
  return { start: { x, y }, segments, closed: true };
}
