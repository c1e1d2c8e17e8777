import type { Context } from '../../context';
import type { Contour, Point } from '../../geometry';
import { type GreyPicture, findComponents, findRowChanges } from '../../raster';
import { median } from './arrival';

/** A dot as a short stroke: its middle line, with its width across it, in pixels. */
export interface Dot {
  contour: Contour;
  width: number;
}

/** A dot is at least so broad, as a share of what strokes usually are: less is dirt. Alone it may be of any size. */
const LEAST_SHARE = 0.6;
/** A round one becomes a stroke so long, as a share of its width, which a pen as broad makes a dot again. */
const LONG = 0.25;
/** An even disc, or bar, is so many times as wide as its places' standard deviation. */
const DISC = 4;

/** Moments of one component: pixels, sums of their places and of the products of these. */
interface Moments {
  count: number;
  x: number;
  y: number;
  xx: number;
  xy: number;
  yy: number;
}

/** Ink that none of the strokes goes through, as short strokes along where it is longest: the dot of an i, a full stop. */
export function dotsBeside(
  strokes: readonly { width: number; places: readonly Point[] }[],
  grey: GreyPicture,
  level: number,
  context: Context,
): Dot[] {
  const { row, left, right, component, count } = findComponents(
    findRowChanges(grey, level, context),
    grey.width,
    'ink',
    context,
  );
  const firstOfRow = new Map<number, number>();
  row.forEach((y, run) => firstOfRow.set(y, firstOfRow.get(y) ?? run));
  const isStroke = new Uint8Array(count);
  for (const { places } of strokes)
    for (const { x, y } of places) {
      const [px, py] = [Math.floor(x), Math.floor(y)];
      for (let run = firstOfRow.get(py) ?? row.length; run < row.length && row[run] === py; run++)
        if (left[run] <= px && px < right[run]) isStroke[component[run]] = 1;
    }
  const all = Array.from({ length: count }, (): Moments => ({ count: 0, x: 0, y: 0, xx: 0, xy: 0, yy: 0 }));
  row.forEach((line, run) => {
    if (isStroke[component[run]] === 1) return;
    const own = all[component[run]];
    const y = line + 0.5;
    for (let x = left[run] + 0.5; x < right[run]; x++) {
      own.count++;
      own.x += x;
      own.y += y;
      own.xx += x * x;
      own.xy += x * y;
      own.yy += y * y;
    }
  });
  const least =
    strokes.length > 0 ? LEAST_SHARE * median(Float64Array.from(strokes, ({ width }) => width)) : 0;
  return all.flatMap((own) => {
    const dot = own.count > 0 ? dotOf(own) : undefined;
    return dot && dot.width >= least ? [dot] : [];
  });
}

/** A stroke from end to end of what has these moments, as long as that is longer than wide. */
function dotOf({ count, x, y, xx, xy, yy }: Moments): Dot {
  const [middleX, middleY] = [x / count, y / count];
  // Each pixel is a square, which adds a twelfth.
  const a = xx / count - middleX ** 2 + 1 / 12;
  const b = xy / count - middleX * middleY;
  const c = yy / count - middleY ** 2 + 1 / 12;
  const spread = Math.hypot((a - c) / 2, b);
  const width = DISC * Math.sqrt(Math.max(0, (a + c) / 2 - spread));
  const length = Math.max(LONG * width, DISC * Math.sqrt((a + c) / 2 + spread) - width);
  // What is round within its pixels lies level.
  const angle = spread > 0.04 * (a + c) ? Math.atan2(2 * b, a - c) / 2 : 0;
  const [dx, dy] = [(Math.cos(angle) * length) / 2, (Math.sin(angle) * length) / 2];
  return {
    width,
    contour: {
      start: { x: middleX - dx, y: middleY - dy },
      segments: [{ kind: 'line', x: middleX + dx, y: middleY + dy }],
      closed: false,
    },
  };
}
