import type { Contour, Point, Segment } from '../contour';
import { solveLinear } from '../maps/homography';
import { splitSegment } from '../segment';
import { type Form, type FormKind, distanceFrom } from './form';
import { norm } from '../../norm';

/** A form laid through a contour. */
export interface FittedForm {
  form: Form;
  /** Largest and root-mean-square distance of the contour from it. */
  off: number;
  rms: number;
}

/** Places along a contour that are looked at. */
const SAMPLES = 96;
/** Chords by which a segment's length is measured. */
const CHORDS = 6;
/** Steps of least squares, at most, and the change below which they end, as a share of the size. */
const STEPS = 40;
const SETTLED = 1e-14;
const HOPES = 5;
/** Polygons that are tried. */
const SIDES = [3, 5, 6, 8];
/** A form is proposed up to this share of its smaller side off. */
const MOST_OFF = 0.08;
/** Distances below this, in the contour's unit, are rounding: then the form with fewer figures is it. */
const EXACT = 2e-3;
/** One figure more is worth it where distances fall below this share. */
const WORTH = 0.8;
/** Forms are told apart where their sides differ by this share. */
const APART = 0.03;
/** Turns that are tried for the smallest box around a contour. */
const TURNS = 90;

/** What each kind of form may change, to lie nearer: its middle, and these. */
const FREE: Record<FormKind, (keyof Form)[]> = {
  circle: ['x', 'y', 'width'],
  slot: ['x', 'y', 'turn', 'width', 'height'],
  rectangle: ['x', 'y', 'turn', 'width', 'height', 'radius'],
  ellipse: ['x', 'y', 'turn', 'width', 'height'],
  polygon: ['x', 'y', 'turn', 'width'],
};

/**
 * The true forms that a closed contour may be meant to be, the likeliest first: each laid through it by least squares on the
 * distances (Gauss and Newton's method with Levenberg and Marquardt's damping), those with more figures only where they lie
 * clearly nearer. Empty where it is none of them.
 */
export function formsLike(contour: Contour): FittedForm[] {
  const points = sampled(contour);
  if (!points) return [];
  const box = smallestBox(points);
  const base: Form = { kind: 'circle', ...box, radius: 0, sides: 0 };
  const size = Math.max(box.width, box.height);
  const mean = (box.width + box.height) / 2;
  const begun: Form[] = [
    { ...base, width: mean, height: mean },
    { ...base, kind: 'rectangle' },
    { ...base, kind: 'rectangle', radius: box.height / 5 },
    ...(box.width > 1.05 * box.height ? [{ ...base, kind: 'slot' as const }] : []),
    { ...base, kind: 'ellipse' },
    ...SIDES.map((sides): Form => ({
      ...base,
      ...polygonBegun(points, base, sides),
      kind: 'polygon',
      sides,
    })),
  ];
  const fitted = begun
    .map((form, k) =>
      settled(form, points, size, k === 1 ? ['x', 'y', 'turn', 'width', 'height'] : undefined),
    )
    .filter(({ form, off }) => off <= MOST_OFF * Math.min(form.width, form.height) && isItself(form));
  const figures = ({ form }: FittedForm) =>
    FREE[form.kind].length - (form.kind === 'rectangle' && form.radius === 0 ? 1 : 0);
  const cost = (one: FittedForm) => (one.rms + EXACT) / WORTH ** figures(one);
  const sorted = fitted.sort((a, b) => cost(a) - cost(b));
  return sorted.filter(
    ({ form }, k) =>
      sorted.findIndex((other) => other.form.kind === form.kind && other.form.sides === form.sides) === k,
  );
}

/** Whether a form is what it is called: an ellipse that is all but round is a circle, a rectangle that is a slot is one. */
const isItself = (form: Form): boolean => {
  const { kind, width, height, radius } = form;
  if (!isForm(form)) return false;
  if (kind === 'ellipse') return Math.abs(width - height) > APART * Math.max(width, height);
  return kind !== 'rectangle' || 2 * radius < (1 - APART) * Math.min(width, height);
};

const isForm = ({ kind, width, height, radius }: Form) =>
  width > 0 &&
  height > 0 &&
  radius >= 0 &&
  (kind !== 'slot' || width > height) &&
  (kind !== 'rectangle' || radius <= Math.min(width, height) / 2);

/** Places evenly along a contour, each on its curve; undefined where it is too small or open. */
function sampled({ start, segments, closed }: Contour): Float64Array | undefined {
  if (!closed) return undefined;
  const from = (k: number): Point => (k > 0 ? segments[k - 1] : start);
  let length = 0;
  const lengths = segments.map((segment, k) => (length += lengthOf(from(k), segment)));
  if (!(length > 0)) return undefined;
  const points = new Float64Array(2 * SAMPLES);
  for (let n = 0, k = 0; n < SAMPLES; n++) {
    const far = ((n + 0.5) / SAMPLES) * length;
    while (k < segments.length - 1 && lengths[k] < far) k++;
    const before = k > 0 ? lengths[k - 1] : 0;
    const share = lengths[k] > before ? (far - before) / (lengths[k] - before) : 0;
    const { x, y } = splitSegment(from(k), segments[k], share)[0];
    points[2 * n] = x;
    points[2 * n + 1] = y;
  }
  return points;
}

/** Length of a segment, about. */
function lengthOf(from: Point, segment: Segment): number {
  if (segment.kind === 'line') return norm(segment.x - from.x, segment.y - from.y);
  let length = 0;
  let at = from;
  for (let k = 1; k <= CHORDS; k++) {
    const next: Point = k === CHORDS ? segment : splitSegment(from, segment, k / CHORDS)[0];
    length += norm(next.x - at.x, next.y - at.y);
    at = next;
  }
  return length;
}

