import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import { DrelkError } from '../../error';
import type { Contour, Point, Segment } from '../../geometry';

/** What was read from an SVG file: contours in millimetres, y down. */
export interface SvgDrawing {
  width: number;
  height: number;
  contours: Contour[];
}

/** Millimetres in each unit of CSS Values; a bare number is in px, 1/96 inch. */
const UNITS: Record<string, number> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
  '': 25.4 / 96,
};

interface Element {
  tag: string;
  attributes: Record<string, string>;
  children: Element[];
}

/** Reads the paths of an SVG file; entities are not expanded. Throws `bad-drawing`. */
export function readSvg(text: string): SvgDrawing {
  const svg = parse(text).find((element) => element.tag === 'svg');
  if (!svg) throw new DrelkError('bad-drawing', 'This file has no svg element.', 'Choose an SVG file.');
  const viewBox = (svg.attributes['viewBox'] ?? '').split(/[\s,]+/).map(Number);
  if (viewBox.length !== 4 || viewBox.some(Number.isNaN)) {
    throw new DrelkError('bad-drawing', 'This SVG has no viewBox.', 'Save it with a size and a viewBox.');
  }
  const width = lengthOf(svg.attributes['width'], viewBox[2]);
  const height = lengthOf(svg.attributes['height'], viewBox[3]);
  const scale = width / viewBox[2];
  const contours: Contour[] = [];
  const walk = (element: Element) => {
    if (element.tag === 'path') contours.push(...readPathData(element.attributes['d'] ?? '', viewBox, scale));
    element.children.forEach(walk);
  };
  walk(svg);
  return { width, height, contours };
}

function parse(text: string): Element[] {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    processEntities: false,
    parseAttributeValue: false,
  });
  return elements(parser.parse(text) as Record<string, unknown>[]);
}

function elements(nodes: readonly Record<string, unknown>[]): Element[] {
  return nodes.flatMap((node) => {
    const tag = Object.keys(node).find((key) => key !== ':@');
    if (!tag || tag === '#text') return [];
    return [
      {
        tag,
        attributes: (node[':@'] ?? {}) as Record<string, string>,
        children: elements(node[tag] as Record<string, unknown>[]),
      },
    ];
  });
}

function lengthOf(text: string | undefined, fallback: number): number {
  const match = /^\s*([\d.]+(?:e[-+]?\d+)?)\s*([a-z]*)\s*$/i.exec(text ?? '');
  return match ? Number(match[1]) * (UNITS[match[2].toLowerCase()] ?? UNITS['']) : fallback * UNITS[''];
}

/** Contours of path data, circular arcs kept as arcs. */
function readPathData(data: string, viewBox: number[], scale: number): Contour[] {
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
