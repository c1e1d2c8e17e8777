import type { PictureFormat } from '../file-format';
import { GUIDES, asChosen } from '../option';
import { paintedAreas } from './paint';
import { readBackPng } from './read-back';
import { writePng } from './write';

/** Portable Network Graphics (ISO/IEC 15948): the piece as a picture of its true size. */
export const png: PictureFormat = {
  holds: 'pixels',
  name: 'PNG',
  ending: 'png',
  options: [
    {
      id: 'shows',
      name: 'Shows',
      choices: [
        { id: 'tones', name: 'ink and paper, no greys' },
        { id: 'filled', name: 'the piece filled, smooth' },
        { id: 'plates', name: 'plates and tasks in colour' },
      ],
    },
    { id: 'density', name: 'Density', figure: { usual: 300, least: 10, most: 2400, unit: 'dpi' } },
    {
      id: 'ground',
      name: 'Around it',
      choices: [
        { id: 'white', name: 'white' },
        { id: 'clear', name: 'nothing, transparent' },
      ],
    },
    GUIDES,
  ],
  note: 'A picture for engraving, printing or showing. It keeps its density, and with it its size.',
  meant: asChosen,
  painted: paintedAreas,
  densityOf: ({ density }) => Number(density),
  isTransparent: ({ ground }) => ground === 'clear',
  write: (drawing, chosen) =>
    writePng(drawing, paintedAreas(drawing, chosen), {
      dpi: png.densityOf(chosen),
      isTwoTones: chosen['shows'] === 'tones',
      isTransparent: png.isTransparent(chosen),
    }),
  readBack: readBackPng,
};
