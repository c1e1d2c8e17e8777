import type { Check } from '../check';
import { remedy } from '../remedies';

/** A piece is to have a size that somebody or something vouches for. */
export const trueSize: Check = {
  kind: 'no-true-size',
  remedies: [remedy('size', 'Give it a size', 'A size given', false)],
  reads: ['hasTrueSize'],
  check: ({ hasTrueSize }) =>
    hasTrueSize
      ? []
      : [
          {
            kind: 'no-true-size',
            severity: 'warn',
            count: 1,
            measured: 0,
            allowed: 1,
            places: [],
            sizes: [],
            message: 'The piece has no true size yet; it is shown at a screen’s 96 pixels an inch.',
            hint: 'Give its width or height in Piece.',
          },
        ],
};
