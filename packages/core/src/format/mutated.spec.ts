import { DrelkError } from '../error';
import { circleContour } from '../geometry';
import { random } from '../testing/pictures';
import type { Drawing } from './drawing';
import { readDxf } from './dxf/read';
import { USUAL_CHOICES, formatOf } from './formats';
import { readSvg } from './svg/read';
import { bytesOf, textOf } from './text';

const drawing: Drawing = {
  frame: { left: 0, top: 0, right: 60, bottom: 60 },
  units: 'in',
  paths: [
    {
      task: 'cut-through',
      shape: {
        outer: circleContour({ x: 30, y: 30 }, 20),
        holes: [circleContour({ x: 30, y: 30 }, 9, true)],
      },
    },
    {
      task: 'score',
      shape: {
        outer: {
          start: { x: 1, y: 1 },
          segments: [
            { kind: 'cubic', x1: 9, y1: 1, x2: 9, y2: 9, x: 5, y: 12 },
            { kind: 'line', x: 2, y: 8 },
          ],
          closed: false,
        },
        holes: [],
        pen: 1,
      },
    },
  ],
};

/** A text with one thing wrong: something left out, said twice, or another sign in its place. */
function mutated(text: string, next: () => number): string {
  const at = Math.floor(next() * text.length);
  const length = Math.floor(next() ** 3 * 60) + 1;
  const kind = Math.floor(next() * 3);
  if (kind === 0) return text.slice(0, at) + text.slice(at + length);
  if (kind === 1) return text.slice(0, at) + text.slice(at, at + length) + text.slice(at);
  return `${text.slice(0, at)}${String.fromCharCode(32 + Math.floor(next() * 95))}${text.slice(at + 1)}`;
}

const readers: [string, string, (text: string) => unknown][] = [
  ['SVG, filled', textOf(formatOf('svg').write(drawing, USUAL_CHOICES.svg)), (text) => readSvg(text)],
  ['DXF, R12', textOf(formatOf('dxf').write(drawing, USUAL_CHOICES.dxf)), (text) => readDxf(text)],
  [
    'DXF, 2000',
    textOf(formatOf('dxf').write(drawing, { ...USUAL_CHOICES.dxf, release: '2000' })),
    (text) => readDxf(text),
  ],
  [
    'SVG, read back',
    textOf(formatOf('svg').write(drawing, { ...USUAL_CHOICES.svg, style: 'lines' })),
    (text) => formatOf('svg').readBack(bytesOf(text)),
  ],
  [
    'DXF, read back',
    textOf(formatOf('dxf').write(drawing, USUAL_CHOICES.dxf)),
    (text) => formatOf('dxf').readBack(bytesOf(text)),
  ],
  [
    'PDF, read back',
    textOf(formatOf('pdf').write(drawing, { ...USUAL_CHOICES.pdf, paper: 'a4' })),
    (text) => formatOf('pdf').readBack(bytesOf(text)),
  ],
];

it.each(readers)(
  '%s: a file with anything wrong is read, or refused with a sentence',
  (_name, text, read) => {
    const next = random(text.length);
    let refused = 0;
    for (let k = 0; k < 1500; k++) {
      try {
        read(mutated(text, next));
      } catch (error) {
        expect(error).toBeInstanceOf(DrelkError);
        refused++;
      }
    }
    expect(refused).toBeGreaterThan(10);
  },
);

it.each([
  ['the unit as the last thing', '0\nSECTION\n2\nENTITIES\n0\nENDSEC\n9\n$INSUNITS\n'],
  [
    'a vertex without a place',
    '0\nSECTION\n2\nENTITIES\n0\nPOLYLINE\n8\n0\n0\nVERTEX\n8\n0\n0\nSEQEND\n0\nENDSEC\n',
  ],
])('DXF with %s is read as far as it goes', (_what, text) => {
  expect(readDxf(text).paths).toEqual([]);
});
