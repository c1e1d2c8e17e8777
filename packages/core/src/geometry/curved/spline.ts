import type { Contour, Cubic, Point, Segment } from '../contour';
import { norm } from '../../norm';

/** A (rational) B-spline curve. */
export interface Spline {
  degree: number;
  /** Not falling; as many as points, and the degree and one more. */
  knots: readonly number[];
  points: readonly Point[];
  /** One a point, above zero; absent where all are alike. */
  weights?: readonly number[];
}

/** A place with its weight: x and y are multiplied by it. */
type Weighted = [x: number, y: number, w: number];

/** Shares within which weights and lengths count as alike. */
const ALIKE = 1e-9;
/** A curve is halved so often at most. */
const MOST_HALVES = 12;

/**
 * A B-spline as lines, cubics and arcs: degrees 1 to 3 without weights, and circles as rational curves of degree 2, exactly;
 * others within `tolerance`. Each span's Bezier points are values of its blossom (Ramshaw; Piegl and Tiller, "The NURBS
 * book", sections 5.3 and 5.6). Undefined where numbers do not make a curve.
 */
export function splineContour(
  { degree, knots, points, weights }: Spline,
  tolerance: number,
): Contour | undefined {
  const isWhole =
    degree >= 1 &&
    points.length > degree &&
    knots.length === points.length + degree + 1 &&
    knots.every((knot, k) => Number.isFinite(knot) && (k === 0 || knot >= knots[k - 1])) &&
    (weights === undefined || (weights.length === points.length && weights.every((weight) => weight > 0)));
  if (!isWhole) return undefined;
  const whole = points.map(({ x, y }, k): Weighted => {
    const w = weights?.[k] ?? 1;
    return [x * w, y * w, w];
  });
  let start: Point | undefined;
  const segments: Segment[] = [];
  for (let i = degree; i < points.length; i++) {
    if (knots[i + 1] <= knots[i]) continue;
    const bezier = Array.from({ length: degree + 1 }, (_, j) =>
      blossom(whole, knots, degree, i, (r) => (r < degree - j ? knots[i] : knots[i + 1])),
    );
    start ??= bare(bezier[0]);
    segments.push(...segmentsOf(bezier, tolerance));
  }
  return start && { start, segments, closed: false };
}

const bare = ([x, y, w]: Weighted): Point => ({ x: x / w, y: y / w });
const mix = (a: Weighted, b: Weighted, share: number): Weighted => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
  a[2] + (b[2] - a[2]) * share,
];

/** De Boor's scheme with an argument of its own at every level. */
function blossom(
  points: readonly Weighted[],
  knots: readonly number[],
  degree: number,
  span: number,
  argument: (level: number) => number,
): Weighted {
  const d = points.slice(span - degree, span + 1);
  for (let r = 1; r <= degree; r++) {
    for (let j = degree; j >= r; j--) {
      const low = knots[j + span - degree];
      const width = knots[j + 1 + span - r] - low;
      d[j] = mix(d[j - 1], d[j], width > 0 ? (argument(r - 1) - low) / width : 0);
    }
  }
  return d[degree];
}

function segmentsOf(bezier: readonly Weighted[], tolerance: number): Segment[] {
  const degree = bezier.length - 1;
  const end = bare(bezier[degree]);
  if (degree === 1) return [{ kind: 'line', ...end }];
  const isPlain = bezier.every(([, , w]) => Math.abs(w / bezier[0][2] - 1) < ALIKE);
  const places = bezier.map(bare);
  if (isPlain && degree === 2) {
    const third = (from: Point) => ({
      x: from.x + (2 / 3) * (places[1].x - from.x),
      y: from.y + (2 / 3) * (places[1].y - from.y),
    });
    return [cubic(third(places[0]), third(end), end)];
  }
  if (isPlain && degree === 3) return [cubic(places[1], places[2], end)];
  const arc = degree === 2 ? arcOf(bezier) : undefined;
  return arc ? [arc] : halved(bezier, 0, 1, tolerance, 0);
}

const cubic = (first: Point, second: Point, end: Point): Cubic => ({
  kind: 'cubic',
  x1: first.x,
  y1: first.y,
  x2: second.x,
  y2: second.y,
  ...end,
});

/** The arc that a rational curve of degree 2 is: both sides alike, and the weight the cosine of the angle between side and chord. */
function arcOf(bezier: readonly Weighted[]): Segment | undefined {
  const [a, b, c] = bezier.map(bare);
  const [first, second] = [norm(b.x - a.x, b.y - a.y), norm(c.x - b.x, c.y - b.y)];
  const chord = norm(c.x - a.x, c.y - a.y);
  const cosine = chord / (first + second);
  const weight = bezier[1][2] / Math.sqrt(bezier[0][2] * bezier[2][2]);
  const isRound = Math.abs(first - second) < 1e-6 * chord && Math.abs(weight - cosine) < 1e-6;
  if (!isRound || chord === 0) return undefined;
  const turn = Math.sign((b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x));
  // The sides leave the chord by half the angle swept; y points down, so that a turn to the right runs clockwise.
  return { kind: 'arc', bulge: -turn * Math.tan(Math.acos(Math.min(1, cosine)) / 2), x: c.x, y: c.y };
}

