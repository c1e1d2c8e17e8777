import type { Check } from '../check';

/** Plates that were asked for and of which nothing is left to be cut. */
export const unreachedPlate: Check = {
  kind: 'unreached-plate',
  reads: ['paths', 'plates'],
  check({ paths, plates }) {
    const cut = new Set(paths.flatMap(({ plate }) => (plate ? [plate.colour] : [])));
    const empty = plates.filter(({ colour }) => !cut.has(colour));
    // Where paths are of no plate, the picture was not taken apart.
    if (cut.size === 0 || empty.length === 0) return [];
    const names = empty.map(({ name }) => `“${name}”`).join(', ');
    return [
      {
        kind: 'unreached-plate',
        severity: 'note',
        count: empty.length,
        measured: empty.length,
        allowed: 0,
        places: [],
        sizes: [],
        message: `${empty.length === 1 ? 'The plate' : 'The plates'} ${names} ${empty.length === 1 ? 'has' : 'have'} nothing on the piece: no sheet of that colour would be cut.`,
        hint: 'See whether it lies under others, was cleaned away as specks or taken out, or leave the plate out in Ink.',
      },
    ];
  },
};
