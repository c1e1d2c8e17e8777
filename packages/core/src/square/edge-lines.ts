import type { Point } from '../geometry';
import { norm } from '../norm';

/** A line: the points with cos(angle) x + sin(angle) y = distance; angles in radians from the x axis towards y (down). */
export interface NormalLine {
  angle: number;
  distance: number;
}

/** A straight edge, whichever side of it is the lighter: before a busy background that may change on the way. */
export interface EdgeLine extends NormalLine {
  /**
   * How many places of the line up to each have the edge, and how many lie in the picture: entry t + reach counts
   * those whose distance along (-sin, cos) from the line's foot is below t pixels.
   */
  seen: Int32Array;
  looked: Int32Array;
  reach: number;
}

/** Directions told apart, over half a turn. */
const ANGLES = 180;
/** A pixel votes for lines within this many steps of its own gradient's direction. */
const SPREAD = 2;
/** Lines kept. */
const MOST_LINES = 34;
/** A line is not found again within this many directions and pixels. */
const APART_ANGLES = 5;
const APART_PIXELS = 4;
/** Weakest gradient that votes (Sobel's operator), and most that one pixel's strength counts. */
const LEAST = 40;
const MOST = 240;

/** The gradient of a small picture (Sobel's operator). */
export interface Gradients {
  gx: Int16Array;
  gy: Int16Array;
  width: number;
  height: number;
}

/** An edge pixel's place and its gradient as a unit vector. */
interface EdgePixels {
  x: Float32Array;
  y: Float32Array;
  nx: Float32Array;
  ny: Float32Array;
  weight: Float32Array;
  count: number;
}

/** The strongest straight edges, after Hough 1962 as put by Duda and Hart 1972, each pixel voting near its gradient's direction. */
export function findLines(gradients: Gradients): EdgeLine[] {
  const { width, height } = gradients;
  const pixels = edgePixels(gradients);
  const reach = Math.ceil(norm(width, height));
  const distances = 2 * reach + 1;
  const votes = new Float32Array(ANGLES * distances);
  const cos = Float64Array.from({ length: ANGLES }, (_, k) => Math.cos((Math.PI * k) / ANGLES));
  const sin = Float64Array.from({ length: ANGLES }, (_, k) => Math.sin((Math.PI * k) / ANGLES));
  for (let i = 0; i < pixels.count; i++) {
    const towards = Math.round((Math.atan2(pixels.ny[i], pixels.nx[i]) * ANGLES) / Math.PI);
    for (let off = -SPREAD; off <= SPREAD; off++) {
      const k = (towards + off + 2 * ANGLES) % ANGLES;
      const distance = Math.round(cos[k] * pixels.x[i] + sin[k] * pixels.y[i]) + reach;
      votes[k * distances + distance] += pixels.weight[i];
    }
  }
  return strongest(votes, distances, reach)
    .map((line) => refitted(refitted(line, pixels, 4), pixels, 2.5))
    .map((line) => ({ ...line, ...placesAlong(line, pixels, gradients, reach), reach }));
}

function edgePixels({ gx, gy, width, height }: Gradients): EdgePixels {
  const of = () => new Float32Array(width * height);
  const pixels = { x: of(), y: of(), nx: of(), ny: of(), weight: of(), count: 0 };
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const strength = norm(gx[i], gy[i]);
      if (strength < LEAST) continue;
      const k = pixels.count++;
      pixels.x[k] = x + 0.5;
      pixels.y[k] = y + 0.5;
      pixels.nx[k] = gx[i] / strength;
      pixels.ny[k] = gy[i] / strength;
      pixels.weight[k] = Math.sqrt(Math.min(MOST, strength));
    }
  }
  return pixels;
}

function strongest(votes: Float32Array, distances: number, reach: number): NormalLine[] {
  const order: number[] = [];
  const least = 0.12 * votes.reduce((most, value) => Math.max(most, value), 0);
  for (let i = 0; i < votes.length; i++) if (votes[i] > least) order.push(i);
  order.sort((a, b) => votes[b] - votes[a]);
  const lines: { k: number; at: number }[] = [];
  for (const i of order) {
    const k = Math.floor(i / distances);
    const at = i % distances;
    const isNear = lines.some((line) => {
      const turn = Math.abs(line.k - k);
      // Past half a turn the same line lies on the other side of the middle.
      const other = turn > ANGLES / 2 ? 2 * reach - line.at : line.at;
      return Math.min(turn, ANGLES - turn) <= APART_ANGLES && Math.abs(other - at) <= APART_PIXELS;
    });
    if (isNear) continue;
    lines.push({ k, at });
    if (lines.length === MOST_LINES) break;
  }
  return lines.map(({ k, at }) => ({ angle: (Math.PI * k) / ANGLES, distance: at - reach }));
}

