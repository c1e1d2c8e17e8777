import { rulerTicks } from './ruler';

describe('rulerTicks', () => {
  it('counts from the piece’s own corner, in its unit', () => {
    // A pixel is half a millimetre and ten screen pixels: ten millimetres are 200 screen pixels.
    const ticks = rulerTicks(500, { scale: 10, offset: 100 }, 5, 0.5, 'mm');
    const figures = ticks.filter((tick) => tick.figure !== undefined);
    expect(figures.find((tick) => tick.figure === '0')?.at).toBeCloseTo(150);
    expect(figures.find((tick) => tick.figure === '10')?.at).toBeCloseTo(350);
    expect(figures.every((tick, i) => i === 0 || tick.at - figures[i - 1].at >= 56)).toBe(true);
  });

  it('has inches with quarters between', () => {
    const ticks = rulerTicks(400, { scale: 1, offset: 0 }, 0, 25.4 / 100, 'in');
    expect(ticks.filter((tick) => tick.figure !== undefined).map((tick) => tick.figure)).toEqual([
      '0',
      '1',
      '2',
      '3',
      '4',
    ]);
    expect(ticks.filter((tick) => tick.at <= 100)).toHaveLength(5);
  });

  it('stays countable however far one zooms', () => {
    for (const scale of [0.001, 0.1, 1, 50, 256]) {
      expect(rulerTicks(1000, { scale, offset: -300 }, 0, 0.1, 'mm').length).toBeLessThan(200);
    }
  });
});
