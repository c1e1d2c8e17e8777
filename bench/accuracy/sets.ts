import { readFileSync, readdirSync } from 'node:fs';
import * as opentype from 'opentype.js';
import { type Contour, type Point, type Segment, circleContour, readPathData } from '@drelk/core';
import { random } from '../../packages/core/src/testing/pictures';
import type { TrueShape } from './true-shape';

const GLYPHS = 'aebgkstwyzAGKQRSMWX2358&';
const FONTS = ['lora', 'cabin', 'pacifico'];
/** Of the filled icons every so-many-th is taken. */
const EVERY_ICON = 13;

/** Circles, ellipses, stars, gears, rounded boxes and soft blobs of many sizes, drawn in code. */
export function generatedShapes(): TrueShape[] {
  const next = random(20);
  const shapes: TrueShape[] = [];
  const add = (name: string, contours: Contour[], circles: TrueShape['circles'] = []) =>
    shapes.push({ set: 'generated', name, contours, circles, nodes: nodesOf(contours) });
  for (let k = 0; k < 14; k++) {
    const ring = [
      { x: 50, y: 50, radius: 50 },
      { x: 50 + 4 * next(), y: 50, radius: 8 + 34 * next() },
    ];
    add(
      `ring ${k}`,
      ring.map((circle, i) => circleContour(circle, circle.radius, i === 1)),
      ring,
    );
  }
  for (let k = 3; k < 10; k++) add(`star ${k}`, [polygon(2 * k, (i) => (i % 2 ? 25 + 5 * next() : 50))]);
  for (let k = 3; k < 8; k++) add(`polygon ${k}`, [polygon(k, () => 50, next())]);
  for (let k = 0; k < 6; k++) add(`rounded box ${k}`, [roundedBox(100, 40 + 10 * k, 4 + 3 * k)]);
  for (let k = 0; k < 8; k++) add(`ellipse ${k}`, [blob(4, () => 1, 50, 20 + 4 * k, next())]);
  for (let k = 0; k < 12; k++)
    add(`blob ${k}`, [blob(5 + (k % 4), () => 0.7 + 0.5 * next(), 50, 50, next())]);
  return shapes;
}

function polygon(corners: number, radius: (i: number) => number, turn = 0): Contour {
  const at = Array.from({ length: corners }, (_, i): Point => {
    const angle = turn + (2 * Math.PI * i) / corners;
    const r = radius(i);
    return { x: r * Math.cos(angle), y: r * Math.sin(angle) };
  });
  return {
    start: at[0],
    segments: [...at.slice(1), at[0]].map((p): Segment => ({ kind: 'line', ...p })),
    closed: true,
  };
}

function roundedBox(width: number, height: number, radius: number): Contour {
  const quarter = Math.tan(Math.PI / 8);
  const arc = (x: number, y: number): Segment => ({ kind: 'arc', bulge: -quarter, x, y });
  const line = (x: number, y: number): Segment => ({ kind: 'line', x, y });
  return {
    start: { x: radius, y: 0 },
    segments: [
      line(width - radius, 0),
      arc(width, radius),
      line(width, height - radius),
      arc(width - radius, height),
      line(radius, height),
      arc(0, height - radius),
      line(0, radius),
      arc(radius, 0),
    ],
    closed: true,
  };
}

/** A closed smooth curve of cubics through places around a centre, tangents after Catmull and Rom 1974. */
function blob(count: number, radius: () => number, wide: number, high: number, turn: number): Contour {
  const at = Array.from({ length: count }, (_, i): Point => {
    const angle = turn + (2 * Math.PI * i) / count;
    const r = radius();
    return { x: wide * r * Math.cos(angle), y: high * r * Math.sin(angle) };
  });
  const place = (i: number) => at[(i + count) % count];
  const share = ((4 / 3) * Math.tan(Math.PI / (2 * count))) / (2 * Math.sin((2 * Math.PI) / count));
  const slope = (i: number): Point => ({
    x: (place(i + 1).x - place(i - 1).x) * share,
    y: (place(i + 1).y - place(i - 1).y) * share,
  });
  const segments = at.map((from, i): Segment => {
    const to = place(i + 1);
    const [a, b] = [slope(i), slope(i + 1)];
    return { kind: 'cubic', x1: from.x + a.x, y1: from.y + a.y, x2: to.x - b.x, y2: to.y - b.y, ...to };
  });
  return { start: at[0], segments, closed: true };
}

/** Letters of three open fonts: a serif, a sans and a script (OFL-1.1). */
export function fontShapes(): TrueShape[] {
  return FONTS.flatMap((name) => {
    const bytes = readFileSync(`node_modules/@fontsource/${name}/files/${name}-latin-400-normal.woff`);
    const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
    return [...GLYPHS].map((letter): TrueShape => {
      const data = font.charToGlyph(letter).getPath(0, 0, 1000).toPathData(3);
      return { ...fromPaths(`${name} ${letter}`, [data], true), set: 'fonts' };
    });
  });
}

/** Filled icons of an open set (MIT), those drawn as one path. */
export function iconShapes(): TrueShape[] {
  const folder = 'node_modules/bootstrap-icons/icons';
  const files = readdirSync(folder).filter((name) => name.endsWith('-fill.svg'));
  return files
    .filter((_, i) => i % EVERY_ICON === 0)
    .map((file) => [file, readFileSync(`${folder}/${file}`, 'utf8')])
    .filter(([, text]) => text.split('<path').length === 2)
    .map(([file, text]) => {
      const [, data] = / d="([^"]+)"/.exec(text) ?? [];
      return { ...fromPaths(file, [data], false), set: 'icons' };
    });
}

function fromPaths(name: string, data: string[], quadratic: boolean): Omit<TrueShape, 'set'> {
  const read = data.flatMap((one) => readPathData(one));
  const contours = read.map(tidy).filter(({ segments }) => segments.length > 1);
  return { name, contours, circles: [], nodes: nodesOf(contours, quadratic) };
}

/** Closed by a line where the file leaves that out, without segments of no length, which converters leave behind. */
function tidy(contour: Contour): Contour {
  let from: Point = contour.start;
  const closing: Segment = { kind: 'line', ...contour.start };
  const segments = [...contour.segments, closing].filter((segment) => {
    const keeps = Math.hypot(segment.x - from.x, segment.y - from.y) > 1e-3;
    if (keeps) from = segment;
    return keeps;
  });
  return { ...contour, segments, closed: true };
}

/**
 * Nodes on the curves that a designer placed. Outlines of quadratic curves leave out a node that lies half way
 * between the handles beside it; those are the file format's, not the designer's, and are not counted.
 */
function nodesOf(contours: readonly Contour[], quadratic = false): number {
  let nodes = 0;
  for (const { segments } of contours) {
    segments.forEach((segment, k) => {
      const after = segments[(k + 1) % segments.length];
      const implied =
        quadratic &&
        segment.kind === 'cubic' &&
        after.kind === 'cubic' &&
        Math.hypot(segment.x2 + after.x1 - 2 * segment.x, segment.y2 + after.y1 - 2 * segment.y) <
          0.02 * Math.hypot(after.x1 - segment.x2, after.y1 - segment.y2);
      if (!implied) nodes++;
    });
  }
  return nodes;
}
