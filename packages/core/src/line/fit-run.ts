import type { Point, Segment } from '../geometry';
import { type Direction, type Run, fitCubic } from './cubic-fit';
import { Directions } from './local-direction';

/** A line keeps this share of the tolerance: a curve within the tolerance is no line. */
const LINE_SHARE = 0.6;
/** Lines are kept for runs that are straight for this many pixels, and most of what one cubic could cover. */
const LEAST_LINE = 6;
const MOST_OF_CUBIC = 0.6;
/** A line meets a smooth node only where it turns less than this (as a cosine, 4 degrees). */
const SMOOTH_TURN = Math.cos((4 * Math.PI) / 180);

interface Node {
  index: number;
  /** Direction along the run; undefined at a corner. */
  direction: Direction;
}

/**
 * Segments along a run of points, from its first to its last, each the longest that stays within
 * `tolerance` of the points it stands for. Inner nodes are smooth; the ends are corners unless `around`
 * says that the run is a closed curve, whose last point repeats its first.
 */
export function fitRun(run: Run, tolerance: number, around: boolean): { start: Point; segments: Segment[] } {
  const last = run.x.length - 1;
  const nodes: Node[] = [];
  const lines: boolean[] = [];
  const directions = new Directions(run, around);
  let node: Node = { index: 0, direction: directions.at(0) };
  while (node.index < last) {
    nodes.push(node);
    const [next, isLine] = longest(run, node, tolerance, directions);
    lines.push(isLine);
    node = next;
  }
  nodes.push(node);
  alignWithLines(run, nodes, lines, around);
  const segments: Segment[] = [];
  for (let k = 0; k < lines.length; k++) {
    segments.push(...segmentsBetween(run, nodes[k], nodes[k + 1], lines[k], tolerance, directions));
  }
  return { start: { x: run.x[0], y: run.y[0] }, segments };
}

/** The farthest node one segment can reach, and whether it is a line. */
function longest(run: Run, from: Node, tolerance: number, directions: Directions): [Node, boolean] {
  const last = run.x.length - 1;
  const nodeAt = (index: number): Node => ({ index, direction: directions.at(index) });
  const line = farthest(from.index, last, (index) =>
    isStraight(run, from, index, tolerance * LINE_SHARE, directions),
  );
  const cubic = farthest(from.index, last, (index) => {
    return fitCubic(run, from.index, index, from.direction, directions.at(index), tolerance) !== undefined;
  });
  const lineLength = run.along[line] - run.along[from.index];
  const cubicLength = run.along[cubic] - run.along[from.index];
  const isLine =
    line > from.index &&
    (line === cubic || (lineLength >= LEAST_LINE && lineLength >= MOST_OF_CUBIC * cubicLength));
  if (isLine) return [nodeAt(line), true];
  return cubic > from.index ? [nodeAt(cubic), false] : [nodeAt(from.index + 1), true];
}

/**
 * The last index up to which one segment fits: the whole rest is tried first, then half of it and so on, and
 * the last step is halved from the other side. Short spans are not asked first: they say little, since too few
 * points leave a curve undetermined.
 */
function farthest(from: number, last: number, fits: (index: number) => boolean): number {
  let bad = last + 1;
  let good = last;
  while (good > from && !fits(good)) {
    bad = good;
    good = from + ((good - from) >> 1);
  }
  if (good === from || good === last) return good;
  const fine = Math.max(1, Math.floor((good - from) / 12));
  while (bad - good > fine) {
    const middle = (good + bad) >> 1;
    if (fits(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

/** True when every point between lies on the chord, and the chord turns into the directions at its ends. */
function isStraight(
  { x, y }: Run,
  from: Node,
  to: number,
  tolerance: number,
  directions: Directions,
): boolean {
  const dx = x[to] - x[from.index];
  const dy = y[to] - y[from.index];
  const length = Math.hypot(dx, dy);
  if (length === 0) return false;
  const most = tolerance * length;
  const off = (i: number) => Math.abs((x[i] - x[from.index]) * dy - (y[i] - y[from.index]) * dx);
  if (off((from.index + to) >> 1) > most) return false;
  const turnsInto = (direction: Direction) =>
    !direction || (direction.x * dx + direction.y * dy) / length >= SMOOTH_TURN;
  if (!turnsInto(from.direction)) return false;
  for (let i = from.index + 1; i < to; i++) if (off(i) > most) return false;
  return turnsInto(directions.at(to));
}

/** A smooth node between a line and a curve takes the line's own direction; between two lines it is a corner. */
function alignWithLines(run: Run, nodes: Node[], lines: boolean[], around: boolean): void {
  const count = lines.length;
  for (let k = around ? 0 : 1; k < count; k++) {
    const before = (k + count - 1) % count;
    const lineBefore = lines[before] ? before : -1;
    const line = lines[k] ? k : lineBefore;
    if (line < 0 || count < 2) continue;
    const from = nodes[line].index;
    const to = nodes[line + 1].index;
    const dx = run.x[to] - run.x[from];
    const dy = run.y[to] - run.y[from];
    const size = Math.hypot(dx, dy);
    nodes[k].direction = { x: dx / size, y: dy / size };
    if (k === 0) nodes[count].direction = nodes[0].direction;
  }
}

/** The chosen segment; where a changed end direction no longer fits, the curve is cut in two. */
function segmentsBetween(
  run: Run,
  from: Node,
  to: Node,
  isLine: boolean,
  tolerance: number,
  directions: Directions,
): Segment[] {
  const end = { x: run.x[to.index], y: run.y[to.index] };
  if (isLine || to.index - from.index < 2) return [{ kind: 'line', ...end }];
  const fitted = fitCubic(run, from.index, to.index, from.direction, to.direction, tolerance);
  if (fitted) {
    const { startX, startY, endX, endY } = fitted;
    return [
      {
        kind: 'cubic',
        x1: run.x[from.index] + startX,
        y1: run.y[from.index] + startY,
        x2: end.x + endX,
        y2: end.y + endY,
        ...end,
      },
    ];
  }
  const index = (from.index + to.index) >> 1;
  const middle = { index, direction: directions.at(index) };
  return [
    ...segmentsBetween(run, from, middle, false, tolerance, directions),
    ...segmentsBetween(run, middle, to, false, tolerance, directions),
  ];
}
