import Flatbush from 'flatbush';
import type { Box, Contour, Point } from '../contour';
import { eachSegment } from '../contour';
import { type ChordIndex, distanceToChords, indexChords } from '../near/distance';
import { boxOf, contourLength } from '../measured/measure';
import { splitSegment } from '../segment';

/** Places looked at on each segment, besides its ends. */
const SHARES = [0.25, 0.5, 0.75];
/** Lengths of the same contour drawn in other pieces differ by no more than this share. */
const LENGTH = 0.01;
/** Curves are followed so much more closely than contours may be apart. */
const FOLLOWED = 0.25;

/**
 * Contours without those that lie on others everywhere, within `tolerance`: the same again, the other way around, begun
 * elsewhere or drawn in other pieces; and open lines that lie on part of another contour. Of two the first stays.
 */
export function withoutDoubles(
  contours: readonly Contour[],
  tolerance: number,
): { contours: Contour[]; doubles: number; parts: number } {
  const boxes = contours.map((contour) => boxOf([contour]) ?? NOWHERE);
  if (contours.length < 2) return { contours: [...contours], doubles: 0, parts: 0 };
  const lengths = contours.map(contourLength);
  const index = new Flatbush(contours.length);
  for (const { left, top, right, bottom } of boxes) index.add(left, top, right, bottom);
  index.finish();
  const chords: (ChordIndex | undefined)[] = contours.map(() => undefined);
  const isGone = new Uint8Array(contours.length);
  const liesOn = (k: number, other: number) => {
    const own = (chords[other] ??= indexChords([contours[other]], FOLLOWED * tolerance));
    return everyPlace(contours[k], ({ x, y }) => distanceToChords(own, x, y, tolerance) <= tolerance);
  };
  let doubles = 0;
  let parts = 0;
  // From long to short, so that what lies on part of another meets it; of equals the first comes first.
  const order = Array.from(contours.keys()).sort((a, b) => lengths[b] - lengths[a] || a - b);
  for (const k of order) {
    const around = index.search(boxes[k].left, boxes[k].top, boxes[k].right, boxes[k].bottom, (other) => {
      const isBefore = lengths[other] > lengths[k] * (1 + LENGTH) || other < k;
      return other !== k && isGone[other] === 0 && isBefore && isAround(boxes[other], boxes[k], tolerance);
    });
    for (const other of around) {
      const isSame = Math.abs(lengths[other] - lengths[k]) <= LENGTH * lengths[other];
      const isAlike = contours[k].closed ? contours[other].closed && isSame : true;
      if (!isAlike || !liesOn(k, other)) continue;
      if (isSame && !liesOn(other, k)) continue;
      isGone[k] = 1;
      if (isSame) doubles++;
      else parts++;
      break;
    }
  }
  return { contours: contours.filter((_, k) => isGone[k] === 0), doubles, parts };
}

const NOWHERE: Box = { left: 0, top: 0, right: 0, bottom: 0 };

const isAround = (outer: Box, inner: Box, by: number) =>
  outer.left <= inner.left + by &&
  outer.top <= inner.top + by &&
  outer.right >= inner.right - by &&
  outer.bottom >= inner.bottom - by;

function everyPlace(contour: Contour, holds: (place: Point) => boolean): boolean {
  if (!holds(contour.start)) return false;
  let isSo = true;
  eachSegment(contour, (from, segment) => {
    isSo &&= SHARES.every((share) => holds(splitSegment(from, segment, share)[0])) && holds(segment);
  });
  return isSo;
}
