import { norm } from '../../geometry';
import type { ChainNode, ChainSegment } from '../chain/chain';
import { fitCubic } from './cubic-fit';
import { Directions } from './local-direction';
import {
  LEAST_LINE,
  LINE_SHARE,
  type Meeting,
  type Node,
  type Span,
  type View,
  cubicSpan,
  isStraight,
  longest,
  nodeAt,
} from './longest-segment';
import type { Direction, Handles, Run } from '../chain/run';
import { reversedRun } from './runs-of';

/** What is left between two segments is short when it is less than this share of the shorter. */
const SHORT = 0.5;
/** One segment less may be so much farther off: refining will bring it nearer. */
const HOPED = 1.12;

/** Nodes from a run's first point to its last, and the segments between them. */
export interface FittedRun {
  nodes: ChainNode[];
  segments: ChainSegment[];
}

/** How segments meet one another and the run's ends. */
export interface RunEnds {
  /** Directions at both ends of an open run; undefined where they are corners. */
  ends?: readonly Direction[];
  meet?: Meeting;
}

/**
 * Segments along a run of points, from its first to its last. They are laid from both ends in turn, each the longest that
 * stays within `tolerance` of the points it stands for, until they meet: so a run fitted the other way around, or a
 * mirrored one, gets the same segments, and no fewer would do. Inner nodes are smooth, except between two lines; the ends
 * of an open run are corners, or have directions of their own.
 */
export function fitRun(
  run: Run,
  tolerance: number,
  { ends = [], meet = 'smoothly' }: RunEnds = {},
): FittedRun {
  const last = run.x.length - 1;
  const directions = new Directions(run);
  const directionAt = (index: number) =>
    (meet === 'anyhow' ? undefined : directions.at(index)) ??
    (index === 0 ? ends[0] : index === last ? ends[1] : undefined);
  const forth: View = { run, last, meet, directionAt };
  const back: View = {
    run: reversedRun(run),
    last,
    meet,
    directionAt: (index) => opposite(directionAt(last - index)),
  };
  const nodes: Node[] = [{ index: 0, direction: forth.directionAt(0) }];
  const behind: Node[] = [{ index: last, direction: forth.directionAt(last) }];
  const spans: Span[] = [];
  const spansBehind: Span[] = [];
  const mirrored = ({ index, direction }: Node): Node => ({
    index: last - index,
    direction: opposite(direction),
  });
  for (;;) {
    const from = nodes[nodes.length - 1];
    const to = behind[behind.length - 1];
    if (from.index === to.index) {
      behind.pop();
      break;
    }
    const [next, span] = longest(forth, from, to, tolerance);
    if (next.index === to.index) {
      closeGap(forth, nodes, spans, behind, spansBehind, span, tolerance);
      break;
    }
    const [reached, backSpan] = longest(back, mirrored(to), mirrored(from), tolerance);
    const before = mirrored(reached);
    const fill = { isLine: backSpan.isLine, handles: backSpan.handles && turned(backSpan.handles) };
    if (before.index === from.index) {
      spans.push(fill);
      break;
    }
    if (before.index <= next.index) {
      const [middle, first, second] = shared(forth, from, to, before.index, next, span, tolerance);
      nodes.push(middle);
      spans.push(first, second);
      break;
    }
    nodes.push(next);
    spans.push(span);
    behind.push(before);
    spansBehind.push(fill);
  }
  nodes.push(...behind.reverse());
  spans.push(...spansBehind.reverse());
  alignWithLines(run, nodes, spans);
  return assembled(forth, nodes, spans, tolerance);
}

const opposite = (direction: Direction): Direction => direction && { x: -direction.x, y: -direction.y };
const turned = ({ startX, startY, endX, endY }: Handles): Handles => ({
  startX: endX,
  startY: endY,
  endX: startX,
  endY: startY,
});

/** One segment fills what is left. Where it is short beside both its neighbours, two may do for the three. */
function closeGap(
  view: View,
  nodes: Node[],
  spans: Span[],
  behind: Node[],
  spansBehind: Span[],
  span: Span,
  tolerance: number,
): void {
  const { along } = view.run;
  const [from, to] = [nodes[nodes.length - 1], behind[behind.length - 1]];
  const [before, after] = [nodes[nodes.length - 2], behind[behind.length - 2]];
  const [first, last] = [spans[spans.length - 1], spansBehind[spansBehind.length - 1]];
  const length = (a: Node, b: Node) => along[b.index] - along[a.index];
  if (before && after && length(from, to) < SHORT * Math.min(length(before, from), length(to, after))) {
    const middle = nodeAt(view, (from.index + to.index) >> 1);
    const longer = longerSpan(view, before, middle, first, tolerance);
    const other = longer && longerSpan(view, middle, after, last, tolerance);
    if (longer && other) {
      nodes[nodes.length - 1] = middle;
      behind.pop();
      spans[spans.length - 1] = longer;
      spansBehind[spansBehind.length - 1] = other;
      return;
    }
  }
  spans.push(span);
}

