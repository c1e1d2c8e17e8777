import type { Check } from '../check';

/** Pixels that become so large that they show. */
export const coarse: Check = {
  kind: 'coarse',
  reads: ['hasTrueSize', 'pixel'],
  check({ hasTrueSize, pixel }, { coarsePixel }) {
    if (!hasTrueSize || pixel === undefined || pixel <= coarsePixel) return [];
    return [
      {
        kind: 'coarse',
        severity: 'warn',
        count: 1,
        measured: pixel,
        allowed: coarsePixel,
        places: [],
        sizes: [],
        message: `One pixel of the picture becomes ${pixel.toFixed(2)} mm; up to ${coarsePixel} mm looks clean.`,
        hint: 'Make the piece smaller, or start from a larger picture.',
      },
    ];
  },
};
