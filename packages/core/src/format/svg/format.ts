import type { FileFormat } from '../file-format';
import { bytesOf, textOf } from '../text';
import { readBackSvg } from './read-back';
import { type SvgStyle, writeSvg } from './write';

/** Scalable Vector Graphics 1.1. */
export const svg: FileFormat<SvgStyle> = {
  name: 'SVG',
  ending: 'svg',
  choices: [
    { id: 'filled', name: 'filled' },
    { id: 'lines', name: 'lines' },
  ],
  choiceOf: 'How shapes are drawn in SVG',
  note: 'Lines are for programs that cut what is stroked.',
  write: (drawing, style) => bytesOf(writeSvg(drawing, style)),
  readBack: (bytes) => readBackSvg(textOf(bytes)),
};
