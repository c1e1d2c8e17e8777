import { quietContext } from '../../context';
import { type GreyPicture, findRowChanges } from '../../raster';
import { drawn, random } from '../../testing/pictures';
import { traceContours } from './contours';
import { withoutDust } from './dust';

const LEVEL = 127.5;
const trace = (grey: GreyPicture) =>
  traceContours(grey, LEVEL, findRowChanges(grey, LEVEL, quietContext), quietContext);

/** A disc with a hole and a turned square, and how far a place is from their rims. */
const [disc, hole, square] = [70.4, 30.2, 36.3];
const turned = (x: number, y: number) => {
  const [u, v] = [(x - 220) * 0.8 + (y - 90) * 0.6, (y - 90) * 0.8 - (x - 220) * 0.6];
  return Math.max(Math.abs(u), Math.abs(v)) - square;
};
const offRim = (x: number, y: number): number => {
  const way = Math.hypot(x - 90, y - 90);
  return Math.min(Math.abs(way - disc), Math.abs(way - hole), Math.abs(turned(x, y)));
};
const clean = drawn(
  300,
  180,
  (x, y) => {
    const way = Math.hypot(x - 90, y - 90);
    return (way < disc && way > hole) || turned(x, y) < 0;
  },
  4,
);

it('takes grains off rims and away from beside them, and leaves the rims where they were', () => {
  const next = random(4);
  const dusty = { ...clean, data: clean.data.slice() };
  for (let k = 0; k < 300; k++) dusty.data[Math.floor(next() * dusty.data.length)] = next() < 0.5 ? 30 : 225;
  const [before, after] = [trace(dusty), withoutDust(trace(dusty))];
  const farOff = ({ points }: { points: Float64Array }) => {
    let far = 0;
    for (let i = 0; i < points.length; i += 2) if (offRim(points[i], points[i + 1]) > 0.8) far++;
    return far;
  };
  expect(before.parents.length).toBeGreaterThan(20);
  expect([...after.parents]).toEqual([...trace(clean).parents]);
  expect([...after.holes]).toEqual([...trace(clean).holes]);
  expect(farOff(after)).toBeLessThan(0.2 * farOff(before));
});

it('leaves clean contours, corners among them, as they are', () => {
  expect(withoutDust(trace(clean)).points).toEqual(trace(clean).points);
});

/** A small disc, and a wedge whose tip is sharper than a right angle, with a pixel on each of their rims that is dust. */
it('takes grains off tight curves, and leaves corners', () => {
  const [middle, radius] = [40, 12.4];
  const round = (x: number, y: number) => Math.hypot(x - middle, y - middle) - radius;
  const wedge = (x: number, y: number) => x > 80.3 && Math.abs(y - 40) < 0.7 * (130.6 - x);
  const picture = drawn(160, 80, (x, y) => round(x, y) < 0 || wedge(x, y), 4);
  const seen = trace(picture);
  expect(withoutDust(seen).points).toEqual(seen.points);
  const grains = [
    { at: 28 * 160 + 44, tone: 225 },
    { at: 48 * 160 + 49, tone: 30 },
  ];
  for (const { at, tone } of grains) picture.data[at] = tone;
  const worst = ({ points }: { points: Float64Array }) => {
    let most = 0;
    for (let i = 0; i < points.length; i += 2)
      if (points[i] < 2 * middle - 20) most = Math.max(most, Math.abs(round(points[i], points[i + 1])));
    return most;
  };
  expect(worst(trace(picture))).toBeGreaterThan(0.4);
  expect(worst(withoutDust(trace(picture)))).toBeLessThan(0.25);
});
