import { norm } from '../geometry';
import { type Chain, type ChainNode, type ChainPiece, endOf } from './chain';
import { fitCircle } from './circle';
import { type Misfit, misfitOf } from './misfit';
import type { Run } from './run';

/** Fewest points that speak for an arc, and how far it must turn, in radians. */
const LEAST_POINTS = 6;
const LEAST_TURN = (12 * Math.PI) / 180;
const MOST_TURN = (340 * Math.PI) / 180;
/** An arc may lie so much farther from its points on the average than curves do, as a factor and in pixels. */
const AS_NEAR = 1.25;
const NEAR = 0.02;
/** A circle whose sides are farther from touching it than this, in pixels, is no rounding between them. */
const TOUCHING = 0.5;
/** Points of a bend nearer than this to the line beside it are the line's, in pixels; and of the rest, this share may be. */
const ON_LINE = 0.12;
const ENDS = 0.08;
const ROUNDS = 4;

/**
 * Curves that are parts of circles become arcs: between two lines that they join smoothly, where the arc touches both,
 * and between two corners. The lines stay where they are but for their lengths. Nothing changes where an arc would be
 * farther than `tolerance` from the points as found, or much farther than the curves were. The chain is changed in place.
 */
export function withArcs(chain: Chain, misfits: Misfit[], tolerance: number): void {
  for (let k = 0; k < chain.pieces.length; k++) {
    const bend = bendAt(chain, k);
    if (!bend) continue;
    if (arcInstead(chain, misfits, bend, tolerance)) dropAfter(chain, misfits, bend);
    else arcsAroundLine(chain, misfits, bend, tolerance);
  }
}

/** Takes out the pieces of a bend after its first, which stands for all. */
function dropAfter({ nodes, pieces }: Chain, misfits: Misfit[], { first, count }: Bend): void {
  nodes.splice(first + 1, count - 1);
  pieces.splice(first + 1, count - 1);
  misfits.splice(first + 1, count - 1);
}

/** A straight stretch within a bend: so long at least, and so straight, in pixels. */
const LEAST_LINE = 5;
const STRAIGHT = 0.06;

/** Two arcs with a line between them, where a bend has a straight stretch and is two roundings. */
function arcsAroundLine(chain: Chain, misfits: Misfit[], { first, count }: Bend, tolerance: number): void {
  const { pieces } = chain;
  const last = first + count - 1;
  if (count < 2 || !chain.nodes[first].smooth || !chain.nodes[endOf(chain, last)].smooth) return;
  const { run } = pieces[first];
  const [from, to] = [pieces[first].first, pieces[last].last];
  const stretch = straightStretch(run, from, to);
  if (!stretch) return;
  const [begin, end] = stretch;
  const piece = (kind: 'line' | 'cubic', first: number, last: number): ChainPiece => ({
    ...{ kind, startX: 0, startY: 0, endX: 0, endY: 0 },
    ...{ run, first, last },
  });
  const node = (i: number): ChainNode => ({ x: run.foundX[i], y: run.foundY[i], smooth: true });
  const tried: Chain = {
    closed: chain.closed,
    fixed: chain.fixed,
    nodes: chain.nodes.map((one) => ({ ...one })),
    pieces: pieces.map((one) => ({ ...one })),
  };
  tried.pieces.splice(
    first,
    count,
    piece('cubic', from, begin - 1),
    piece('line', begin, end - 1),
    piece('cubic', end, to),
  );
  tried.nodes.splice(first + 1, count - 1, node(begin), node(end));
  const judged = [...misfits];
  const bend = misfits.slice(first, last + 1);
  const whole: Misfit = { worst: 0, sum: meanOf(bend), count: 1 };
  judged.splice(first, count, whole, whole, whole);
  const isArc = (k: number) => arcInstead(tried, judged, { first: k, count: 1 }, tolerance);
  if (!isArc(first) || !isArc(first + 2)) return;
  Object.assign(chain, tried);
  misfits.splice(0, misfits.length, ...judged);
}

