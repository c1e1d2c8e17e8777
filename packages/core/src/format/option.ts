import { boxOf, contoursOf } from '../geometry';
import type { Drawing } from './drawing';
import type { Chosen, ListOption } from './file-format';

/** The unit a file is in. */
export const UNIT: ListOption = {
  id: 'unit',
  name: 'Unit',
  choices: [
    { id: 'job', name: 'as in the job' },
    { id: 'mm', name: 'millimetres' },
    { id: 'in', name: 'inches' },
  ],
};

/** What is not machined may stay away. */
export const GUIDES: ListOption = {
  id: 'guides',
  name: 'Guides',
  choices: [
    { id: 'with', name: 'with the rest' },
    { id: 'without', name: 'left out' },
  ],
};

/** Where a file's corner is. */
export const ORIGIN: ListOption = {
  id: 'origin',
  name: 'Begins at',
  choices: [
    { id: 'frame', name: 'the corner of piece or sheet' },
    { id: 'drawn', name: 'the corner of what is drawn' },
  ],
};

/** A drawing as these options have it. */
export function asChosen(drawing: Drawing, { unit, guides, origin }: Chosen): Drawing {
  const paths = guides === 'without' ? drawing.paths.filter(({ task }) => task !== 'guide') : drawing.paths;
  const drawn = origin === 'drawn' ? boxOf(contoursOf(paths.map(({ shape }) => shape))) : undefined;
  const units = unit === 'mm' || unit === 'in' ? unit : drawing.units;
  return { ...drawing, paths, units, frame: drawn ?? drawing.frame };
}
