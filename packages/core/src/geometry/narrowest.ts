import { type Point, type Shape, contoursOf } from './contour';
import { indexChords } from './distance';
import type { Gap } from './nearest';
import { norm } from './norm';

/** Both sides of a narrow place face one another: the cosine between their inward normals is below this. */
const FACING = -0.5;

/**
 * The narrowest place of a shape: the shortest way across it from one place of its rim, straight inwards, to another
 * that faces it. Places are looked at `step` apart; curves are followed within `tolerance`. Towards the tip of a corner
 * a shape gets as narrow as one likes, so that sides which meet at less than 60 degrees do not count there.
 * Undefined for a shape without room.
 */
export function narrowestPlace(shape: Shape, step: number, tolerance: number): Gap | undefined {
  const { chords, index } = indexChords(contoursOf([shape]), tolerance);
  let best: Gap | undefined;
  for (let i = 0; i < chords.length; i += 4) {
    const [x1, y1, x2, y2] = chords.subarray(i, i + 4);
    const length = norm(x2 - x1, y2 - y1);
    if (length === 0) continue;
    // Ink lies to the left of a contour's direction seen on screen, y pointing down.
    const inward = { x: (y2 - y1) / length, y: (x1 - x2) / length };
    const count = Math.ceil(length / step);
    for (let k = 0; k < count; k++) {
      const share = (k + 0.5) / count;
      const from = { x: x1 + share * (x2 - x1), y: y1 + share * (y2 - y1) };
      best = across(from, inward, i / 4, best) ?? best;
    }
  }
  return best;

  /** The first rim met from a place, when it faces it and is nearer than what was found before. */
  function across(from: Point, inward: Point, own: number, before: Gap | undefined): Gap | undefined {
    let reach = before?.distance ?? 1e6;
    let faces = false;
    const [endX, endY] = [from.x + reach * inward.x, from.y + reach * inward.y];
    const near = index?.search(
      Math.min(from.x, endX),
      Math.min(from.y, endY),
      Math.max(from.x, endX),
      Math.max(from.y, endY),
    );
    for (const k of near ?? []) {
      if (k === own) continue;
      const [ax, ay, bx, by] = chords.subarray(4 * k, 4 * k + 4);
      const [dx, dy] = [bx - ax, by - ay];
      const determinant = inward.x * dy - inward.y * dx;
      if (determinant === 0) continue;
      const far = ((ax - from.x) * dy - (ay - from.y) * dx) / determinant;
      const along = ((ax - from.x) * inward.y - (ay - from.y) * inward.x) / determinant;
      if (far <= 1e-9 || far >= reach || along < 0 || along > 1) continue;
      reach = far;
      faces = (inward.x * dy - inward.y * dx) / norm(dx, dy) < FACING;
    }
    if (!faces) return undefined;
    return { distance: reach, from, to: { x: from.x + reach * inward.x, y: from.y + reach * inward.y } };
  }
}
