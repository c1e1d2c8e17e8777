import type { Point } from '../geometry';
import { type GreyPicture, toneAt } from '../raster';
import { norm } from '../norm';

/** How far around a place a mark is looked for, in pixels, and how finely. */
const REACH = 12;
const STEPS = 4;
/** Half the length over which a mark is averaged along itself. */
const ALONG = 3;
/** A mark differs from its surroundings by this many tones at least. */
const LEAST_MARK = 14;

/**
 * Where a hand that points at a ruler's mark means to point: the middle of the nearest mark, dark or light, across
 * its own direction; along it the place stays. The direction is that of the structure tensor (Bigün and Granlund
 * 1987) around the place. The place itself where no mark is near.
 */
export function clingToMark(grey: GreyPicture, place: Point): Point {
  const normal = dominantNormal(grey, place);
  if (!normal) return place;
  const profile: number[] = [];
  for (let k = -REACH * STEPS; k <= REACH * STEPS; k++) {
    let sum = 0;
    for (let t = -ALONG; t <= ALONG; t++) {
      const off = k / STEPS;
      sum += toneAt(grey, place.x + off * normal.x - t * normal.y, place.y + off * normal.y + t * normal.x);
    }
    profile.push(sum / (2 * ALONG + 1));
  }
  const off = nearestMark(profile);
  return off === undefined ? place : { x: place.x + off * normal.x, y: place.y + off * normal.y };
}

/** Direction across the lines near a place; undefined where there is no clear one. */
function dominantNormal(grey: GreyPicture, { x, y }: Point): Point | undefined {
  let [xx, xy, yy] = [0, 0, 0];
  for (let dy = -REACH; dy <= REACH; dy++) {
    for (let dx = -REACH; dx <= REACH; dx++) {
      const weight = Math.exp(-(dx * dx + dy * dy) / (REACH * REACH));
      const gx = toneAt(grey, x + dx + 1, y + dy) - toneAt(grey, x + dx - 1, y + dy);
      const gy = toneAt(grey, x + dx, y + dy + 1) - toneAt(grey, x + dx, y + dy - 1);
      xx += weight * gx * gx;
      xy += weight * gx * gy;
      yy += weight * gy * gy;
    }
  }
  const spread = norm(xx - yy, 2 * xy);
  if (spread < 0.15 * (xx + yy) || xx + yy < 1000) return undefined;
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return { x: Math.cos(angle), y: Math.sin(angle) };
}

/** Distance from the middle of a profile to the centre of the nearest dip (or bump) that stands out. */
function nearestMark(profile: number[]): number | undefined {
  const middle = (profile.length - 1) / 2;
  const sorted = [...profile].sort((a, b) => a - b);
  const usual = sorted[sorted.length >> 1];
  let best: number | undefined;
  let from = -1;
  for (let k = 0; k <= profile.length; k++) {
    const stands = k < profile.length && Math.abs(profile[k] - usual) > LEAST_MARK;
    if (stands && from < 0) from = k;
    if (stands || from < 0) continue;
    // Centre of mass of what stands out; marks cut off by the profile's ends are not whole.
    if (from > 0 && k < profile.length) {
      let mass = 0;
      let moment = 0;
      for (let n = from; n < k; n++) {
        const weight = Math.abs(profile[n] - usual);
        mass += weight;
        moment += weight * n;
      }
      const off = (moment / mass - middle) / STEPS;
      if (best === undefined || Math.abs(off) < Math.abs(best)) best = off;
    }
    from = -1;
  }
  return best;
}
