import fc from 'fast-check';
import { quietContext } from '../../context';
import { type Contour, contoursOf, findCrossings, nestContours, worstDistance } from '../../geometry';
import { type GreyPicture, findRowChanges } from '../../raster';
import { drawn, random } from '../../testing/pictures';
import { printed } from '../../testing/print';
import { texture } from '../../testing/textures';
import { type ContourSet, traceContours } from '../rims/contours';
import { type LineSettings, makeLine } from '../line';
import { matchShapes } from './match';
import { distanceFromRim } from './promise';
import { settleEdges } from '../rims/settle-edges';

const usual: LineSettings = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };

function traced(grey: GreyPicture, settings = usual, level = 128) {
  const found = traceContours(grey, level, findRowChanges(grey, level), quietContext);
  const contours = settleEdges(found, grey, level, quietContext);
  return { contours, line: makeLine(contours, settings, quietContext) };
}

/** Contours of a set as paths of chords. */
function polygons({ points, starts }: ContourSet): Contour[] {
  return Array.from({ length: starts.length - 1 }, (_, c) => {
    const places = Array.from({ length: starts[c + 1] - starts[c] }, (_, k) => {
      const i = 2 * (starts[c] + k);
      return { x: points[i], y: points[i + 1] };
    });
    const segments = [...places.slice(1), places[0]].map((place) => ({ kind: 'line' as const, ...place }));
    return { start: places[0], segments, closed: true };
  });
}

/** What Line promises of any picture, measured by ways of its own. */
function expectKept(grey: GreyPicture, settings = usual, leastMatch = 97) {
  const { contours, line } = traced(grey, settings);
  expect(line.refused).toBeUndefined();
  const paths = contoursOf(line.shapes);
  expect(
    paths.every(({ start, segments, closed }) => {
      const end = segments[segments.length - 1];
      return closed && end.x === start.x && end.y === start.y;
    }),
  ).toBe(true);
  expect(findCrossings(paths, 0.003)).toEqual([]);
  expect(worstDistance(paths, polygons(line.rims[0].rim), 0.5, 0.005)).toBeLessThan(
    settings.tolerance + 0.012,
  );
  expect(line.off).toBeLessThanOrEqual(settings.tolerance + 0.002);
  expect(matchShapes(line.rims, line.shapes, grey.height).percent).toBeGreaterThan(leastMatch);
  const holes = contours.holes.reduce((sum, hole) => sum + hole, 0);
  const nested = nestContours(paths, 0.01);
  expect(nested).toHaveLength(contours.holes.length - holes);
  expect(contoursOf(nested)).toHaveLength(contours.holes.length);
  return line;
}

describe('what Line promises', () => {
  it.each([
    [0.5, 1],
    [0.65, 2],
    [0.8, 3],
  ])('is kept on textures (roughness %d)', (rough, seed) => {
    expectKept(texture(220, 160, seed, rough));
  });

  it.each([
    ['lora', 6],
    ['cabin', 8],
    ['lora', 10],
    ['pacifico', 14],
  ])('is kept on small print: %s, %d px high', async (face, size) => {
    expectKept(await printed(face, size, 220, 90));
  });

  it('is kept on noise', () => {
    const next = random(5);
    const data = Uint8Array.from({ length: 80 * 60 }, () => 256 * next());
    expectKept({ width: 80, height: 60, data });
  });

  it('is kept on any picture of a few bodies, with any tolerance', () => {
    const body = fc.record({
      x: fc.double({ min: 10, max: 70, noNaN: true }),
      y: fc.double({ min: 10, max: 50, noNaN: true }),
      reach: fc.double({ min: 1, max: 18, noNaN: true }),
      waves: fc.integer({ min: 0, max: 7 }),
      depth: fc.double({ min: 0, max: 0.6, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(body, { minLength: 1, maxLength: 6 }),
        fc.constantFrom(0.1, 1 / 3, 1),
        (bodies, tolerance) => {
          const isInside = (x: number, y: number) =>
            bodies.filter((b) => {
              const angle = Math.atan2(y - b.y, x - b.x);
              return Math.hypot(x - b.x, y - b.y) < b.reach * (1 + b.depth * Math.cos(b.waves * angle));
            }).length %
              2 ===
            1;
          expectKept(drawn(80, 60, isInside, 6), { ...usual, tolerance }, 90);
        },
      ),
      { numRuns: 40, seed: 3 },
    );
  });

  it('lets smoothness above the usual leave the rim by what it says, and no more', () => {
    const grey = texture(160, 120, 4, 0.7);
    const { line } = traced(grey, { ...usual, smoothness: 2.8 });
    expect(line.off).toBeGreaterThan(1 / 3);
    expect(line.off).toBeLessThan(1 / 3 + 1 + 0.002);
  });
});

describe('distanceFromRim', () => {
  const line = (...places: [number, number][]): Contour => ({
    start: { x: places[0][0], y: places[0][1] },
    segments: places.slice(1).map(([x, y]) => ({ kind: 'line', x, y })),
    closed: false,
  });

  it('looks from both: a bulge of the path counts as much as a point of the rim that is missed', () => {
    const rim = Float64Array.of(0, 0, 5, 0, 10, 0);
    expect(distanceFromRim(line([0, 0], [10, 0]), rim)).toBeCloseTo(0, 9);
    expect(distanceFromRim(line([0, 0], [2.4, 3], [2.6, 0], [10, 0]), rim)).toBeCloseTo(3, 5);
    expect(distanceFromRim(line([0, 0], [10, 0]), Float64Array.of(0, 0, 5, 2, 10, 0))).toBeCloseTo(2, 5);
  });
});
