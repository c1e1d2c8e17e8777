import { polygonArea } from '../../geometry';
import type { Loop } from '../chain/loop';
import type { Corner } from '../rims/corners';

/** Places at equal steps along an outline by which two are compared before they are laid on one another. */
export const STEPS = 256;
/** Points nearer to a corner than this, in pixels, say nothing of how two outlines lie on one another. */
const CORNERED = 1.5;

/** A loop as it is compared with others. */
export interface Outline {
  loop: Loop;
  corners: readonly Corner[];
  length: number;
  /** Signed by the way it is walked. */
  area: number;
  /** x, y of places at equal steps along it. */
  places: Float64Array;
  /** Distances of these from their middle. */
  radii: Float64Array;
  /** The largest of them. */
  radius: number;
  /** 1 for points that are rounded off by a corner beside them. */
  isCornered: Uint8Array;
  /** How far its rim may run to either side of where it is seen, in pixels; 0 where it is as sure as rims are. */
  unsure: number;
}

/** What of a loop is compared. */
export function outlineOf(loop: Loop, corners: readonly Corner[], unsure: number): Outline {
  const { x, y, along, count } = loop;
  const length = along[count];
  const places = new Float64Array(2 * STEPS);
  let middleX = 0;
  let middleY = 0;
  for (let k = 0, i = 0; k < STEPS; k++) {
    const at = (k * length) / STEPS;
    while (i + 1 < count && along[i + 1] <= at) i++;
    const j = i + 1 < count ? i + 1 : 0;
    const share = (at - along[i]) / (along[i + 1] - along[i] || 1);
    places[2 * k] = x[i] + share * (x[j] - x[i]);
    places[2 * k + 1] = y[i] + share * (y[j] - y[i]);
    middleX += places[2 * k] / STEPS;
    middleY += places[2 * k + 1] / STEPS;
  }
  const radii = new Float64Array(STEPS);
  for (let k = 0; k < STEPS; k++) {
    const [dx, dy] = [places[2 * k] - middleX, places[2 * k + 1] - middleY];
    radii[k] = Math.sqrt(dx * dx + dy * dy);
  }
  const points = new Float64Array(2 * count);
  for (let i = 0; i < count; i++) [points[2 * i], points[2 * i + 1]] = [x[i], y[i]];
  return {
    loop,
    corners,
    length,
    area: polygonArea(points),
    places,
    radii,
    radius: radii.reduce((most, radius) => Math.max(most, radius), 0),
    isCornered: corneredIn(loop, corners),
    unsure,
  };
}

function corneredIn({ along, count }: Loop, corners: readonly Corner[]): Uint8Array {
  const is = new Uint8Array(count);
  for (const { index, rounded } of corners)
    for (const step of [1, -1])
      for (let k = 0; k < count; k++) {
        const i = (((index + step * k) % count) + count) % count;
        const far = Math.abs(along[i] - along[index]);
        if (Math.min(far, along[count] - far) > CORNERED + rounded) break;
        is[i] = 1;
      }
  return is;
}
