import { CLOSED, HOLE, type PathSet, centredArc, contourAt, eachSegment } from '@drelk/core';

/** A set of paths made ready for drawing. */
export interface DrawnPaths {
  /** Areas whole, and their outer contours and holes apart. */
  all: Path2D;
  outer: Path2D;
  holes: Path2D;
  /** Areas by their plate's colour, where the picture was taken apart. */
  plates: { colour: string; path: Path2D }[];
  /** Single lines, with the width of the pen that each stands for. */
  lines: { pen: number; path: Path2D }[];
  /** x, y of each node. */
  nodes: Float32Array;
  /** x, y of a node and of its handle, for each handle. */
  handles: Float32Array;
}

/** What was made ready before: bench, strip and shelf draw the same set. */
const known = new WeakMap<PathSet, DrawnPaths>();

/** A set of paths ready for drawing; made once for each set. */
export function drawnPaths(set: PathSet, colours: readonly string[]): DrawnPaths {
  const before = known.get(set);
  if (before) return before;
  const outer = new Path2D();
  const holes = new Path2D();
  const plates = new Map<string, Path2D>();
  const lines: DrawnPaths['lines'] = [];
  for (let k = 0; k < set.ids.length; k++) {
    const pen = set.pens[k];
    if (!Number.isNaN(pen)) {
      const path = new Path2D();
      drawContour(path, set, k);
      lines.push({ pen, path });
      continue;
    }
    drawContour((set.flags[k] & HOLE) !== 0 ? holes : outer, set, k);
    const colour = colours[set.plates[k]];
    if (colour === undefined) continue;
    const plate = plates.get(colour) ?? new Path2D();
    plates.set(colour, plate);
    drawContour(plate, set, k);
  }
  const all = new Path2D(outer);
  all.addPath(holes);
  const drawn = {
    all,
    outer,
    holes,
    plates: [...plates].map(([colour, path]) => ({ colour, path })),
    lines,
    ...nodesOf(set),
  };
  known.set(set, drawn);
  return drawn;
}

/** Some contours of a set, by their ids, as one path. */
export function pathOf(set: PathSet, ids: ReadonlySet<number>): Path2D {
  const path = new Path2D();
  for (let k = 0; k < set.ids.length; k++) if (ids.has(set.ids[k])) drawContour(path, set, k);
  return path;
}

/** Draws contour k of a set. */
export function drawContour(
  path: Pick<CanvasPath, 'moveTo' | 'lineTo' | 'bezierCurveTo' | 'arc' | 'closePath'>,
  set: PathSet,
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

function nodesOf(set: PathSet): Pick<DrawnPaths, 'nodes' | 'handles'> {
  const nodes: number[] = [];
  const handles: number[] = [];
  for (let k = 0; k < set.ids.length; k++) {
    const contour = contourAt(set, k);
    if ((set.flags[k] & CLOSED) === 0) nodes.push(contour.start.x, contour.start.y);
    eachSegment(contour, (from, segment) => {
      nodes.push(segment.x, segment.y);
      if (segment.kind === 'cubic')
        handles.push(from.x, from.y, segment.x1, segment.y1, segment.x, segment.y, segment.x2, segment.y2);
    });
  }
  return { nodes: Float32Array.from(nodes), handles: Float32Array.from(handles) };
}
