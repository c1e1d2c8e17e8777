import { type Box, boxOf, contoursOf } from '../geometry';
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
    { id: 'bed', name: 'the bed’s corner, the piece in its middle' },
  ],
};

/** A drawing as these options have it. */
export function asChosen(drawing: Drawing, { unit, guides, origin }: Chosen): Drawing {
  const paths = guides === 'without' ? drawing.paths.filter(({ task }) => task !== 'guide') : drawing.paths;
  const units = unit === 'mm' || unit === 'in' ? unit : drawing.units;
  return { ...drawing, paths, units, frame: frameFor({ ...drawing, paths }, origin) };
}

/** What a file's corner is that of: the piece or its sheet, all that is drawn, or a bed with the piece in its middle. */
function frameFor({ paths, frame, bed }: Drawing, origin: Chosen[string]): Box {
  if (origin === 'drawn') return boxOf(contoursOf(paths.map(({ shape }) => shape))) ?? frame;
  if (origin !== 'bed' || !bed) return frame;
  const [x, y] = [(frame.left + frame.right) / 2, (frame.top + frame.bottom) / 2];
  const [across, down] = [bed.width / 2, bed.height / 2];
  return { left: x - across, top: y - down, right: x + across, bottom: y + down };
}
