import { pairsDoubled } from '../../geometry';
import { type Check, findingOf, told } from '../check';
import { remedy } from '../remedies';

/** Lines that lie on one another, or so near that they are cut twice: how long in all what is cut too often is, and where. */
export const duplicate: Check = {
  kind: 'duplicate',
  remedies: [remedy('drop-doubles', 'Drop the doubles', 'Doubles dropped')],
  reads: ['sheets'],
  check({ sheets }, { double, units }) {
    const all = sheets.flatMap(({ doubled }) => doubled);
    const length = all.reduce((sum, { excess }) => sum + excess, 0);
    const pairs = sheets.reduce((sum, { doubled }) => sum + pairsDoubled(doubled), 0);
    const found = findingOf(
      all.flatMap(({ places }) =>
        places.filter((_, k) => k % 2 === 0).map((at) => ({ at, measured: length })),
      ),
      {
        kind: 'duplicate',
        severity: 'stop',
        allowed: 0,
        hint: 'Drop one of them in Line, or read the file with doubles dropped.',
      },
      () =>
        `${told(Number(length.toFixed(2)), units)} are cut more often than once: lines lie on one another, or nearer than ${told(double, units)}.`,
    );
    const stretches = all.flatMap(({ places }) =>
      places.flatMap(({ x, y }, k) => (k % 2 === 1 ? [[places[k - 1].x, places[k - 1].y, x, y]] : [])),
    );
    return found.map((one) => ({ ...one, count: pairs, stretches }));
  },
};