/** Cosine of the largest turn between a line's normal and the gradient of a pixel that belongs to it. */
const SAME_WAY = Math.cos((10 * Math.PI) / 180);

/** The line laid anew through its own edge pixels, those within so many pixels of it, by least squares. */
function refitted(line: NormalLine, pixels: EdgePixels, within: number): NormalLine {
  const nx = Math.cos(line.angle);
  const ny = Math.sin(line.angle);
  let [total, sumX, sumY, xx, xy, yy] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < pixels.count; i++) {
    const x = pixels.x[i];
    const y = pixels.y[i];
    if (Math.abs(nx * x + ny * y - line.distance) > within) continue;
    if (Math.abs(nx * pixels.nx[i] + ny * pixels.ny[i]) < SAME_WAY) continue;
    const weight = pixels.weight[i];
    total += weight;
    sumX += weight * x;
    sumY += weight * y;
    xx += weight * x * x;
    xy += weight * x * y;
    yy += weight * y * y;
  }
  if (total === 0) return line;
  const meanX = sumX / total;
  const meanY = sumY / total;
  const spread = { xx: xx / total - meanX ** 2, xy: xy / total - meanX * meanY, yy: yy / total - meanY ** 2 };
  let angle = Math.atan2(2 * spread.xy, spread.xx - spread.yy) / 2 + Math.PI / 2;
  if (Math.cos(angle) * nx + Math.sin(angle) * ny < 0) angle += Math.PI;
  return { angle, distance: meanX * Math.cos(angle) + meanY * Math.sin(angle) };
}

/** Where along a line its edge is seen, and where the picture is, as running counts. */
function placesAlong(
  { angle, distance }: NormalLine,
  pixels: EdgePixels,
  { width, height }: Gradients,
  reach: number,
): { seen: Int32Array; looked: Int32Array } {
  const nx = Math.cos(angle);
  const ny = Math.sin(angle);
  const has = new Uint8Array(2 * reach + 2);
  for (let i = 0; i < pixels.count; i++) {
    if (Math.abs(nx * pixels.x[i] + ny * pixels.y[i] - distance) > 1.6) continue;
    if (Math.abs(nx * pixels.nx[i] + ny * pixels.ny[i]) < SAME_WAY) continue;
    const t = Math.floor(ny * -pixels.x[i] + nx * pixels.y[i]) + reach;
    has[t] = 1;
    // A slanting line has pixels nearer together than one, with gaps now and then where they are counted.
    has[t + 1] |= 2;
  }
  const seen = new Int32Array(has.length + 1);
  const looked = new Int32Array(has.length + 1);
  for (let k = 0; k < has.length; k++) {
    const t = k - reach + 0.5;
    const x = distance * nx - t * ny;
    const y = distance * ny + t * nx;
    const inside = x > 1 && y > 1 && x < width - 1 && y < height - 1;
    seen[k + 1] = seen[k] + (inside && has[k] ? 1 : 0);
    looked[k + 1] = looked[k] + (inside ? 1 : 0);
  }
  return { seen, looked };
}

/** Share of a stretch of a line, between two of its points, on which its edge is seen; what is out of view counts not. */
export function shareSeen({ angle, seen, looked, reach }: EdgeLine, from: Point, to: Point): number {
  const along = ({ x, y }: Point) => {
    const t = Math.round(-Math.sin(angle) * x + Math.cos(angle) * y) + reach;
    return Math.min(seen.length - 1, Math.max(0, t));
  };
  const first = Math.min(along(from), along(to));
  const last = Math.max(along(from), along(to));
  const count = looked[last] - looked[first];
  return count < (last - first) / 2 || count < 8 ? 0 : (seen[last] - seen[first]) / count;
}

/** Where two lines cross; undefined where they run side by side. */
export function meetingOf(first: NormalLine, second: NormalLine): Point | undefined {
  const determinant = Math.sin(second.angle - first.angle);
  if (Math.abs(determinant) < 1e-6) return undefined;
  return {
    x: (first.distance * Math.sin(second.angle) - second.distance * Math.sin(first.angle)) / determinant,
    y: (second.distance * Math.cos(first.angle) - first.distance * Math.cos(second.angle)) / determinant,
  };
}
