import fc from 'fast-check';
import { quietContext } from '../../context';
import { contoursOf, nodeCount, norm } from '../../geometry';
import { type GreyPicture, findRowChanges } from '../../raster';
import { makeLine } from '../line';
import { type ContourSet, traceContours } from './contours';
import { evenStairs } from './even-stairs';
import { settleEdges } from './settle-edges';

const LEVEL = 127.5;
const SETTINGS = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };

/** A picture by how much ink each pixel has. */
function drawn(width: number, height: number, inkAt: (x: number, y: number) => number): GreyPicture {
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++)
    data[i] = Math.round(255 * (1 - inkAt((i % width) + 0.5, Math.floor(i / width) + 0.5)));
  return { width, height, data };
}

/** Its contours as found, and as they are evened out. */
function seen(grey: GreyPicture): { found: ContourSet; evened: ContourSet } {
  const found = traceContours(grey, LEVEL, findRowChanges(grey, LEVEL, quietContext), quietContext);
  const settled = settleEdges(found, grey, LEVEL, quietContext);
  return { found, evened: evenStairs(found, settled, grey, LEVEL, quietContext) };
}

const placesIn = ({ points, starts }: ContourSet, c: number) =>
  Array.from({ length: starts[c + 1] - starts[c] }, (_, k) => ({
    x: points[2 * (starts[c] + k)],
    y: points[2 * (starts[c] + k) + 1],
  }));
const meanOf = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;

/** A disc digitised by the middles of its pixels (the Gauss digitisation). */
const hardDisc = (cx: number, cy: number, radius: number) => (x: number, y: number) =>
  norm(x - cx, y - cy) < radius ? 1 : 0;
/** A disc with mixed pixels, near enough to its coverage. */
const softDisc = (cx: number, cy: number, radius: number) => (x: number, y: number) =>
  Math.max(0, Math.min(1, radius - norm(x - cx, y - cy) + 0.5));

