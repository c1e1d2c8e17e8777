import { type Context, checkStopped } from '../context';
import { type Point, polygonArea } from '../geometry';
import { type GreyPicture, gaussianBlur, reduceGrey, sizeWithin, sobel } from '../raster';
import { type EdgeLine, findLines, meetingOf, shareSeen } from './edge-lines';
import { refineCorners } from './refine-corners';
import type { Corners } from './settings';

/** A sheet, board or card in view, and how well its sides are seen. */
export interface FoundSheet {
  corners: Corners;
  /** Share of its sides that lie on an edge of the right kind, 0 to 1. */
  seen: number;
}

/** Pixels of the copy on which sides are sought. */
const SEARCH_PIXELS = 120_000;
/** A sheet covers at least this share of the picture. */
const LEAST_SHARE = 0.1;
/** Sides of which less than this share lies on an edge are no sides. */
const LEAST_SEEN = 0.55;
const LEAST_MEAN_SEEN = 0.75;
/** A corner outside the picture by more than this share of it is not believed. */
const OUTSIDE = 0.02;
/** Cosine of the turn between the gradients of two opposite sides. */
const FACING = -0.5;
/** Sides meet at no less than this angle. */
const LEAST_ANGLE = (40 * Math.PI) / 180;

/**
 * Looks for the four sides of a sheet: straight edges by a Hough transform whose lines keep the direction of their
 * gradient; of all quadrilaterals that two pairs of them make, the one whose sides are seen best along their
 * whole length, from one tone outside to another inside, the larger the better; its sides then laid anew
 * through sub-pixel places in the picture itself. Undefined where there is none.
 */
export function findSheet(grey: GreyPicture, context: Context): FoundSheet | undefined {
  const size = sizeWithin(grey.width, grey.height, SEARCH_PIXELS);
  const scale = grey.width / size.width;
  const small = gaussianBlur(reduceGrey(grey, size.width, size.height), 1.2);
  const lines = findLines({ ...sobel(small, context), ...size });
  checkStopped(context);
  const found = bestQuadrilateral(lines, size);
  if (!found) return undefined;
  const corners = refineCorners(
    grey,
    found.points.map(({ x, y }) => ({ x: x * scale, y: y * scale })),
    2.5 * scale,
  );
  return { corners: corners.flatMap(({ x, y }) => [x, y]), seen: found.seen };
}

function bestQuadrilateral(
  lines: EdgeLine[],
  size: { width: number; height: number },
): { points: Point[]; seen: number } | undefined {
  // One side's gradient and its opposite's point away from each other; the other pair lies across.
  const pairs: [EdgeLine, EdgeLine][] = [];
  for (let i = 0; i < lines.length; i++) {
    for (let k = i + 1; k < lines.length; k++) {
      if (Math.cos(lines[i].angle - lines[k].angle) < FACING) pairs.push([lines[i], lines[k]]);
    }
  }
  let best: { points: Point[]; seen: number; score: number } | undefined;
  for (let i = 0; i < pairs.length; i++) {
    for (let k = i + 1; k < pairs.length; k++) {
      const sides = [pairs[i][0], pairs[k][0], pairs[i][1], pairs[k][1]];
      const points = quadrilateral(sides, size);
      if (!points) continue;
      const area = Math.abs(areaOf(points)) / (size.width * size.height);
      if (area < LEAST_SHARE || (best && Math.sqrt(area) < best.score)) continue;
      const shares = sides.map((side, n) => shareSeen(side, points[(n + 3) % 4], points[n]));
      const seen = shares.reduce((sum, share) => sum + share, 0) / 4;
      if (Math.min(...shares) < LEAST_SEEN || seen < LEAST_MEAN_SEEN) continue;
      // Among sides seen equally well the larger sheet is meant; a frame within it is not.
      const score = seen ** 3 * Math.sqrt(area);
      if (!best || score > best.score) best = { points: fromUpperLeft(points), seen, score };
    }
  }
  return best;
}

const areaOf = (points: Point[]) => polygonArea(Float64Array.from(points.flatMap(({ x, y }) => [x, y])));

/**
 * Where four lines meet, each with the next, the gradients of all going outwards or all inwards; undefined where
 * they make no sheet in view.
 */
function quadrilateral(
  sides: EdgeLine[],
  { width, height }: { width: number; height: number },
): Point[] | undefined {
  const points: Point[] = [];
  for (let k = 0; k < 4; k++) {
    const next = sides[(k + 1) % 4];
    if (Math.abs(Math.sin(sides[k].angle - next.angle)) < Math.sin(LEAST_ANGLE)) return undefined;
    const point = meetingOf(sides[k], next);
    if (!point) return undefined;
    if (point.x < -OUTSIDE * width || point.x > (1 + OUTSIDE) * width) return undefined;
    if (point.y < -OUTSIDE * height || point.y > (1 + OUTSIDE) * height) return undefined;
    points.push(point);
  }
  const x = points.reduce((sum, point) => sum + point.x, 0) / 4;
  const y = points.reduce((sum, point) => sum + point.y, 0) / 4;
  const outward = sides.filter(({ angle, distance }) => Math.cos(angle) * x + Math.sin(angle) * y < distance);
  return outward.length % 4 === 0 && isConvex(points) ? points : undefined;
}

function isConvex(points: Point[]): boolean {
  const turns = points.map((at, k) => {
    const before = points[(k + 3) % 4];
    const after = points[(k + 1) % 4];
    return (at.x - before.x) * (after.y - at.y) - (at.y - before.y) * (after.x - at.x) > 0;
  });
  return turns.every((turn) => turn === turns[0]);
}

/** Clockwise on screen, beginning with the corner that lies farthest up and left. */
export function fromUpperLeft(points: Point[]): Point[] {
  const clockwise = areaOf(points) < 0 ? points : [...points].reverse();
  const first = clockwise.reduce((best, { x, y }, k) => {
    const { x: bx, y: by } = clockwise[best];
    return x + y < bx + by ? k : best;
  }, 0);
  return [0, 1, 2, 3].map((k) => clockwise[(first + k) % 4]);
}
