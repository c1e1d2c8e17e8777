import type { Contour } from './contour';
import { type On, partBetween, placeOn } from './curved/part';
import { contourLength } from './measure';
import { splitSegment, startOf, turnAt } from './segment';

/** Halvings by which a share of a segment is found that is so long: more change nothing that can be told. */
const HALVINGS = 48;

/** A contour by how far along it things are. */
export interface Along {
  contour: Contour;
  /** Where each segment begins, and last the whole length. */
  begins: Float64Array;
  length: number;
}

/** Lengths along a contour. */
export function alongOf(contour: Contour): Along {
  const { segments } = contour;
  const begins = new Float64Array(segments.length + 1);
  segments.forEach((segment, k) => {
    const start = startOf(contour, k);
    begins[k + 1] = begins[k] + contourLength({ start, segments: [segment], closed: false });
  });
  return { contour, begins, length: begins[segments.length] };
}

/** The place so far along a closed contour, around it as often as need be. */
export function onAt({ contour, begins, length }: Along, far: number): On {
  const s = ((far % length) + length) % length;
  let segment = 0;
  while (segment + 1 < contour.segments.length && begins[segment + 1] <= s) segment++;
  const whole = begins[segment + 1] - begins[segment];
  const wanted = s - begins[segment];
  const own = contour.segments[segment];
  if (own.kind !== 'cubic') return { segment, share: whole > 0 ? wanted / whole : 0 };
  const start = startOf(contour, segment);
  let [low, high] = [0, 1];
  for (let k = 0; k < HALVINGS; k++) {
    const share = (low + high) / 2;
    const head = splitSegment(start, own, share)[0];
    if (contourLength({ start, segments: [head], closed: false }) < wanted) low = share;
    else high = share;
  }
  return { segment, share: (low + high) / 2 };
}

/** How far along the corners of a closed contour lie: nodes where it turns by more than so many radians. */
export const cornersAlong = ({ contour, begins }: Along, turn: number): number[] =>
  contour.segments.flatMap((_, k) => (Math.abs(turnAt(contour, k)) > turn ? [begins[k]] : []));

/** What is left of a closed contour between gaps, each from one length along it to another, in order and apart from each other. */
export function runsBetween(along: Along, gaps: readonly (readonly [from: number, to: number])[]): Contour[] {
  const { contour } = along;
  return gaps.map(([, end], k) => {
    const [next] = gaps[(k + 1) % gaps.length];
    const [from, to] = [onAt(along, end), onAt(along, next)];
    return { start: placeOn(contour, from), segments: partBetween(contour, from, to), closed: false };
  });
}
