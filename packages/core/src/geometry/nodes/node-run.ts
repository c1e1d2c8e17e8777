import type { Contour, Point, Segment } from '../contour';
import { cutAtNode } from './ends';
import { withNodeAt, nodesOf } from './nodes';
import { pointOf } from '../segment';
import { curveFor, placesOn, withoutNode } from './without-node';
import { norm } from '../../norm';

/** What a run of segments may become: one of these, from its first node to its last. */
export const RUN_KINDS = ['line', 'arc', 'cubic'] as const;
export type RunKind = (typeof RUN_KINDS)[number];

/** Steps in which the bulge of the nearest arc is looked for and narrowed down; how far it may go, three quarters of a turn; below what it is a line. */
const STEPS = 60;
const MOST_BULGE = Math.tan((3 * Math.PI) / 8);
const STRAIGHT = 1e-6;

/** The contour with several of its nodes carried as far as one another, with their handles. */
export function withNodesMoved(contour: Contour, nodes: readonly number[], by: Point): Contour {
  const places = nodesOf(contour);
  return nodes.reduce(
    (moved, node) => withNodeAt(moved, node, { x: places[node].x + by.x, y: places[node].y + by.y }),
    contour,
  );
}

/** The contour without several of its nodes; undefined where too few would be left. */
export function withoutNodes(contour: Contour, nodes: readonly number[]): Contour | undefined {
  return [...nodes]
    .sort((a, b) => b - a)
    .reduce((less: Contour | undefined, node) => less && withoutNode(less, node), contour);
}

/** The contour cut at several of its nodes, into as many pieces as that makes; undefined where it is cut nowhere. */
export function cutAtNodes(contour: Contour, nodes: readonly number[]): Contour[] | undefined {
  const places = nodesOf(contour);
  const all = nodes.reduce(
    (pieces: Contour[], node) => pieces.flatMap((piece) => cutAt(piece, places[node])),
    [contour],
  );
  return all.length === 1 && all[0] === contour ? undefined : all;
}

function cutAt(piece: Contour, { x, y }: Point): Contour[] {
  const node = nodesOf(piece).findIndex((one) => one.x === x && one.y === y);
  return (node >= 0 && cutAtNode(piece, node)) || [piece];
}

/**
 * The contour with what lies between two nodes, the way it runs, as one line, one arc or one cubic: the line
 * exactly, the others as near as they can be with the ends where they are. From a later node to an earlier one it is what
 * lies around a closed contour's start; of an open one the order does not count.
 */
export function withRunAs(contour: Contour, nodes: readonly [number, number], kind: RunKind): Contour {
  const { segments, closed } = contour;
  const isAround = closed && nodes[0] > nodes[1];
  const [from, to] = isAround ? nodes : [Math.min(...nodes), Math.max(...nodes)];
  if (from === to) return contour;
  const places = [contour.start, ...segments.map(pointOf)];
  const run = isAround ? [...segments.slice(from), ...segments.slice(0, to)] : segments.slice(from, to);
  const one = oneOf(places[from], run, kind);
  if (!isAround) return { ...contour, segments: [...segments.slice(0, from), one, ...segments.slice(to)] };
  return { start: pointOf(places[to]), segments: [...segments.slice(to, from), one], closed };
}

function oneOf(from: Point, run: readonly Segment[], kind: RunKind): Segment {
  if (run.length === 1 && run[0].kind === kind) return run[0];
  const to = pointOf(run[run.length - 1]);
  if (kind === 'line') return { kind, ...to };
  return kind === 'cubic' ? curveFor(from, run) : nearestArc(from, run, to);
}

/** The arc between the ends of a run, on the side it lies on, whose greatest distance from the run's places is least. */
function nearestArc(from: Point, run: readonly Segment[], to: Point): Segment {
  const ends = [from, ...run.map(pointOf)];
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const chord = norm(dx, dy);
  // In a frame of the chord: u along it from its middle, v to its right as seen on screen, where arcs of a positive bulge lie.
  const places = run
    .flatMap((segment, k) => placesOn(ends[k], segment))
    .map(({ x, y }) => [x - (from.x + to.x) / 2, y - (from.y + to.y) / 2])
    .map(([x, y]) => ({ u: (x * dx + y * dy) / chord, v: (y * dx - x * dy) / chord }));
  const side = Math.sign(places.reduce((sum, { v }) => sum + v, 0));
  const off = (bulge: number) => {
    const height = (side * bulge * chord) / 2;
    const radius = (chord * chord) / 8 / height + height / 2;
    return Math.max(...places.map(({ u, v }) => Math.abs(norm(u, v - height + radius) - Math.abs(radius))));
  };
  const bulge = chord > 0 && side !== 0 ? side * leastOf(off) : 0;
  return Math.abs(bulge) < STRAIGHT ? { kind: 'line', ...to } : { kind: 'arc', bulge, ...to };
}

/** The bulge above 0 for which a function is least: looked for evenly, then narrowed down by golden sections. */
function leastOf(of: (bulge: number) => number): number {
  const step = MOST_BULGE / STEPS;
  const looked = Array.from({ length: STEPS }, (_, k) => step * (k + 0.5));
  const best = looked.reduce((least, bulge) => (of(bulge) < of(least) ? bulge : least));
  const golden = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [best - step / 2, best + step / 2];
  for (let k = 0; k < STEPS; k++) {
    const [a, b] = [high - golden * (high - low), low + golden * (high - low)];
    if (of(a) < of(b)) high = b;
    else low = a;
  }
  return (low + high) / 2;
}
