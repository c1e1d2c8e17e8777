import { type Contour, type Point, type Segment, affineContour, circleContour } from '../../geometry';
import type { Reading } from '../reading';
import type { Element } from './elements';
import { userLength } from './lengths';
import { readPathData } from './path-data';
import { norm } from '../../norm';

/** What lengths in shares are shares of, in user units. */
export interface Viewport {
  width: number;
  height: number;
}

/** Elements that draw contours. */
export const SHAPES = ['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'];

/** The contours of an element that draws some, in its own user units (SVG 1.1, chapters 8 and 9); none for one without size. */
export function shapeContours(
  { tag, attributes }: Element,
  { width, height }: Viewport,
  reading: Reading,
  cut: () => void,
): Contour[] {
  const across = (name: string) => userLength(attributes[name], width) ?? 0;
  const down = (name: string) => userLength(attributes[name], height) ?? 0;
  if (tag === 'path') return readPathData(attributes['d'] ?? '', reading, cut);
  if (tag === 'polyline' || tag === 'polygon') {
    const points = pointsIn(attributes['points'] ?? '');
    reading.add(points.length);
    return polyline(points, tag === 'polygon');
  }
  reading.add(4);
  if (tag === 'line')
    return polyline(
      [
        { x: across('x1'), y: down('y1') },
        { x: across('x2'), y: down('y2') },
      ],
      false,
    );
  if (tag === 'rect') {
    const [rx, ry] = [userLength(attributes['rx'], width), userLength(attributes['ry'], height)];
    return rectangle(across('x'), down('y'), across('width'), down('height'), rx ?? ry ?? 0, ry ?? rx ?? 0);
  }
  const diagonal = norm(width, height) / Math.SQRT2;
  const round = userLength(attributes['r'], diagonal) ?? 0;
  const [rx, ry] = tag === 'circle' ? [round, round] : [across('rx'), down('ry')];
  if (!(rx > 0 && ry > 0)) return [];
  const unit = circleContour({ x: 0, y: 0 }, 1, true);
  return [affineContour(unit, [rx, 0, 0, ry, across('cx'), down('cy')])];
}

function pointsIn(text: string): Point[] {
  const numbers = (text.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []).map(Number);
  return Array.from({ length: numbers.length >> 1 }, (_, k) => ({
    x: numbers[2 * k],
    y: numbers[2 * k + 1],
  }));
}

function polyline(points: readonly Point[], closed: boolean): Contour[] {
  if (points.length < 2) return [];
  const [start, ...rest] = points;
  const segments = rest.map(({ x, y }): Segment => ({ kind: 'line', x, y }));
  if (closed) segments.push({ kind: 'line', ...start });
  return [{ start, segments, closed }];
}

function rectangle(x: number, y: number, width: number, height: number, rx: number, ry: number): Contour[] {
  if (!(width > 0 && height > 0)) return [];
  const [right, bottom] = [x + width, y + height];
  const [a, b] = [Math.min(Math.max(0, rx), width / 2), Math.min(Math.max(0, ry), height / 2)];
  if (a === 0 || b === 0)
    return polyline(
      [
        { x, y },
        { x: right, y },
        { x: right, y: bottom },
        { x, y: bottom },
      ],
      true,
    );
  const arc = `A${a} ${b} 0 0 1 `;
  return readPathData(
    `M${x + a} ${y}H${right - a}${arc}${right} ${y + b}V${bottom - b}${arc}${right - a} ${bottom}` +
      `H${x + a}${arc}${x} ${bottom - b}V${y + b}${arc}${x + a} ${y}Z`,
  );
}
