import type { Point } from '../geometry';
import { DrelkError } from '../error';
import type { Corners } from './settings';
import { norm } from '../norm';

/** The corners as points. */
export function cornerPoints(corners: Corners): Point[] {
  return [0, 1, 2, 3].map((k) => ({ x: corners[2 * k], y: corners[2 * k + 1] }));
}

/** Lengths of the four sides, the upper one first, clockwise. */
export function sideLengths(points: readonly Point[]): number[] {
  return points.map((point, k) => {
    const next = points[(k + 1) % 4];
    return norm(next.x - point.x, next.y - point.y);
  });
}

/** Smallest sine of a corner's angle that is still a corner. */
const LEAST_SINE = 0.05;

/** Throws `bad-corners` unless the four corners make a convex quadrilateral, clockwise on screen. */
export function checkCorners(corners: Corners): void {
  const points = cornerPoints(corners);
  const sides = sideLengths(points);
  for (let k = 0; k < 4; k++) {
    const before = points[(k + 3) % 4];
    const at = points[k];
    const after = points[(k + 1) % 4];
    const cross = (at.x - before.x) * (after.y - at.y) - (at.y - before.y) * (after.x - at.x);
    const least = LEAST_SINE * sides[k] * sides[(k + 3) % 4];
    if (!(cross > least) || sides[k] < 8) {
      throw new DrelkError(
        'bad-corners',
        cross < -least ? 'The four corners cross each other.' : 'Three of the four corners lie on one line.',
        'Put one handle on each corner of the sheet, in order around it.',
      );
    }
  }
}

/**
 * Width over height of a flat rectangle seen in perspective, from its four corners alone: Zhang and He 2007,
 * "Whiteboard scanning and image enhancement", section 3.2, with square pixels and the camera's axis through
 * the middle of the picture. The focal length comes from the same corners (equation 21); where they say little
 * of it (a sheet seen nearly square on) an ordinary lens is assumed, and then it hardly matters.
 */
export function aspectOf(
  corners: readonly Point[],
  picture: { width: number; height: number },
): { aspect: number; focal: number | undefined } {
  const usual = 1.1 * Math.max(picture.width, picture.height);
  type Vector = [number, number, number];
  const [m1, m2, m4, m3] = corners.map(({ x, y }): Vector => [
    x - picture.width / 2,
    y - picture.height / 2,
    1,
  ]);
  const cross = (p: Vector, q: Vector): Vector => [
    p[1] * q[2] - p[2] * q[1],
    p[2] * q[0] - p[0] * q[2],
    p[0] * q[1] - p[1] * q[0],
  ];
  const dot = (p: Vector, q: Vector) => p[0] * q[0] + p[1] * q[1] + p[2] * q[2];
  const k2 = dot(cross(m1, m4), m3) / dot(cross(m2, m4), m3);
  const k3 = dot(cross(m1, m4), m2) / dot(cross(m3, m4), m2);
  const n2 = m2.map((value, i) => k2 * value - m1[i]) as Vector;
  const n3 = m3.map((value, i) => k3 * value - m1[i]) as Vector;
  const squared = -(n2[0] * n3[0] + n2[1] * n3[1]) / (n2[2] * n3[2]);
  const found = squared > 0 ? Math.sqrt(squared) : Infinity;
  const focal = found > 0.35 * usual && found < 4 * usual ? found : undefined;
  const f = focal ?? usual;
  const length = ([x, y, z]: Vector) => Math.hypot(x / f, y / f, z);
  return { aspect: length(n2) / length(n3), focal };
}
