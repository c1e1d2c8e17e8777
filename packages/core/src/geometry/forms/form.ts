import { DrelkError } from '../../error';
import { circleContour } from '../arc';
import type { Contour, Point, Segment } from '../contour';
import { norm } from '../../norm';

/** Forms that figures describe. */
export const FORM_KINDS = ['circle', 'slot', 'rectangle', 'ellipse', 'polygon'] as const;
export type FormKind = (typeof FORM_KINDS)[number];

/**
 * A true form. `width` runs along `turn`, an angle in radians clockwise on screen from the right, and `height` across it; a
 * circle has one for both, and a polygon, whose first corner lies along `turn`, the circle through its corners.
 */
export interface Form {
  kind: FormKind;
  /** Its middle. */
  x: number;
  y: number;
  turn: number;
  width: number;
  height: number;
  /** Of a rectangle's corners; 0 leaves them sharp. */
  radius: number;
  /** Of a polygon. */
  sides: number;
}

/** Eight cubics follow an ellipse within 4 millionths of its size. */
const PIECES = 8;

/** The form as a contour, counter-clockwise on screen. */
export function formContour(form: Form): Contour {
  const { kind, x, y, turn } = form;
  if (kind === 'circle') return circleContour({ x, y }, form.width / 2);
  const local = kind === 'ellipse' ? ellipse(form) : kind === 'polygon' ? polygon(form) : rounded(form);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const place = ({ x: u, y: v }: Point): Point => ({ x: x + c * u - s * v, y: y + s * u + c * v });
  const segments = local.segments.map((segment): Segment => {
    const end = place(segment);
    if (segment.kind !== 'cubic') return { ...segment, ...end };
    const [a, b] = [place({ x: segment.x1, y: segment.y1 }), place({ x: segment.x2, y: segment.y2 })];
    return { kind: 'cubic', x1: a.x, y1: a.y, x2: b.x, y2: b.y, ...end };
  });
  const start = place(local.start);
  // It closes to the last digit.
  segments[segments.length - 1] = { ...segments[segments.length - 1], ...start };
  return { start, segments, closed: true };
}

/** A rectangle with its corners rounded, or a slot, about the origin. */
function rounded({ kind, width, height, radius }: Form): Contour {
  const r = kind === 'slot' ? height / 2 : Math.min(radius, width / 2, height / 2);
  const [a, b] = [width / 2, height / 2];
  // Counter-clockwise on screen: along the bottom to the right, then up.
  const corners: [Point, Point][] = [
    [
      { x: a - r, y: b },
      { x: a, y: b - r },
    ],
    [
      { x: a, y: -b + r },
      { x: a - r, y: -b },
    ],
    [
      { x: -a + r, y: -b },
      { x: -a, y: -b + r },
    ],
    [
      { x: -a, y: b - r },
      { x: -a + r, y: b },
    ],
  ];
  const start = corners[3][1];
  const segments: Segment[] = [];
  let at = start;
  const lineTo = (to: Point) => {
    if (norm(to.x - at.x, to.y - at.y) > 1e-9) segments.push({ kind: 'line', ...to });
    at = to;
  };
  for (const [from, to] of corners) {
    lineTo(from);
    if (r > 0) segments.push({ kind: 'arc', bulge: Math.tan(Math.PI / 8), ...to });
    at = to;
  }
  return { start, segments, closed: true };
}

function ellipse({ width, height }: Form): Contour {
  const [a, b] = [width / 2, height / 2];
  const step = (2 * Math.PI) / PIECES;
  // Handles so long that the middle of each piece lies on the ellipse.
  const reach = (4 / 3) * Math.tan(step / 4);
  const at = (k: number) => ({ x: a * Math.cos(-k * step), y: b * Math.sin(-k * step) });
  const along = (k: number) => ({ x: a * reach * Math.sin(-k * step), y: -b * reach * Math.cos(-k * step) });
  const segments = Array.from({ length: PIECES }, (_, k): Segment => {
    const [from, to] = [at(k), at(k + 1)];
    const [leaves, comes] = [along(k), along(k + 1)];
    return {
      kind: 'cubic',
      x1: from.x + leaves.x,
      y1: from.y + leaves.y,
      x2: to.x - comes.x,
      y2: to.y - comes.y,
      ...to,
    };
  });
  return { start: at(0), segments, closed: true };
}

function polygon({ width, sides }: Form): Contour {
  const corner = (k: number) => ({
    x: (width / 2) * Math.cos((-2 * Math.PI * k) / sides),
    y: (width / 2) * Math.sin((-2 * Math.PI * k) / sides),
  });
  const segments = Array.from({ length: sides }, (_, k): Segment => ({ kind: 'line', ...corner(k + 1) }));
  return { start: corner(0), segments, closed: true };
}

