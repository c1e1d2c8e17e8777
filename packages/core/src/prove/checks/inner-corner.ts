import {
  type Contour,
  type Point,
  type RimIndex,
  boxOf,
  flattenSegment,
  isInside,
  leftStanding,
  narrowPlaces,
  norm,
  signedArea,
} from '../../geometry';
import { type Check, type Measured, counted, findingOf, told, toldArea } from '../check';
import { remedy } from '../remedies';

/** Turns by less than this are no corners by themselves, in radians. */
const LEAST_TURN = 0.1;
/** A slit's end counts as turning by this. */
const MOST_TURN = 0.95 * Math.PI;
/** And corners in which less than this stays standing, in square millimetres; in rounded ones this share of the radius squared. */
const LEAST_LEFT = 0.01;
const LEAST_SHARE = 0.01;
/** Curves are followed within this share of the radius, to see how tight they are. */
const FLATNESS_SHARE = 1 / 200;
/** Tight places that are nearer to each other along their rim than so many radii are one. */
const TOGETHER = 1;

/** A place of a rim where it is tighter than a tool, how tight, and how far along its contour that is. */
interface Tight {
  contour: number;
  along: number;
  at: Point;
  radius: number;
  /** What stays there, where two straight sides tell it. */
  area?: number;
}

/** Corner and curves of holes, slots, pockets and between parts that a round tool cannot reach into. */
export const innerCorner: Check = {
  kind: 'inner-corner',
  remedies: [
    remedy('relieve', 'Cut the corners free', 'Corners cut free', false),
    remedy('round', 'Round them to the tool', 'Corners rounded', false),
  ],
  reads: ['grounds'],
  check({ grounds }, { leastRadius, units }) {
    if (leastRadius <= 0) return [];
    const left = grounds
      .flatMap(({ contours, rims, pocketContours, pockets }) => [
        ...standingIn(rims, contours, leastRadius, false),
        ...standingIn(pockets, pocketContours, leastRadius, true),
      ])
      .sort((a, b) => b.area - a.area);
    const area = left.reduce((sum, one) => sum + one.area, 0);
    return findingOf(
      left,
      {
        kind: 'inner-corner',
        severity: 'note',
        allowed: leastRadius,
        hint: 'Round them to the tool, cut them free, or take a finer tool.',
      },
      (count) =>
        `${counted(count, 'inner corner is', 'inner corners are')} tighter than the tool’s radius of ${told(leastRadius, units)}: ${toldArea(area, units)} stay standing.`,
    );
  },
};

/** What stays standing in the corners of rims, material to their left: told by the turn between straight sides, else by opening what is around. */
function standingIn(
  rims: RimIndex,
  contours: readonly Contour[],
  radius: number,
  isTaken: boolean,
): (Measured & { area: number })[] {
  const tight = tightPlaces(rims, radius);
  const plain = tight.flatMap(({ at, area = 0 }) => (area > LEAST_LEFT ? [{ at, measured: 0, area }] : []));
  const other = runsOf(
    tight.filter(({ area }) => area === undefined),
    TOGETHER * radius,
  );
  if (other.length === 0) return plain;
  // What is narrower than the tool all along is a slot, and told as one.
  const slots = narrowPlaces(rims, 2 * radius, 'outside').map(({ from, to }) => ({
    x: (from.x + to.x) / 2,
    y: (from.y + to.y) / 2,
  }));
  const seen = new Set<string>();
  const least = Math.max(LEAST_LEFT, LEAST_SHARE * radius * radius);
  const opened = other.flatMap((run) => {
    const tightest = run.reduce((best, one) => (one.radius < best.radius ? one : best));
    const pieces = leftStanding(contours, run[run.length >> 1].at, radius, isTaken);
    const box = boxOf(pieces);
    const area = Math.abs(pieces.reduce((sum, piece) => sum + signedArea(piece), 0));
    if (!box || area < least || slots.some((middle) => isInside(pieces, middle))) return [];
    // Found from both of its ends, it is one all the same.
    const key = [box.left, box.top, box.right, box.bottom].map((side) => side.toFixed(1)).join(' ');
    if (seen.has(key)) return [];
    seen.add(key);
    return [{ at: tightest.at, measured: tightest.radius, area }];
  });
  return [...plain, ...opened];
}

/** Nodes and curves of rims that turn around material more tightly than a radius, contour by contour in order. */
function tightPlaces(rims: RimIndex, radius: number): Tight[] {
  const { segments } = rims;
  const before = new Int32Array(segments.length);
  rims.next.forEach((next, k) => (before[next] = k));
  const isLine = (k: number) => segments[k].to.kind === 'line';
  /** How far along its sides a disc in the corner at a node touches them. */
  const reach = (k: number) => radius * Math.tan(Math.min(Math.max(0, segments[k].turn), MOST_TURN) / 2);
  return segments.flatMap(({ contour, start, to, begins, length, turn }, k): Tight[] => {
    const found: Tight[] = [];
    const [last, next] = [before[k], rims.next[k]];
    const side = Math.min(length, segments[last].length);
    if (turn > 0 && (turn > LEAST_TURN || side < radius * turn)) {
      const isPlain =
        isLine(k) &&
        isLine(last) &&
        segments[last].length >= reach(k) + reach(last) &&
        length >= reach(k) + reach(next);
      const own = Math.min(turn, MOST_TURN);
      const about = { contour, along: begins, at: { x: start.x, y: start.y } };
      // A kite less a slice of the circle.
      found.push({
        ...about,
        radius: 0,
        ...(isPlain ? { area: radius * radius * (Math.tan(own / 2) - own / 2) } : {}),
      });
    }
    if (to.kind === 'line') return found;
    const points = [start.x, start.y];
    flattenSegment(start, to, FLATNESS_SHARE * radius, points);
    let along = begins;
    for (let i = 2; i + 3 < points.length; i += 2) {
      const [ax, ay] = [points[i] - points[i - 2], points[i + 1] - points[i - 1]];
      const [bx, by] = [points[i + 2] - points[i], points[i + 3] - points[i + 1]];
      const chord = norm(ax, ay);
      along += chord;
      // With y down a turn to the right, around material that lies to the left, is above 0.
      const turned = Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
      const here = turned > 0 ? (chord + norm(bx, by)) / 2 / turned : Infinity;
      if (here < radius) found.push({ contour, along, at: { x: points[i], y: points[i + 1] }, radius: here });
    }
    return found;
  });
}

/** Places that follow one another closely along a contour. */
function runsOf(places: readonly Tight[], near: number): Tight[][] {
  const runs: Tight[][] = [];
  for (const place of places) {
    const run = runs[runs.length - 1];
    const last = run?.[run.length - 1];
    if (last && last.contour === place.contour && place.along - last.along <= near) run.push(place);
    else runs.push([place]);
  }
  return runs;
}
