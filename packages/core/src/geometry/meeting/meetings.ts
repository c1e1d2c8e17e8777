import { arcPoint, centredArc } from '../arc';
import type { Cubic, Point, Segment } from '../contour';
import { cubicPoint } from '../measured/measure';

/** Where two segments meet: the place, and the parameter 0..1 there on each. */
export interface Meeting extends Point {
  t: number;
  u: number;
}

/** Straight steps in which places are sought, and the most steps of Newton's method that settle them. */
const STEPS = 32;
const ROUNDS = 12;
/** Parameters nearer than this are one place; those of a touching end count as within. */
const SAME = 1e-7;

/**
 * All places where two segments cross or touch, in order along the first: sought between the chords of both, then
 * refined by Newton's method on the curves themselves. Segments that run along one another have none.
 */
export function meetings(fromA: Point, a: Segment, fromB: Point, b: Segment): Meeting[] {
  const [one, other] = [curveOf(fromA, a), curveOf(fromB, b)];
  const [chordsA, chordsB] = [one, other].map((curve) =>
    Array.from({ length: curve.steps + 1 }, (_, k) => curve.at(k / curve.steps)),
  );
  const found: Meeting[] = [];
  for (let i = 0; i < one.steps; i++) {
    for (let k = 0; k < other.steps; k++) {
      const near = chordsMeet(chordsA[i], chordsA[i + 1], chordsB[k], chordsB[k + 1]);
      if (!near) continue;
      const exact = refined(one, other, (i + near.t) / one.steps, (k + near.u) / other.steps);
      if (exact && !found.some(({ t, u }) => Math.abs(t - exact.t) + Math.abs(u - exact.u) < 2 * SAME))
        found.push(exact);
    }
  }
  return found.sort((p, q) => p.t - q.t);
}

interface Curve {
  steps: number;
  at(t: number): Point;
  velocity(t: number): Point;
}

function curveOf(from: Point, segment: Segment): Curve {
  if (segment.kind === 'cubic')
    return {
      steps: STEPS,
      at: (t) => cubicPoint(from, segment, t),
      velocity: (t) => cubicVelocity(from, segment, t),
    };
  if (segment.kind === 'arc' && segment.bulge !== 0) {
    const arc = centredArc(from, segment);
    return {
      steps: STEPS,
      at: (t) => arcPoint(arc, t),
      velocity: (t) => {
        const { x, y } = arcPoint(arc, t);
        return { x: (y - arc.centre.y) * arc.sweep, y: (arc.centre.x - x) * arc.sweep };
      },
    };
  }
  const [dx, dy] = [segment.x - from.x, segment.y - from.y];
  return {
    steps: 1,
    at: (t) => ({ x: from.x + t * dx, y: from.y + t * dy }),
    velocity: () => ({ x: dx, y: dy }),
  };
}

function cubicVelocity(from: Point, c: Cubic, t: number): Point {
  const u = 1 - t;
  const along = (p0: number, p1: number, p2: number, p3: number) =>
    3 * (u * u * (p1 - p0) + 2 * u * t * (p2 - p1) + t * t * (p3 - p2));
  return { x: along(from.x, c.x1, c.x2, c.x), y: along(from.y, c.y1, c.y2, c.y) };
}

/** Where two chords meet; a little beyond their ends counts, since the curves bulge from their chords. */
function chordsMeet(a: Point, b: Point, c: Point, d: Point): { t: number; u: number } | undefined {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const [ex, ey] = [d.x - c.x, d.y - c.y];
  const determinant = dx * ey - dy * ex;
  if (determinant === 0) return undefined;
  const t = ((c.x - a.x) * ey - (c.y - a.y) * ex) / determinant;
  const u = ((c.x - a.x) * dy - (c.y - a.y) * dx) / determinant;
  const isNear = (share: number) => share > -0.25 && share < 1.25;
  return isNear(t) && isNear(u) ? { t, u } : undefined;
}

function refined(a: Curve, b: Curve, startT: number, startU: number): Meeting | undefined {
  let [t, u] = [startT, startU];
  for (let round = 0; round < ROUNDS; round++) {
    const [p, q] = [a.at(t), b.at(u)];
    const [v, w] = [a.velocity(t), b.velocity(u)];
    const determinant = v.y * w.x - v.x * w.y;
    if (determinant === 0) return undefined;
    const [offX, offY] = [q.x - p.x, q.y - p.y];
    const stepT = (offY * w.x - offX * w.y) / determinant;
    const stepU = (offY * v.x - offX * v.y) / determinant;
    t += stepT;
    u += stepU;
    if (Math.abs(stepT) + Math.abs(stepU) > 1e-12) continue;
    const isWithin = (share: number) => share > -SAME && share < 1 + SAME;
    return isWithin(t) && isWithin(u) ? { ...a.at(t), t, u } : undefined;
  }
  return undefined;
}
