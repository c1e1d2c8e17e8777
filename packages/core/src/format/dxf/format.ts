import { asArcs, flatten } from '../../geometry';
import type { Contour } from '../../geometry';
import type { FileFormat } from '../file-format';
import { GUIDES, ORIGIN, UNIT, asChosen } from '../option';
import { bytesOf, textOf } from '../text';
import { checkSquare } from './check-square';
import { type DxfContent, dxfContent } from './content';
import { readBackDxf } from './read-back';
import { writeDxf2000 } from './write-2000';
import { writeDxfR12 } from './write-r12';

/** Arcs and chords that stand for curves lie this near to them, in millimetres. */
const WITHIN = 0.005;

/** Drawing exchange format, as ASCII. */
export const dxf: FileFormat = {
  name: 'DXF',
  ending: 'dxf',
  options: [
    {
      id: 'release',
      name: 'Release',
      choices: [
        { id: 'r12', name: 'R12' },
        { id: '2000', name: '2000' },
      ],
    },
    {
      id: 'curves',
      name: 'Curves',
      choices: [
        { id: 'true', name: 'as true as it can' },
        { id: 'arcs', name: 'arcs and lines only' },
        { id: 'chords', name: 'short lines only' },
      ],
    },
    UNIT,
    ORIGIN,
    GUIDES,
    {
      id: 'square',
      name: 'Check square',
      choices: [
        { id: 'none', name: 'none' },
        { id: 'beside', name: '25 mm or 1 in, beside it' },
      ],
    },
  ],
  note: 'R12 is read by every machine; 2000 keeps true curves. A check square shows a wrong unit at once.',
  meant: asChosen,
  write(drawing, { release, curves, square }) {
    const content = dxfContent(drawing);
    const write = release === '2000' ? writeDxf2000 : writeDxfR12;
    const drawn = {
      ...content,
      contours: content.contours.map((one) => ({ ...one, contour: asAsked(one.contour, curves) })),
    };
    return bytesOf(write(square === 'beside' ? withSquare(drawn, drawing) : drawn));
  },
  readBack: (bytes) => readBackDxf(textOf(bytes)),
};

function asAsked(contour: Contour, curves: string | undefined): Contour {
  if (curves === 'arcs') return asArcs(contour, WITHIN);
  if (curves !== 'chords') return contour;
  const points = flatten(contour, WITHIN);
  const [start, ...rest] = Array.from({ length: points.length / 2 }, (_, k) => ({
    x: points[2 * k],
    y: points[2 * k + 1],
  }));
  const ends = contour.closed ? [...rest, start] : rest;
  return { start, segments: ends.map(({ x, y }) => ({ kind: 'line', x, y })), closed: contour.closed };
}

function withSquare(content: DxfContent, drawing: Parameters<typeof checkSquare>[0]): DxfContent {
  const { layer, contour } = checkSquare(drawing);
  return {
    ...content,
    layers: [...content.layers, layer],
    contours: [...content.contours, { layer: layer.name, contour }],
  };
}
