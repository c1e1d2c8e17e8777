import {
  type Contour,
  type Shape,
  boxOf,
  combineAreas,
  flatten,
  insidePolygon,
  nestContours,
} from '../geometry';
import { type Bridge, type BridgeWishes, bridged, stripOf } from './bridges';
import type { ShapeOf } from './joined';

/** How closely rims are followed to see what lies in what, as a share of a strip's width. */
const FLATNESS_SHARE = 0.05;

/** Shapes that hang together once strips are added: what came of which of those that were there, by their numbers. */
export interface Tied {
  shapes: ShapeOf[];
  islands: number;
  bridges: Bridge[];
}

/**
 * Shapes with those that lie in holes of others tied to what is around them, by strips that are added across the gap. What is between them
 * is, seen by itself, a shape with holes, and a bridge through it is a strip of material.
 */
export function tied(shapes: readonly Shape[], wishes: BridgeWishes): Tied {
  const voids = voidsIn(shapes);
  const groups = shapes.map((_, k) => k);
  const rootOf = (k: number): number => (groups[k] === k ? k : (groups[k] = rootOf(groups[k])));
  const strips: { by: number; contour: Contour }[] = [];
  const bridges: Bridge[] = [];
  for (const { around, rim, islands } of voids) {
    const inner = islands.map((k) => shapes[k].outer);
    const found = bridged({ outer: rim, holes: inner }, wishes).bridges;
    // A strip reaches a little into what it ties, and no farther: not into the next gap behind something thin.
    const others = voids.filter((one) => one.rim !== rim).flatMap((one) => areaOf(one, shapes));
    for (const bridge of found) {
      const strip = stripOf(bridge, wishes.width);
      const own = others.length > 0 ? combineAreas('take away', [strip], others) : [strip];
      strips.push(...own.map((contour) => ({ by: around, contour })));
    }
    bridges.push(...found);
    for (const k of islands) groups[rootOf(k)] = rootOf(around);
  }
  const sets = new Map<number, number[]>();
  shapes.forEach((_, k) => sets.set(rootOf(k), [...(sets.get(rootOf(k)) ?? []), k]));
  const result = [...sets.values()].flatMap((of) => {
    if (of.length === 1) return [{ shape: shapes[of[0]], of }];
    const [{ plate }] = of.map((k) => shapes[k]);
    const own = of.flatMap((k) => [shapes[k].outer, ...shapes[k].holes]);
    const added = strips.filter(({ by }) => of.includes(by)).map(({ contour }) => contour);
    const made = added.reduce((all, strip) => combineAreas('unite', all, [strip]), own);
    return nestContours(made, FLATNESS_SHARE * wishes.width).map((one) => ({
      shape: { ...one, ...(plate === undefined ? {} : { plate }) },
      of,
    }));
  });
  return { shapes: result, islands: voids.reduce((sum, { islands }) => sum + islands.length, 0), bridges };
}

/** A hole of a shape with what lies in it. */
interface Void {
  around: number;
  rim: Contour;
  islands: number[];
}

/** Rims of what is empty in a hole. */
const areaOf = ({ rim, islands }: Void, shapes: readonly Shape[]): Contour[] => [
  rim,
  ...islands.map((k) => shapes[k].outer),
];

/** Holes that shapes lie in, each in the innermost around it. */
function voidsIn(shapes: readonly Shape[]): Void[] {
  const holes = shapes.flatMap(({ holes: own, pen }, around) =>
    pen === undefined
      ? own.flatMap((rim) => {
          const box = boxOf([rim]);
          return box ? [{ around, rim, box, size: (box.right - box.left) * (box.bottom - box.top) }] : [];
        })
      : [],
  );
  const inside = new Map<Contour, number[]>();
  const polygons = new Map<Contour, Float64Array>();
  shapes.forEach(({ outer, pen }, k) => {
    const { x, y } = outer.start;
    if (pen !== undefined || !outer.closed) return;
    const [innermost] = holes
      .filter(
        ({ around, box }) => around !== k && x > box.left && x < box.right && y > box.top && y < box.bottom,
      )
      .sort((a, b) => a.size - b.size)
      .filter(({ rim, box }) => {
        const polygon = polygons.get(rim) ?? flatten(rim, (box.right - box.left) / 1000);
        polygons.set(rim, polygon);
        return insidePolygon(polygon, x, y);
      });
    if (innermost) inside.set(innermost.rim, [...(inside.get(innermost.rim) ?? []), k]);
  });
  return holes.flatMap(({ around, rim }) => {
    const islands = inside.get(rim);
    return islands ? [{ around, rim, islands }] : [];
  });
}