/** The longest stretch of points that lie on the straight way between its ends; undefined where it is short. */
function straightStretch(
  { foundX: x, foundY: y, along }: Run,
  first: number,
  last: number,
): [number, number] | undefined {
  let best: [number, number] | undefined;
  let most = LEAST_LINE;
  const isStraight = (a: number, b: number) => {
    const [dx, dy] = [x[b] - x[a], y[b] - y[a]];
    const limit = STRAIGHT * norm(dx, dy);
    for (let i = a + 1; i < b; i++)
      if (Math.abs((x[i] - x[a]) * dy - (y[i] - y[a]) * dx) > limit) return false;
    return true;
  };
  for (let a = first + 1, b = a + 1; b < last; b++) {
    while (a < b && !isStraight(a, b)) a++;
    if (along[b] - along[a] > most) [most, best] = [along[b] - along[a], [a, b]];
  }
  return best;
}

/** Cubics from piece `first` on, `count` of them, of one run, joined smoothly. */
interface Bend {
  first: number;
  count: number;
}

/** The bend that begins at piece k: it comes after a line or a corner. */
function bendAt({ nodes, pieces, closed }: Chain, k: number): Bend | undefined {
  if (pieces[k].kind !== 'cubic') return undefined;
  const before = k > 0 ? pieces[k - 1] : closed ? pieces[pieces.length - 1] : undefined;
  if (nodes[k].smooth && before?.kind !== 'line') return undefined;
  let count = 1;
  while (
    k + count < pieces.length &&
    pieces[k + count].kind === 'cubic' &&
    pieces[k + count].run === pieces[k].run &&
    nodes[k + count].smooth
  )
    count++;
  return { first: k, count };
}

/** Puts an arc in the place of a bend's first piece, where there is one that is near enough; the others then stand for nothing. */
function arcInstead(chain: Chain, misfits: Misfit[], { first, count }: Bend, tolerance: number): boolean {
  const { nodes, pieces, closed } = chain;
  const last = first + count - 1;
  const end = endOf(chain, last);
  const { run } = pieces[first];
  const [from, to] = [pieces[first].first, pieces[last].last];
  if (count === pieces.length || to - from + 1 < LEAST_POINTS) return false;
  const before = first > 0 ? first - 1 : closed ? pieces.length - 1 : -1;
  const after = last + 1 < pieces.length ? last + 1 : closed ? 0 : -1;
  const touches = nodes[first].smooth && nodes[end].smooth;
  if (touches) {
    if (before < 0 || after < 0 || before === after || pieces[after].kind !== 'line') return false;
  } else if (nodes[first].smooth || nodes[end].smooth) return false;
  const arc = touches
    ? rounding(chain, before, after, run, from, to)
    : between(run, from, to, nodes[first], nodes[end]);
  if (!arc) return false;
  const touched = touches ? [first, before, after] : [first];
  const bend = misfits.slice(first, last + 1);
  const limit = AS_NEAR * meanOf([...bend, ...touched.slice(1).map((k) => misfits[k])]) + NEAR;
  const kept = {
    pieces: touched.map((k) => ({ ...pieces[k] })),
    start: { ...nodes[first] },
    end: { ...nodes[end] },
  };
  // For as long as it is judged, the arc goes from the bend's first node to its last.
  const next = nodes[first + 1];
  const apart = count > 1 && next !== undefined;
  Object.assign(pieces[first], { kind: 'arc', bulge: arc.bulge, last: to });
  Object.assign(nodes[first], arc.start);
  Object.assign(nodes[end], arc.end);
  if (touches) {
    giveBack(pieces[before], pieces[first], arc.start, nodes[before]);
    takeOn(pieces[first], pieces[after], arc.end, nodes[endOf(chain, after)]);
  }
  if (apart) nodes[first + 1] = nodes[end];
  const own = touched.map((k) => misfitOf(chain, k));
  if (apart) nodes[first + 1] = next;
  if (own.every(({ worst }) => worst <= tolerance) && meanOf(own) <= limit) {
    touched.forEach((k, i) => (misfits[k] = own[i]));
    return true;
  }
  touched.forEach((k, i) => Object.assign(pieces[k], { bulge: undefined }, kept.pieces[i]));
  Object.assign(nodes[first], kept.start);
  Object.assign(nodes[end], kept.end);
  return false;
}

