import Flatbush from 'flatbush';
import type { Contour, Point } from '../contour';
import { norm } from '../../norm';

/** A bare line from point to point. */
interface Bare {
  number: number;
  from: Point;
  to: Point;
}

/**
 * Single straight lines that lie on one another in part or altogether, put together: each stretch is drawn once. Other
 * contours pass. How many lines went comes back.
 */
export function withoutOverlaps(
  contours: readonly Contour[],
  tolerance: number,
): { contours: Contour[]; gone: number } {
  const bare = contours.flatMap((contour, number) => bareLine(contour, number) ?? []);
  if (bare.length < 2) return { contours: [...contours], gone: 0 };
  bare.sort((a, b) => lengthOf(b) - lengthOf(a) || a.number - b.number);
  const index = new Flatbush(bare.length);
  for (const { from, to } of bare)
    index.add(Math.min(from.x, to.x), Math.min(from.y, to.y), Math.max(from.x, to.x), Math.max(from.y, to.y));
  index.finish();
  const gone = new Set<number>();
  const grown = new Map<number, Contour>();
  bare.forEach((line, i) => {
    if (gone.has(line.number)) return;
    let isGrown = true;
    while (isGrown) {
      isGrown = false;
      const { from, to } = line;
      const near = index.search(
        Math.min(from.x, to.x) - tolerance,
        Math.min(from.y, to.y) - tolerance,
        Math.max(from.x, to.x) + tolerance,
        Math.max(from.y, to.y) + tolerance,
        (k) => k > i && !gone.has(bare[k].number),
      );
      for (const k of near) {
        if (!takesUp(line, bare[k], tolerance)) continue;
        gone.add(bare[k].number);
        isGrown ||= line.from !== from || line.to !== to;
      }
      if (isGrown) grown.set(line.number, asContour(line));
    }
  });
  return {
    contours: contours.flatMap((contour, k) => (gone.has(k) ? [] : [grown.get(k) ?? contour])),
    gone: gone.size,
  };
}

function bareLine({ start, segments, closed }: Contour, number: number): Bare | undefined {
  const [segment] = segments;
  if (closed || segments.length !== 1 || segment.kind !== 'line') return undefined;
  return { number, from: start, to: { x: segment.x, y: segment.y } };
}

const lengthOf = ({ from, to }: Bare) => norm(to.x - from.x, to.y - from.y);

const asContour = ({ from, to }: Bare): Contour => ({
  start: { ...from },
  segments: [{ kind: 'line', ...to }],
  closed: false,
});

/** Whether another, shorter line lies along this one and over some of it; where it reaches beyond an end, this one does then. */
function takesUp(line: Bare, { from, to }: Bare, tolerance: number): boolean {
  const length = lengthOf(line);
  if (length === 0) return false;
  const [ux, uy] = [(line.to.x - line.from.x) / length, (line.to.y - line.from.y) / length];
  const along = ({ x, y }: Point) => (x - line.from.x) * ux + (y - line.from.y) * uy;
  const across = ({ x, y }: Point) => Math.abs((x - line.from.x) * uy - (y - line.from.y) * ux);
  if (across(from) > tolerance || across(to) > tolerance) return false;
  const [low, high] = along(from) < along(to) ? [from, to] : [to, from];
  // Lines that only meet end to end are joined, not put together.
  if (along(low) > length - tolerance || along(high) < tolerance) return false;
  if (along(low) < -tolerance) line.from = low;
  if (along(high) > length + tolerance) line.to = high;
  return true;
}
