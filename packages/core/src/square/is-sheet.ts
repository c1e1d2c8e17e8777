import type { Point } from '../geometry';
import { type GreyPicture, toneAt } from '../raster';

/** Places looked at along each side, leaving out its ends, and distances from it, in pixels of the small copy. */
const PLACES = 30;
const ENDS = 0.06;
const BESIDE = [2.5, 3.25, 4];
/** Along most of the rim a bare board changes from place to place by at most so many tones, grain included. */
const EVEN_PLACES = 0.75;
const EVEN_TONES = 1.4;
/** Beyond the rim tones differ by so many at least, and along so much of it. */
const DIFFERS = 7;
const MOSTLY = 0.78;
/** Its shortest side is at least this share of the picture's shorter one, and its longest so many times that at most. */
const LEAST_SIDE = 0.1;
/** Who means a sheet has at least this share of the picture full of it. */
const LEAST_AREA = 0.12;
const MOST_ASPECT = 7;
/** How far inside a corner the board is looked for, along the diagonal: what is rounded there is a shape. */
const CORNER = 0.025;
const LEAST_CORNER = 3;
/** What is on the board: so many tones off, at least and at most this share of its inside. */
const LEAST_INK = 18;
const LEAST_CONTENT = 0.004;
const MOST_CONTENT = 0.75;
/** Sides that converge by this share, or lean by these radians, are worth straightening. */
const LEAST_CONVERGENCE = 0.03;
const MOST_CONVERGENCE = 0.9;
const LEAST_LEAN = 0.03;
/** A board leans no more than this: what stands on a corner is a shape. */
const MOST_LEAN = 0.6;

/**
 * Whether a quadrilateral, its corners clockwise from the upper left, is a sheet, a board or a card that is worth
 * flattening: bare along its whole rim, in one tone under an even light; something else beyond it; something
 * on it; and not lying straight already. Letters, windows and the frames of pictures fail one of these.
 */
export function isSheet(grey: GreyPicture, points: readonly Point[]): boolean {
  if (!isWorthIt(points, grey)) return false;
  const rim = alongRim(grey, points);
  const light = evenLight(rim);
  if (!light) return false;
  const usual = (values: number[], share: number) =>
    [...values].sort((a, b) => a - b)[Math.floor(share * values.length)] ?? 0;
  // Light may change along the rim, also at the edge of a shadow; a bare board does not change from place to place.
  const rough = usual(
    rim.slice(1, -1).map(({ inside }, k) => Math.abs(inside - (rim[k].inside + rim[k + 2].inside) / 2)),
    EVEN_PLACES,
  );
  const steps = rim.flatMap(({ inside, outside }) =>
    outside === undefined ? [] : Math.abs(outside - inside),
  );
  const contrast = usual(steps, 0.5);
  if (rough > EVEN_TONES) return false;
  const differs = steps.filter((step) => step > Math.max(DIFFERS, 2 * rough)).length;
  if (differs < MOSTLY * steps.length || steps.length < PLACES) return false;
  if (!hasCorners(grey, points, light, Math.max(LEAST_INK / 2, contrast / 2))) return false;
  const content = contentOf(grey, points, light, LEAST_INK);
  return content >= LEAST_CONTENT && content <= MOST_CONTENT;
}

/** Whether it is no sliver, and converges or leans by more than a little. */
function isWorthIt(points: readonly Point[], { width, height }: { width: number; height: number }): boolean {
  const sides = points.map((point, k) => {
    const next = points[(k + 1) % 4];
    return {
      length: Math.hypot(next.x - point.x, next.y - point.y),
      angle: Math.atan2(next.y - point.y, next.x - point.x),
    };
  });
  const convergence = Math.max(
    ...[0, 1].map((k) => Math.abs(Math.log(sides[k].length / sides[k + 2].length))),
  );
  if (convergence > MOST_CONVERGENCE) return false;
  const area = points.reduce((sum, { x, y }, k) => {
    const next = points[(k + 1) % 4];
    return sum + (x * next.y - next.x * y) / 2;
  }, 0);
  if (Math.abs(area) < LEAST_AREA * width * height) return false;
  const shortest = Math.min(...sides.map(({ length }) => length));
  const longest = Math.max(...sides.map(({ length }) => length));
  if (shortest < LEAST_SIDE * Math.min(width, height) || longest > MOST_ASPECT * shortest) return false;
  const leans = sides.map(({ angle }) => {
    const off = Math.abs(angle % (Math.PI / 2));
    return Math.min(off, Math.PI / 2 - off);
  });
  if (Math.min(...leans) > MOST_LEAN) return false;
  return convergence > LEAST_CONVERGENCE || leans.some((lean) => lean > LEAST_LEAN);
}