const meanOf = (misfits: readonly Misfit[]) =>
  misfits.reduce((sum, misfit) => sum + misfit.sum, 0) /
  (misfits.reduce((sum, { count }) => sum + count, 0) || 1);

/** An arc by its ends and the tangent of a quarter of the angle it sweeps. */
interface Arc {
  start: { x: number; y: number };
  end: { x: number; y: number };
  bulge: number;
}

/**
 * The arc that touches the lines `before` and `after` and is nearest to a run's points between them. Its circle has one
 * freedom left: centre and radius move together so that it goes on touching both.
 */
function rounding(
  chain: Chain,
  before: number,
  after: number,
  run: Run,
  first: number,
  last: number,
): Arc | undefined {
  const one = lineOf(chain, before);
  const other = lineOf(chain, after);
  const { foundX: x, foundY: y } = run;
  const isOn = ({ x: lx, y: ly, nx, ny }: typeof one, i: number) =>
    Math.abs((x[i] - lx) * nx + (y[i] - ly) * ny) < ON_LINE;
  while (first < last && isOn(one, first)) first++;
  while (first < last && isOn(other, last)) last--;
  if (last - first + 1 < LEAST_POINTS - 2) return undefined;
  const skip = Math.floor(ENDS * (last - first + 1));
  const points = last - first + 1 - 2 * skip;
  const start = fitCircle({ x, y, count: x.length }, first + skip, points);
  if (!start) return undefined;
  // Normals of both lines towards the centre.
  const side = Math.sign((start.x - one.x) * one.nx + (start.y - one.y) * one.ny) || 1;
  const [n1x, n1y, n2x, n2y] = [side * one.nx, side * one.ny, side * other.nx, side * other.ny];
  const off1 = (start.x - one.x) * n1x + (start.y - one.y) * n1y - start.radius;
  const off2 = (start.x - other.x) * n2x + (start.y - other.y) * n2y - start.radius;
  if (Math.abs(off1) > TOUCHING || Math.abs(off2) > TOUCHING) return undefined;
  // The least change of (x, y, radius) that makes both distances the radius: of two planes with normals (n, -1).
  const both = n1x * n2x + n1y * n2y + 1;
  const determinant = 4 - both * both;
  let [cx, cy, radius] = [start.x, start.y, start.radius];
  if (determinant > 1e-9) {
    const a = (2 * off1 - both * off2) / determinant;
    const b = (2 * off2 - both * off1) / determinant;
    cx -= a * n1x + b * n2x;
    cy -= a * n1y + b * n2y;
    radius += a + b;
  }
  let [vx, vy, vr] = [n2y - n1y, n1x - n2x, n1x * n2y - n1y * n2x];
  const size = Math.sqrt(vx * vx + vy * vy + vr * vr);
  if (size < 1e-6) return undefined;
  [vx, vy, vr] = [vx / size, vy / size, vr / size];
  for (let round = 0; round < ROUNDS; round++) {
    let [sum, squares] = [0, 0];
    for (let i = first + skip; i < first + skip + points; i++) {
      const distance = norm(x[i] - cx, y[i] - cy) || 1e-12;
      const slope = (-(x[i] - cx) * vx - (y[i] - cy) * vy) / distance - vr;
      sum += slope * (distance - radius);
      squares += slope * slope;
    }
    if (squares < 1e-12) break;
    const step = -sum / squares;
    cx += step * vx;
    cy += step * vy;
    radius += step * vr;
  }
  if (!(radius > 0)) return undefined;
  return swept(
    { x: cx - radius * n1x, y: cy - radius * n1y },
    { x: cx - radius * n2x, y: cy - radius * n2y },
    { x: cx, y: cy },
    -side,
  );
}

/** Points at either end of a line that may be the bend's beside it, as a share of all; fewer are not left out. */
const LINE_ENDS = 0.15;
const LEAST_LINE_POINTS = 6;

/**
 * The line that a piece's points lie on, those near its ends left out, by one of its places, and the normal to the right
 * of its direction on screen.
 */
