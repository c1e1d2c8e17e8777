import { contoursOf } from '../../geometry';
import type { Check } from '../check';
import { remedy } from '../remedies';

/** Contours of areas close; single lines are open by nature. */
export const open: Check = {
  kind: 'open',
  remedies: [remedy('close', 'Join their ends', 'Ends joined')],
  reads: ['paths'],
  check({ paths }) {
    const areas = paths.filter(({ shape }) => shape.pen === undefined);
    const wrong = contoursOf(areas.map(({ shape }) => shape)).filter(({ closed }) => !closed);
    if (wrong.length === 0) return [];
    const all = contoursOf(paths.map(({ shape }) => shape)).length;
    return [
      {
        kind: 'open',
        severity: 'stop',
        count: wrong.length,
        measured: wrong.length,
        allowed: 0,
        places: wrong.flatMap(({ start, segments }) => [start, segments[segments.length - 1] ?? start]),
        sizes: [],
        message: `${wrong.length} of ${all} contours are open.`,
        hint: 'Close them in Line.',
      },
    ];
  },
};
