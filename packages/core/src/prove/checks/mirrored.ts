import type { Check } from '../check';
import { remedy } from '../remedies';

/** What is cut from behind has to be mirrored, and nothing else should be so unknown to anybody. */
export const mirrored: Check = {
  kind: 'mirrored',
  remedies: [remedy('mirror', 'Turn it over', 'Piece turned over', false)],
  reads: ['mirrored'],
  check({ mirrored: isMirrored }, { fromBehind }) {
    if (isMirrored === undefined || isMirrored === fromBehind) return [];
    return [
      {
        kind: 'mirrored',
        severity: isMirrored ? 'note' : 'warn',
        count: 1,
        measured: isMirrored ? 1 : 0,
        allowed: fromBehind ? 1 : 0,
        places: [],
        sizes: [],
        message: isMirrored
          ? 'The piece is mirrored: seen from the front it reads backwards.'
          : 'This material is cut from behind, and the piece is not mirrored: it would read backwards.',
        hint: isMirrored
          ? 'Right for what is seen through glass; else take the mirroring back in Piece.'
          : 'Mirror the whole piece in Piece.',
      },
    ];
  },
};
