import type { Check } from '../check';

/** Nothing that was laid on the piece is missing in silence. */
export const leftOut: Check = {
  kind: 'left-out',
  reads: ['leftOut'],
  check: (subject) =>
    subject.leftOut.map(({ name, message, hint }) => ({
      kind: 'left-out',
      severity: 'stop',
      count: 1,
      measured: 1,
      allowed: 0,
      places: [],
      sizes: [],
      message: `“${name}” is not on the piece: ${message}`,
      hint,
    })),
};
