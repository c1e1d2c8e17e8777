import type { Contour, Point } from '../contour';
import { findCrossings } from '../meeting/crossings';
import { type ChordIndex, indexChords } from './distance';
import { norm } from '../../norm';

/** A place on a contour, the contour's number, and how far away it is. */
export interface Nearest extends Point {
  contour: number;
  distance: number;
}

/** A distance with the two places that it is between. */
export interface Gap {
  distance: number;
  from: Point;
  to: Point;
}

/**
 * The place on any of the indexed contours that is nearest to a point, at most `within` away. `reachOf` may allow a
 * contour less than that; below 0 it is not looked at.
 */
export function nearestPlace(
  { chords, owners, index }: ChordIndex,
  { x, y }: Point,
  within: number,
  reachOf: (contour: number) => number = () => within,
): Nearest | undefined {
  let best: Nearest | undefined;
  let most = within;
  for (const k of index?.search(x - within, y - within, x + within, y + within) ?? []) {
    const x1 = chords[4 * k];
    const y1 = chords[4 * k + 1];
    const dx = chords[4 * k + 2] - x1;
    const dy = chords[4 * k + 3] - y1;
    const squared = dx * dx + dy * dy;
    const share = squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - x1) * dx + (y - y1) * dy) / squared));
    const place = { x: x1 + share * dx, y: y1 + share * dy };
    const distance = norm(x - place.x, y - place.y);
    if (distance > most || distance > reachOf(owners[k])) continue;
    most = distance;
    best = { ...place, contour: owners[k], distance };
  }
  return best;
}

/** The smallest distance between two contours, and its two ends; curves are followed within `tolerance`. */
export function gapBetween(a: Contour, b: Contour, tolerance: number): Gap {
  const crossing = findCrossings([a, b], tolerance).find((place) => place.a !== place.b);
  if (crossing) return { distance: 0, from: crossing, to: crossing };
  const [one, other] = [indexChords([a], tolerance), indexChords([b], tolerance)];
  // The gap between chords that do not cross has a corner of one of them at one of its ends.
  const there = fromCorners(one, other, Infinity);
  const back = fromCorners(other, one, there?.distance ?? Infinity);
  if (back) return { distance: back.distance, from: back.to, to: back.from };
  return there ?? { distance: Infinity, from: a.start, to: b.start };
}

/** The shortest way from a corner of some chords to other chords, if it is at most `within` long. */
function fromCorners({ chords }: ChordIndex, target: ChordIndex, within: number): Gap | undefined {
  let best: Gap | undefined;
  for (let i = 0; i < chords.length; i += 2) {
    const from = { x: chords[i], y: chords[i + 1] };
    const near = nearestPlace(target, from, best?.distance ?? within);
    if (near) best = { distance: near.distance, from, to: { x: near.x, y: near.y } };
  }
  return best;
}