/** A segment of the same kind as one that is to reach a little farther. */
const longerSpan = (
  view: View,
  from: Node,
  to: Node,
  { isLine }: Span,
  tolerance: number,
): Span | undefined =>
  !isLine
    ? cubicSpan(view.run, from, to, HOPED * tolerance)
    : isStraight(view, from, to.index, tolerance)
      ? { isLine }
      : undefined;

/** Two segments fill what is left, and either may be longer: their node goes to the middle of where it may be. */
function shared(
  view: View,
  from: Node,
  to: Node,
  least: number,
  most: Node,
  longestSpan: Span,
  tolerance: number,
): [Node, Span, Span] {
  const spanTo = (a: Node, b: Node): Span | undefined =>
    isStraight(view, a, b.index, tolerance * LINE_SHARE) &&
    view.run.along[b.index] - view.run.along[a.index] >= LEAST_LINE
      ? { isLine: true }
      : cubicSpan(view.run, a, b, tolerance);
  if (!longestSpan.isLine) {
    const middle = nodeAt(view, Math.round((Math.max(least, from.index + 1) + most.index) / 2));
    const first = spanTo(from, middle);
    const second = first && spanTo(middle, to);
    if (first && second) return [middle, first, second];
  }
  return [most, longestSpan, spanTo(most, to) ?? { isLine: to.index - most.index < 2 }];
}

/**
 * A smooth node between a line and a curve takes the line's own direction; between two lines it is a corner. Curves
 * whose ends turned have to be found again.
 */
function alignWithLines(run: Run, nodes: Node[], spans: Span[]): void {
  const count = spans.length;
  for (let k = run.around ? 0 : 1; k < count; k++) {
    const before = (k + count - 1) % count;
    const lineBefore = spans[before].isLine ? before : -1;
    const line = spans[k].isLine ? k : lineBefore;
    if (line < 0 || count < 2) continue;
    const from = nodes[line].index;
    const to = nodes[line + 1].index;
    const dx = run.x[to] - run.x[from];
    const dy = run.y[to] - run.y[from];
    const size = norm(dx, dy);
    nodes[k] = { index: nodes[k].index, direction: { x: dx / size, y: dy / size } };
    if (k === 0) nodes[count] = { index: nodes[count].index, direction: nodes[0].direction };
    for (const span of [spans[before], spans[k]]) if (!span.isLine) delete span.handles;
  }
}

function assembled(view: View, nodes: readonly Node[], spans: readonly Span[], tolerance: number): FittedRun {
  const { run } = view;
  const fitted: FittedRun = { nodes: [chainNode(run, nodes[0])], segments: [] };
  spans.forEach(({ isLine, handles }, k) => {
    const [from, to] = [nodes[k], nodes[k + 1]];
    if (isLine) addLine(fitted, run, from, to);
    else if (handles) addCubic(fitted, run, from, to, handles);
    else addCubics(fitted, view, from, to, tolerance);
  });
  cornersBetweenLines(fitted, run.around);
  return fitted;
}

function chainNode(run: Run, { index, direction }: Node): ChainNode {
  return { x: run.x[index], y: run.y[index], smooth: direction !== undefined };
}

function addLine(fitted: FittedRun, run: Run, from: Node, to: Node): void {
  const none = { startX: 0, startY: 0, endX: 0, endY: 0 };
  fitted.segments.push({ kind: 'line', ...none, ...pointsBetween(run, from, to) });
  fitted.nodes.push(chainNode(run, to));
}

function addCubic(fitted: FittedRun, run: Run, from: Node, to: Node, handles: Handles): void {
  const { startX, startY, endX, endY } = handles;
  fitted.segments.push({ kind: 'cubic', startX, startY, endX, endY, ...pointsBetween(run, from, to) });
  fitted.nodes.push(chainNode(run, to));
}

/** One cubic; where a changed end direction no longer fits, the span is cut in two. */
function addCubics(fitted: FittedRun, view: View, from: Node, to: Node, tolerance: number): void {
  const { run } = view;
  if (to.index - from.index < 2) return addLine(fitted, run, from, to);
  const cubic = fitCubic(run, from.index, to.index, from.direction, to.direction, tolerance);
  if (cubic) return addCubic(fitted, run, from, to, cubic);
  const middle = nodeAt(view, (from.index + to.index) >> 1);
  addCubics(fitted, view, from, middle, tolerance);
  addCubics(fitted, view, middle, to, tolerance);
}

/**
 * The points a segment stands for: from its first node up to before its last, which is the next segment's first. Corners at
 * the run's ends are no points of the contour: they lie where its sides meet.
 */
function pointsBetween(run: Run, from: Node, to: Node) {
  return {
    run,
    first: from.index === 0 && !from.direction && !run.around ? 1 : from.index,
    last: to.index - 1,
  };
}

/** Between two lines there is a corner, however small. */
function cornersBetweenLines({ nodes, segments }: FittedRun, around: boolean): void {
  const isLine = (k: number) => segments[k]?.kind === 'line';
  for (let k = 1; k < segments.length; k++) if (isLine(k - 1) && isLine(k)) nodes[k].smooth = false;
  const meets = around && isLine(0) && isLine(segments.length - 1);
  if (meets) nodes[0].smooth = nodes[nodes.length - 1].smooth = false;
}
