import {
  CLOSED,
  ORIGIN,
  PLACES,
  type Box,
  type Paths,
  centredArc,
  contourAt,
  eachSegment,
} from '@drelk/core';
import { GROUND } from '../engine/views';
import { COLOURS } from './colours';

/** Paths in colours: by contour, which of the colours is its own. */
export interface ColouredPaths {
  paths: Paths;
  colours: readonly string[];
  colourAt: Int32Array;
}

/** A set of paths, or what is in view of it, made ready for drawing. */
export interface DrawnPaths {
  /** Areas whole. */
  all: Path2D;
  /** Areas by their plate's colour, where the picture was taken apart. */
  plates: { colour: string; path: Path2D }[];
  /** Areas that are only a ground: nothing is done along them. */
  grounds: { colour: string; path: Path2D }[];
  /** Single lines, those of one pen's width and one plate's colour together. */
  lines: { pen: number; colour: string | undefined; path: Path2D }[];
}

/** Sets of fewer segments are drawn whole; of others, contours with segments longer than so many pixels on the average. */
const FEW = 6000;
const SKETCHED = 4;

/** What becomes drawn paths, contour by contour. */
class Drawing {
  private readonly all = new Path2D();
  private readonly plates = new Map<string, Path2D>();
  private readonly grounds = new Map<string, Path2D>();
  private readonly lines = new Map<string, DrawnPaths['lines'][number]>();

  constructor(private readonly coloured: ColouredPaths) {}

  /** The paths that contour `k` is to be drawn in. */
  pathsOf(k: number): Path2D[] {
    const { pens, flags } = this.coloured.paths;
    const colour = this.colourOf(k);
    if (!Number.isNaN(pens[k])) return [this.lineOf(pens[k], colour)];
    if ((flags[k] & GROUND) !== 0) return colour === undefined ? [] : [kept(this.grounds, colour)];
    return colour === undefined ? [this.all] : [this.all, kept(this.plates, colour)];
  }

  drawn(): DrawnPaths {
    const listed = (paths: Map<string, Path2D>) => [...paths].map(([colour, path]) => ({ colour, path }));
    return {
      all: this.all,
      plates: listed(this.plates),
      grounds: listed(this.grounds),
      lines: [...this.lines.values()],
    };
  }

  /** The colour of a contour's plate; that of ink for one in none, where others are in some. */
  private colourOf(k: number): string | undefined {
    const { colours, colourAt } = this.coloured;
    const own = colours[colourAt[k]] as string | undefined;
    return own ?? (colours.length > 0 ? COLOURS.fill : undefined);
  }

  private lineOf(pen: number, colour: string | undefined): Path2D {
    const key = `${pen} ${colour}`;
    const line = this.lines.get(key) ?? { pen, colour, path: new Path2D() };
    this.lines.set(key, line);
    return line.path;
  }
}

function kept(paths: Map<string, Path2D>, key: string): Path2D {
  const path = paths.get(key) ?? new Path2D();
  paths.set(key, path);
  return path;
}

/** The paths of a set, those in view at least, ready for drawing. */
export function drawnPaths(coloured: ColouredPaths, view?: Box): DrawnPaths {
  const drawing = new Drawing(coloured);
  const set = coloured.paths;
  for (let k = 0; k < set.ids.length; k++) {
    const pen = set.pens[k];
    if (view && !meets(set, k, view, Number.isNaN(pen) ? 0 : pen)) continue;
    for (const path of drawing.pathsOf(k)) drawContour(path, set, k);
  }
  return drawing.drawn();
}

/**
 * The paths of a set as they look where `pixel` is a screen pixel and many of them lie in it: what is smaller is left
 * out, and what is larger goes straight to nodes a pixel away. Costs little, however many there are.
 */
export function sketchedPaths(coloured: ColouredPaths, pixel: number): DrawnPaths {
  const set = coloured.paths;
  if (set.kinds.length < FEW) return drawnPaths(coloured);
  const drawing = new Drawing(coloured);
  const { origins, starts, places } = set;
  for (let k = 0; k < set.ids.length; k++) {
    const i = ORIGIN * k;
    const size = Math.max(origins[i + 4] - origins[i + 2], origins[i + 5] - origins[i + 3]);
    if (size < pixel) continue;
    const to = drawing.pathsOf(k);
    // Few segments across many pixels are drawn as they are.
    if (size > SKETCHED * pixel * (starts[k + 1] - starts[k])) {
      for (const path of to) drawContour(path, set, k);
      continue;
    }
    let [x, y] = [origins[i], origins[i + 1]];
    for (const path of to) path.moveTo(x, y);
    for (let at = starts[k]; at < starts[k + 1]; at++) {
      const [nextX, nextY] = [places[PLACES * at + 4], places[PLACES * at + 5]];
      if (Math.abs(nextX - x) + Math.abs(nextY - y) < pixel) continue;
      for (const path of to) path.lineTo(nextX, nextY);
      [x, y] = [nextX, nextY];
    }
    if ((set.flags[k] & CLOSED) !== 0) for (const path of to) path.closePath();
  }
  return drawing.drawn();
}

