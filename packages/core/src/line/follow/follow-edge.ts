import type { Point } from '../../geometry';
import { type GreyPicture, toneAt } from '../../raster';
import { type DarkSide, cheapestWay } from './cheapest-way';
import { type EdgeWindow, edgeWindow } from './edge-window';
import { norm } from '../../norm';

/** Places along a rim lie this far apart at most once they are settled, in pixels. */
const APART = 1;
/** How far across the way an edge is looked for, besides a cell, and in what steps. */
const ACROSS = 1.5;
const FINE = 0.25;
/** A rise of fewer tones over a pixel is no edge. */
const LEAST_RISE = 3;

/** A way on the same side as before may cost more than the other by so much, as a share of it. */
const KEPT = 0.8;
/** And one on the side that its ends lie on. */
const MEANT = 0.4;

/** A run that clings to the picture: its places, x and y in turn, and the side on which the dark lies. */
export interface FollowedRun {
  points: number[];
  dark: DarkSide;
}

/**
 * The way between two places along the picture's edges, settled between pixels where the tones rise most. Its ends are the
 * places as given. Of the ways with the dark on either side the cheaper one is taken; the side that both ends lie on, and the one
 * that it was before (`dark`), are kept unless the other is clearly cheaper.
 */
export function followEdge(grey: GreyPicture, from: Point, to: Point, dark?: DarkSide): FollowedRun {
  const window = edgeWindow(grey, from, to);
  const [begin, end] = [cellAt(window, from), cellAt(window, to)];
  const meant = sideOfEnds(grey, from, to);
  const ways = (['left', 'right'] as const).map((side) => {
    const { cells, cost } = cheapestWay(window, begin, end, side);
    return { side, cells, cost: cost * (side === dark ? KEPT : 1) * (side === meant ? MEANT : 1) };
  });
  const best = ways[1].cost < ways[0].cost ? ways[1] : ways[0];
  return { points: settled(grey, window, best.cells, from, to), dark: best.side };
}

/** The side on which the dark lies at both ends, looking from one to the other; undefined where they do not agree. */
function sideOfEnds(grey: GreyPicture, from: Point, to: Point): DarkSide | undefined {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const [begin, end] = [from, to].map(({ x, y }) => {
    const gx = toneAt(grey, x + 1, y) - toneAt(grey, x - 1, y);
    const gy = toneAt(grey, x, y + 1) - toneAt(grey, x, y - 1);
    // Tones rise towards light, which is on the right where the dark is on the left.
    return Math.sign(dx * gy - dy * gx);
  });
  if (begin === 0 || begin !== end) return undefined;
  return begin > 0 ? 'left' : 'right';
}

/** The place within reach where tones rise most, or the place itself where none do. */
export function clingToEdge(grey: GreyPicture, at: Point, reach: number): Point {
  const corner = { x: at.x - reach, y: at.y - reach };
  const window = edgeWindow(grey, corner, { x: at.x + reach, y: at.y + reach });
  const { left, top, step, width, across, down } = window;
  let best: Point | undefined;
  let most = LEAST_RISE * step;
  across.forEach((gx, i) => {
    const x = left + ((i % width) + 0.5) * step;
    const y = top + (((i / width) | 0) + 0.5) * step;
    const far = norm(x - at.x, y - at.y) / reach;
    if (far > 1) return;
    // Of edges as steep the nearest.
    const rise = norm(gx, down[i]) * (1 - 0.5 * far);
    if (rise > most) [most, best] = [rise, { x, y }];
  });
  if (!best) return at;
  const i = cellAt(window, best);
  return steepestAcross(grey, best, { x: across[i], y: down[i] }, ACROSS) ?? best;
}

function cellAt({ left, top, step, width, height }: EdgeWindow, { x, y }: Point): number {
  const column = Math.min(width - 1, Math.max(0, Math.floor((x - left) / step)));
  const row = Math.min(height - 1, Math.max(0, Math.floor((y - top) / step)));
  return row * width + column;
}

/** Places along the cells, each moved across the way to where the tones rise most; between the two ends. */
function settled(
  grey: GreyPicture,
  { left, top, step, width, across, down }: EdgeWindow,
  cells: readonly number[],
  from: Point,
  to: Point,
): number[] {
  const middle = (cell: number): Point => ({
    x: left + ((cell % width) + 0.5) * step,
    y: top + (((cell / width) | 0) + 0.5) * step,
  });
  const points = [from.x, from.y];
  for (let k = 1; k + 1 < cells.length; k++) {
    const [a, b] = [middle(cells[k]), middle(cells[k + 1])];
    const parts = Math.max(1, Math.round(step / APART));
    for (let part = 0; part < parts; part++) {
      const place = { x: a.x + ((b.x - a.x) * part) / parts, y: a.y + ((b.y - a.y) * part) / parts };
      const gradient = { x: across[cells[k]], y: down[cells[k]] };
      const on = steepestAcross(grey, place, gradient, ACROSS + 0.75 * step) ?? place;
      points.push(on.x, on.y);
    }
  }
  return [...points, to.x, to.y];
}

/** Where along a gradient, and how near, the tones rise most: a parabola through the three highest rises. */
function steepestAcross(grey: GreyPicture, at: Point, gradient: Point, reach: number): Point | undefined {
  const size = norm(gradient.x, gradient.y);
  if (size === 0) return undefined;
  const [ux, uy] = [gradient.x / size, gradient.y / size];
  const tone = (by: number) => toneAt(grey, at.x + ux * by, at.y + uy * by);
  const rise = (by: number) => tone(by + 0.75) - tone(by - 0.75);
  let best = 0;
  let most = LEAST_RISE;
  for (let by = -reach; by <= reach; by += FINE) {
    const own = rise(by);
    if (own > most) [most, best] = [own, by];
  }
  if (most === LEAST_RISE) return undefined;
  const [before, after] = [rise(best - FINE), rise(best + FINE)];
  const bend = before - 2 * most + after;
  const shift = bend < 0 ? (FINE * (before - after)) / (2 * bend) : 0;
  const by = best + Math.max(-FINE, Math.min(FINE, shift));
  return { x: at.x + ux * by, y: at.y + uy * by };
}