/** A place on the rim with the tones just inside and, where that is in view, just outside. */
interface Place extends Point {
  inside: number;
  outside: number | undefined;
}

function alongRim(grey: GreyPicture, points: readonly Point[]): Place[] {
  return points.flatMap((from, k) => {
    const to = points[(k + 1) % 4];
    const length = Math.hypot(to.x - from.x, to.y - from.y);
    // Clockwise on screen, the inside lies to the right of each side.
    const [nx, ny] = [-(to.y - from.y) / length, (to.x - from.x) / length];
    return Array.from({ length: PLACES }, (_, place): Place | undefined => {
      const share = ENDS + ((1 - 2 * ENDS) * place) / (PLACES - 1);
      const [x, y] = [from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share];
      const beside = (sign: number): number | undefined => {
        let sum = 0;
        for (const off of BESIDE) {
          const [ax, ay] = [x + sign * off * nx, y + sign * off * ny];
          if (!(ax > 0 && ay > 0 && ax < grey.width && ay < grey.height)) return undefined;
          sum += toneAt(grey, ax, ay);
        }
        return sum / BESIDE.length;
      };
      const inside = beside(1);
      return inside === undefined ? undefined : { x, y, inside, outside: beside(-1) };
    }).filter((place) => place !== undefined);
  });
}

/** Light that falls off evenly over the board, fitted to its rim by least squares, what strays left out; in tones. */
function evenLight(places: readonly Place[]): ((x: number, y: number) => number) | undefined {
  let kept = places;
  let light: ((x: number, y: number) => number) | undefined;
  for (let round = 0; round < 3; round++) {
    if (kept.length < 2 * PLACES) return light;
    const plane = planeThrough(kept);
    light = plane;
    const off = places.map(({ x, y, inside }) => Math.abs(inside - plane(x, y)));
    const middle = [...off].sort((a, b) => a - b)[off.length >> 1];
    kept = places.filter((_, i) => off[i] <= Math.max(2, 2.5 * middle));
  }
  return light;
}

function planeThrough(places: readonly Place[]): (x: number, y: number) => number {
  const n = places.length;
  const mean = (read: (place: Place) => number) => places.reduce((sum, place) => sum + read(place), 0) / n;
  const [mx, my, mt] = [mean(({ x }) => x), mean(({ y }) => y), mean(({ inside }) => inside)];
  const xx = mean(({ x }) => (x - mx) ** 2);
  const yy = mean(({ y }) => (y - my) ** 2);
  const xy = mean(({ x, y }) => (x - mx) * (y - my));
  const xt = mean(({ x, inside }) => (x - mx) * (inside - mt));
  const yt = mean(({ y, inside }) => (y - my) * (inside - mt));
  const determinant = xx * yy - xy * xy || 1;
  const a = (xt * yy - yt * xy) / determinant;
  const b = (yt * xx - xt * xy) / determinant;
  return (x, y) => mt + a * (x - mx) + b * (y - my);
}

/** Whether at least three corners are the board's own, right into the corner. */
function hasCorners(
  grey: GreyPicture,
  points: readonly Point[],
  light: (x: number, y: number) => number,
  most: number,
): boolean {
  const own = points.filter(({ x, y }, k) => {
    const across = points[(k + 2) % 4];
    const diagonal = Math.hypot(across.x - x, across.y - y);
    const far = Math.max(LEAST_CORNER, CORNER * diagonal) / diagonal;
    const [ax, ay] = [x + (across.x - x) * far, y + (across.y - y) * far];
    return Math.abs(toneAt(grey, ax, ay) - light(ax, ay)) < most;
  });
  return own.length >= 3;
}

/** Places looked at inside, each way, and how far from the sides they stay, as a share of the way across. */
const INSIDE = 32;
const AWAY = 0.06;

/** Share of the inside, away from the rim, whose tone is not that of the bare board. */
function contentOf(
  grey: GreyPicture,
  [a, b, c, d]: readonly Point[],
  light: (x: number, y: number) => number,
  least: number,
): number {
  let other = 0;
  for (let k = 0; k < INSIDE * INSIDE; k++) {
    const u = AWAY + ((1 - 2 * AWAY) * ((k % INSIDE) + 0.5)) / INSIDE;
    const v = AWAY + ((1 - 2 * AWAY) * (Math.floor(k / INSIDE) + 0.5)) / INSIDE;
    const x = (1 - v) * ((1 - u) * a.x + u * b.x) + v * ((1 - u) * d.x + u * c.x);
    const y = (1 - v) * ((1 - u) * a.y + u * b.y) + v * ((1 - u) * d.y + u * c.y);
    if (Math.abs(toneAt(grey, x, y) - light(x, y)) > least) other++;
  }
  return other / INSIDE ** 2;
}
