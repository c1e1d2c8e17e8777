import { DrelkError } from '../error';
import type { Box, Contour, Point, Segment, Shape } from './contour';
import { boxOf, signedArea } from './measured/measure';

/** Contours in typed arrays that can be handed from thread to thread, each with an id of its own: what is drawn, picked, measured. */
export interface Paths {
  /** By contour: its id, and the number of its shape; a shape's outer contour comes first, its holes follow. */
  ids: Uint32Array;
  shapes: Uint32Array;
  /** Bits: CLOSED and HOLE; who owns the paths may have more. */
  flags: Uint8Array;
  /** By contour: mean width of the stroke that it is the middle line of, NaN for areas. */
  pens: Float64Array;
  /** By contour, ORIGIN numbers: where it begins (x, y), its box (left, top, right, bottom), its area with its sign. */
  origins: Float64Array;
  /** By contour, the number of its first segment; one more entry than contours. */
  starts: Uint32Array;
  /** By segment: LINE, CUBIC or ARC, and PLACES numbers: its handles (of an arc, its bulge), and its end. */
  kinds: Uint8Array;
  places: Float64Array;
}

/**
 * Paths of a job's artwork: whose each is, and, by where it comes from (a place on it, its box and its area), how it is found
 * again in another set. FOUND_HOLE is set of what was a hole when it was traced.
 */
export interface PathSet extends Paths {
  /** By contour: the edit of the hand that it is of, 0 for none, and which of that edit's contours it is. */
  edits: Uint32Array;
  parts: Uint32Array;
  /** By contour: its plate's number, -1 for none. */
  plates: Int32Array;
}

export const CLOSED = 1;
export const HOLE = 2;
export const FOUND_HOLE = 4;
export const ORIGIN = 7;
export const PLACES = 6;
const KINDS: readonly Segment['kind'][] = ['line', 'cubic', 'arc'];

/** Where a contour comes from. Lengths in the unit of its set. */
export interface PathOrigin {
  place: Point;
  box: Box;
  area: number;
}

/** Whose a contour is: an edit of the hand and which of its contours, or 0 for a traced one, which may have been a hole then. */
export interface PathOwner {
  edit: number;
  part: number;
  wasHole: boolean;
}

const contoursIn = (shapes: readonly Shape[]) =>
  shapes.flatMap((shape, number) =>
    [shape.outer, ...shape.holes].map((contour, k) => ({ contour, shape, number, isHole: k > 0 })),
  );

/** Shapes in typed arrays, their contours numbered from `first` on. */
export function packShapes(shapes: readonly Shape[], first = 1): Paths {
  const all = contoursIn(shapes);
  const count = all.reduce((sum, { contour }) => sum + contour.segments.length, 0);
  const set: Paths = {
    ids: Uint32Array.from(all, (_, k) => first + k),
    shapes: Uint32Array.from(all, ({ number }) => number),
    flags: Uint8Array.from(all, ({ contour, isHole }) => (contour.closed ? CLOSED : 0) | (isHole ? HOLE : 0)),
    pens: Float64Array.from(all, ({ shape }) => shape.pen ?? NaN),
    origins: new Float64Array(ORIGIN * all.length),
    starts: new Uint32Array(all.length + 1),
    kinds: new Uint8Array(count),
    places: new Float64Array(PLACES * count),
  };
  let at = 0;
  all.forEach(({ contour }, k) => {
    const { left, top, right, bottom } = boxOf([contour]) ?? { left: 0, top: 0, right: 0, bottom: 0 };
    const area = contour.closed ? signedArea(contour) : 0;
    set.origins.set([contour.start.x, contour.start.y, left, top, right, bottom, area], ORIGIN * k);
    for (const segment of contour.segments) writeSegment(set, at++, segment);
    set.starts[k + 1] = at;
  });
  if (!set.places.every(Number.isFinite) || !set.origins.every(Number.isFinite)) throw notFinite();
  return set;
}

