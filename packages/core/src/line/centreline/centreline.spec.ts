import { quietContext } from '../../context';
import { distancesBetween, worstDistance } from '../../geometry';
import { findRowChanges } from '../../raster';
import { drawnStrokes, strokeContours } from '../../testing/strokes';
import { traceContours } from '../rims/contours';
import { makeCentrelines } from '../line';
import { matchShapes } from '../promise/match';
import { type Centreline, traceCentrelines } from './centreline';

const SIZE = 200;
const options = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5 };

/** The truth is what a renderer that is not ours was told to draw. */
async function traced(paths: string[], pen: number, cap: 'round' | 'butt' = 'round') {
  const grey = await drawnStrokes(SIZE, paths, pen, cap);
  const lines = traceCentrelines(grey, 127.5, options, quietContext);
  const contours = lines.map(({ contour }) => contour);
  const truth = strokeContours(paths);
  const off = [
    ...distancesBetween(contours, truth, 0.5, 0.002),
    ...distancesBetween(truth, contours, 0.5, 0.002),
  ];
  const mean = off.reduce((sum, value) => sum + value, 0) / off.length;
  return { lines, mean, worst: worstDistance(contours, truth, 0.5, 0.002) };
}

const ends = ({ contour }: Centreline) => [contour.start, contour.segments[contour.segments.length - 1]];

describe.each([3, 6, 12])('centrelines of strokes %d pixels wide', (pen) => {
  it.each([
    ['a line', ['M30.3 40.2L170.8 95.7'], 1],
    ['a curve', ['M30 150C60 20 140 20 170 150'], 1],
    ['a corner', ['M40 40L40 150L150 150'], 1],
    ['two that cross', ['M30.3 40.2L170.8 155.7', 'M35 150L165 52'], 2],
    ['one that ends on another', ['M30.3 60.2L170.8 70.7', 'M95 65.1L105 160'], 2],
    ['three that meet', ['M100 100L100 170', 'M100 100L40 50', 'M100 100L160 50'], 3],
  ])('%s: within 0.05 px in the mean, each once', async (_name, paths, count) => {
    for (const cap of ['round', 'butt'] as const) {
      const { lines, mean, worst } = await traced(paths, pen, cap);
      expect(lines).toHaveLength(count);
      expect(mean).toBeLessThan(0.05);
      expect(worst).toBeLessThan(0.7);
      for (const { width } of lines) expect(Math.abs(width - pen)).toBeLessThan(0.15);
    }
  });

  it('a ring comes back as one circle', async () => {
    const { lines, worst } = await traced(['M50 100A50 50 0 1 0 150 100A50 50 0 1 0 50 100Z'], pen);
    expect(lines).toHaveLength(1);
    expect(lines[0].contour.closed).toBe(true);
    expect(worst).toBeLessThan(0.1);
  });

  it('sharp corners are where the sides meet', async () => {
    const { lines, mean } = await traced(['M30 150L60 50L100 150L140 50L170 150'], pen, 'butt');
    expect(lines).toHaveLength(1);
    expect(mean).toBeLessThan(0.1);
  });
});

it('an end on another stroke lies exactly on it', async () => {
  const { lines } = await traced(['M30.3 60.2L170.8 70.7', 'M95 65.1L105 160'], 6);
  const [through, stem] =
    lines[0].contour.segments.length && ends(lines[0])[0].x < 60 ? lines : [...lines].reverse();
  const touching = ends(stem).map((end) => {
    const point = { start: end, segments: [{ kind: 'line' as const, x: end.x, y: end.y }], closed: false };
    return distancesBetween([point], [through.contour], 1, 0.0005)[0];
  });
  expect(Math.min(...touching)).toBeLessThan(0.002);
});

it('dots stay, as short strokes where they are and as broad', async () => {
  const stem = 'M60 60L60 150';
  const { lines } = await traced([stem, 'M60.2 32.3L60.3 32.3', 'M120.4 140.1L123.4 143.1'], 9);
  expect(lines).toHaveLength(3);
  for (const [x, y, length] of [
    [60.25, 32.3, 9 / 4],
    [121.9, 141.6, Math.hypot(3, 3)],
  ]) {
    const dot = lines.find((line) => Math.hypot(ends(line)[0].x - x, ends(line)[0].y - y) < 4);
    const [from, to] = ends(dot as Centreline);
    expect(Math.hypot((from.x + to.x) / 2 - x, (from.y + to.y) / 2 - y)).toBeLessThan(0.3);
    expect(Math.abs(Math.hypot(to.x - from.x, to.y - from.y) - length)).toBeLessThan(0.7);
    expect(Math.abs((dot as Centreline).width - 9)).toBeLessThan(0.8);
  }
});

it('what is far thinner than the strokes is dirt, and no dot', async () => {
  const grey = await drawnStrokes(SIZE, ['M60 60L60 150'], 9);
  for (const row of [30, 31]) grey.data.fill(0, row * SIZE + 120, row * SIZE + 122);
  expect(traceCentrelines(grey, 127.5, options, quietContext)).toHaveLength(1);
});

it('measures how a grid of light pen strokes is met, however many there are', async () => {
  const rows = Array.from({ length: 19 }, (_, k) => 8.3 + 9.7 * k);
  const paths = rows.flatMap((at) => [`M6 ${at}H190`, `M${at} 6V190`]);
  const grey = await drawnStrokes(SIZE, paths, 1.1, 'butt');
  const level = 160;
  const contours = traceContours(grey, level, findRowChanges(grey, level), quietContext);
  const line = makeCentrelines({ grey, level }, contours, { ...options, drop: 0, solid: null }, quietContext);
  expect(line.shapes.length).toBeGreaterThan(10);
  expect(matchShapes(line.rims, line.shapes, SIZE).percent).toBeGreaterThan(50);
  expect(line.off).toBeLessThan(options.tolerance + 0.002);
});
