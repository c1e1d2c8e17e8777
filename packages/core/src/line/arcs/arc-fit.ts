import { norm } from '../../geometry';
import { type Chain, type ChainNode, endOf } from '../chain/chain';
import { fitCircle } from '../chain/circle';
import type { Run } from '../chain/run';

/** How far an arc must turn, in radians, and no farther. */
const LEAST_TURN = (12 * Math.PI) / 180;
const MOST_TURN = (340 * Math.PI) / 180;
/** A circle whose sides are farther from touching it than this, in pixels, is no rounding between them. */
const TOUCHING = 0.5;
/** Points of a bend nearer than this to the line beside it are the line's, in pixels; and of the rest, this share may be. */
const ON_LINE = 0.12;
const ENDS = 0.08;
/** Fewest points left to speak for a rounding. */
const LEAST_POINTS = 4;
const ROUNDS = 4;

/** An arc by its ends and the tangent of a quarter of the angle it sweeps. */
export interface Arc {
  start: { x: number; y: number };
  end: { x: number; y: number };
  bulge: number;
}

/**
 * The arc that touches the lines `before` and `after` and is nearest to a run's points between them. Its circle has one
 * freedom left: centre and radius move together so that it goes on touching both.
 */
export function rounding(
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
  if (last - first + 1 < LEAST_POINTS) return undefined;
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
 * The line that a segment's points lie on, those near its ends left out, by one of its places, and the normal to the right
 * of its direction on screen.
 */
function lineOf(chain: Chain, k: number): { x: number; y: number; nx: number; ny: number } {
  const { run, first, last } = chain.segments[k];
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
export function between(
  run: Run,
  first: number,
  last: number,
  from: ChainNode,
  to: ChainNode,
): Arc | undefined {
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
