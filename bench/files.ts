import {
  type Contour,
  contoursDrawn,
  grown,
  nodeCount,
  quietContext,
  readVectorFile,
  refitContours,
  TIDY_DEFAULTS,
  tidyDrawing,
} from '@drelk/core';
import { random } from '../packages/core/src/testing/pictures';
import { median, now } from './measure';

const RUNS = 3;

/** What reading and tidying other people's files costs. */
export function fileRows(): Record<string, Record<string, string>> {
  return {
    'DXF of 20 MB, read and tidied': measured(polylines(20e6), (bytes) => readAndTidy(bytes)),
    '40,000 loose lines, chained': measured(looseLines(4000, 10), (bytes) => readAndTidy(bytes)),
    '500,000 path commands': measured(pathCommands(5000, 100), (bytes) => readAndTidy(bytes)),
    '100,000 chords, fitted anew': measured(wave(100_000), (bytes) => {
      const contours = contoursDrawn(readVectorFile(bytes, 'wave.svg'));
      const begun = now();
      const fitted = refitContours(contours, 0.05, quietContext);
      return { milliseconds: now() - begun, given: contours, made: fitted.contours };
    }),
    'a letter grown by 1 mm': measured(letter(), (bytes) => {
      const contours = contoursDrawn(readVectorFile(bytes, 'letter.svg'));
      const begun = now();
      const made = grown(contours, 1, 'round', 0.01, quietContext);
      return { milliseconds: now() - begun, given: contours, made };
    }),
  };
}

interface Run {
  milliseconds: number;
  given: readonly Contour[];
  made: readonly Contour[];
}

function readAndTidy(bytes: Uint8Array): Run {
  const begun = now();
  const drawing = readVectorFile(bytes, 'file');
  const { shapes } = tidyDrawing(drawing, TIDY_DEFAULTS, quietContext);
  const milliseconds = now() - begun;
  const made = shapes.flatMap(({ shape }) => [shape.outer, ...shape.holes]);
  return { milliseconds, given: contoursDrawn(drawing), made };
}

function measured(text: string, run: (bytes: Uint8Array) => Run): Record<string, string> {
  const bytes = Buffer.from(text);
  const runs = Array.from({ length: RUNS }, () => run(bytes));
  const nodes = (contours: readonly Contour[]) =>
    contours.reduce((sum, contour) => sum + nodeCount(contour), 0);
  const [{ given, made }] = runs;
  return {
    size: `${(bytes.length / 1e6).toFixed(1)} MB`,
    time: `${median(runs.map(({ milliseconds }) => milliseconds)).toFixed(0)} ms`,
    contours: `${given.length} to ${made.length}`,
    nodes: `${nodes(given)} to ${nodes(made)}`,
  };
}

/** A five-leaved ring about a place of a grid. */
function leaves(k: number, count: number): [number, number][] {
  const [x, y] = [(k % 70) * 14 + 7, Math.floor(k / 70) * 14 + 7];
  return Array.from({ length: count }, (_, i) => {
    const angle = (2 * Math.PI * i) / count;
    const radius = 5 + 0.5 * Math.sin(5 * angle);
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  });
}

const dxf = (entities: string) =>
  `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
const svg = (paths: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="1000mm" height="1000mm" viewBox="0 0 1000 1000">${paths}</svg>`;
const pathOf = (places: readonly [number, number][]) =>
  `<path d="M${places.map(([x, y]) => `${x.toFixed(3)} ${y.toFixed(3)}`).join('L')}Z"/>`;

function polylines(bytes: number): string {
  const parts: string[] = [];
  for (let k = 0, length = 0; length < bytes; k++) {
    const vertices = leaves(k, 200).map(
      ([x, y]) => `0\nVERTEX\n8\n0\n10\n${x.toFixed(4)}\n20\n${y.toFixed(4)}\n`,
    );
    parts.push(`0\nPOLYLINE\n8\n0\n66\n1\n70\n1\n${vertices.join('')}0\nSEQEND\n8\n0\n`);
    length += parts[k].length;
  }
  return dxf(parts.join(''));
}

function looseLines(shapes: number, sides: number): string {
  const next = random(3);
  const lines: { by: number; text: string }[] = [];
  for (let k = 0; k < shapes; k++) {
    const places = leaves(k, sides);
    places.forEach((place, i) => {
      const ends = [place, places[(i + 1) % sides]];
      const [[x, y], [toX, toY]] = next() < 0.5 ? ends : ends.reverse();
      const text = `0\nLINE\n8\nCUT\n10\n${x.toFixed(6)}\n20\n${y.toFixed(6)}\n11\n${toX.toFixed(6)}\n21\n${toY.toFixed(6)}\n`;
      lines.push({ by: next(), text });
    });
  }
  return dxf(
    lines
      .sort((a, b) => a.by - b.by)
      .map(({ text }) => text)
      .join(''),
  );
}

const pathCommands = (shapes: number, places: number) =>
  svg(Array.from({ length: shapes }, (_, k) => pathOf(leaves(k, places))).join(''));

function wave(chords: number): string {
  const places = Array.from({ length: chords }, (_, k): [number, number] => {
    const angle = (2 * Math.PI * k) / chords;
    const radius = 60 + 20 * Math.sin(7 * angle) + 3 * Math.sin(31 * angle);
    return [100 + radius * Math.cos(angle), 100 + radius * Math.sin(angle)];
  });
  return svg(pathOf(places));
}

const letter = () =>
  svg(
    '<path d="M37 12C34 4 27 0 19 0C8 0 1 6 1 16C1 26 9 30 19 33C26 35 29 38 29 42C29 48 25 51 19 51C13 51 10 48 7 42L0 46C3 55 10 60 19 60C31 60 38 53 38 42C38 31 31 27 20 24C13 21 11 19 11 15C11 11 14 9 19 9C24 9 27 11 29 16Z"/>',
  );
