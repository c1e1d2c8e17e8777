import type { FileFormat } from '../file-format';
import { bytesOf, textOf } from '../text';
import { dxfContent } from './content';
import { readBackDxf } from './read-back';
import { writeDxf2000 } from './write-2000';
import { writeDxfR12 } from './write-r12';

/** Drawing exchange format, as ASCII. */
export const dxf: FileFormat<'r12' | '2000'> = {
  name: 'DXF',
  ending: 'dxf',
  choices: [
    { id: 'r12', name: 'R12' },
    { id: '2000', name: '2000' },
  ],
  choiceOf: 'DXF release',
  note: 'R12 is read by every machine; 2000 keeps true curves.',
  write: (drawing, release) => bytesOf((release === 'r12' ? writeDxfR12 : writeDxf2000)(dxfContent(drawing))),
  readBack: (bytes) => readBackDxf(textOf(bytes)),
};
