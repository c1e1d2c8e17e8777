import { judgedRemedies } from '../../testing/judged-pieces';
import { PIECE_KINDS } from '../../testing/random-pieces';

// Judged by the JTS Topology Suite in JavaScript (jsts 2.12): a remedy that is kept keeps its promise, and makes nothing worse.
it.each(PIECE_KINDS)(
  'each remedy of a random %s, and all that are safe together',
  async (kind) => {
    for (let seed = 1; seed <= 2; seed++)
      for (const { finding, act, faults } of await judgedRemedies(kind, seed))
        expect([seed, finding, act, ...faults]).toEqual([seed, finding, act]);
  },
  60_000,
);
