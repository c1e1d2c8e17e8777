import { quietContext } from '../context';
import type { GreyPicture } from '../raster';
import { drawn, random } from '../testing/pictures';
import { evenedAlongRims } from './along-rims';

const LEVEL = 127.5;

/** A half plane below a slanting line, blurred over three pixels, with grain of the given spread. */
function slope(angle: number, grain: number): GreyPicture {
  const next = random(7);
  const [nx, ny] = [-Math.sin(angle), Math.cos(angle)];
  const soft = drawn(160, 120, (x, y) => (x - 80) * nx + (y - 60) * ny > 0, 6);
  const data = Float32Array.from(soft.data);
  for (let i = 0; i < data.length; i++) {
    const [x, y] = [(i % 160) + 0.5, Math.floor(i / 160) + 0.5];
    const far = (x - 80) * nx + (y - 60) * ny;
    data[i] = 215 - 170 / (1 + Math.exp(-2 * far)) + grain * (next() + next() + next() - 1.5) * 2;
  }
  return { ...soft, data: Uint8Array.from(data, (tone) => Math.max(0, Math.min(255, Math.round(tone)))) };
}

/** How far the level's crossings in each column lie off the line, in pixels: their mean and their spread. */
function offLine(grey: GreyPicture, angle: number): { mean: number; spread: number } {
  const offs: number[] = [];
  for (let x = 20; x < 140; x++) {
    const tone = (y: number) => grey.data[y * grey.width + x];
    const expected = 60 + (x + 0.5 - 80) * Math.tan(angle);
    for (let y = Math.floor(expected) - 4; y < expected + 4; y++) {
      if (tone(y) < 130 || tone(y + 1) >= 130) continue;
      const crossing = y + 0.5 + (tone(y) - 130) / (tone(y) - tone(y + 1));
      offs.push((crossing - expected) * Math.cos(angle));
    }
  }
  const mean = offs.reduce((sum, off) => sum + off, 0) / offs.length;
  return { mean, spread: Math.sqrt(offs.reduce((sum, off) => sum + (off - mean) ** 2, 0) / offs.length) };
}

describe('rims evened out along themselves', () => {
  it.each([0, 0.2, 0.7])(
    'a straight one at %d radians: grain goes as its mean over the steps tells',
    (angle) => {
      const grey = slope(angle, 12);
      const [before, after] = [
        offLine(grey, angle),
        offLine(evenedAlongRims(grey, 130, quietContext), angle),
      ];
      // Of independent grain a weighted mean keeps the root of the sum of squared weights over their sum.
      const weights = Array.from({ length: 17 }, (_, k) => Math.exp(-((k - 8) ** 2) / 32));
      const kept =
        Math.sqrt(weights.reduce((sum, w) => sum + w * w, 0)) / weights.reduce((sum, w) => sum + w, 0);
      expect(after.spread).toBeLessThan(1.35 * kept * before.spread + 0.01);
      expect(Math.abs(after.mean - before.mean)).toBeLessThan(0.03);
    },
  );

  it.each([6, 12, 40])('a clean disc of radius %d stays where it is', (radius) => {
    const disc = drawn(120, 100, (x, y) => Math.hypot(x - 60, y - 50) < radius, 8);
    const even = evenedAlongRims(disc, LEVEL, quietContext);
    const area = (grey: GreyPicture) => grey.data.reduce((sum, tone) => sum + 1 - tone / 255, 0);
    // Of its rim, by how much it would have moved.
    expect(Math.abs(area(even) - area(disc)) / (2 * Math.PI * radius)).toBeLessThan(0.06);
  });

  it('corners keep their tones, and so does everything away from rims', () => {
    const square = drawn(90, 90, (x, y) => x > 20.5 && x < 70.5 && y > 20.5 && y < 70.5, 8);
    const even = evenedAlongRims(square, LEVEL, quietContext);
    const at = (grey: GreyPicture, x: number, y: number) => grey.data[y * 90 + x];
    for (const [x, y] of [
      [20, 20],
      [70, 20],
      [70, 70],
      [20, 70],
      [45, 45],
      [5, 60],
    ])
      expect(Math.abs(at(even, x, y) - at(square, x, y))).toBeLessThanOrEqual(6);
  });
});
