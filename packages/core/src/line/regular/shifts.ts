import { type Affine } from '../../geometry';
import { type Outline, STEPS } from './outline';

/** How one outline may lie on another: where along the other its first place lies, and which way both are walked. */
export interface Shift {
  shift: number;
  sense: 1 | -1;
  mirrors: boolean;
  /** Root mean square of what their distances from the middle differ by, in pixels. */
  off: number;
  motion: Affine;
  /** By how much it turns, in radians, without sign. */
  turn: number;
}

/** Shifts that come this near to the best are looked at too: of a form with several axes any does. */
const NEAR = 1.4;
const NEARLY = 0.35;
/** So many at most. */
const MOST = 8;
/** What outlines alike differ by at most, in pixels and as a share of their length: places at equal steps drift apart. */
const APART = 0.7;
const PER_LENGTH = 0.0015;
const PER_UNSURE = 1;

/**
 * Ways in which one outline may be laid on another, turned and moved, or mirrored as well: those that turn least first. Distances from the middle
 * are compared at every shift, and of the best ones the motion is the least-squares one.
 */
export function shiftsBetween(from: Outline, to: Outline, mirrors: boolean): Shift[] {
  const isSameWay = from.area * to.area > 0;
  const sense = isSameWay !== mirrors ? 1 : -1;
  const offs = new Float64Array(STEPS);
  for (let shift = 0; shift < STEPS; shift++) {
    let sum = 0;
    for (let k = 0; k < STEPS; k++) {
      const off = from.radii[k] - to.radii[placeAt(shift + sense * k)];
      sum += off * off;
    }
    offs[shift] = Math.sqrt(sum / STEPS);
  }
  const least = offs.reduce((best, off) => Math.min(best, off), Infinity);
  const most = Math.min(
    APART + PER_LENGTH * from.length + PER_UNSURE * Math.max(from.unsure, to.unsure),
    NEAR * least + NEARLY,
  );
  const found: Shift[] = [];
  for (let shift = 0; shift < STEPS; shift++) {
    const off = offs[shift];
    if (off > most || off > offs[placeAt(shift - 1)] || off >= offs[placeAt(shift + 1)]) continue;
    const motion = motionBetween(from, to, shift, sense, mirrors);
    found.push({ shift, sense, mirrors, off, motion, turn: Math.abs(Math.atan2(motion[1], motion[0])) });
  }
  return found.sort((a, b) => a.off - b.off || a.shift - b.shift).slice(0, MOST);
}

const placeAt = (k: number) => ((k % STEPS) + STEPS) % STEPS;

/**
 * The motion, in the plane and without growth, that takes places of one outline to those of another with least squares (Umeyama 1991, section
 * 2); when it `mirrors`, y is turned over beforehand.
 */
function motionBetween(from: Outline, to: Outline, shift: number, sense: number, mirrors: boolean): Affine {
  const over = mirrors ? -1 : 1;
  let [fromX, fromY, toX, toY] = [0, 0, 0, 0];
  for (let k = 0; k < STEPS; k++) {
    const j = placeAt(shift + sense * k);
    fromX += from.places[2 * k] / STEPS;
    fromY += (over * from.places[2 * k + 1]) / STEPS;
    toX += to.places[2 * j] / STEPS;
    toY += to.places[2 * j + 1] / STEPS;
  }
  let [dot, cross] = [0, 0];
  for (let k = 0; k < STEPS; k++) {
    const j = placeAt(shift + sense * k);
    const [ax, ay] = [from.places[2 * k] - fromX, over * from.places[2 * k + 1] - fromY];
    const [bx, by] = [to.places[2 * j] - toX, to.places[2 * j + 1] - toY];
    dot += ax * bx + ay * by;
    cross += ax * by - ay * bx;
  }
  const size = Math.sqrt(dot * dot + cross * cross) || 1;
  const [cos, sin] = [dot / size, cross / size];
  return [
    cos,
    sin,
    -over * sin,
    over * cos,
    toX - cos * fromX + sin * fromY,
    toY - sin * fromX - cos * fromY,
  ];
}
