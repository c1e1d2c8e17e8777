import { quietContext } from '../../context';
import { type Contour, type Point, contoursOf } from '../../geometry';
import { type GreyPicture, findRowChanges } from '../../raster';
import { drawn, random } from '../../testing/pictures';
import { traceContours } from '../rims/contours';
import { makeLine } from '../line';
import { settleEdges } from '../rims/settle-edges';

const settings = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };

function paths(grey: GreyPicture): Contour[] {
  const found = traceContours(grey, 127.5, findRowChanges(grey, 127.5), quietContext);
  const contours = settleEdges(found, grey, 127.5, quietContext);
  return contoursOf(makeLine(contours, settings, quietContext).shapes);
}

const nodes = (contours: readonly Contour[]): Point[] => contours.flatMap(({ segments }) => segments);

/** The farthest that any of some places is from the nearest of others. */
const farthest = (some: readonly Point[], others: readonly Point[]) =>
  Math.max(...some.map(({ x, y }) => Math.min(...others.map((o) => Math.hypot(o.x - x, o.y - y)))));

function mapped(grey: GreyPicture, width: number, height: number, from: (x: number, y: number) => number) {
  const data = Uint8Array.from(
    { length: width * height },
    (_, i) => grey.data[from(i % width, Math.floor(i / width))],
  );
  return { width, height, data };
}

describe('a picture that is mirrored or turned', () => {
  const next = random(11);
  const bodies = Array.from({ length: 12 }, (_, k) => {
    const [waves, depth, phase] = [2 + (k % 5), 0.1 + 0.25 * next(), 6 * next()];
    const star = k % 3 === 0;
    return (x: number, y: number) => {
      const angle = Math.atan2(y - 48.3, x - 51.7) + phase;
      const wave = star ? Math.abs(Math.cos((waves * angle) / 2)) : Math.cos(waves * angle);
      return Math.hypot(x - 51.7, y - 48.3) < 30 * (1 + depth * wave);
    };
  });

  it.each(bodies.map((inside, k) => [k, inside] as const))('gives the same nodes (body %d)', (_, inside) => {
    const [width, height] = [104, 96];
    const grey = drawn(width, height, inside, 16);
    const found = nodes(paths(grey));
    const mirrored = mapped(grey, width, height, (x, y) => y * width + width - 1 - x);
    const turned = mapped(grey, height, width, (x, y) => (height - 1 - x) * width + y);
    const back = {
      mirrored: nodes(paths(mirrored)).map(({ x, y }) => ({ x: width - x, y })),
      turned: nodes(paths(turned)).map(({ x, y }) => ({ x: y, y: height - x })),
    };
    for (const other of [back.mirrored, back.turned]) {
      expect(other).toHaveLength(found.length);
      expect(farthest(found, other)).toBeLessThan(0.02);
    }
  });
});

it('gives equal circles equal radii, wherever they lie between pixels', () => {
  const next = random(4);
  const discs = Array.from({ length: 12 }, (_, k) => ({
    x: 20 + 30 * (k % 4) + next(),
    y: 20 + 30 * Math.floor(k / 4) + next(),
    radius: k < 8 ? 7.3 : 10.9,
  }));
  const grey = drawn(130, 100, (x, y) => discs.some((d) => Math.hypot(x - d.x, y - d.y) < d.radius), 16);
  const radii = paths(grey).map(
    ({ start, segments: [half] }) => Math.hypot(half.x - start.x, half.y - start.y) / 2,
  );
  expect(new Set(radii.map((radius) => radius.toFixed(9))).size).toBe(2);
  for (const radius of radii)
    expect(Math.min(Math.abs(radius - 7.3), Math.abs(radius - 10.9))).toBeLessThan(0.03);
});
