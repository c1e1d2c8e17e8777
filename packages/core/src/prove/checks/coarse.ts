import { type Check, told } from '../check';

/** Pixels that become so large that they show. */
export const coarse: Check = {
  kind: 'coarse',
  reads: ['hasTrueSize', 'pixel'],
  check({ hasTrueSize, pixel }, { coarsePixel, units }) {
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
        message: `One pixel of the picture becomes ${told(Number(pixel.toFixed(2)), units)}; up to ${told(coarsePixel, units)} looks clean.`,
        hint: 'Make the piece smaller, or start from a larger picture.',
      },
    ];
  },
};
