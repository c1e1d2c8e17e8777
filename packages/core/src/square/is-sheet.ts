import type { Point } from '../geometry';
import { type GreyPicture, toneAt } from '../raster';
import { norm } from '../norm';

/** Places looked at along each side, leaving out its ends, and distances from it, in pixels of the small copy. */
const PLACES = 30;
const ENDS = 0.06;
const BESIDE = [2.5, 3.25, 4];
/** Along most of the rim a bare board changes from place to place by at most so many tones, grain included. */
const EVEN_PLACES = 0.75;
const EVEN_TONES = 1.4;
const UNEVEN_SIDE = 2;
/** Beyond the rim tones differ by so many at least, and along so much of it. */
const DIFFERS = 7;
const MOSTLY = 0.78;
const MOSTLY_OF_A_SIDE = 0.5;
/** Its shortest side is at least this share of the picture's shorter one, and its longest so many times that at most. */
const LEAST_SIDE = 0.1;
/** Who means a sheet has at least this share of the picture full of it; a smaller one may be meant. */
const LEAST_AREA = 0.12;
export const LEAST_OF_SMALL = 0.03;
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
 * on it; and not lying straight already. Letters, windows and the frames of pictures fail one of these. It covers at
 * least the share `leastArea` of the picture.
 */
export function isSheet(
  grey: GreyPicture,
  points: readonly Point[],
  leastArea: number = LEAST_AREA,
): boolean {
  if (!isWorthIt(points, grey, leastArea)) return false;
  const sides = alongSides(grey, points);
  const rim = sides.flat();
  if (rim.filter(({ inside }) => !Number.isNaN(inside)).length < 2 * PLACES) return false;
  // Light may change along the rim, also at the edge of a shadow; a bare board does not change from place to place.
  const rough = roughnessOf(rim);
  if (rough > EVEN_TONES) return false;
  const steps = rim
    .map((place) => Math.abs(place.outside - place.inside))
    .filter((step) => !Number.isNaN(step));
  const contrast = usual(steps, 0.5);
  const differs = steps.filter((step) => step > Math.max(DIFFERS, 2 * rough)).length;
  if (differs < MOSTLY * steps.length || steps.length < PLACES) return false;
  if (sides.some((side) => !isSide(side, rough))) return false;
  const light = carriedIn(sides);
  if (!hasCorners(grey, points, light, Math.max(LEAST_INK / 2, contrast / 2))) return false;
  const content = contentOf(grey, points, light);
  return content >= LEAST_CONTENT && content <= MOST_CONTENT;
}

/** Whether one side is bare inside, and something else lies beyond most of it, as far as that is in view. */
function isSide(side: readonly Place[], rough: number): boolean {
  const steps = side
    .map(({ inside, outside }) => Math.abs(outside - inside))
    .filter((step) => !Number.isNaN(step));
  const differs = steps.filter((step) => step > Math.max(DIFFERS, 2 * rough)).length;
  return differs >= MOSTLY_OF_A_SIDE * steps.length && roughnessOf(side) <= UNEVEN_SIDE;
}

/** By how many tones the inside usually changes from place to place, more than light does. */
function roughnessOf(places: readonly Place[]): number {
  const off = places
    .slice(1, -1)
    .map((place, k) => Math.abs(place.inside - (places[k].inside + places[k + 2].inside) / 2))
    .filter((tones) => !Number.isNaN(tones));
  return usual(off, EVEN_PLACES);
}

const usual = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.floor(share * values.length)] ?? 0;