/** Hermite cubics over shares of a Bezier curve, halved until they lie within the tolerance at three places. */
function halved(
  bezier: readonly Weighted[],
  from: number,
  to: number,
  tolerance: number,
  depth: number,
): Segment[] {
  const [a, b] = [at(bezier, from), at(bezier, to)];
  const third = (to - from) / 3;
  const segment = cubic(
    { x: a.x + a.dx * third, y: a.y + a.dy * third },
    { x: b.x - b.dx * third, y: b.y - b.dy * third },
    { x: b.x, y: b.y },
  );
  const isNear = [0.25, 0.5, 0.75].every((share) => {
    const meant = at(bezier, from + (to - from) * share);
    const rest = 1 - share;
    const value = (p0: number, p1: number, p2: number, p3: number) =>
      rest ** 3 * p0 + 3 * rest ** 2 * share * p1 + 3 * rest * share ** 2 * p2 + share ** 3 * p3;
    const x = value(a.x, segment.x1, segment.x2, b.x);
    const y = value(a.y, segment.y1, segment.y2, b.y);
    return norm(x - meant.x, y - meant.y) <= tolerance;
  });
  if (isNear || depth === MOST_HALVES) return [segment];
  const middle = (from + to) / 2;
  return [
    ...halved(bezier, from, middle, tolerance, depth + 1),
    ...halved(bezier, middle, to, tolerance, depth + 1),
  ];
}

/** Place and derivative of a rational Bezier curve (de Casteljau; the derivative by the quotient rule). */
function at(bezier: readonly Weighted[], t: number): Point & { dx: number; dy: number } {
  let row = [...bezier];
  while (row.length > 2) row = row.slice(1).map((point, k) => mix(row[k], point, t));
  const [x, y, w] = mix(row[0], row[1], t);
  const degree = bezier.length - 1;
  const [dx, dy, dw] = row[0].map((value, k) => degree * (row[1][k] - value));
  return { x: x / w, y: y / w, dx: (dx * w - x * dw) / w ** 2, dy: (dy * w - y * dw) / w ** 2 };
}

/** Points of a closed curve that are taken from beyond its seam, so that it goes on smoothly there. */
const BEYOND = 12;

/**
 * The cubic spline through points, its parameter growing with the way between them, its second derivative even
 * (Piegl and Tiller, section 9.2): at its ends none where no direction is given.
 */
export function splineThrough(
  points: readonly Point[],
  closed: boolean,
  begins?: Point,
  ends?: Point,
): Contour | undefined {
  const own = points.filter(({ x, y }, k) => k === 0 || norm(x - points[k - 1].x, y - points[k - 1].y) > 0);
  if (closed) {
    const [first, last] = [own[0], own[own.length - 1]];
    if (own.length > 1 && first.x === last.x && first.y === last.y) own.pop();
    if (own.length < 3) return undefined;
    const around = (k: number) => own[((k % own.length) + own.length) % own.length];
    const wide = Array.from({ length: own.length + 1 + 2 * BEYOND }, (_, k) => around(k - BEYOND));
    const segments = through(wide).slice(BEYOND, BEYOND + own.length);
    return { start: { ...own[0] }, segments, closed: true };
  }
  if (own.length < 2) return undefined;
  return { start: { ...own[0] }, segments: through(own, begins, ends), closed: false };
}

function through(points: readonly Point[], begins?: Point, ends?: Point): Segment[] {
  const n = points.length;
  const steps = points.slice(1).map(({ x, y }, k) => norm(x - points[k].x, y - points[k].y));
  const derivatives = (['x', 'y'] as const).map((axis) => {
    const slope = (k: number) => (points[k + 1][axis] - points[k][axis]) / steps[k];
    const unit = (direction: Point | undefined) =>
      direction && direction[axis] / (norm(direction.x, direction.y) || 1);
    const [first, last] = [unit(begins), unit(ends)];
    // Rows of a tridiagonal system in the derivatives at the points.
    const [below, on, above, right] = Array.from({ length: 4 }, () => new Float64Array(n));
    [on[0], above[0], right[0]] = first === undefined ? [2, 1, 3 * slope(0)] : [1, 0, first];
    for (let k = 1; k < n - 1; k++) {
      [below[k], on[k], above[k]] = [steps[k], 2 * (steps[k - 1] + steps[k]), steps[k - 1]];
      right[k] = 3 * (steps[k] * slope(k - 1) + steps[k - 1] * slope(k));
    }
    [below[n - 1], on[n - 1], right[n - 1]] = last === undefined ? [1, 2, 3 * slope(n - 2)] : [0, 1, last];
    for (let k = 1; k < n; k++) {
      const factor = below[k] / on[k - 1];
      on[k] -= factor * above[k - 1];
      right[k] -= factor * right[k - 1];
    }
    const value = new Float64Array(n);
    for (let k = n - 1; k >= 0; k--)
      value[k] = (right[k] - (k < n - 1 ? above[k] * value[k + 1] : 0)) / on[k];
    return value;
  });
  const [dx, dy] = derivatives;
  return steps.map((step, k): Segment => {
    const [from, to] = [points[k], points[k + 1]];
    return cubic(
      { x: from.x + (dx[k] * step) / 3, y: from.y + (dy[k] * step) / 3 },
      { x: to.x - (dx[k + 1] * step) / 3, y: to.y - (dy[k + 1] * step) / 3 },
      { x: to.x, y: to.y },
    );
  });
}
