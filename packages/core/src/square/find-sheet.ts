import { type Context, checkStopped } from '../context';
import { type Point, polygonArea } from '../geometry';
import { type GreyPicture, gaussianBlur, reduceGrey, sizeWithin, sobel } from '../raster';
import { aroundBorder } from './around-border';
import { type EdgeLine, findLines, meetingOf, shareSeen } from './edge-lines';
import { LEAST_OF_SMALL, isSheet } from './is-sheet';
import { refineCorners } from './refine-corners';
import type { Corners } from './settings';

/** A sheet, board or card in view, and how well its sides are seen. */
export interface FoundSheet {
  corners: Corners;
  /** Share of its sides that lie on an edge, 0 to 1. */
  seen: number;
  /** True where its inside and what is around it leave no doubt that it is one. */
  sure: boolean;
}

/** Pixels of the copy on which sides are sought. */
const SEARCH_PIXELS = 120_000;
/** A sheet covers at least this share of the picture. */
const LEAST_SHARE = 0.04;
/** Sides of which less than this share lies on an edge are no sides. */
const LEAST_SEEN = 0.35;
const LEAST_MEAN_SEEN = 0.6;
/** And of which less than this does in the mean, none that are sure. */
const SURE_SEEN = 0.7;
/** A corner outside the picture by more than this share of it is not believed. */
const OUTSIDE = 0.08;
/** Cosine of the largest turn between two opposite sides. */
const OPPOSITE = 0.5;
/** Opposite sides lie at least this share of the picture's shorter side apart. */
const LEAST_GAP = 0.1;
/** Candidates are looked at closely down to this share of the best score, and so many of them at most. */
const OF_BEST = 0.45;
const MOST_JUDGED = 80;
/** Sides meet at no less than this angle. */
const LEAST_ANGLE = (40 * Math.PI) / 180;

/**
 * Looks for the four sides of a sheet: straight edges by a Hough transform; of all quadrilaterals that two pairs of them
 * make, the one whose sides are seen best along their whole length, the larger the better, and first of all
 * one that is a sheet by what is inside and around it; its sides then laid anew through sub-pixel places in the
 * picture itself. Undefined where there is none.
 */
export function findSheet(grey: GreyPicture, context: Context): FoundSheet | undefined {
  const size = sizeWithin(grey.width, grey.height, SEARCH_PIXELS);
  const scale = grey.width / size.width;
  const small = gaussianBlur(reduceGrey(grey, size.width, size.height), 1.2);
  const lines = findLines({ ...sobel(small, context), ...size });
  checkStopped(context);
  const found = bestQuadrilateral(lines, small);
  if (!found) return undefined;
  const corners = refineCorners(
    grey,
    found.points.map(({ x, y }) => ({ x: x * scale, y: y * scale })),
    2.5 * scale,
  );
  return { corners: corners.flatMap(({ x, y }) => [x, y]), seen: found.seen, sure: found.sure };
}

interface Candidate {
  points: Point[];
  seen: number;
  score: number;
}

/** The best of those that are a sheet beyond doubt, or else of those that are one but small, or the one that is seen best. */
function bestQuadrilateral(
  lines: EdgeLine[],
  small: GreyPicture,
): (Candidate & { sure: boolean }) | undefined {
  const found = quadrilaterals(lines, small).sort((a, b) => b.score - a.score);
  const judged = found.slice(0, MOST_JUDGED).filter(({ seen }) => seen >= SURE_SEEN);
  const best = (isOne: (candidate: Candidate) => boolean): Candidate | undefined =>
    judged.filter(isOne).sort((a, b) => b.seen ** 3 * areaOf(b.points) - a.seen ** 3 * areaOf(a.points))[0];
  const sure = best(({ points }) => isSheet(small, points));
  if (sure) return { ...sure, points: aroundBorder(small, sure.points), sure: true };
  const offered = best(({ points }) => isSheet(small, points, LEAST_OF_SMALL)) ?? found[0];
  return offered && { ...offered, sure: false };
}

function quadrilaterals(lines: EdgeLine[], size: { width: number; height: number }): Candidate[] {
  // Two opposite sides lie about level with one another; the other two lie across.
  const pairs: [EdgeLine, EdgeLine][] = [];
  const fromMiddle = ({ angle, distance }: EdgeLine) =>
    distance - (Math.cos(angle) * size.width + Math.sin(angle) * size.height) / 2;
  const least = LEAST_GAP * Math.min(size.width, size.height);
  for (let i = 0; i < lines.length; i++) {
    for (let k = i + 1; k < lines.length; k++) {
      const turn = Math.cos(lines[i].angle - lines[k].angle);
      const gap = Math.abs(fromMiddle(lines[i]) - Math.sign(turn) * fromMiddle(lines[k]));
      if (Math.abs(turn) > OPPOSITE && gap > least) pairs.push([lines[i], lines[k]]);
    }
  }
  const found: Candidate[] = [];
  let best = 0;
  for (let i = 0; i < pairs.length; i++) {
    for (let k = i + 1; k < pairs.length; k++) {
      const sides = [pairs[i][0], pairs[k][0], pairs[i][1], pairs[k][1]];
      const points = quadrilateral(sides, size);
      if (!points) continue;
      const area = areaOf(points) / (size.width * size.height);
      if (area < LEAST_SHARE || Math.sqrt(area) < OF_BEST * best) continue;
      const shares = sides.map((side, n) => shareSeen(side, points[(n + 3) % 4], points[n]));
      const seen = shares.reduce((sum, share) => sum + share, 0) / 4;
      if (Math.min(...shares) < LEAST_SEEN || seen < LEAST_MEAN_SEEN) continue;
      // Among sides seen equally well the larger sheet is meant; a frame within it is not.
      const score = seen ** 3 * Math.sqrt(area);
      if (score < OF_BEST * best) continue;
      found.push({ points: fromUpperLeft(points), seen, score });
      best = Math.max(best, score);
    }
  }
  return found;
}

const signedAreaOf = (points: Point[]) =>
  polygonArea(Float64Array.from(points.flatMap(({ x, y }) => [x, y])));
const areaOf = (points: Point[]) => Math.abs(signedAreaOf(points));

/** Where four lines meet, each with the next; undefined where they make no sheet in view. */
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
  return isConvex(points) ? points : undefined;
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
  const clockwise = signedAreaOf(points) < 0 ? points : [...points].reverse();
  const first = clockwise.reduce((best, { x, y }, k) => {
    const { x: bx, y: by } = clockwise[best];
    return x + y < bx + by ? k : best;
  }, 0);
  return [0, 1, 2, 3].map((k) => clockwise[(first + k) % 4]);
}
