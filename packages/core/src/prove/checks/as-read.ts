import type { Check } from '../check';

/** What a file may have meant otherwise than it was taken. */
export const asRead: Check = {
  kind: 'as-read',
  reads: ['asRead'],
  check: (subject) =>
    subject.asRead.map((message) => ({
      kind: 'as-read',
      severity: 'note',
      count: 1,
      measured: 1,
      allowed: 0,
      places: [],
      sizes: [],
      message,
      hint: 'See whether it was meant so; else change it in the program that the file comes from.',
    })),
};
