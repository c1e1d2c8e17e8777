import { norm } from '../geometry';
import type { ChainNode, ChainPiece } from './chain';
import { fitCubic, windsMuch } from './cubic-fit';
import type { Direction, Handles, Run } from './run';
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

/** Nodes from a run's first point to its last, and the pieces between them. */
export interface FittedRun {
  nodes: ChainNode[];
  pieces: ChainPiece[];
}

/**
 * Pieces along a run of points, from its first to its last, each the longest that stays within `tolerance` of the
 * points it stands for. Inner nodes are smooth, except between two lines; the ends of an open run are corners.
 */
export function fitRun(run: Run, tolerance: number): FittedRun {
  const last = run.x.length - 1;
  const nodes: Node[] = [];
  const spans: Span[] = [];
  const directions = new Directions(run);
  let node: Node = { index: 0, direction: directions.at(0) };
  while (node.index < last) {
    nodes.push(node);
    const [next, span] = longest(run, node, tolerance, directions);
    spans.push(span);
    node = next;
  }
  nodes.push(node);
  evenOutEnd(run, nodes, spans, tolerance, directions);
  alignWithLines(
    run,
    nodes,
    spans.map(({ isLine }) => isLine),
  );
  const fitted: FittedRun = { nodes: [chainNode(run, nodes[0])], pieces: [] };
  spans.forEach(({ isLine, cubic }, k) => {
    const [from, to] = [nodes[k], nodes[k + 1]];
    if (isLine) addLine(fitted, run, from, to);
    else if (cubic && cubic.into === from.direction && cubic.out === to.direction)
      addCubic(fitted, run, from, to, cubic.handles);
    else addCubics(fitted, run, from, to, tolerance, directions);
  });
  settleSmoothness(fitted, run.around);
  return fitted;
}

/** How the points between two nodes are followed: a cubic is kept with the directions it was found for. */
interface Span {
  isLine: boolean;
  cubic?: { handles: Handles; into: Direction; out: Direction };
}

/** What is left at the end of a run is short when it is less than this share of the piece before it. */
const SHORT = 0.5;
/** One piece in the place of the last two may be so much farther off: refining will bring it nearer. */
const HOPED = 1.12;

/** Since each piece is as long as it can be, little may be left for the last: then one does for both, or they share. */
function evenOutEnd(run: Run, nodes: Node[], spans: Span[], tolerance: number, directions: Directions): void {
  const count = spans.length;
  if (count < 2 || spans[count - 2].isLine) return;
  const [from, between, to] = nodes.slice(-3);
  const { along } = run;
  if (along[to.index] - along[between.index] > SHORT * (along[between.index] - along[from.index])) return;
  const one = cubicSpan(run, from, to, HOPED * tolerance);
  if (one) {
    spans.splice(-2, 2, one);
    nodes.splice(-2, 1);
    return;
  }
  const index = (from.index + to.index) >> 1;
  const middle = { index, direction: directions.at(index) };
  const first = cubicSpan(run, from, middle, tolerance);
  const second = first && cubicSpan(run, middle, to, tolerance);
  if (!first || !second) return;
  spans.splice(-2, 2, first, second);
  nodes.splice(-2, 1, middle);
}

function cubicSpan(run: Run, from: Node, to: Node, tolerance: number): Span | undefined {
  const handles = fitCubic(run, from.index, to.index, from.direction, to.direction, tolerance);
  return handles && { isLine: false, cubic: { handles, into: from.direction, out: to.direction } };
}

