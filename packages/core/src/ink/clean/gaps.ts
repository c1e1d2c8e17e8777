import { type Context, checkStopped } from '../../context';
import { distanceTransform, maskBelow, thinned } from '../../raster';
import { type Sheet, drawLine } from '../draw';
import { componentsOf } from './components';
import { norm } from '../../norm';

/** The end of a stroke: where its middle line ends, where it points, and how thick it is there. */
interface StrokeEnd {
  x: number;
  y: number;
  /** Unit vector outwards along the stroke. */
  dx: number;
  dy: number;
  radius: number;
}

/** A bridge may turn this much from the stroke it continues, and the more the shorter it is. */
const MOST_TURN = (50 * Math.PI) / 180;

/**
 * Bridges breaks in strokes up to `length` pixels long: from each stroke's end, along its direction, to the end of
 * another that comes towards it, or else to another component that lies straight ahead. The strokes' ends and directions are
 * those of their middle lines, the bridge as thick as they are.
 */
export function bridged(sheet: Sheet, length: number, context: Context): { sheet: Sheet; bridges: number } {
  const { width, height } = sheet;
  const ink = maskBelow(sheet, sheet.level);
  const inner = distanceTransform(ink.data, width, height, 0, { context }).distance;
  const lines = thinned(ink, context).data;
  checkStopped(context);
  const ends = strokeEnds(lines, inner, width, height);
  const componentAt = componentFinder(sheet);
  const result = { ...sheet, data: sheet.data.slice() };
  const used = new Set<number>();
  let bridges = 0;
  for (const { a, b } of endPairs(ends, length)) {
    if (used.has(a) || used.has(b)) continue;
    used.add(a).add(b);
    drawLine(result, [ends[a].x, ends[a].y, ends[b].x, ends[b].y], 'ink', ends[a].radius, ends[b].radius);
    bridges++;
  }
  ends.forEach((end, k) => {
    if (used.has(k)) return;
    const ahead = inkAhead(end, ink.data, width, height, length);
    // Into the side of its own component a stroke runs as often by design as by a break.
    if (!ahead || componentAt(ahead.x, ahead.y) === componentAt(end.x, end.y)) return;
    drawLine(result, [end.x, end.y, ahead.x, ahead.y], 'ink', end.radius);
    bridges++;
  });
  return { sheet: result, bridges };
}

/** Tells the number of the component of ink at a place. */
function componentFinder(sheet: Sheet): (x: number, y: number) => number {
  const { row, left, right, component } = componentsOf(sheet);
  return (x, y) => {
    const run = row.findIndex((value, k) => value === Math.floor(y) && left[k] <= x && x < right[k]);
    return run < 0 ? -1 : component[run];
  };
}

/** Pixels of a middle line beside one of its pixels, those straight beside it first. */
type Neighbours = (i: number) => number[];

const AROUND = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
  [1, 1],
  [-1, 1],
  [-1, -1],
  [1, -1],
];

function neighboursIn(lines: Uint8Array, width: number, height: number): Neighbours {
  return (i) => {
    const found: number[] = [];
    for (const [dx, dy] of AROUND) {
      const x = (i % width) + dx;
      const y = Math.floor(i / width) + dy;
      if (x >= 0 && y >= 0 && x < width && y < height && lines[y * width + x]) found.push(y * width + x);
    }
    return found;
  };
}

const endsOf = (lines: Uint8Array, neighbours: Neighbours): number[] => {
  const ends: number[] = [];
  for (let i = 0; i < lines.length; i++) {
    if (!lines[i]) continue;
    const beside = neighbours(i);
    // Two neighbours that touch each other are the first step of one stair.
    if (beside.length === 1 || (beside.length === 2 && neighbours(beside[0]).includes(beside[1])))
      ends.push(i);
  }
  return ends;
};