function lineOf(chain: Chain, k: number): { x: number; y: number; nx: number; ny: number } {
  const { run, first, last } = chain.pieces[k];
  const from = chain.nodes[k];
  const to = chain.nodes[endOf(chain, k)];
  const length = norm(to.x - from.x, to.y - from.y) || 1;
  const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const count = last - first + 1;
  const skip = Math.floor(LINE_ENDS * count);
  if (count - 2 * skip < LEAST_LINE_POINTS) return { x: from.x, y: from.y, nx: -uy, ny: ux };
  // Least squares of the distance across over the distance along, about their means.
  let [along, across, squares, product] = [0, 0, 0, 0];
  const points = count - 2 * skip;
  const { foundX: x, foundY: y } = run;
  const u = (i: number) => (x[i] - from.x) * ux + (y[i] - from.y) * uy;
  const v = (i: number) => (y[i] - from.y) * ux - (x[i] - from.x) * uy;
  for (let i = first + skip; i <= last - skip; i++) {
    along += u(i) / points;
    across += v(i) / points;
  }
  for (let i = first + skip; i <= last - skip; i++) {
    squares += (u(i) - along) ** 2;
    product += (u(i) - along) * (v(i) - across);
  }
  const slope = squares > 0 ? product / squares : 0;
  const size = norm(1, slope);
  const [dx, dy] = [(ux - slope * uy) / size, (uy + slope * ux) / size];
  const place = { x: from.x + along * ux - across * uy, y: from.y + along * uy + across * ux };
  return { ...place, nx: -dy, ny: dx };
}

/** The arc through two corners that is nearest to the points between them. */
function between(run: Run, first: number, last: number, from: ChainNode, to: ChainNode): Arc | undefined {
  const { foundX: x, foundY: y } = run;
  const circle = fitCircle({ x, y, count: x.length }, first, last - first + 1);
  if (!circle) return undefined;
  const [chordX, chordY] = [to.x - from.x, to.y - from.y];
  const chord = norm(chordX, chordY);
  const middle = (first + last) >> 1;
  const turn = Math.sign(chordX * (y[middle] - from.y) - chordY * (x[middle] - from.x)) || 1;
  // The centre on the chord's middle line that is nearest to the circle's own.
  const along =
    ((circle.x - (from.x + to.x) / 2) * -chordY + (circle.y - (from.y + to.y) / 2) * chordX) / chord;
  const centre = {
    x: (from.x + to.x) / 2 - (along * chordY) / chord,
    y: (from.y + to.y) / 2 + (along * chordX) / chord,
  };
  return swept({ x: from.x, y: from.y }, { x: to.x, y: to.y }, centre, turn);
}

/** The arc from one place of a circle to another; `side` is 1 where it runs counter-clockwise on screen. */
function swept(start: Arc['start'], end: Arc['end'], centre: Arc['start'], side: number): Arc | undefined {
  const angle = ({ x, y }: Arc['start']) => Math.atan2(centre.y - y, x - centre.x);
  const turned = side * (angle(end) - angle(start));
  const sweep = ((turned % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  if (sweep < LEAST_TURN || sweep > MOST_TURN) return undefined;
  return { start, end, bulge: side * Math.tan(sweep / 4) };
}

/** Points go from a piece to the one after it, or back, so that those before `place` along the line from `from` are the line's. */
function giveBack(line: ChainPiece, arc: ChainPiece, place: { x: number; y: number }, from: ChainNode): void {
  if (line.run !== arc.run || line.last + 1 !== arc.first) return;
  const { foundX: x, foundY: y } = arc.run;
  const isBefore = (i: number) =>
    (x[i] - place.x) * (place.x - from.x) + (y[i] - place.y) * (place.y - from.y) < 0;
  while (arc.first < arc.last && isBefore(arc.first)) arc.first = ++line.last + 1;
  while (line.last > line.first && !isBefore(line.last)) arc.first = line.last--;
}

function takeOn(arc: ChainPiece, line: ChainPiece, place: { x: number; y: number }, to: ChainNode): void {
  if (line.run !== arc.run || arc.last + 1 !== line.first) return;
  const { foundX: x, foundY: y } = arc.run;
  const isAfter = (i: number) =>
    (x[i] - place.x) * (to.x - place.x) + (y[i] - place.y) * (to.y - place.y) > 0;
  while (arc.last > arc.first && isAfter(arc.last)) line.first = arc.last--;
  while (line.first < line.last && !isAfter(line.first)) arc.last = line.first++;
}
