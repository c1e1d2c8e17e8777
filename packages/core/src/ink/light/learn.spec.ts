import { random } from '../../testing/pictures';
import { gridOf } from './cells';
import { INK, NEITHER, PAPER, learn } from './learn';

describe('the tones of paper and ink', () => {
  it('are learnt from ink, not from grain that was taken for some', () => {
    const [width, height] = [320, 240];
    const next = random(6);
    // A light block on dark paper, and one pixel in twenty of grain twelve tones lighter than it.
    const isInk = (i: number) => i % width < 70 && Math.floor(i / width) < 60;
    const grain = Uint8Array.from({ length: width * height }, () => (next() < 0.05 ? 1 : 0));
    const data = grain.map((isGrain, i) => (isInk(i) ? 200 : isGrain ? 52 : 40));
    const grey = { width, height, data };
    const grid = gridOf(grey);
    const flat = { width: grid.width, height: grid.height, cell: grid.cell };
    const paper = { ...flat, values: new Float32Array(grid.width * grid.height).fill(40) };
    const known = { paper, ink: undefined };
    const found = learn(grey, grid, true, known, (tone) => (tone > 45 ? INK : tone === 40 ? PAPER : NEITHER));
    expect(found).toBeDefined();
    // Everywhere, also where there is nothing but grain.
    expect(Math.min(...(found?.ink.values ?? []))).toBeGreaterThan(150);
    expect(Math.max(...(found?.paper.values ?? []))).toBeLessThan(60);
  });
});