/** Takes away whiskers: side branches no longer than the stroke they stand on is thick. */
function prune(lines: Uint8Array, inner: Float32Array, neighbours: Neighbours): void {
  for (const end of endsOf(lines, neighbours)) {
    const path = walk(end, neighbours, 4 + 2 * inner[end]);
    const last = path[path.length - 1];
    const junction = neighbours(last).find((k) => !path.includes(k));
    if (junction !== undefined && path.length < 1.3 * inner[junction]) for (const k of path) lines[k] = 0;
  }
}

/** Ends of strokes, by the ends of their middle lines. */
function strokeEnds(lines: Uint8Array, inner: Float32Array, width: number, height: number): StrokeEnd[] {
  const neighbours = neighboursIn(lines, width, height);
  prune(lines, inner, neighbours);
  const ends: StrokeEnd[] = [];
  for (const i of endsOf(lines, neighbours)) {
    const path = walk(i, neighbours, 4 + 2 * inner[i]);
    const radius = Math.max(0.5, median(path.map((k) => inner[k])) - 0.5);
    const far = path[path.length - 1];
    const dx = (i % width) - (far % width);
    const dy = Math.floor(i / width) - Math.floor(far / width);
    const along = norm(dx, dy);
    if (path.length < 3 || along < radius) continue;
    const [x, y] = [(i % width) + 0.5, Math.floor(i / width) + 0.5];
    ends.push({ x, y, dx: dx / along, dy: dy / along, radius });
  }
  return ends;
}

/** Pixels of a middle line from its end inwards, up to the next junction or so many. */
function walk(end: number, neighbours: Neighbours, most: number): number[] {
  const path = [end];
  const passed = new Set(path);
  while (path.length < most) {
    const next = neighbours(path[path.length - 1]).filter((k) => !passed.has(k));
    const isStair = next.length === 2 && neighbours(next[0]).includes(next[1]);
    if (next.length !== 1 && !isStair) break;
    // What touches the pixel that is left, too, was the other half of a stair.
    for (const k of neighbours(path[path.length - 1])) passed.add(k);
    path.push(next[0]);
  }
  return path;
}

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[values.length >> 1];
}

/** Ends that look at each other over no more than `length`, the nearest and straightest first. */
function endPairs(ends: StrokeEnd[], length: number): { a: number; b: number; cost: number }[] {
  const pairs: { a: number; b: number; cost: number }[] = [];
  for (let a = 0; a < ends.length; a++) {
    for (let b = a + 1; b < ends.length; b++) {
      const p = ends[a];
      const q = ends[b];
      const [dx, dy] = [q.x - p.x, q.y - p.y];
      const apart = norm(dx, dy);
      // Middle lines stop about half a stroke's width inside it.
      const gap = apart - p.radius - q.radius;
      if (gap > length || apart < 1) continue;
      const turnA = Math.acos(Math.min(1, Math.max(-1, (p.dx * dx + p.dy * dy) / apart)));
      const turnB = Math.acos(Math.min(1, Math.max(-1, -(q.dx * dx + q.dy * dy) / apart)));
      const most = gap < p.radius + q.radius ? 1.5 * MOST_TURN : MOST_TURN;
      if (turnA > most || turnB > most) continue;
      pairs.push({ a, b, cost: apart * (1 + turnA + turnB) });
    }
  }
  return pairs.sort((p, q) => p.cost - q.cost);
}

/** The first ink straight ahead of an end, past the paper in front of it. */
function inkAhead(
  { x, y, dx, dy, radius }: StrokeEnd,
  ink: Uint8Array,
  width: number,
  height: number,
  length: number,
): { x: number; y: number } | undefined {
  let left = false;
  for (let t = 0; t <= length + 2 * radius + 2; t += 0.5) {
    const px = Math.floor(x + t * dx);
    const py = Math.floor(y + t * dy);
    if (px < 0 || py < 0 || px >= width || py >= height) return undefined;
    const isInk = ink[py * width + px] === 1;
    if (!left && !isInk) left = true;
    else if (left && isInk) return { x: px + 0.5 + dx, y: py + 0.5 + dy };
  }
  return undefined;
}