/** Some contours of a set, by their ids, as one path; those in view at least. */
export function pathOf(set: Paths, ids: ReadonlySet<number>, view?: Box): Path2D {
  const path = new Path2D();
  for (let k = 0; k < set.ids.length; k++)
    if (ids.has(set.ids[k]) && (!view || meets(set, k, view, 0))) drawContour(path, set, k);
  return path;
}

/** Whether the box of a contour, so much wider on every side, meets another. */
function meets({ origins }: Paths, k: number, { left, top, right, bottom }: Box, wider: number): boolean {
  const i = ORIGIN * k;
  return (
    origins[i + 2] - wider <= right &&
    origins[i + 4] + wider >= left &&
    origins[i + 3] - wider <= bottom &&
    origins[i + 5] + wider >= top
  );
}

/** Nodes at least so far apart on screen, in pixels, are squares with their handles; nearer, ticks; still nearer, none. */
const SQUARES = 9;
const TICKS = 4;

/** Nodes in view that are to be drawn. Places as x, y of each. */
export interface DrawnNodes {
  squares: number[];
  ticks: number[];
  /** x, y of a node and of its handle, for each handle. */
  handles: number[];
  /** The scale from which on all would be drawn; undefined where they are. */
  from?: number;
}

/** The nodes of a set that are in view and lie far enough apart to be told from each other. */
export function inView(set: Paths, view: Box, pixel: number): DrawnNodes {
  const nodes: DrawnNodes = { squares: [], ticks: [], handles: [] };
  const isSeen = (x: number, y: number) =>
    x >= view.left && x <= view.right && y >= view.top && y <= view.bottom;
  let closest = Infinity;
  for (let k = 0; k < set.ids.length; k++) {
    if (!meets(set, k, view, 0)) continue;
    const apart = nodesApart(set, k);
    if (apart < TICKS * pixel) {
      closest = Math.min(closest, apart);
      continue;
    }
    const contour = contourAt(set, k);
    const isLarge = apart >= SQUARES * pixel;
    const places = isLarge ? nodes.squares : nodes.ticks;
    if ((set.flags[k] & CLOSED) === 0 && isSeen(contour.start.x, contour.start.y))
      places.push(contour.start.x, contour.start.y);
    eachSegment(contour, (from, segment) => {
      const { x, y } = segment;
      if (isSeen(x, y)) places.push(x, y);
      if (isLarge && segment.kind === 'cubic' && (isSeen(x, y) || isSeen(from.x, from.y)))
        nodes.handles.push(from.x, from.y, segment.x1, segment.y1, x, y, segment.x2, segment.y2);
    });
  }
  return Number.isFinite(closest) ? { ...nodes, from: TICKS / Math.max(closest, 1e-6) } : nodes;
}

/** How far apart the nodes of a contour lie, on the average. */
function nodesApart({ starts, places, origins }: Paths, k: number): number {
  let x = origins[ORIGIN * k];
  let y = origins[ORIGIN * k + 1];
  let length = 0;
  for (let at = starts[k]; at < starts[k + 1]; at++) {
    const i = PLACES * at;
    length += Math.hypot(places[i + 4] - x, places[i + 5] - y);
    x = places[i + 4];
    y = places[i + 5];
  }
  return length / Math.max(1, starts[k + 1] - starts[k]);
}

/** Draws contour k of a set. */
export function drawContour(
  path: Pick<CanvasPath, 'moveTo' | 'lineTo' | 'bezierCurveTo' | 'arc' | 'closePath'>,
  set: Paths,
  k: number,
): void {
  const contour = contourAt(set, k);
  path.moveTo(contour.start.x, contour.start.y);
  eachSegment(contour, (from, segment) => {
    if (segment.kind === 'cubic') {
      path.bezierCurveTo(segment.x1, segment.y1, segment.x2, segment.y2, segment.x, segment.y);
    } else if (segment.kind === 'arc' && segment.bulge !== 0) {
      const { centre, radius, startAngle, sweep } = centredArc(from, segment);
      // Angles of a canvas grow clockwise.
      path.arc(centre.x, centre.y, radius, -startAngle, -startAngle - sweep, sweep > 0);
    } else path.lineTo(segment.x, segment.y);
  });
  if (contour.closed) path.closePath();
}