/** Shapes as a set, their contours numbered from `first` on; whose each contour is where that is not the trace. */
export function packPaths(shapes: readonly Shape[], first = 1, owners?: readonly PathOwner[]): PathSet {
  const all = contoursIn(shapes);
  const packed = packShapes(shapes, first);
  const wasHole = (k: number) => (owners ? owners[k].wasHole : all[k].isHole);
  return {
    ...packed,
    flags: packed.flags.map((bits, k) => bits | (wasHole(k) ? FOUND_HOLE : 0)),
    edits: Uint32Array.from(all, (_, k) => owners?.[k].edit ?? 0),
    parts: Uint32Array.from(all, (_, k) => owners?.[k].part ?? 0),
    plates: Int32Array.from(all, ({ shape }) => shape.plate ?? -1),
  };
}

const notFinite = () =>
  new DrelkError(
    'not-finite',
    'The paths of these settings have places that are no numbers.',
    'Undo the last change. Please keep the job and report it.',
  );

function writeSegment({ kinds, places }: Paths, at: number, segment: Segment): void {
  kinds[at] = KINDS.indexOf(segment.kind);
  const i = PLACES * at;
  if (segment.kind === 'cubic') {
    places[i] = segment.x1;
    places[i + 1] = segment.y1;
    places[i + 2] = segment.x2;
    places[i + 3] = segment.y2;
  } else if (segment.kind === 'arc') places[i] = segment.bulge;
  places[i + 4] = segment.x;
  places[i + 5] = segment.y;
}

/** Contour k of a set. */
export function contourAt({ origins, starts, kinds, places, flags }: Paths, k: number): Contour {
  const segments: Segment[] = [];
  for (let at = starts[k]; at < starts[k + 1]; at++) {
    const i = PLACES * at;
    const [x, y] = [places[i + 4], places[i + 5]];
    const kind = KINDS[kinds[at]];
    if (kind === 'line') segments.push({ kind, x, y });
    else if (kind === 'arc') segments.push({ kind, bulge: places[i], x, y });
    else
      segments.push({
        kind,
        x1: places[i],
        y1: places[i + 1],
        x2: places[i + 2],
        y2: places[i + 3],
        x,
        y,
      });
  }
  const start = { x: origins[ORIGIN * k], y: origins[ORIGIN * k + 1] };
  return { start, segments, closed: (flags[k] & CLOSED) !== 0 };
}

/** The shapes of a set, in order, each with the numbers in the set of its contours. */
export function shapesIn(set: PathSet): { shape: Shape; contours: number[] }[] {
  const found: { shape: Shape; contours: number[] }[] = [];
  for (let k = 0; k < set.ids.length; k++) {
    const contour = contourAt(set, k);
    if ((set.flags[k] & HOLE) !== 0) {
      const { shape, contours } = found[found.length - 1];
      shape.holes.push(contour);
      contours.push(k);
      continue;
    }
    const shape: Shape = { outer: contour, holes: [] };
    if (!Number.isNaN(set.pens[k])) shape.pen = set.pens[k];
    if (set.plates[k] >= 0) shape.plate = set.plates[k];
    found.push({ shape, contours: [k] });
  }
  return found;
}

/** Where contour k of a set comes from. */
export function originAt({ origins }: Paths, k: number): PathOrigin {
  const [x, y, left, top, right, bottom, area] = origins.subarray(ORIGIN * k, ORIGIN * (k + 1));
  return { place: { x, y }, box: { left, top, right, bottom }, area };
}

/** A copy of a set, in a unit of which there are `scale` as many to the length. */
export function scaledPaths(set: PathSet, scale: number): PathSet {
  const places = set.places.map((value) => value * scale);
  // Bulges are the same at every size.
  for (let at = 0; at < set.kinds.length; at++)
    if (KINDS[set.kinds[at]] === 'arc') places[PLACES * at] = set.places[PLACES * at];
  const origins = set.origins.map((value, i) => value * (i % ORIGIN === ORIGIN - 1 ? scale * scale : scale));
  return {
    ids: set.ids.slice(),
    shapes: set.shapes.slice(),
    flags: set.flags.slice(),
    edits: set.edits.slice(),
    parts: set.parts.slice(),
    pens: set.pens.map((pen) => pen * scale),
    plates: set.plates.slice(),
    origins,
    starts: set.starts.slice(),
    kinds: set.kinds.slice(),
    places,
  };
}

/** What of a set can be moved to another thread. */
export const buffersOf = (set: Paths): ArrayBufferLike[] =>
  Object.values(set as unknown as Record<string, Uint8Array>).map(({ buffer }) => buffer);
