import {
  type Box,
  type Gap,
  type Shape,
  boxOf,
  combineAreas,
  gapBetween,
  isInside,
  nestContours,
} from '../geometry';
import { norm } from '../norm';
import { type Bridge, stripOf } from './bridges';

/** How closely rims are followed, as a share of a strip's width. */
const FLATNESS_SHARE = 0.05;
/** More things than this beside one another are no one thing. */
export const MOST_JOINED = 300;

/** A shape and the numbers of those that it came of. */
export interface ShapeOf {
  shape: Shape;
  of: number[];
}

/**
 * Shapes that lie beside one another as one: strips so wide are added where two are nearest, as few as it takes and the shortest (a minimum
 * spanning tree, Kruskal 1956). Lines with a pen, and what lies in a hole of another, stay as they are; so do all where there are too many.
 */
export function joinedBeside(
  shapes: readonly ShapeOf[],
  width: number,
): { shapes: ShapeOf[]; bridges: Bridge[] } {
  const areas = shapes.filter(({ shape: { outer, pen } }) => outer.closed && pen === undefined);
  const outermost = areas.filter(
    (one) => !areas.some((other) => other !== one && isInside([other.shape.outer], one.shape.outer.start)),
  );
  const [first] = outermost;
  if (outermost.length < 2 || outermost.length > MOST_JOINED) return { shapes: [...shapes], bridges: [] };
  const gaps = shortestTree(
    outermost.map(({ shape }) => shape),
    FLATNESS_SHARE * width,
  );
  const bridges = gaps.map(({ from, to }) => ({ from, to }));
  const rims = outermost.flatMap(({ shape }) => [shape.outer, ...shape.holes]);
  const made = bridges.reduce((all, bridge) => combineAreas('unite', all, [stripOf(bridge, width)]), rims);
  const { plate } = first.shape;
  const of = outermost.flatMap((one) => one.of);
  return {
    shapes: [
      ...nestContours(made, FLATNESS_SHARE * width).map((one) => ({
        shape: { ...one, ...(plate === undefined ? {} : { plate }) },
        of,
      })),
      ...shapes.filter((one) => !outermost.includes(one)),
    ],
    bridges,
  };
}

/** The gaps of the shortest tree that joins shapes; those between boxes that are far apart are measured only where they may count. */
function shortestTree(shapes: readonly Shape[], tolerance: number): Gap[] {
  const boxes = shapes.map(({ outer }) => boxOf([outer]) as Box);
  const open = boxes.flatMap((box, a) =>
    boxes.slice(a + 1).map((other, k): Pair => ({ a, b: a + 1 + k, least: between(box, other) })),
  );
  const rank = (one: Pair) => one.gap?.distance ?? one.least;
  open.sort((one, other) => rank(other) - rank(one));
  const group = shapes.map((_, k) => k);
  const root = (k: number): number => (group[k] === k ? k : (group[k] = root(group[k])));
  const tree: Gap[] = [];
  for (let next = open.pop(); next; next = open.pop()) {
    if (root(next.a) === root(next.b)) continue;
    if (!next.gap) {
      next.gap = gapBetween(shapes[next.a].outer, shapes[next.b].outer, tolerance);
      const far = rank(next);
      // The nearest come last.
      const nearer = open.findIndex((one) => rank(one) < far);
      open.splice(nearer < 0 ? open.length : nearer, 0, next);
      continue;
    }
    group[root(next.a)] = root(next.b);
    // Those that touch hang together already.
    if (next.gap.distance > 0) tree.push(next.gap);
  }
  return tree;
}

interface Pair {
  a: number;
  b: number;
  /** They are no nearer than their boxes. */
  least: number;
  gap?: Gap;
}

const between = (a: Box, b: Box): number =>
  norm(Math.max(0, a.left - b.right, b.left - a.right), Math.max(0, a.top - b.bottom, b.top - a.bottom));
