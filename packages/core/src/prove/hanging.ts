import {
  type Contour,
  type NarrowPlace,
  type Point,
  flatten,
  insidePolygon,
  norm,
  polygonArea,
} from '../geometry';
import type { CutGround } from './cut-ground';

/** A part that comes off where material is cut across at some places: how wide these are in all, and how much hangs there. */
export interface Hanging {
  places: readonly NarrowPlace[];
  width: number;
  /** In square millimetres, without the part's holes. */
  area: number;
  /** The part's rim, as chords. */
  rim: Float64Array;
}

/** How finely curves are followed for areas, in millimetres. */
const FLATNESS_MM = 0.05;

/** A narrow place on the way around: it leaves a contour and comes to the next, or the same. */
interface Step {
  place: NarrowPlace;
  leaves: { contour: number; at: Point };
  comes: { contour: number; at: Point };
}

/**
 * What hangs by narrow places of a ground, of no more than `widest` in all. Seen as a graph, contours are its vertices and narrow places
 * its edges: a cut through material runs across places from contour to contour until it comes back, so that parts come off by the cycles,
 * of which the shortest through each place is looked at. `isWorth` tells by the width and the area of a part, its holes included, whether
 * it is looked at more closely.
 */
export function hangingBy(
  ground: CutGround,
  places: readonly NarrowPlace[],
  widest: number,
  isWorth: (width: number, area: number) => boolean,
): Hanging[] {
  const edges = new Map<number, NarrowPlace[]>();
  for (const place of places) {
    for (const contour of new Set([place.a, place.b])) {
      const own = edges.get(contour);
      if (own) own.push(place);
      else edges.set(contour, [place]);
    }
  }
  const rims = new Map<number, Rim>();
  const rimOf = (contour: number): Rim => {
    const rim = rims.get(contour) ?? new Rim(ground.contours[contour]);
    rims.set(contour, rim);
    return rim;
  };
  const seen = new Set<string>();
  return places.flatMap((place) => {
    const cycle = shortestCycle(place, edges, widest);
    if (!cycle) return [];
    const key = cycle
      .map((step) => places.indexOf(step.place))
      .sort((a, b) => a - b)
      .join();
    if (seen.has(key)) return [];
    seen.add(key);
    const width = cycle.reduce((sum, step) => sum + step.place.width, 0);
    const loops = [loopOf(cycle, rimOf), loopOf(backwards(cycle), rimOf)].filter(
      (loop) => polygonArea(loop) > 0,
    );
    if (!loops.every((loop) => isWorth(width, polygonArea(loop)))) return [];
    const around = new Set(cycle.flatMap(({ leaves, comes }) => [leaves.contour, comes.contour]));
    const [part] = loops
      .map((rim) => ({ rim, area: polygonArea(rim) - holesWithin(rim, ground, around) }))
      .sort((a, b) => a.area - b.area);
    return part ? [{ places: cycle.map((step) => step.place), width, ...part }] : [];
  });
}

/** The way back to where a place begins across others, the narrowest in all; undefined where it were wider than asked. */
function shortestCycle(
  place: NarrowPlace,
  edges: ReadonlyMap<number, readonly NarrowPlace[]>,
  widest: number,
): Step[] | undefined {
  const first = across(place, place.a);
  if (place.width > widest) return undefined;
  if (place.a === place.b) return [first];
  const open: { contour: number; width: number; steps: Step[] }[] = [
    { contour: place.b, width: place.width, steps: [first] },
  ];
  const done = new Set<number>();
  for (;;) {
    open.sort((one, other) => other.width - one.width);
    const best = open.pop();
    if (!best) return undefined;
    if (best.contour === place.a) return best.steps;
    if (done.has(best.contour)) continue;
    done.add(best.contour);
    for (const next of edges.get(best.contour) ?? []) {
      const width = best.width + next.width;
      if (next === place || next.a === next.b || width > widest) continue;
      const step = across(next, best.contour);
      open.push({ contour: step.comes.contour, width, steps: [...best.steps, step] });
    }
  }
}

/** A place crossed from one of its contours. */
const across = (place: NarrowPlace, from: number): Step => {
  const sides = [
    { contour: place.a, at: place.from },
    { contour: place.b, at: place.to },
  ];
  const [leaves, comes] = from === place.a ? sides : sides.reverse();
  return { place, leaves, comes };
};

const backwards = (cycle: readonly Step[]): Step[] =>
  cycle.map(({ place, leaves, comes }) => ({ place, leaves: comes, comes: leaves })).reverse();

/** The rim of the part on one side of a cut: along each contour the way it runs, from where the cut comes to where it leaves. */
function loopOf(cycle: readonly Step[], rimOf: (contour: number) => Rim): Float64Array {
  return Float64Array.from(
    cycle.flatMap(({ comes }, k) => {
      const { leaves } = cycle[(k + 1) % cycle.length];
      return rimOf(comes.contour).between(comes.at, leaves.at);
    }),
  );
}

/** The area of holes of a part within a loop, besides those that the loop runs along. */
function holesWithin(
  loop: Float64Array,
  { contours, depths }: CutGround,
  around: ReadonlySet<number>,
): number {
  const [one] = around;
  const depth = depths[one] - (depths[one] % 2) + 1;
  return contours.reduce((sum, contour, k) => {
    const { x, y } = contour.start;
    const isHole = depths[k] === depth && !around.has(k) && insidePolygon(loop, x, y);
    return isHole ? sum + Math.abs(polygonArea(flatten(contour, FLATNESS_MM))) : sum;
  }, 0);
}

/** A contour as chords. */
class Rim {
  private readonly points: Float64Array;

  constructor(contour: Contour) {
    this.points = flatten(contour, FLATNESS_MM);
  }

  /** From one place on it to another, the way it runs. */
  between(from: Point, to: Point): number[] {
    const { points } = this;
    const count = points.length / 2;
    const [first, last] = [this.chordAt(from), this.chordAt(to)];
    const isAhead = first.chord < last.chord || (first.chord === last.chord && first.along <= last.along);
    const steps = last.chord - first.chord + (isAhead ? 0 : count);
    const between = Array.from({ length: steps }, (_, k) => {
      const at = 2 * ((first.chord + 1 + k) % count);
      return [points[at], points[at + 1]];
    });
    return [from.x, from.y, ...between.flat(), to.x, to.y];
  }

  private chordAt({ x, y }: Point): { chord: number; along: number } {
    const { points } = this;
    const count = points.length / 2;
    let best = { chord: 0, along: 0 };
    let nearest = Infinity;
    for (let k = 0; k < count; k++) {
      const [x1, y1] = [points[2 * k], points[2 * k + 1]];
      const next = 2 * ((k + 1) % count);
      const [dx, dy] = [points[next] - x1, points[next + 1] - y1];
      const square = dx * dx + dy * dy;
      const share = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - x1) * dx + (y - y1) * dy) / square));
      const far = norm(x1 + share * dx - x, y1 + share * dy - y);
      if (far < nearest) [nearest, best] = [far, { chord: k, along: share }];
    }
    return best;
  }
}
