import { random } from '../../testing/pictures';
import { jitterOf } from './jitter';
import { measured } from '../chain/loop';
import { SkylineSystem } from '../solving/skyline';

/** A rounded square of points a pixel apart, each off by some noise in both coordinates. */
function loop(noise: number, corners = true) {
  const next = random(8);
  const normal = () => Array.from({ length: 12 }, next).reduce((sum, value) => sum + value, -6);
  const count = 400;
  const places = Array.from({ length: count }, (_, k) => {
    const angle = (2 * Math.PI * k) / count;
    const reach = corners ? 50 / Math.max(Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle))) : 60;
    return [reach * Math.cos(angle) + noise * normal(), reach * Math.sin(angle) + noise * normal()];
  });
  return measured(
    Float64Array.from(places, ([x]) => x),
    Float64Array.from(places, ([, y]) => y),
  );
}

describe('jitterOf', () => {
  it.each([0.05, 0.1, 0.3])('measures a noise of %d pixels within a fifth, corners or not', (noise) => {
    for (const corners of [true, false])
      expect(Math.abs(jitterOf(loop(noise, corners)) / noise - 1)).toBeLessThan(0.2);
  });

  it('takes form for form: waves that neighbours follow are no jitter, on loops of any length', () => {
    for (const count of [24, 60, 90, 200, 800]) {
      const waves = Array.from({ length: count }, (_, k) => {
        const angle = (2 * Math.PI * k) / count;
        const reach = count / (2 * Math.PI) + 1.2 * Math.sin(Math.round(count / 14) * angle);
        return [reach * Math.cos(angle), reach * Math.sin(angle)];
      });
      const [x, y] = [0, 1].map((axis) => Float64Array.from(waves, (place) => place[axis]));
      expect(jitterOf(measured(x, y))).toBeLessThan(0.15);
    }
  });

  it('finds none in clean curves, and says nothing of a few points', () => {
    expect(jitterOf(loop(0))).toBeLessThan(0.01);
    expect(jitterOf(measured(new Float64Array(10), new Float64Array(10)))).toBe(0);
  });
});

describe('SkylineSystem', () => {
  it('solves what a full elimination would: the product with the unknowns gives the right side back', () => {
    const next = random(2);
    const first = Int32Array.of(0, 0, 1, 1, 2, 0, 5);
    const count = first.length;
    const full = Array.from({ length: count }, () => new Float64Array(count));
    const system = new SkylineSystem(first);
    for (let i = 0; i < count; i++) {
      for (let j = first[i]; j <= i; j++) {
        const value = i === j ? 6 + next() : next() - 0.5;
        system.add(i, j, value);
        full[i][j] = full[j][i] = value;
      }
      system.right[i] = 10 * next() - 5;
    }
    const right = system.right.slice();
    expect(system.solve()).toBe(true);
    full.forEach((row, i) => {
      const product = row.reduce((sum, value, j) => sum + value * system.right[j], 0);
      expect(product).toBeCloseTo(right[i], 10);
    });
  });

  it('says so where the matrix is not positive definite', () => {
    const system = new SkylineSystem(Int32Array.of(0, 0));
    system.add(0, 0, 1);
    system.add(1, 0, 3);
    system.add(1, 1, 1);
    expect(system.solve()).toBe(false);
  });
});
