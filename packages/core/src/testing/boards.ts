import type { Point } from '../geometry';
import { type GreyPicture, gaussianBlur } from '../raster';
import { random } from './pictures';

/** Places within a pixel. */
const SUB = [0.1, 0.3, 0.5, 0.7, 0.9].flatMap((dx) => [0.1, 0.3, 0.5, 0.7, 0.9].map((dy) => [dx, dy]));

/** The scene's size, in pixels. */
export const SCENE = { width: 400, height: 300 };

/** Whether a place lies within a convex polygon, its corners clockwise on screen. */
export const isWithin = (points: readonly Point[], x: number, y: number): boolean =>
  points.every((from, k) => {
    const to = points[(k + 1) % points.length];
    return (to.x - from.x) * (y - from.y) - (to.y - from.y) * (x - from.x) > 0;
  });

/** A board in view by the tones inside and outside its sides, blurred as a camera does, with grain. */
export function boardScene(
  points: readonly Point[],
  inside: (x: number, y: number) => number,
  outside: (x: number, y: number) => number,
): GreyPicture {
  const next = random(9);
  const { width, height } = SCENE;
  const data = Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    let within = 0;
    for (const [dx, dy] of SUB) if (isWithin(points, x + dx, y + dy)) within++;
    within /= SUB.length;
    const tone = within * inside(x, y) + (1 - within) * outside(x, y);
    return Math.max(0, Math.min(255, tone + 4 * (next() - 0.5)));
  });
  return gaussianBlur({ width, height, data }, 1.2);
}

/** What is around boards: as busy as leaves. */
export const busy = (x: number, y: number) => 90 + 70 * Math.sin(x / 6 + Math.sin(y / 9)) * Math.cos(y / 7);
