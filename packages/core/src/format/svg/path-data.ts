import svgpath from 'svgpath';
import {
  type Affine,
  type Contour,
  type Point,
  type Segment,
  affineBack,
  affineContour,
  affinePoint,
  arcCubics,
} from '../../geometry';
import type { Reading } from '../reading';
import { norm } from '../../norm';

/** Radii nearer to one another than this share make a circle. */
const ROUND = 1e-9;
/** Ends nearer than this share of the way are one. */
const CLOSED = 1e-12;

/**
 * Contours of path data (SVG 1.1, chapter 8.3) as it stands, circular arcs kept as arcs. What follows something that is
 * wrong is not drawn, as the chapter's last section asks; `cut` is called then.
 */
export function readPathData(data: string, reading?: Reading, cut: () => void = () => undefined): Contour[] {
  const contours: Contour[] = [];
  let current: Contour | undefined;
  const path = svgpath(data);
  if ((path as unknown as { err: string }).err) cut();
  path
    .abs()
    .unshort()
    .iterate((segment, _index, x, y) => {
      reading?.add(1);
      const command = segment[0];
      const numbers = segment.slice(1) as number[];
      if (command === 'M') current = { start: { x: numbers[0], y: numbers[1] }, segments: [], closed: false };
      else if (command === 'Z') {
        if (current) close(current);
        // What goes on after a closing begins where that contour began (chapter 8.3.3).
        if (current) current = { start: current.start, segments: [], closed: false };
      } else if (current) {
        current.segments.push(...segmentsOf(command, numbers, x, y));
      }
      if (current && current.segments.length > 0 && contours[contours.length - 1] !== current)
        contours.push(current);
    });
  return contours;
}

function close(contour: Contour): void {
  if (contour.segments.length === 0) return;
  const { x, y } = contour.segments[contour.segments.length - 1];
  const { start } = contour;
  const size = Math.abs(x) + Math.abs(y) + Math.abs(start.x) + Math.abs(start.y);
  if (norm(x - start.x, y - start.y) > CLOSED * size)
    contour.segments.push({ kind: 'line', x: start.x, y: start.y });
  else Object.assign(contour.segments[contour.segments.length - 1], start);
  contour.closed = true;
}

function segmentsOf(command: string, n: number[], x: number, y: number): Segment[] {
  if (command === 'L') return [{ kind: 'line', x: n[0], y: n[1] }];
  if (command === 'H') return [{ kind: 'line', x: n[0], y }];
  if (command === 'V') return [{ kind: 'line', x, y: n[0] }];
  if (command === 'C') return [{ kind: 'cubic', x1: n[0], y1: n[1], x2: n[2], y2: n[3], x: n[4], y: n[5] }];
  if (command === 'Q') {
    const third = (a: number, b: number) => a + (2 * (b - a)) / 3;
    const [endX, endY] = [n[2], n[3]];
    return [
      {
        kind: 'cubic',
        x1: third(x, n[0]),
        y1: third(y, n[1]),
        x2: third(endX, n[0]),
        y2: third(endY, n[1]),
        x: endX,
        y: endY,
      },
    ];
  }
  return arcSegments({ x, y }, n);
}

/**
 * An elliptical arc (SVG 1.1, appendix F.6): in a frame in which its ellipse is a circle of radius 1 it is an arc, and an arc
 * it stays where both radii are equal.
 */
function arcSegments(
  from: Point,
  [radiusX, radiusY, angle, isLarge, isClockwise, x, y]: number[],
): Segment[] {
  const [rx, ry] = [Math.abs(radiusX), Math.abs(radiusY)];
  if (from.x === x && from.y === y) return [];
  if (rx === 0 || ry === 0) return [{ kind: 'line', x, y }];
  if (Math.abs(rx - ry) <= ROUND * rx) {
    const half = norm(x - from.x, y - from.y) / 2 / rx;
    return [{ kind: 'arc', bulge: bulgeOf(half, isLarge, isClockwise), x, y }];
  }
  const turn = (angle * Math.PI) / 180;
  const fromUnit: Affine = [
    rx * Math.cos(turn),
    rx * Math.sin(turn),
    -ry * Math.sin(turn),
    ry * Math.cos(turn),
    0,
    0,
  ];
  const toUnit = affineBack(fromUnit);
  if (!toUnit) return [{ kind: 'line', x, y }];
  const [start, end] = [from, { x, y }].map((point) => affinePoint(toUnit, point));
  const half = norm(end.x - start.x, end.y - start.y) / 2;
  const segments = arcCubics(start, { kind: 'arc', bulge: bulgeOf(half, isLarge, isClockwise), ...end });
  const back = affineContour({ start, segments, closed: false }, fromUnit).segments;
  Object.assign(back[back.length - 1], { x, y });
  return back;
}

/** Bulge of an arc on a circle of radius 1 over a chord of which this is half; too long chords make the circle larger (F.6.6). */
function bulgeOf(half: number, isLarge: number, isClockwise: number): number {
  const narrow = 2 * Math.asin(Math.min(1, half));
  const sweep = isLarge ? 2 * Math.PI - narrow : narrow;
  return (isClockwise ? -1 : 1) * Math.tan(sweep / 4);
}
