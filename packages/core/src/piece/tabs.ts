import { type Contour, alongOf, cornersAlong, directed, runsBetween } from '../geometry';
import { LINE_PEN } from '../text';
import type { ItemPath } from './make-item';
import { MOST_TABS, type TabSettings } from './settings';

/** Where nobody said how many there are to be, one for so much of the way around, in millimetres, and at least two (common practice, no source). */
const EVERY = 150;
const LEAST = 2;
/** From here on a turn is a corner, in radians. */
const CORNER = 0.35;
/** A tab keeps so many of its widths away from corners where there is room. */
const CLEAR = 1.5;
/** Either way from where tabs would be spread evenly so many places are looked at. */
const LOOKED_AT = 8;

/** Gaps in a closed contour, from one length along it to another: spread evenly, each moved a little to be clear of corners. */
export function tabGaps(contour: Contour, { width, count }: TabSettings): [number, number][] {
  const along = alongOf(contour);
  const { length } = along;
  const wanted = count > 0 ? count : Math.max(LEAST, Math.min(MOST_TABS, Math.round(length / EVERY)));
  // Of what is small some of its cut is left.
  const many = Math.min(wanted, Math.floor(length / (2 * width)));
  const corners = cornersAlong(along, CORNER);
  const toCorner = (at: number) =>
    Math.min(...corners.map((corner) => Math.abs(around(corner - at, length))), CLEAR * width);
  const step = length / many;
  return Array.from({ length: many }, (_, k): [number, number] => {
    const ideal = (k + 0.5) * step;
    let best = ideal;
    // Two neighbours may come nearer to each other by a quarter of their distance each.
    for (let n = 1; n <= LOOKED_AT; n++)
      for (const way of [-1, 1]) {
        const at = ideal + (way * n * (step - width)) / (4 * LOOKED_AT);
        if (toCorner(at) > toCorner(best) + 1e-9) best = at;
      }
    return [best - width / 2, best + width / 2];
  });
}

/** The shorter way around from one length along a closed contour to another. */
const around = (far: number, length: number): number => far - length * Math.round(far / length);

/** A path cut through with tabs left: its outer contour in open runs, its holes as they are. What is not cut through is as it was. */
export function withTabs<P extends ItemPath>(path: P, tabs: TabSettings | null): P[] {
  const { shape, sources } = path;
  const { outer, holes, plate } = shape;
  if (!tabs || path.task !== 'cut-through' || !outer.closed) return [path];
  const gaps = tabGaps(outer, tabs);
  if (gaps.length === 0) return [path];
  const own = plate === undefined ? {} : { plate };
  return [
    ...runsBetween(alongOf(outer), gaps).map((run) => ({
      ...path,
      shape: { outer: run, holes: [], pen: LINE_PEN, ...own },
      sources: sources.slice(0, 1),
    })),
    ...holes.map((hole, k) => ({
      ...path,
      shape: { outer: directed(hole, true), holes: [], ...own },
      sources: sources.slice(k + 1, k + 2),
    })),
  ];
}
