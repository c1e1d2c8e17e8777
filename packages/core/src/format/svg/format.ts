import type { FileFormat } from '../file-format';
import { GUIDES, UNIT, asChosen } from '../option';
import { bytesOf, textOf } from '../text';
import { readBackSvg } from './read-back';
import { type SvgStyle, writeSvg } from './write';

/** Scalable Vector Graphics 1.1. */
export const svg: FileFormat = {
  name: 'SVG',
  ending: 'svg',
  options: [
    {
      id: 'style',
      name: 'Shapes',
      choices: [
        { id: 'filled', name: 'filled areas' },
        { id: 'lines', name: 'lines' },
      ],
    },
    {
      id: 'colours',
      name: 'Colours',
      choices: [
        { id: 'task', name: 'by task and plate' },
        { id: 'black', name: 'all black' },
      ],
    },
    UNIT,
    GUIDES,
  ],
  note: 'Lines are for programs that cut what is stroked.',
  meant: asChosen,
  write: (drawing, { style, colours }) =>
    bytesOf(
      writeSvg(drawing, style === 'lines' ? 'lines' : ('filled' satisfies SvgStyle), colours === 'black'),
    ),
  readBack: (bytes) => readBackSvg(textOf(bytes)),
};
