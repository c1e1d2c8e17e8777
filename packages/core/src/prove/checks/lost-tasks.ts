import { type Check, counted } from '../check';

/** Tasks that were said for single contours which are not traced any more, so that these are worked as all others are. */
export const lostTasks: Check = {
  kind: 'lost-tasks',
  reads: ['lostTasks'],
  check: ({ lostTasks: count }) =>
    count === 0
      ? []
      : [
          {
            kind: 'lost-tasks',
            severity: 'note',
            count,
            measured: count,
            allowed: 0,
            places: [],
            sizes: [],
            message: `${counted(count, 'contour for which a task was said is', 'contours for which a task was said are')} not found among the paths of now.`,
            hint: 'Where another has taken its place, say its task again in Piece.',
          },
        ],
};
