import svgpath from 'svgpath';
import { DrelkError } from '../../error';
import type { Contour, Point, Segment } from '../../geometry';

/** Contours of path data, circular arcs kept as arcs, moved by the view box's corner and scaled. */
export function readPathData(data: string, viewBox: number[], scale: number): Contour[] {
  const contours: Contour[] = [];
  let current: Contour | undefined;
  const put = (x: number, y: number): Point => ({ x: (x - viewBox[0]) * scale, y: (y - viewBox[1]) * scale });
  svgpath(data)
    .abs()
    .unshort()
    .iterate((segment, _index, x, y) => {
      const command = segment[0];
      const numbers = segment.slice(1) as number[];
      if (command === 'M') {
        current = { start: put(numbers[0], numbers[1]), segments: [], closed: false };
        contours.push(current);
      } else if (current) {
        const from = put(x, y);
        if (command === 'Z') close(current);
        else current.segments.push(readSegment(command, numbers, from, put, x, y, scale));
      }
    });
  return contours.filter((contour) => contour.segments.length > 0);
}

function close(contour: Contour): void {
  const { x, y } = contour.segments[contour.segments.length - 1] ?? contour.start;
  if (Math.hypot(x - contour.start.x, y - contour.start.y) > 1e-9) {
    contour.segments.push({ kind: 'line', x: contour.start.x, y: contour.start.y });
  }
  contour.closed = true;
}

function readSegment(
  command: string,
  n: number[],
  from: Point,
  put: (x: number, y: number) => Point,
  x: number,
  y: number,
  scale: number,
): Segment {
  if (command === 'L') return { kind: 'line', ...put(n[0], n[1]) };
  if (command === 'H') return { kind: 'line', ...put(n[0], y) };
  if (command === 'V') return { kind: 'line', ...put(x, n[0]) };
  if (command === 'C') {
    const first = put(n[0], n[1]);
    const second = put(n[2], n[3]);
    return { kind: 'cubic', x1: first.x, y1: first.y, x2: second.x, y2: second.y, ...put(n[4], n[5]) };
  }
  if (command === 'Q') {
    const handle = put(n[0], n[1]);
    const end = put(n[2], n[3]);
    const third = (a: number, b: number) => a + (2 * (b - a)) / 3;
    return {
      kind: 'cubic',
      x1: third(from.x, handle.x),
      y1: third(from.y, handle.y),
      x2: third(end.x, handle.x),
      y2: third(end.y, handle.y),
      ...end,
    };
  }
  if (command === 'A' && Math.abs(n[0] - n[1]) < 1e-9) return readArc(n, from, put(n[5], n[6]), scale);
  throw new DrelkError(
    'bad-drawing',
    `This SVG has a path command that is not read: ${command}.`,
    'Save it as plain curves.',
  );
}

/** A circular arc from its radius and flags (SVG 1.1, appendix F.6.5 with both radii equal). */
function readArc(n: number[], from: Point, to: Point, scale: number): Segment {
  const half = Math.hypot(to.x - from.x, to.y - from.y) / 2;
  const radius = Math.max(n[0] * scale, half);
  const narrow = 2 * Math.asin(Math.min(1, half / radius));
  const sweep = n[3] ? 2 * Math.PI - narrow : narrow;
  return { kind: 'arc', bulge: (n[4] ? -1 : 1) * Math.tan(sweep / 4), ...to };
}