/** Whether it is no sliver, and converges or leans by more than a little. */
function isWorthIt(
  points: readonly Point[],
  { width, height }: { width: number; height: number },
  leastArea: number,
): boolean {
  const sides = points.map((point, k) => {
    const next = points[(k + 1) % 4];
    return {
      length: norm(next.x - point.x, next.y - point.y),
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
  if (Math.abs(area) < leastArea * width * height) return false;
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

/** Tones just inside and just outside the rim at one of its places; NaN where that is out of view. */
interface Place {
  inside: number;
  outside: number;
}

/** The places along each side, clockwise as the corners are. */
function alongSides(grey: GreyPicture, points: readonly Point[]): Place[][] {
  return points.map((from, k) => {
    const to = points[(k + 1) % 4];
    const length = norm(to.x - from.x, to.y - from.y);
    // Clockwise on screen, the inside lies to the right of each side.
    const [nx, ny] = [-(to.y - from.y) / length, (to.x - from.x) / length];
    return Array.from({ length: PLACES }, (_, place): Place => {
      const share = ENDS + ((1 - 2 * ENDS) * place) / (PLACES - 1);
      const [x, y] = [from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share];
      const beside = (sign: number): number => {
        let sum = 0;
        for (const off of BESIDE) {
          const [ax, ay] = [x + sign * off * nx, y + sign * off * ny];
          if (!(ax > 0 && ay > 0 && ax < grey.width && ay < grey.height)) return NaN;
          sum += toneAt(grey, ax, ay);
        }
        return sum / BESIDE.length;
      };
      return { inside: beside(1), outside: beside(-1) };
    });
  });
}

/** The usual tone along each side, on one side of it. */
export const usualTones = (
  grey: GreyPicture,
  points: readonly Point[],
  where: 'inside' | 'outside',
): number[] =>
  alongSides(grey, points).map((side) => {
    const tones = side.map((place) => place[where]).filter((tone) => !Number.isNaN(tone));
    return tones.sort((a, b) => a - b)[tones.length >> 1] ?? NaN;
  });

/** The bare board's tone at a place by how far across and down it lies, 0 to 1. */
type Light = (u: number, v: number) => number;

/**
 * The bare board's tone all over, carried in from its rim, so that the edge of a shadow that crosses the rim crosses the
 * board too (a bilinearly blended patch, Coons 1967).
 */
function carriedIn(sides: readonly Place[][]): Light {
  const [top, right, bottom, left] = sides.map((side) => steady(side.map(({ inside }) => inside)));
  const at = (side: Float64Array, share: number) => {
    const place = Math.min(PLACES - 1, Math.max(0, ((share - ENDS) / (1 - 2 * ENDS)) * (PLACES - 1)));
    const first = Math.min(PLACES - 2, Math.floor(place));
    return side[first] + (side[first + 1] - side[first]) * (place - first);
  };
  // Sides run clockwise: the lower one from right to left, the left one upwards.
  const corner = (one: number, other: number) => (one + other) / 2;
  const [a, b, c, d] = [
    corner(at(top, 0), at(left, 1)),
    corner(at(top, 1), at(right, 0)),
    corner(at(bottom, 0), at(right, 1)),
    corner(at(bottom, 1), at(left, 0)),
  ];
  return (u, v) =>
    (1 - v) * at(top, u) +
    v * at(bottom, 1 - u) +
    (1 - u) * at(left, 1 - v) +
    u * at(right, v) -
    ((1 - v) * ((1 - u) * a + u * b) + v * ((1 - u) * d + u * c));
}

/** Tones along a side without what strays at single places or is out of view: the middle of each five. */
function steady(tones: readonly number[]): Float64Array {
  const usual = [...tones].filter((tone) => !Number.isNaN(tone)).sort((a, b) => a - b);
  return Float64Array.from(tones, (_, k) => {
    const near = tones
      .slice(Math.max(0, k - 2), k + 3)
      .filter((tone) => !Number.isNaN(tone))
      .sort((a, b) => a - b);
    return near[near.length >> 1] ?? usual[usual.length >> 1] ?? 0;
  });
}

/** Whether at least three corners are the board's own, right into the corner. */
function hasCorners(grey: GreyPicture, points: readonly Point[], light: Light, most: number): boolean {
  const own = points.filter(({ x, y }, k) => {
    const across = points[(k + 2) % 4];
    const diagonal = norm(across.x - x, across.y - y);
    const far = Math.max(LEAST_CORNER, CORNER * diagonal) / diagonal;
    const tone = toneAt(grey, x + (across.x - x) * far, y + (across.y - y) * far);
    return Math.abs(tone - light(k === 1 || k === 2 ? 1 : 0, k > 1 ? 1 : 0)) < most;
  });
  return own.length >= 3;
}

/** Places looked at inside, each way, and how far from the sides they stay, as a share of the way across. */
const INSIDE = 32;
const AWAY = 0.06;

/** Share of the inside, away from the rim, whose tone is not that of the bare board. */
function contentOf(grey: GreyPicture, [a, b, c, d]: readonly Point[], light: Light): number {
  let other = 0;
  for (let k = 0; k < INSIDE * INSIDE; k++) {
    const u = AWAY + ((1 - 2 * AWAY) * ((k % INSIDE) + 0.5)) / INSIDE;
    const v = AWAY + ((1 - 2 * AWAY) * (Math.floor(k / INSIDE) + 0.5)) / INSIDE;
    const x = (1 - v) * ((1 - u) * a.x + u * b.x) + v * ((1 - u) * d.x + u * c.x);
    const y = (1 - v) * ((1 - u) * a.y + u * b.y) + v * ((1 - u) * d.y + u * c.y);
    if (Math.abs(toneAt(grey, x, y) - light(u, v)) > LEAST_INK) other++;
  }
  return other / INSIDE ** 2;
}
