import type { PathFormat } from '../file-format';
import { GUIDES, asChosen } from '../option';
import { bytesOf, textOf } from '../text';
import { readBackPdf } from './read-back';
import { OVERLAP, PAPERS } from './tiles';
import { writePdf } from './write';

/** Portable Document Format 1.4 (ISO 32000-1): paper templates at true size. */
export const pdf: PathFormat = {
  holds: 'paths',
  name: 'PDF',
  ending: 'pdf',
  options: [
    {
      id: 'paper',
      name: 'Paper',
      choices: [
        { id: 'own', name: 'as large as the piece' },
        ...Object.entries(PAPERS).map(([id, { name }]) => ({ id, name: `sheets of ${name}` })),
      ],
    },
    {
      id: 'style',
      name: 'Shapes',
      choices: [
        { id: 'lines', name: 'lines' },
        { id: 'filled', name: 'filled areas' },
      ],
    },
    GUIDES,
  ],
  note: `A template at true size. Sheets lap over by ${OVERLAP} mm, with marks and numbers to join them by.`,
  meant: asChosen,
  write: (drawing, { paper, style }) => bytesOf(writePdf(drawing, String(paper), style === 'filled')),
  readBack: (bytes) => readBackPdf(textOf(bytes)),
};