/**
 * How far a place lies outside a form; inside it is less than nought. Of an ellipse to first order only: near it, that is
 * the distance.
 */
export const distanceToForm = (form: Form, x: number, y: number): number => distanceFrom(form)(x, y);

/** How far places are from a form's rim, in its unit: for many places of one form. */
export function distanceFrom(form: Form): (x: number, y: number) => number {
  const { width, height } = form;
  const [c, s] = [Math.cos(form.turn), Math.sin(form.turn)];
  const outside = outsideOf(form);
  return (x, y) => {
    const [dx, dy] = [x - form.x, y - form.y];
    return outside(c * dx + s * dy, c * dy - s * dx, width / 2, height / 2);
  };
}

/** The distance of u, v from a form of half the width a and half the height b about the origin. */
function outsideOf({ kind, width, height, radius, sides }: Form) {
  if (kind === 'circle') return (u: number, v: number, a: number) => norm(u, v) - a;
  if (kind === 'ellipse')
    return (u: number, v: number, a: number, b: number) => {
      const size = norm(u / a, v / b);
      const slope = norm(u / (a * a), v / (b * b));
      return slope > 0 ? (size * (size - 1)) / slope : -Math.min(a, b);
    };
  if (kind === 'polygon') {
    const sector = (2 * Math.PI) / sides;
    const [half, deep] = [Math.sin(sector / 2), Math.cos(sector / 2)];
    return (u: number, v: number, a: number) => {
      const angle = Math.atan2(v, u);
      // Folded onto half a side, from its middle to a corner.
      const off = Math.abs(angle - sector * (Math.floor(angle / sector) + 0.5));
      const far = norm(u, v);
      const along = far * Math.sin(off) - a * half;
      const across = far * Math.cos(off) - a * deep;
      return along > 0 && across > 0 ? norm(along, across) : across;
    };
  }
  const r = kind === 'slot' ? height / 2 : Math.min(radius, width / 2, height / 2);
  return (u: number, v: number, a: number, b: number) => {
    const [p, q] = [Math.abs(u) - a + r, Math.abs(v) - b + r];
    return norm(Math.max(0, p), Math.max(0, q)) + Math.min(0, Math.max(p, q)) - r;
  };
}

/** Figures that drive a form; lengths in its unit, the turn in degrees clockwise. */
export const FIGURES = {
  circle: ['diameter'],
  slot: ['length', 'width', 'turn'],
  rectangle: ['width', 'height', 'corner radius', 'turn'],
  ellipse: ['width', 'height', 'turn'],
  polygon: ['across corners', 'across flats', 'turn'],
} as const satisfies Record<FormKind, readonly string[]>;
export type Figure = (typeof FIGURES)[FormKind][number];

/** What a figure of a form comes to. */
export function figureOf(form: Form, figure: Figure): number {
  if (figure === 'turn') return (form.turn * 180) / Math.PI;
  if (figure === 'corner radius') return form.radius;
  if (figure === 'across flats') return form.width * Math.cos(Math.PI / form.sides);
  if (figure === 'height' || (figure === 'width' && form.kind === 'slot')) return form.height;
  return form.width;
}

/** The form with one of its figures as typed, its middle staying. Throws `bad-figure` for one that cannot be. */
export function withFigure(form: Form, figure: Figure, value: number): Form {
  if (figure === 'turn') return { ...form, turn: (value * Math.PI) / 180 };
  const next = { ...form };
  if (figure === 'corner radius') next.radius = value;
  else if (figure === 'diameter') next.width = next.height = value;
  else if (figure === 'across corners') next.width = next.height = value;
  else if (figure === 'across flats') next.width = next.height = value / Math.cos(Math.PI / form.sides);
  else if (figure === 'height' || (figure === 'width' && form.kind === 'slot')) next.height = value;
  else next.width = value;
  if (!(next.width > 0 && next.height > 0 && next.radius >= 0))
    throw wrong('A form has to be wider than nought.', 'Type a length greater than nought.');
  if (next.kind === 'slot' && next.height >= next.width)
    throw wrong('A slot has to be longer than it is wide.', 'Type a greater length, or a lesser width.');
  if (next.kind === 'rectangle' && next.radius > Math.min(next.width, next.height) / 2)
    throw wrong(
      'The corners are rounder than half the rectangle.',
      'Type a lesser radius, or a greater size.',
    );
  return next;
}

const wrong = (message: string, hint: string) => new DrelkError('bad-figure', message, hint);