it('rims of two-toned discs come much nearer to the circle, and stay between their pixels', () => {
  const shares: number[] = [];
  fc.assert(
    fc.property(
      fc.double({ min: 12, max: 90, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (radius, offX, offY) => {
        const [cx, cy] = [100 + offX, 100 + offY];
        const { found, evened } = seen(drawn(200, 200, hardDisc(cx, cy, radius)));
        const off = (set: ContourSet) =>
          placesIn(set, 0).map(({ x, y }) => Math.abs(norm(x - cx, y - cy) - radius));
        shares.push(meanOf(off(evened)) / meanOf(off(found)));
        const before = placesIn(found, 0);
        for (const [k, { x, y }] of placesIn(evened, 0).entries())
          expect(Math.max(Math.abs(x - before[k].x), Math.abs(y - before[k].y))).toBeLessThan(0.5);
        expect(evened.unsure?.[0]).toBeGreaterThan(0.3);
      },
    ),
    { numRuns: 60 },
  );
  expect(meanOf(shares)).toBeLessThan(0.65);
  expect(Math.max(...shares)).toBeLessThan(1);
});

it('two plain discs of two tones take the nodes of two circles', () => {
  const [a, b] = [hardDisc(80.3, 90.2, 61.7), hardDisc(222.6, 90.4, 48.2)];
  const { found, evened } = seen(drawn(300, 180, (x, y) => a(x, y) + b(x, y)));
  const nodes = (set: ContourSet) =>
    contoursOf(makeLine(set, SETTINGS, quietContext).shapes).reduce((sum, one) => sum + nodeCount(one), 0);
  expect(nodes(found)).toBeGreaterThan(60);
  expect(nodes(evened)).toBeLessThanOrEqual(8);
});

it('slanted sides of two tones are straight', () => {
  const spreads: number[] = [];
  fc.assert(
    fc.property(fc.double({ min: 0.05, max: 1.5, noNaN: true }), (angle) => {
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      // A square of 120 by 120, turned.
      const inside = (x: number, y: number) => {
        const [u, v] = [c * (x - 100) + s * (y - 100), c * (y - 100) - s * (x - 100)];
        return Math.abs(u) < 60 && Math.abs(v) < 60 ? 1 : 0;
      };
      const { evened } = seen(drawn(200, 200, inside));
      // Where along its gates a side lies may not be told by any of its pixels; that it is straight is.
      const sides: number[][] = [[], [], [], []];
      for (const { x, y } of placesIn(evened, 0)) {
        const [u, v] = [c * (x - 100) + s * (y - 100), c * (y - 100) - s * (x - 100)];
        if (Math.abs(u) > 50 && Math.abs(v) > 50) continue;
        if (Math.abs(u) > Math.abs(v)) sides[u > 0 ? 0 : 1].push(Math.abs(u));
        else sides[v > 0 ? 2 : 3].push(Math.abs(v));
      }
      for (const side of sides) {
        const mean = meanOf(side);
        spreads.push(Math.sqrt(meanOf(side.map((one) => (one - mean) ** 2))));
        expect(Math.abs(mean - 60)).toBeLessThan(0.4);
      }
    }),
    { numRuns: 40 },
  );
  // Midpoints between pixels are spread by .2 to .3.
  expect(meanOf(spreads)).toBeLessThan(0.15);
  expect(Math.max(...spreads)).toBeLessThan(0.25);
});

it('two-toned and smooth rims in one picture have bands of their own', () => {
  const [hard, soft] = [hardDisc(70.2, 80.4, 50.3), softDisc(200.7, 80.1, 50.6)];
  const { found, evened } = seen(drawn(280, 160, (x, y) => hard(x, y) + soft(x, y)));
  const isSmooth = (c: number) => placesIn(found, c)[0].x > 130;
  const settled = settleEdges(
    found,
    drawn(280, 160, (x, y) => hard(x, y) + soft(x, y)),
    LEVEL,
    quietContext,
  );
  for (const c of [0, 1]) {
    expect(evened.unsure?.[c]).toBe(isSmooth(c) ? 0 : 0.55);
    if (isSmooth(c)) expect(placesIn(evened, c)).toEqual(placesIn(settled, c));
  }
});

it('what is made of squares stays as it is: codes, and stairs that were drawn', () => {
  fc.assert(
    fc.property(
      fc.array(fc.boolean(), { minLength: 144, maxLength: 144 }),
      fc.integer({ min: 3, max: 7 }),
      (modules, size) => {
        const at = (x: number, y: number) => {
          const [column, row] = [Math.floor(x / size) - 1, Math.floor(y / size) - 1];
          return column >= 0 && row >= 0 && column < 12 && row < 12 && modules[12 * row + column] ? 1 : 0;
        };
        const { found, evened } = seen(drawn(14 * size, 14 * size, at));
        expect(evened.points).toEqual(
          settleEdges(found, drawn(14 * size, 14 * size, at), LEVEL, quietContext).points,
        );
      },
    ),
    { numRuns: 40 },
  );
  // A flight of steps, six across and four up.
  const steps = (x: number, y: number) =>
    x > 20 && x < 140 && y < 120 && y > 110 - 4 * Math.floor((x - 20) / 6) ? 1 : 0;
  const { found, evened } = seen(drawn(160, 140, steps));
  const settled = settleEdges(found, drawn(160, 140, steps), LEVEL, quietContext);
  expect(evened.points).toEqual(settled.points);
});

it('a tolerance that is asked for rules, however little the pixels tell', () => {
  const { evened } = seen(drawn(300, 180, hardDisc(120.3, 90.2, 71.7)));
  const { off } = makeLine(evened, { ...SETTINGS, tolerance: 0.1, isAsked: true }, quietContext);
  expect(off).toBeLessThanOrEqual(0.102);
  expect(makeLine(evened, { ...SETTINGS, tolerance: 0.1 }, quietContext).nodesAfter).toBeLessThan(
    makeLine(evened, { ...SETTINGS, tolerance: 0.1, isAsked: true }, quietContext).nodesAfter,
  );
});
