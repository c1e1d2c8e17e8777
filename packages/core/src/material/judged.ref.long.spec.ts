import { SHEET_KINDS, disagreement } from '../testing/judged-sheets';

// Judged by the JTS Topology Suite in JavaScript (jsts 2.12), from other seeds than those that anything was tuned on.
it.each(SHEET_KINDS)(
  'of 300 random sheets of the kind %s comes out what another library says',
  (kind) => {
    const all = Array.from({ length: 300 }, (_, k) => disagreement(kind, 90_001 + k));
    expect(all.filter((one) => typeof one === 'string')).toEqual([]);
    expect(all.filter((one) => one === undefined).length).toBeGreaterThan(100);
  },
  900_000,
);
