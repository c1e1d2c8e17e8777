import { ClipType, Clipper64, FillRule, type Paths64, type Point64 } from 'clipper2-ts';
import type { Contour, Point, Segment } from '../contour';
import { contourLength, signedArea } from '../measured/measure';
import { reverseContour } from '../maps/transform';
import { type FinePolygons, cornerAfter, finePolygons, shareAfter } from './fine-polygons';
import { meetingNear } from './meet';
import { END, type On, partBack, partBetween } from './part';

/** How finely curves are followed while it is worked out what lies where; and parts of the unit that places are counted in. */
const FLATNESS_UNITS = 0.005;
const PARTS = 4096;
/** Areas thinner than this on the average are where rims run along one another. */
const THIN = 0.01;
/** Meetings of curves lie no farther than this from those of their chords. */
const REACH = 0.2;

/** What of two sets of areas is wanted. */
export type Combining = 'unite' | 'take away' | 'keep common';
const CLIPS: Record<Combining, ClipType> = {
  unite: ClipType.Union,
  'take away': ClipType.Difference,
  'keep common': ClipType.Intersection,
};

/**
 * Areas united, taken away from one another, or what they have in common, with their curves kept: what comes back are parts
 * of the original lines, arcs and cubics, cut where they meet. Outer contours run one way and holes the other, as shapes have
 * them; `rule` says what counts as inside of either. What lies where is worked out on fine polygons (clipper2), whose corners know their curves.
 */
export function combineAreas(
  how: Combining,
  a: readonly Contour[],
  b: readonly Contour[] = [],
  rule: 'nonzero' | 'evenodd' = 'nonzero',
): Contour[] {
  const fine = finePolygons([...a, ...b], FLATNESS_UNITS);
  const crossings: Crossing[] = [];
  const clipper = new Clipper64();
  clipper.preserveCollinear = true;
  clipper.zCallback = (bottomA, topA, bottomB, topB, at) => {
    crossings.push({ chords: [chordOf(fine, bottomA, topA), chordOf(fine, bottomB, topB)] });
    at.z = -crossings.length;
  };
  const paths = pathsOf(fine);
  clipper.addSubject(paths.slice(0, a.length));
  if (b.length > 0) clipper.addClip(paths.slice(a.length));
  const solution: Paths64 = [];
  clipper.execute(CLIPS[how], rule === 'nonzero' ? FillRule.NonZero : FillRule.EvenOdd, solution);
  const alike = new CornersAt(paths);
  return (
    solution
      .filter((path) => path.length > 2)
      // The library runs around outer contours clockwise on screen.
      .map((path) => traced(fine, [...path].reverse(), crossings, alike))
      .filter((contour) => Math.abs(signedArea(contour)) > (THIN * contourLength(contour)) / 2)
  );
}

/** Two chords that cross, by the corners they begin at; -1 for what is none. */
interface Crossing {
  chords: [number, number];
}

function pathsOf({ x, y, first }: FinePolygons): Paths64 {
  return first.slice(0, -1).map((from, k) =>
    Array.from({ length: first[k + 1] - from }, (_, n): Point64 => ({
      x: Math.round(x[from + n] * PARTS),
      y: Math.round(y[from + n] * PARTS),
      z: from + n + 1,
    })),
  );
}

/** Corners by their place: contours that run along one another share some. */
class CornersAt {
  private readonly found = new Map<number, Point64[]>();

  constructor(paths: Paths64) {
    for (const path of paths)
      for (const point of path) {
        const there = this.found.get(keyOf(point));
        if (there) there.push(point);
        else this.found.set(keyOf(point), [point]);
      }
  }

  at(point: Point64): number[] {
    const near = this.found.get(keyOf(point)) ?? [];
    return near.filter(({ x, y }) => x === point.x && y === point.y).map(({ z }) => (z ?? 1) - 1);
  }
}

/** A number for a place; very few places share one. */
const keyOf = ({ x, y }: Point64): number => x * 134_217_689 + y;

/** The chord between two corners that follow one another. */
function chordOf(fine: FinePolygons, from: Point64, to: Point64): number {
  const [a, b] = [(from.z ?? 0) - 1, (to.z ?? 0) - 1];
  if (a >= 0 && b >= 0 && cornerAfter(fine, a) === b) return a;
  if (a >= 0 && b >= 0 && cornerAfter(fine, b) === a) return b;
  return -1;
}

/** A corner of the result: where it lies on each chord it belongs to, in shares of the chord. */
interface Corner {
  at: Point;
  on: Map<number, number>;
}

/** An edge of the result on the chord it is part of, and from which share to which; chord -1 where that is not known. */
interface Edge {
  chord: number;
  from: number;
  to: number;
}

function traced(
  fine: FinePolygons,
  path: readonly Point64[],
  crossings: readonly Crossing[],
  alike: CornersAt,
): Contour {
  const corners = path.map((point) => cornerOf(fine, point, crossings, alike));
  const edges: Edge[] = [];
  corners.forEach((corner, k) => {
    const next = corners[(k + 1) % corners.length];
    edges.push(edgeBetween(fine, corner, next, edges[edges.length - 1]));
  });
  const runs = runsOf(fine, edges);
  if (runs.length === 1 && runs[0].chord >= 0) {
    const whole = fine.contours[fine.contour[runs[0].chord]];
    return runs[0].to > runs[0].from ? whole : reverseContour(whole);
  }
  return joined(fine, runs, corners);
}

