import { type Context, checkStopped } from '../../context';
import { type Laid, laidOn } from './laid';
import type { Outline } from './outline';
import { type Shift, shiftsBetween } from './shifts';

/** An outline that lies on another. */
export interface Alike {
  /** Its number. */
  of: number;
  laid: Laid;
  shift: Shift;
}

/** Outlines that are one form, each laid on by the first. */
export interface Form {
  first: number;
  others: Alike[];
}

/** Fewest points of an outline that says enough of its form. */
const FEW = 14;
/** Lengths and areas over lengths differ by no more than this, as a share and in pixels. */
const LENGTHS = 0.02;
const PER_UNSURE = 0.1;
const LONGER = 2;
const ACROSS = 0.2;
/** What is laid on one another differs by so little, in pixels, on the average and at most, besides shares of what rims are unsure by. */
const RMS = 0.05;
const RMS_UNSURE = 0.4;
const WORST = 0.3;
const WORST_UNSURE = 1.4;
/** A picture's outlines are laid on one another so often at most. */
const TRIES = 4000;

/** Whether outlines that were laid on one another are alike. */
export const isAlike = ({ rms, worst }: Laid, unsure: number): boolean =>
  rms <= rmsOf(unsure) && worst <= WORST + WORST_UNSURE * unsure;

const rmsOf = (unsure: number) => RMS + RMS_UNSURE * unsure;

/** Outlines of one form, however they are turned, moved or mirrored; of each that is alone there is none. */
export function formsAmong(outlines: readonly (Outline | undefined)[], context: Context): Form[] {
  const order = [...outlines.keys()]
    .filter((k) => (outlines[k]?.loop.count ?? 0) >= FEW)
    .sort((a, b) => lengthOf(outlines[b]) - lengthOf(outlines[a]) || a - b);
  const isTaken = new Uint8Array(outlines.length);
  const forms: Form[] = [];
  const most = outlines.reduce((least, outline) => Math.max(least, outline?.unsure ?? 0), 0);
  let tries = 0;
  order.forEach((first, n) => {
    if (isTaken[first] === 1) return;
    const own = outlines[first] as Outline;
    const others: Alike[] = [];
    for (let m = n + 1; m < order.length && tries < TRIES; m++) {
      const other = outlines[order[m]] as Outline;
      if (own.length - other.length > LONGER + (LENGTHS + PER_UNSURE * most) * own.length) break;
      if (isTaken[order[m]] === 1 || !mayBeAlike(own, other)) continue;
      checkStopped(context);
      tries++;
      const found = alikeBy(own, other, [
        ...shiftsBetween(own, other, false),
        ...shiftsBetween(own, other, true),
      ]);
      if (!found) continue;
      others.push({ of: order[m], ...found });
      isTaken[order[m]] = 1;
    }
    if (others.length > 0) forms.push({ first, others });
  });
  return forms;
}

const lengthOf = (outline: Outline | undefined) => outline?.length ?? 0;

function mayBeAlike(own: Outline, other: Outline): boolean {
  const apart = ACROSS + Math.max(own.unsure, other.unsure) / 2;
  return (
    Math.abs(Math.abs(own.area) - Math.abs(other.area)) < apart * own.length &&
    Math.abs(own.radius - other.radius) < LONGER + LENGTHS * own.radius
  );
}

/** The shift under which one lies on the other: such as turn little and do not mirror are tried first. */
function alikeBy(own: Outline, other: Outline, shifts: Shift[]): Omit<Alike, 'of'> | undefined {
  const unsure = Math.max(own.unsure, other.unsure);
  const effort = ({ turn, mirrors }: Shift) => turn + (mirrors ? Math.PI / 2 : 0);
  for (const shift of shifts.sort((a, b) => effort(a) - effort(b))) {
    const laid = laidOn(own, other, shift, rmsOf(unsure));
    if (laid && isAlike(laid, unsure)) return { laid, shift };
  }
  return undefined;
}

/** How an outline lies on itself mirrored, best first: at most two axes, at right angles to one another. */
export function mirroringsOf(outline: Outline): Omit<Alike, 'of'>[] {
  const found = shiftsBetween(outline, outline, true)
    .flatMap((shift) => {
      const laid = laidOn(outline, outline, shift, rmsOf(outline.unsure));
      return laid && isAlike(laid, outline.unsure) ? [{ shift, laid }] : [];
    })
    .sort((a, b) => preference(a.laid) - preference(b.laid));
  if (found.length === 0) return [];
  const [best] = found;
  const square = found.find(({ laid }) => isSquareTo(laid, best.laid));
  return square ? [best, square] : [best];
}

/** Upright axes first, level ones next, and then as well as they mirror. */
function preference({ motion: [a, b], rms }: Laid): number {
  const isStraight = Math.abs(b) < 1e-3;
  return rms + (isStraight ? (a < 0 ? 0 : 1) : 2);
}

/** Axes at right angles turn things by angles a half turn apart. */
function isSquareTo({ motion: [a, b] }: Laid, { motion: [c, d] }: Laid): boolean {
  return a * c + b * d < -0.9998;
}
