import type { PathFormat } from '../file-format';
import { GUIDES, ORIGIN, UNIT, asChosen } from '../option';
import { bytesOf, textOf } from '../text';
import { asAsked } from './as-asked';
import { checkSquare } from './check-square';
import { type DxfContent, dxfContent } from './content';
import { layerName } from './layers';
import { readBackDxf } from './read-back';
import { writeDxf2000 } from './write-2000';
import { writeDxfR12 } from './write-r12';

/** Arcs and chords that stand for curves lie this near to them where nothing else is typed, in millimetres. */
const WITHIN = 0.005;

/** Drawing exchange format, as ASCII. */
export const dxf: PathFormat = {
  holds: 'paths',
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
    {
      id: 'within',
      name: 'Within',
      figure: { usual: WITHIN, least: 0.001, most: 0.5, unit: 'mm' },
      counts: { option: 'curves', where: ['arcs', 'chords'] },
    },
    {
      id: 'layers',
      name: 'Layers',
      choices: [
        { id: 'both', name: 'by task and plate' },
        { id: 'task', name: 'by task' },
        { id: 'plate', name: 'by plate' },
        { id: 'one', name: 'all on one' },
      ],
    },
    {
      id: 'colours',
      name: 'Colours',
      choices: [
        { id: 'layer', name: 'by layer' },
        { id: 'own', name: 'nearest to the plate’s or task’s' },
        { id: 'ink', name: 'none, as the screen has ink' },
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
  meant(drawing, chosen) {
    const whole = asChosen(drawing, chosen);
    return { ...whole, paths: whole.paths.map((path) => ({ ...path, group: layerName(path, chosen) })) };
  },
  within: ({ curves, within }) => (curves === 'true' ? 0 : Number(within)),
  write(drawing, { release, curves, within, colours, square }) {
    const content = dxfContent(drawing, String(colours));
    const write = release === '2000' ? writeDxf2000 : writeDxfR12;
    const drawn = {
      ...content,
      contours: content.contours.map((one) => ({
        ...one,
        contour: asAsked(one.contour, curves, Number(within)),
      })),
    };
    return bytesOf(write(square === 'beside' ? withSquare(drawn, drawing) : drawn));
  },
  readBack: (bytes) => readBackDxf(textOf(bytes)),
};

function withSquare(content: DxfContent, drawing: Parameters<typeof checkSquare>[0]): DxfContent {
  const { layer, contour } = checkSquare(drawing);
  return {
    ...content,
    layers: [...content.layers, layer],
    contours: [...content.contours, { layer: layer.name, contour }],
  };
}