function cornerOf(
  fine: FinePolygons,
  point: Point64,
  crossings: readonly Crossing[],
  alike: CornersAt,
): Corner {
  const at = { x: point.x / PARTS, y: point.y / PARTS };
  const on = new Map<number, number>();
  for (const corner of alike.at(point)) {
    on.set(corner, 0);
    on.set(cornerBefore(fine, corner), 1);
  }
  const crossing = (point.z ?? 0) < 0 ? crossings[-(point.z ?? 0) - 1] : undefined;
  for (const chord of crossing?.chords ?? [])
    if (chord >= 0 && !on.has(chord)) on.set(chord, alongChord(fine, chord, at));
  return { at, on };
}

function cornerBefore({ contour, first }: FinePolygons, corner: number): number {
  const of = contour[corner];
  return corner === first[of] ? first[of + 1] - 1 : corner - 1;
}

function alongChord(fine: FinePolygons, chord: number, { x, y }: Point): number {
  const next = cornerAfter(fine, chord);
  const [ax, ay] = [fine.x[chord], fine.y[chord]];
  const [dx, dy] = [fine.x[next] - ax, fine.y[next] - ay];
  const size = dx * dx + dy * dy;
  return size > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / size)) : 0;
}

/** The chord that two corners of the result both lie on; one that goes on from the edge before where there are several. */
function edgeBetween(fine: FinePolygons, a: Corner, b: Corner, before: Edge | undefined): Edge {
  let best: Edge | undefined;
  for (const [chord, from] of a.on) {
    const to = b.on.get(chord);
    if (to === undefined || to === from) continue;
    const edge = { chord, from, to };
    if (before && goesOn(fine, before, edge)) return edge;
    best ??= edge;
  }
  return best ?? { chord: -1, from: 0, to: 1 };
}

/** Whether an edge follows another on the same contour, the same way. */
function goesOn(fine: FinePolygons, before: Edge, edge: Edge): boolean {
  if (before.chord < 0 || edge.chord < 0) return false;
  const isForward = before.to > before.from;
  if (edge.to > edge.from !== isForward) return false;
  if (edge.chord === before.chord) return edge.from === before.to;
  const next = isForward ? cornerAfter(fine, before.chord) : cornerBefore(fine, before.chord);
  return edge.chord === next && before.to === (isForward ? 1 : 0) && edge.from === (isForward ? 0 : 1);
}

/** Edges that follow one another on a contour: the first and the last of them, and the corners they lie between. */
interface Run {
  chord: number;
  from: number;
  to: number;
  lastChord: number;
  lastTo: number;
  begins: number;
  ends: number;
}

function runsOf(fine: FinePolygons, edges: readonly Edge[]): Run[] {
  const count = edges.length;
  const isCut = (k: number) => !goesOn(fine, edges[(k + count - 1) % count], edges[k]);
  const first = edges.findIndex((_, k) => isCut(k));
  const cuts: number[] = [];
  for (let n = 0; n < count; n++) {
    const k = (Math.max(0, first) + n) % count;
    if (n === 0 || isCut(k)) cuts.push(k);
  }
  return cuts.map((k, n) => {
    const end = cuts[(n + 1) % cuts.length];
    const last = edges[(end + count - 1) % count];
    return { ...edges[k], lastChord: last.chord, lastTo: last.to, begins: k, ends: end };
  });
}

/** Puts runs together: each its part of a curve, cut where it meets the next. */
function joined(fine: FinePolygons, runs: readonly Run[], corners: readonly Corner[]): Contour {
  const ends = runs.map((run, n) => {
    const next = runs[(n + 1) % runs.length];
    return meetingOf(fine, run, next, corners[run.ends].at);
  });
  const segments: Segment[] = [];
  runs.forEach((run, n) => {
    const before = ends[(n + runs.length - 1) % runs.length];
    const after = ends[n];
    const part = run.chord < 0 ? [] : partOf(fine, run, before.next, after.own);
    if (part.length === 0) segments.push({ kind: 'line', ...after.at });
    else segments.push(...part.slice(0, -1), { ...part[part.length - 1], ...after.at });
  });
  return { start: ends[ends.length - 1].at, segments, closed: true };
}

function partOf(fine: FinePolygons, run: Run, from: On, to: On): Segment[] {
  const contour = fine.contours[fine.contour[run.chord]];
  const isForward = run.to > run.from;
  const goesAhead = (a: On, b: On) =>
    (isForward ? 1 : -1) * (b.segment + b.share - a.segment - a.share) > END;
  const [begun, ended] = [onCurve(fine, run.chord, run.from), onCurve(fine, run.lastChord, run.lastTo)];
  const isAhead = goesAhead(begun, ended);
  // Two meetings so close that they changed places have nothing between them, or all of the rest.
  const isTurned = isAhead !== goesAhead(from, to);
  if (isTurned && isAhead) return [];
  const [first, last] = isTurned ? [begun, ended] : [from, to];
  return isForward ? partBetween(contour, first, last) : partBack(contour, first, last);
}

/** Where a run ends and the next begins: on the curve of each, and the place both share. */
function meetingOf(fine: FinePolygons, run: Run, next: Run, at: Point): { own: On; next: On; at: Point } {
  const own = run.lastChord < 0 ? undefined : onCurve(fine, run.lastChord, run.lastTo);
  const other = next.chord < 0 ? undefined : onCurve(fine, next.chord, next.from);
  const nowhere = { segment: 0, share: 0 };
  if (!own || !other) return { own: own ?? nowhere, next: other ?? nowhere, at };
  const one = fine.contours[fine.contour[run.lastChord]];
  const two = fine.contours[fine.contour[next.chord]];
  const met = meetingNear(one, own, two, other, REACH);
  return met ? { own: met.a, next: met.b, at: met.at } : { own, next: other, at };
}

function onCurve(fine: FinePolygons, chord: number, part: number): On {
  const from = fine.share[chord];
  return { segment: fine.segment[chord], share: from + (shareAfter(fine, chord) - from) * part };
}
