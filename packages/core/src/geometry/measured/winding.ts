import { arcPoint, centredArc } from '../arc';
import { type Contour, type Point, type Segment, eachSegment } from '../contour';
import { cubicPoint, extrema } from './measure';

/** Halvings that settle where a curve crosses a height: as exact as numbers are. */
const HALVINGS = 60;

/**
 * How often contours go around a place, counter-clockwise on screen counting up (the sum for several): every crossing of
 * the way from the place to the right, curves taken exactly. A place on a contour may count either way.
 */
export function windingNumber(contours: readonly Contour[], place: Point): number {
  let winding = 0;
  for (const contour of contours) {
    let end = contour.start;
    eachSegment(contour, (from, segment) => {
      winding += crossings(from, segment, place);
      end = segment;
    });
    winding += crossings(end, { kind: 'line', x: contour.start.x, y: contour.start.y }, place);
  }
  return winding;
}

/** Whether a place is inside an odd number of contours. */
export const isInside = (contours: readonly Contour[], place: Point): boolean =>
  windingNumber(contours, place) % 2 !== 0;

function crossings(from: Point, segment: Segment, { x, y }: Point): number {
  const { at, turns } = curve(from, segment);
  const stops = [0, ...turns, 1];
  let winding = 0;
  for (let k = 1; k < stops.length; k++) {
    const [first, last] = [at(stops[k - 1]), at(stops[k])];
    const rises = last.y <= y && first.y > y;
    if (!rises && !(first.y <= y && last.y > y)) continue;
    let [low, high] = [stops[k - 1], stops[k]];
    for (let n = 0; n < HALVINGS; n++) {
      const middle = (low + high) / 2;
      if (at(middle).y > y === first.y > y) low = middle;
      else high = middle;
    }
    if (at(low).x > x) winding += rises ? 1 : -1;
  }
  return winding;
}

/** A segment by its parameter, and where between its ends it turns from rising to falling. */
function curve(from: Point, segment: Segment): { at: (t: number) => Point; turns: number[] } {
  if (segment.kind === 'cubic') {
    const { y1, y2, y } = segment;
    const turns = extrema(from.y, y1, y2, y).sort((a, b) => a - b);
    return { at: (t) => (t === 1 ? segment : cubicPoint(from, segment, t)), turns };
  }
  if (segment.kind === 'arc' && segment.bulge !== 0) {
    const arc = centredArc(from, segment);
    const share = (angle: number) => (angle - arc.startAngle) / arc.sweep;
    const turns = [-1.5, -0.5, 0.5, 1.5, 2.5, 3.5]
      .map((k) => share(k * Math.PI))
      .filter((t) => t > 0 && t < 1);
    const ends = (t: number) => (t === 0 ? from : t === 1 ? segment : arcPoint(arc, t));
    return { at: ends, turns: turns.sort((a, b) => a - b) };
  }
  const [dx, dy] = [segment.x - from.x, segment.y - from.y];
  return { at: (t) => (t === 1 ? segment : { x: from.x + t * dx, y: from.y + t * dy }), turns: [] };
}