/** The box of the least area around points, its longer side as its width. */
function smallestBox(points: Float64Array): Pick<Form, 'x' | 'y' | 'turn' | 'width' | 'height'> {
  let best = { x: 0, y: 0, turn: 0, width: Infinity, height: Infinity };
  for (let k = 0; k < TURNS; k++) {
    const turn = (k * Math.PI) / 2 / TURNS;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
    for (let i = 0; i < points.length; i += 2) {
      const u = c * points[i] + s * points[i + 1];
      const v = c * points[i + 1] - s * points[i];
      left = Math.min(left, u);
      right = Math.max(right, u);
      top = Math.min(top, v);
      bottom = Math.max(bottom, v);
    }
    const [width, height] = [right - left, bottom - top];
    if (width * height >= best.width * best.height * (1 - 1e-9)) continue;
    const [u, v] = [(left + right) / 2, (top + bottom) / 2];
    best = { x: c * u - s * v, y: s * u + c * v, turn, width, height };
  }
  const { turn, width, height } = best;
  return width >= height ? best : { ...best, turn: turn - Math.PI / 2, width: height, height: width };
}

/** Where a polygon's first corner lies, by the phase of the radius around, and how far its corners are. */
function polygonBegun(
  points: Float64Array,
  { x, y }: Form,
  sides: number,
): Pick<Form, 'turn' | 'width' | 'height'> {
  let [re, im, sum] = [0, 0, 0];
  for (let i = 0; i < points.length; i += 2) {
    const [dx, dy] = [points[i] - x, points[i + 1] - y];
    const radius = norm(dx, dy);
    const angle = Math.atan2(dy, dx);
    re += radius * Math.cos(sides * angle);
    im += radius * Math.sin(sides * angle);
    sum += radius;
  }
  const width = (2.3 * sum) / (points.length / 2);
  return { turn: Math.atan2(im, re) / sides, width, height: width };
}

/** Moves a form until its distances from points are as small as can be. */
function settled(begun: Form, points: Float64Array, size: number, only?: (keyof Form)[]): FittedForm {
  const free = only ?? FREE[begun.kind];
  let form = begun;
  let cost = squares(form, points);
  let damping = 1e-3;
  for (let step = 0; step < STEPS; step++) {
    const move = stepOf(form, points, free, size, damping);
    if (!move) break;
    const next = movedBy(form, free, move);
    const better = isForm(next) ? squares(next, points) : Infinity;
    if (better < cost) {
      const gained = cost - better;
      form = next;
      cost = better;
      damping = Math.max(1e-9, damping / 5);
      if (gained < SETTLED * size * size + 1e-6 * cost) break;
      // What is still far off after some steps is no such form.
      if (step === HOPES && cost > points.length * (MOST_OFF * Math.min(form.width, form.height)) ** 2) break;
    } else {
      damping *= 6;
      if (damping > 1e6) break;
    }
  }
  let off = 0;
  const distance = distanceFrom(form);
  for (let i = 0; i < points.length; i += 2)
    off = Math.max(off, Math.abs(distance(points[i], points[i + 1])));
  return { form: levelled(form), off, rms: Math.sqrt((2 * cost) / points.length) };
}

/** A form with the side for its width that lies nearer to level; a slot's length is its longer one, however it lies. */
function levelled(form: Form): Form {
  const { kind, width, height } = form;
  if (kind === 'circle') return { ...form, turn: 0 };
  const half = Math.PI / (kind === 'polygon' ? form.sides : 1);
  const period = kind === 'polygon' ? 2 * half : half;
  const turn = form.turn - period * Math.round(form.turn / period);
  if (kind === 'polygon' || kind === 'slot' || Math.abs(turn) <= Math.PI / 4) return { ...form, turn };
  return { ...form, turn: turn - Math.sign(turn) * (Math.PI / 2), width: height, height: width };
}

function squares(form: Form, points: Float64Array): number {
  let sum = 0;
  const distance = distanceFrom(form);
  for (let i = 0; i < points.length; i += 2) sum += distance(points[i], points[i + 1]) ** 2;
  return sum;
}

/** A circle's and a polygon's height is its width. */
function movedBy(form: Form, free: (keyof Form)[], move: readonly number[]): Form {
  const next = { ...form };
  free.forEach((key, k) => ((next[key] as number) += move[k]));
  if (next.kind === 'circle' || next.kind === 'polygon') next.height = next.width;
  return next;
}

/** One damped step of least squares, its derivatives by small differences. */
function stepOf(
  form: Form,
  points: Float64Array,
  free: (keyof Form)[],
  size: number,
  damping: number,
): number[] | undefined {
  const n = free.length;
  const small = free.map((key) => (key === 'turn' ? 1e-6 : 1e-6 * size));
  const moved = free.map((_, k) =>
    movedBy(
      form,
      free,
      small.map((value, other) => (other === k ? value : 0)),
    ),
  );
  const [here, ...there] = [form, ...moved].map(distanceFrom);
  const rows = Array.from({ length: n }, () => new Array<number>(n + 1).fill(0));
  const slopes = new Float64Array(n);
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = [points[i], points[i + 1]];
    const off = here(x, y);
    for (let k = 0; k < n; k++) slopes[k] = (there[k](x, y) - off) / small[k];
    for (let k = 0; k < n; k++) {
      const slope = slopes[k];
      const row = rows[k];
      for (let m = 0; m < n; m++) row[m] += slope * slopes[m];
      row[n] -= slope * off;
    }
  }
  for (let k = 0; k < n; k++) rows[k][k] += damping * (rows[k][k] + 1e-9);
  return solveLinear(rows);
}
