import { type Context, checkStopped } from '../../context';
import {
  type Contour,
  type Point,
  type Segment,
  type Shape,
  nestContours,
  reverseContour,
} from '../../geometry';
import { type FitOptions, fitLoop, tightened } from '../fit-loop';
import { fitOpen } from '../fit-open';
import { measured } from '../sections';
import { polyline, uncross } from '../uncross';
import { type Border, type Crossing, type PlateMap, plateRims, traceBorders } from './borders';

/** Points nearer than this to where three plates meet are rounded off by the pixels. */
const ROUNDED = 1.2;
const NEST = 0.1;

/**
 * The shapes of all plates, in pixels. Each border between two of them is fitted once and used by both, so that
 * neither a gap nor an overlap can arise.
 */
export function tracePlates(
  map: PlateMap,
  crossing: Crossing,
  options: FitOptions,
  context: Context,
): { shapes: Shape[]; points: number } {
  const borders = traceBorders(map, crossing, context);
  const meetings = meetingPlaces(borders);
  const fitted = borders.map((border, k) => {
    if ((k & 15) === 0) {
      checkStopped(context);
      context.progress('line', k / borders.length);
    }
    return fitBorder(border, meetings, options, context);
  });
  uncross(fitted, (k, share) => {
    if (share > 0) return fitBorder(borders[k], meetings, tightened(options, share), context);
    const { x, y } = placesOf(borders[k]);
    const { from, to, around } = borders[k];
    const [start, end] = [meetings.get(from), meetings.get(to)];
    return around || !start || !end
      ? polyline(x, y, around)
      : polyline([start.x, ...x, end.x], [start.y, ...y, end.y], false);
  });
  const contours = new Map<number, Contour[]>();
  for (const { plate, walks } of plateRims(map, borders)) {
    const parts = walks.map(({ border, forward }) =>
      forward ? fitted[border] : reverseContour(fitted[border]),
    );
    const segments = parts.flatMap((part) => part.segments) as Segment[];
    contours.set(plate, [...(contours.get(plate) ?? []), { start: parts[0].start, segments, closed: true }]);
  }
  const shapes = [...contours]
    .sort(([a], [b]) => a - b)
    .flatMap(([plate, own]) => nestContours(own, NEST).map((shape) => ({ ...shape, plate })));
  return { shapes, points: borders.reduce((sum, { points }) => sum + points.length / 2, 0) };
}

/** Where borders meet: the middle of their first places, by grid corner. */
function meetingPlaces(borders: readonly Border[]): Map<number, Point> {
  const sums = new Map<number, { x: number; y: number; count: number }>();
  const add = (corner: number, x: number, y: number) => {
    const sum = sums.get(corner) ?? { x: 0, y: 0, count: 0 };
    sums.set(corner, { x: sum.x + x, y: sum.y + y, count: sum.count + 1 });
  };
  for (const { points, from, to, around } of borders) {
    if (around) continue;
    add(from, points[0], points[1]);
    add(to, points[points.length - 2], points[points.length - 1]);
  }
  return new Map([...sums].map(([corner, { x, y, count }]) => [corner, { x: x / count, y: y / count }]));
}

const placesOf = ({ points }: Border) => ({
  x: points.filter((_, i) => i % 2 === 0),
  y: points.filter((_, i) => i % 2 === 1),
});

function fitBorder(
  border: Border,
  meetings: ReadonlyMap<number, Point>,
  options: FitOptions,
  context: Context,
): Contour {
  const { x, y } = placesOf(border);
  const { around, from, to } = border;
  if (around) return fitLoop(measured(Float64Array.from(x), Float64Array.from(y)), options, context);
  const start = meetings.get(from) ?? { x: x[0], y: y[0] };
  const end = meetings.get(to) ?? { x: x[x.length - 1], y: y[y.length - 1] };
  return fitOpen(
    { x, y },
    start,
    end,
    options,
    { rounded: ROUNDED, roundedEnds: ROUNDED, fixed: true },
    context,
  );
}
