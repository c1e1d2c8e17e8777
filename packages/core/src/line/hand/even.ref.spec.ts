import { evened } from '../../testing/judged-strokes';

// Handwriting with pressure, from seeds; widths and areas by the JTS Topology Suite in JavaScript (jsts 2.12).
it('strokes that are too thin are as wide as is asked for, along their middles, and no more', async () => {
  for (const seed of [1, 2, 6]) {
    const { thin, match, nodesBefore, nodes } = await evened(seed, 'remedy');
    expect([seed, thin < 0.01, match > 0.98]).toEqual([seed, true, true]);
    expect(nodes).toBeLessThan(2 * nodesBefore + 40);
  }
}, 60_000);

it('so they are in ink, before it is traced', async () => {
  for (const seed of [1, 6]) {
    const { thin, match } = await evened(seed, 'ink');
    expect([seed, thin < 1, match > 0.98]).toEqual([seed, true, true]);
  }
}, 60_000);
