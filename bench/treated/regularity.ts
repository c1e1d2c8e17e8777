import { type Contour, type Point, distancesBetween, eachSegment, flatten } from '@drelk/core';
import { distanceToChord } from '../../packages/core/src/geometry/near/distance';
import { fitCircle } from '../../packages/core/src/line/chain/circle';
import { artworks, isAside } from './artworks';
import { tracedFrom, treated } from './judged';
import { TREATMENTS } from './treatments';

/** Pictures as they are, and treated so that regularity is to be found again. */
const HOW = ['clean', 'two tones', 'JPEG 30', 'grain'];
/** Shorter straight edges of the truth are not counted, in pixels. */
const LEAST = 8;
/** An edge comes back as one line where this share of it lies as near as this to that line, in pixels: rounded corners may begin a little on it. */
const SHARE = 0.78;
const OFF = 0.6;
/** Steps in which an edge is looked at. */
const STEPS = 40;
/** A contour of the truth is a circle within so much, and comes back where one of two arcs lies as near as this, in pixels. */
const ROUND = 0.05;
const NEAR = 0.7;

interface Tally {
  lines: number;
  wholeLines: number;
  circles: number;
  wholeCircles: number;
  off: number;
  places: number;
}
const nothing = (): Tally => ({ lines: 0, wholeLines: 0, circles: 0, wholeCircles: 0, off: 0, places: 0 });

/**
 * What is regular in artworks and comes back so, with and without being made regular: straight edges as one line, circles as circles, and how
 * far paths and truth lie apart on the average, looked at from both. `some` takes every third artwork, `open` none kept aside.
 */
export async function regularityRows(words: readonly string[]): Promise<void> {
  const all = (await artworks()).filter(
    ({ name }, k) => !(words.includes('open') && isAside(name)) && (!words.includes('some') || k % 3 === 0),
  );
  console.log(
    '\n| artworks | picture | regular | straight edges as one line | circles | mean distance to the truth |',
  );
  console.log('|---|---|---|---|---|---|');
  for (const aside of [false, true]) {
    const half = all.filter(({ name }) => isAside(name) === aside);
    for (const treatment of half.length > 0 ? TREATMENTS.filter(({ name }) => HOW.includes(name)) : [])
      for (const regular of [false, true]) {
        const tally = nothing();
        for (const artwork of half) {
          const { picture, truth } = await treated(artwork, treatment);
          count(tally, truth, tracedFrom(picture, regular).found);
        }
        const share = (part: number, whole: number) =>
          `${((100 * part) / (whole || 1)).toFixed(1)} % of ${whole}`;
        const cells = [
          aside ? 'kept aside' : 'tuned on',
          treatment.name,
          regular ? 'yes' : 'no',
          share(tally.wholeLines, tally.lines),
          share(tally.wholeCircles, tally.circles),
          `${(tally.off / tally.places).toFixed(4)} px`,
        ];
        console.log(`| ${cells.join(' | ')} |`);
      }
  }
}

function count(tally: Tally, truth: readonly Contour[], found: readonly Contour[]): void {
  const lines = found.flatMap(linesOf);
  for (const edge of truth.flatMap(linesOf)) {
    const length = Math.hypot(edge.to.x - edge.from.x, edge.to.y - edge.from.y);
    if (length < LEAST) continue;
    tally.lines++;
    if (lines.some((line) => isOf(edge, line))) tally.wholeLines++;
  }
  const circles = found.flatMap((contour) => circleOf(contour, 1e-3) ?? []);
  for (const contour of truth) {
    const own = circleOf(contour, ROUND);
    if (!own) continue;
    tally.circles++;
    const isNear = (other: typeof own) =>
      Math.hypot(other.x - own.x, other.y - own.y) < NEAR && Math.abs(other.radius - own.radius) < NEAR;
    if (circles.some(isNear)) tally.wholeCircles++;
  }
  if (found.length === 0) return;
  for (const offs of [distancesBetween(found, truth, 0.7, 0.02), distancesBetween(truth, found, 0.7, 0.02)]) {
    tally.off += offs.reduce((sum, off) => sum + off, 0);
    tally.places += offs.length;
  }
}

interface Line {
  from: Point;
  to: Point;
}

function linesOf(contour: Contour): Line[] {
  const lines: Line[] = [];
  eachSegment(contour, (from, segment) => {
    if (segment.kind === 'line') lines.push({ from, to: segment });
  });
  return lines;
}

/** Whether most of an edge lies along a line. */
function isOf({ from, to }: Line, line: Line): boolean {
  const chord = Float64Array.of(line.from.x, line.from.y, line.to.x, line.to.y);
  let near = 0;
  for (let k = 0; k <= STEPS; k++) {
    const [x, y] = [from.x + (k / STEPS) * (to.x - from.x), from.y + (k / STEPS) * (to.y - from.y)];
    if (distanceToChord(chord, 0, x, y) <= OFF) near++;
  }
  return near >= SHARE * (STEPS + 1);
}

/** The circle that a contour is, none of its points farther off than this. */
function circleOf(contour: Contour, within: number) {
  const points = flatten(contour, within / 4);
  const count = points.length / 2;
  if (count < 12) return undefined;
  const [x, y] = [0, 1].map((axis) => Float64Array.from({ length: count }, (_, k) => points[2 * k + axis]));
  const circle = fitCircle({ x, y, count }, 0, count);
  return circle && circle.worst <= within ? circle : undefined;
}
