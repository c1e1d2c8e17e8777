import type { PathFormat } from '../file-format';
import { GUIDES, UNIT, asChosen } from '../option';
import { bytesOf, textOf } from '../text';
import { groupName } from './groups';
import { readBackSvg } from './read-back';
import { writeSvg } from './write';

/** Scalable Vector Graphics 1.1. */
export const svg: PathFormat = {
  holds: 'paths',
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
      id: 'together',
      name: 'Together',
      choices: [
        { id: 'groups', name: 'in groups by task and plate' },
        { id: 'one', name: 'as one path' },
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
    {
      id: 'pens',
      name: 'Single lines',
      choices: [
        { id: 'pen', name: 'as wide as their pen' },
        { id: 'hair', name: 'as hairlines' },
      ],
    },
    UNIT,
    GUIDES,
  ],
  note: 'Lines are for programs that cut what is stroked.',
  meant(drawing, chosen) {
    const whole = asChosen(drawing, chosen);
    return { ...whole, paths: whole.paths.map((path) => ({ ...path, group: groupName(path, chosen) })) };
  },
  write: (drawing, { style, colours, pens }) =>
    bytesOf(
      writeSvg(drawing, {
        isFilled: style !== 'lines',
        isBlack: colours === 'black',
        hasPens: pens !== 'hair',
      }),
    ),
  readBack: (bytes) => readBackSvg(textOf(bytes)),
};