/** The farthest node one segment can reach, and what it is. */
function longest(run: Run, from: Node, tolerance: number, directions: Directions): [Node, Span] {
  const last = run.x.length - 1;
  const nodeAt = (index: number): Node => ({ index, direction: directions.at(index) });
  const line = farthest(from.index, last, (index) =>
    isStraight(run, from, index, tolerance * LINE_SHARE, directions),
  );
  let found: Span['cubic'];
  const cubic = farthest(from.index, last, (index) => {
    if (windsMuch(run, from.index, index)) return false;
    const out = directions.at(index);
    const handles = fitCubic(run, from.index, index, from.direction, out, tolerance);
    if (handles) found = { handles, into: from.direction, out };
    return handles !== undefined;
  });
  const lineLength = run.along[line] - run.along[from.index];
  const cubicLength = run.along[cubic] - run.along[from.index];
  const isLine =
    line > from.index &&
    (line === cubic || (lineLength >= LEAST_LINE && lineLength >= MOST_OF_CUBIC * cubicLength));
  if (isLine) return [nodeAt(line), { isLine }];
  return cubic > from.index
    ? [nodeAt(cubic), { isLine, cubic: found }]
    : [nodeAt(from.index + 1), { isLine: true }];
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
  const fine = Math.max(1, Math.floor((good - from) / 8));
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
  const length = norm(dx, dy);
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
function alignWithLines(run: Run, nodes: Node[], lines: boolean[]): void {
  const count = lines.length;
  for (let k = run.around ? 0 : 1; k < count; k++) {
    const before = (k + count - 1) % count;
    const lineBefore = lines[before] ? before : -1;
    const line = lines[k] ? k : lineBefore;
    if (line < 0 || count < 2) continue;
    const from = nodes[line].index;
    const to = nodes[line + 1].index;
    const dx = run.x[to] - run.x[from];
    const dy = run.y[to] - run.y[from];
    const size = norm(dx, dy);
    nodes[k].direction = { x: dx / size, y: dy / size };
    if (k === 0) nodes[count].direction = nodes[0].direction;
  }
}

function chainNode(run: Run, { index, direction }: Node): ChainNode {
  return { x: run.x[index], y: run.y[index], smooth: direction !== undefined };
}

function addLine(fitted: FittedRun, run: Run, from: Node, to: Node): void {
  const none = { startX: 0, startY: 0, endX: 0, endY: 0 };
  fitted.pieces.push({ kind: 'line', ...none, ...pointsBetween(run, from, to) });
  fitted.nodes.push(chainNode(run, to));
}

function addCubic(fitted: FittedRun, run: Run, from: Node, to: Node, handles: Handles): void {
  const { startX, startY, endX, endY } = handles;
  fitted.pieces.push({ kind: 'cubic', startX, startY, endX, endY, ...pointsBetween(run, from, to) });
  fitted.nodes.push(chainNode(run, to));
}

/** One cubic; where a changed end direction no longer fits, the span is cut in two. */
function addCubics(
  fitted: FittedRun,
  run: Run,
  from: Node,
  to: Node,
  tolerance: number,
  directions: Directions,
): void {
  if (to.index - from.index < 2) return addLine(fitted, run, from, to);
  const cubic = fitCubic(run, from.index, to.index, from.direction, to.direction, tolerance);
  if (cubic) return addCubic(fitted, run, from, to, cubic);
  const index = (from.index + to.index) >> 1;
  const middle = { index, direction: directions.at(index) };
  addCubics(fitted, run, from, middle, tolerance, directions);
  addCubics(fitted, run, middle, to, tolerance, directions);
}

/**
 * The points a piece stands for: from its first node up to before its last, which is the next piece's first. Corners
 * are no points of the contour: they lie where its sides meet.
 */
function pointsBetween(run: Run, from: Node, to: Node) {
  return { run, first: from.index + (from.direction ? 0 : 1), last: to.index - 1 };
}

/** Between two lines there is a corner, however small. */
function settleSmoothness({ nodes, pieces }: FittedRun, around: boolean): void {
  const isLine = (k: number) => pieces[k]?.kind === 'line';
  for (let k = 1; k < pieces.length; k++) if (isLine(k - 1) && isLine(k)) nodes[k].smooth = false;
  const meets = around && isLine(0) && isLine(pieces.length - 1);
  if (meets) nodes[0].smooth = nodes[nodes.length - 1].smooth = false;
}
