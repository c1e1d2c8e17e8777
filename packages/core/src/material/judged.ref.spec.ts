import { SHEET_KINDS, disagreement } from '../testing/judged-sheets';

// Judged by the JTS Topology Suite in JavaScript (jsts 2.12), of which nothing is used but in tests.
it.each(SHEET_KINDS)('of random sheets of the kind %s comes out what another library says', (kind) => {
  const all = Array.from({ length: 8 }, (_, k) => disagreement(kind, 4001 + k));
  expect(all.filter((one) => typeof one === 'string')).toEqual([]);
  expect(all.filter((one) => one === undefined).length).toBeGreaterThan(3);
});
