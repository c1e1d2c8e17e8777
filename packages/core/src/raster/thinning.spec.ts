import { quietContext } from '../context';
import { drawn } from '../testing/pictures';
import { findComponents } from './components';
import { findRowChanges } from './runs';
import type { Mask } from './picture';
import { thinned } from './thinning';

const maskOf = (inside: (x: number, y: number) => boolean) => {
  const { width, height, data } = drawn(80, 60, inside, 4);
  return { width, height, data: data.map((tone) => (tone < 128 ? 1 : 0)) };
};
const pieces = ({ width, height, data }: Mask, of: 'ink' | 'paper') =>
  findComponents(
    findRowChanges({ width, height, data: data.map((value) => (value ? 0 : 255)) }, 128),
    width,
    of,
  ).count;

describe('thinned (Zhang and Suen 1984)', () => {
  it('leaves a line one pixel wide along the middle of a bar', () => {
    const { data } = thinned(
      maskOf((x, y) => Math.abs(y - 30.5) < 4.5 && x > 10 && x < 70),
      quietContext,
    );
    for (let x = 20; x < 60; x++) {
      const rows = Array.from({ length: 60 }, (_, y) => y).filter((y) => data[y * 80 + x]);
      expect(rows).toHaveLength(1);
      expect(Math.abs(rows[0] - 30)).toBeLessThanOrEqual(1);
    }
  });

  it.each([
    ['a ring', (x: number, y: number) => Math.abs(Math.hypot(x - 40, y - 30) - 18) < 5],
    [
      'a cross',
      (x: number, y: number) =>
        (Math.abs(x - 40) < 4 || Math.abs(y - 30) < 4) && Math.hypot(x - 40, y - 30) < 25,
    ],
    [
      'two bars',
      (x: number, y: number) => (Math.abs(y - 15) < 5 || Math.abs(y - 45) < 7) && Math.abs(x - 40) < 30,
    ],
  ])('keeps what hangs together, and its holes: %s', (_name, inside) => {
    const mask = maskOf(inside);
    const lines = thinned(mask, quietContext);
    expect(pieces(lines, 'ink')).toBe(pieces(mask, 'ink'));
    expect(pieces(lines, 'paper')).toBe(pieces(mask, 'paper'));
    expect(lines.data.reduce((sum, value) => sum + value, 0)).toBeLessThan(
      mask.data.reduce((sum, value) => sum + value, 0) / 4,
    );
  });
});
