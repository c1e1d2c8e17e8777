import type { Arc, Contour, Cubic, Point } from './contour';
import { norm } from '../norm';

/** An arc by its circle. Angles in radians, counter-clockwise on screen, so that y = centre.y - r sin(angle). */
export interface CentredArc {
  centre: Point;
  radius: number;
  startAngle: number;
  /** Positive counter-clockwise on screen. */
  sweep: number;
}

/** The circle of an arc that starts at `from`. The DXF reference gives bulge = tan(sweep / 4). */
export function centredArc(from: Point, arc: Arc): CentredArc {
  const sweep = 4 * Math.atan(arc.bulge);
  const chordX = arc.x - from.x;
  const chordY = arc.y - from.y;
  // From the middle of the chord, the centre lies this share of the chord to its left seen on screen.
  const share = (1 - arc.bulge * arc.bulge) / (4 * arc.bulge);
  const centre = { x: (from.x + arc.x) / 2 + share * chordY, y: (from.y + arc.y) / 2 - share * chordX };
  return {
    centre,
    radius: norm(from.x - centre.x, from.y - centre.y),
    startAngle: Math.atan2(centre.y - from.y, from.x - centre.x),
    sweep,
  };
}

/** The point of an arc at a share 0..1 of its sweep. */
export function arcPoint({ centre, radius, startAngle, sweep }: CentredArc, share: number): Point {
  const angle = startAngle + share * sweep;
  return { x: centre.x + radius * Math.cos(angle), y: centre.y - radius * Math.sin(angle) };
}

/** A whole circle as a closed contour of two half turns, counter-clockwise on screen unless `clockwise`. */
export function circleContour(centre: Point, radius: number, clockwise = false) {
  const bulge = clockwise ? -1 : 1;
  const right = { x: centre.x + radius, y: centre.y };
  const left = { x: centre.x - radius, y: centre.y };
  return {
    start: right,
    segments: [
      { kind: 'arc' as const, ...left, bulge },
      { kind: 'arc' as const, ...right, bulge },
    ],
    closed: true,
  };
}

/**
 * An arc as cubics, each over an eighth of a turn at most: handles of 4/3 tan(sweep / 4) times the radius.
 * At a quarter turn the radial error would be 2.73e-4 of the radius; at an eighth it is 4.2e-6.
 */
export function arcCubics(from: Point, arc: Arc): Cubic[] {
  const whole = centredArc(from, arc);
  const count = Math.max(1, Math.ceil(Math.abs(whole.sweep) / (Math.PI / 4) - 1e-9));
  const handle = (4 / 3) * Math.tan(whole.sweep / count / 4) * whole.radius;
  const tangent = (share: number) => {
    const angle = whole.startAngle + share * whole.sweep;
    return { x: -Math.sin(angle) * handle, y: -Math.cos(angle) * handle };
  };
  return Array.from({ length: count }, (_, k) => {
    const start = k === 0 ? from : arcPoint(whole, k / count);
    const end = k === count - 1 ? { x: arc.x, y: arc.y } : arcPoint(whole, (k + 1) / count);
    const leave = tangent(k / count);
    const arrive = tangent((k + 1) / count);
    return {
      kind: 'cubic',
      x1: start.x + leave.x,
      y1: start.y + leave.y,
      x2: end.x - arrive.x,
      y2: end.y - arrive.y,
      ...end,
    };
  });
}

/** The arc from one place to another by way of a third; undefined where the three lie in one line. */
export function arcThrough(from: Point, by: Point, to: Point): Contour | undefined {
  const [ax, ay, bx, down] = [by.x - from.x, by.y - from.y, to.x - by.x, to.y - by.y];
  const turn = Math.atan2(ax * down - ay * bx, ax * bx + ay * down);
  if (Math.abs(turn) < 1e-6 || Math.abs(turn) > Math.PI - 1e-6) return undefined;
  // Inscribed angle: the way turns at the middle place by half of what the arc sweeps; y points down.
  const segment: Arc = { kind: 'arc', bulge: -Math.tan(turn / 2), x: to.x, y: to.y };
  return { start: { x: from.x, y: from.y }, segments: [segment], closed: false };
}
