import { type Context, checkStopped } from '../../context';
import {
  type Contour,
  type Point,
  type Segment,
  type Shape,
  nestContours,
  reverseContour,
} from '../../geometry';
import { type FitOptions, fitAround, loopAsFound } from '../fitting/fit-loop';
import { type OpenEnds, fitOpen, lineAsFound } from '../fitting/fit-open';
import type { Fitted } from '../fitting/fitted';
import { distanceFromRim } from '../promise/promise';
import { meanWithin, rimOf } from '../fitting/rim';
import { measured } from '../chain/loop';
import { unsureByJitter } from '../rims/unsure';
import { uncross } from '../promise/uncross';
import { type Border, type BorderAt, PAPER, type PlateMap, plateRims, traceBorders } from './borders';

/** Points nearer than this to where three plates meet are rounded off by the pixels. */
const ROUNDED = 1.2;
const NEST = 0.1;

/** How borders are followed; a tolerance that was asked for rules however little the picture tells of them. */
type PlateOptions = FitOptions & { isAsked?: boolean };

/**
 * The shapes of all plates, in pixels. Each border between two of them is fitted once and used by both, so that
 * neither a gap nor an overlap can arise.
 */
export function tracePlates(
  map: PlateMap,
  borderAt: BorderAt,
  settings: PlateOptions,
  context: Context,
): { shapes: Shape[]; points: number; off: number } {
  const borders = traceBorders(map, borderAt, context);
  const meetings = meetingPlaces(borders);
  const allowed = meanAllowed(map, borders);
  const options = optionsFor(borders, settings);
  const fitted: Fitted[] = borders.map((border, k) => {
    if ((k & 15) === 0) {
      checkStopped(context);
      context.progress('line', k / borders.length);
    }
    return fitBorder(border, meetings, options[k], allowed[k], context);
  });
  uncross(fitted, (k) => options[k].tolerance, {
    alone: (k) => borderAsFound(borders[k], meetings),
    asFound: (k) => borderAsFound(borders[k], meetings),
  });
  const contours = new Map<number, Contour[]>();
  for (const { plate, walks } of plateRims(map, borders)) {
    const parts = walks.map(({ border, forward }) =>
      forward ? fitted[border].contour : reverseContour(fitted[border].contour),
    );
    const segments = parts.flatMap((part) => part.segments) as Segment[];
    const own = contours.get(plate) ?? [];
    own.push({ start: parts[0].start, segments, closed: true });
    contours.set(plate, own);
  }
  const shapes = [...contours]
    .sort(([a], [b]) => a - b)
    .flatMap(([plate, own]) => nestContours(own, NEST).map((shape) => ({ ...shape, plate })));
  const off = fitted.reduce((most, one) => Math.max(most, distanceFromRim(one.contour, rimOf(one))), 0);
  return { shapes, points: borders.reduce((sum, { points }) => sum + points.length / 2, 0), off };
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

/** How each border is followed: within what it leaves open, unless a tolerance is asked for. */
function optionsFor(borders: readonly Border[], settings: PlateOptions): FitOptions[] {
  if (settings.isAsked) return borders.map(() => settings);
  const lines = borders.map((border) => {
    const { x, y } = placesOf(border);
    return {
      x: Float64Array.from(x),
      y: Float64Array.from(y),
      count: x.length,
      closed: border.around,
      weight: x.length,
    };
  });
  return Array.from(unsureByJitter(lines), (unsure) =>
    unsure > settings.tolerance ? { ...settings, tolerance: unsure } : settings,
  );
}

const placesOf = ({ points }: Border) => ({
  x: points.filter((_, i) => i % 2 === 0),
  y: points.filter((_, i) => i % 2 === 1),
});

function fitBorder(
  border: Border,
  meetings: ReadonlyMap<number, Point>,
  options: FitOptions,
  mean: number,
  context: Context,
  as: OpenEnds = { rounded: ROUNDED, roundedEnds: ROUNDED, fixed: true },
): Fitted {
  const { x, y } = placesOf(border);
  const { around, from, to } = border;
  if (around) return fitAround(x, y, options, mean, context);
  const start = meetings.get(from) ?? { x: x[0], y: y[0] };
  const end = meetings.get(to) ?? { x: x[x.length - 1], y: y[y.length - 1] };
  return fitOpen({ x, y }, start, end, options, mean, as, context);
}

/** From point to point as found. */
function borderAsFound(border: Border, meetings: ReadonlyMap<number, Point>): Fitted {
  const { x, y } = placesOf(border);
  const { around, from, to } = border;
  if (around) return loopAsFound(measured(Float64Array.from(x), Float64Array.from(y)));
  const start = meetings.get(from);
  const end = meetings.get(to);
  return lineAsFound(
    [...(start ? [start.x] : []), ...x, ...(end ? [end.x] : [])],
    [...(start ? [start.y] : []), ...y, ...(end ? [end.y] : [])],
  );
}

/** How far each border may be off on the average, by how thin the plates beside it are. */
function meanAllowed({ labels }: PlateMap, borders: readonly Border[]): number[] {
  const areas = new Float64Array(256);
  const lengths = new Float64Array(256);
  for (const label of labels) areas[label]++;
  for (const { points, left, right } of borders) {
    lengths[left] += points.length / 2;
    lengths[right] += points.length / 2;
  }
  areas[PAPER] = lengths[PAPER] = 0;
  const whole = sumOf(areas) / (sumOf(lengths) || 1);
  const mean = (plate: number) =>
    plate === PAPER ? Infinity : meanWithin(areas[plate], lengths[plate], whole);
  return borders.map(({ left, right }) => Math.min(mean(left), mean(right)));
}

const sumOf = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0);
