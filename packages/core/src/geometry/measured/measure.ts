import { centredArc } from '../arc';
import { type Box, type Contour, type Cubic, type Point, eachSegment } from '../contour';
import { norm } from '../../norm';

/**
 * Exact area inside a closed contour, positive when it runs counter-clockwise seen on screen.
 * Green's theorem: half the integral of x dy - y dx, which for each segment is a polynomial in its
 * points (line, cubic) or a circle's segment (arc); turned in sign because y points down.
 */
export function signedArea(contour: Contour): number {
  let twice = 0;
  eachSegment(contour, (from, to) => {
    twice += from.x * to.y - to.x * from.y;
    if (to.kind === 'cubic') twice += twiceCubicOverChord(from, to);
    if (to.kind === 'arc' && to.bulge !== 0) {
      const { radius, sweep } = centredArc(from, to);
      twice -= radius * radius * (sweep - Math.sin(sweep));
    }
  });
  return -twice / 2;
}

/** Twice the area between a cubic and its chord, by integrating its Bernstein polynomials. */
function twiceCubicOverChord(from: Point, { x1, y1, x2, y2, x, y }: Cubic): number {
  const ax = x1 - from.x;
  const ay = y1 - from.y;
  const bx = x2 - from.x;
  const by = y2 - from.y;
  const cx = x - from.x;
  const cy = y - from.y;
  return (3 * (ax * by - bx * ay) + 3 * (ax * cy - cx * ay) + 6 * (bx * cy - cx * by)) / 10;
}

/** Length along a contour, to about nine digits. */
export function contourLength(contour: Contour): number {
  let length = 0;
  eachSegment(contour, (from, to) => {
    if (to.kind === 'cubic') length += cubicLength(from, to, 0, 1, 0);
    else if (to.kind === 'arc' && to.bulge !== 0) {
      const { radius, sweep } = centredArc(from, to);
      length += radius * Math.abs(sweep);
    } else length += norm(to.x - from.x, to.y - from.y);
  });
  return length;
}

/** Gauss-Legendre abscissae and weights of order 8 on [-1, 1], one half (Abramowitz and Stegun, table 25.4). */
const GAUSS = [
  [0.1834346424956498, 0.362683783378362],
  [0.525532409916329, 0.3137066458778873],
  [0.7966664774136267, 0.2223810344533745],
  [0.9602898564975363, 0.1012285362903763],
];

function gaussLength(from: Point, cubic: Cubic, start: number, end: number): number {
  const half = (end - start) / 2;
  const middle = (start + end) / 2;
  let sum = 0;
  for (const [at, weight] of GAUSS) {
    sum +=
      weight * (cubicSpeed(from, cubic, middle - half * at) + cubicSpeed(from, cubic, middle + half * at));
  }
  return sum * half;
}

function cubicSpeed(from: Point, c: Cubic, t: number): number {
  const u = 1 - t;
  const a = 3 * u * u;
  const b = 6 * u * t;
  const d = 3 * t * t;
  return norm(
    a * (c.x1 - from.x) + b * (c.x2 - c.x1) + d * (c.x - c.x2),
    a * (c.y1 - from.y) + b * (c.y2 - c.y1) + d * (c.y - c.y2),
  );
}

/** Halves the interval until both halves together agree with the whole. */
function cubicLength(from: Point, cubic: Cubic, start: number, end: number, depth: number): number {
  const middle = (start + end) / 2;
  const whole = gaussLength(from, cubic, start, end);
  const halves = gaussLength(from, cubic, start, middle) + gaussLength(from, cubic, middle, end);
  if (depth > 12 || Math.abs(whole - halves) <= 1e-10 * (1 + whole)) return halves;
  return (
    cubicLength(from, cubic, start, middle, depth + 1) + cubicLength(from, cubic, middle, end, depth + 1)
  );
}

/** The smallest box around some contours, curves taken exactly; undefined when there are none. */
export function boxOf(contours: readonly Contour[]): Box | undefined {
  if (contours.length === 0) return undefined;
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  const include = (x: number, y: number) => {
    box.left = Math.min(box.left, x);
    box.right = Math.max(box.right, x);
    box.top = Math.min(box.top, y);
    box.bottom = Math.max(box.bottom, y);
  };
  for (const contour of contours) {
    include(contour.start.x, contour.start.y);
    eachSegment(contour, (from, to) => {
      include(to.x, to.y);
      if (to.kind === 'cubic') includeCubic(from, to, include);
      if (to.kind === 'arc' && to.bulge !== 0) {
        const { centre, radius, startAngle, sweep } = centredArc(from, to);
        const first = Math.min(startAngle, startAngle + sweep);
        const last = Math.max(startAngle, startAngle + sweep);
        const quarter = Math.PI / 2;
        for (let k = Math.ceil(first / quarter); k * quarter <= last; k++) {
          include(centre.x + radius * Math.cos(k * quarter), centre.y - radius * Math.sin(k * quarter));
        }
      }
    });
  }
  return box;
}

function includeCubic(from: Point, c: Cubic, include: (x: number, y: number) => void): void {
  for (const t of [...extrema(from.x, c.x1, c.x2, c.x), ...extrema(from.y, c.y1, c.y2, c.y)]) {
    const { x, y } = cubicPoint(from, c, t);
    include(x, y);
  }
}

/** Parameters in (0, 1) at which one coordinate of a cubic stands still. */
export function extrema(p0: number, p1: number, p2: number, p3: number): number[] {
  const a = p3 - 3 * p2 + 3 * p1 - p0;
  const b = 2 * (p2 - 2 * p1 + p0);
  const c = p1 - p0;
  const roots: number[] = [];
  if (Math.abs(a) < 1e-12 * (Math.abs(b) + Math.abs(c))) {
    if (b !== 0) roots.push(-c / b);
  } else {
    const inside = b * b - 4 * a * c;
    if (inside >= 0) roots.push((-b - Math.sqrt(inside)) / (2 * a), (-b + Math.sqrt(inside)) / (2 * a));
  }
  return roots.filter((t) => t > 0 && t < 1);
}

/** The point of a cubic at parameter t. */
export function cubicPoint(from: Point, c: Cubic, t: number): Point {
  const u = 1 - t;
  const a = u * u * u;
  const b = 3 * u * u * t;
  const d = 3 * u * t * t;
  const e = t * t * t;
  return { x: a * from.x + b * c.x1 + d * c.x2 + e * c.x, y: a * from.y + b * c.y1 + d * c.y2 + e * c.y };
}

export const boxWidth = (box: Box) => box.right - box.left;
export const boxHeight = (box: Box) => box.bottom - box.top;

/** By which a contour is known again, wherever it begins and whichever way it runs: its box, its area, how many segments it has. */
export function lookOf(contour: Contour): string {
  const { left, top, right, bottom } = boxOf([contour]) ?? { left: 0, top: 0, right: 0, bottom: 0 };
  return [left, top, right, bottom, Math.abs(signedArea(contour)), contour.segments.length]
    .map((figure) => figure.toFixed(3))
    .join(' ');
}
