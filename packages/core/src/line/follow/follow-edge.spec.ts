import { quietContext } from '../../context';
import { readPathData } from '../../format';
import { contourLength, distanceToChords, indexChords, penned, worstDistance } from '../../geometry';
import { toGrey } from '../../raster';
import { spacedOut } from '../../testing/curves';
import { drawn, random } from '../../testing/pictures';
import { demoPicture, demoStrokes } from '../../testing/demo';
import { clingToEdge, followEdge } from './follow-edge';
import { fitFollowed } from './fit-followed';

/** A disc, dark on light. */
const disc = drawn(120, 120, (x, y) => Math.hypot(x - 60, y - 60) < 40);
const onDisc = (degrees: number, off = 0) => {
  const angle = (degrees * Math.PI) / 180;
  return { x: 60 + (40 + off) * Math.cos(angle), y: 60 + (40 + off) * Math.sin(angle) };
};

it('clings to the nearest edge between pixels, and leaves what is far from any', () => {
  for (const degrees of [0, 33, 90, 200, 271]) {
    const { x, y } = clingToEdge(disc, onDisc(degrees, 4), 8);
    expect(Math.abs(Math.hypot(x - 60, y - 60) - 40)).toBeLessThan(0.2);
  }
  expect(clingToEdge(disc, { x: 60, y: 60 }, 8)).toEqual({ x: 60, y: 60 });
});

it('goes around a disc between two places on its rim, and not across it', () => {
  const { points, dark } = followEdge(disc, onDisc(0), onDisc(110));
  for (let k = 0; k < points.length; k += 2)
    expect(Math.abs(Math.hypot(points[k] - 60, points[k + 1] - 60) - 40)).toBeLessThan(0.35);
  expect(points.length).toBeGreaterThan(100);
  expect(followEdge(disc, onDisc(110), onDisc(0)).dark).not.toBe(dark);
});

it('ten clicks around the teapot’s body lie within a pixel of its rim, on the average and nearly everywhere', async () => {
  const { decoded } = await demoPicture('06-teapot.png');
  const grey = toGrey(decoded.picture);
  const [{ data, width }] = demoStrokes('06-teapot');
  const [contour] = readPathData(data);
  const [rim] = penned([{ contour, pen: width }]).sort((a, b) => contourLength(b) - contourLength(a));
  const next = random(4);
  const chords = indexChords([rim], 0.01);
  // Ten places that a hand may mean, some pixels off the rim.
  const clicks = spacedOut(rim, 10).map(({ x, y }) =>
    clingToEdge(grey, { x: x + 6 * next() - 3, y: y + 6 * next() - 3 }, 8),
  );
  const points: number[] = [];
  let dark: 'left' | 'right' | undefined;
  clicks.forEach((from, k) => {
    const run = followEdge(grey, from, clicks[(k + 1) % clicks.length], dark);
    dark ??= run.dark;
    points.push(...run.points.slice(0, -2));
  });
  const fitted = fitFollowed(points, true, quietContext);
  const offs = Array.from({ length: points.length / 2 }, (_, k) =>
    distanceToChords(chords, points[2 * k], points[2 * k + 1], 1),
  );
  const mean = offs.reduce((sum, off) => sum + off, 0) / offs.length;
  expect(mean).toBeLessThan(1);
  expect(fitted.closed).toBe(true);
  expect(fitted.segments.length).toBeLessThan(40);
  expect(worstDistance([fitted], [rim], 2, 0.05)).toBeLessThan(12);
});

it('a window stays small however far two places are apart', () => {
  const large = { width: 4000, height: 3000, data: new Uint8Array(12_000_000).fill(200) };
  const { points } = followEdge(large, { x: 100, y: 100 }, { x: 3900, y: 2900 });
  expect(points.slice(-2)).toEqual([3900, 2900]);
});

it('what a free hand drew becomes a few curves, its ends where they were', () => {
  const next = random(9);
  const points: number[] = [];
  for (let k = 0; k <= 150; k++)
    points.push(k * 2 + 0.4 * next(), 100 + 30 * Math.sin(k / 25) + 0.4 * next());
  const contour = fitFollowed(points, false, quietContext);
  expect(contour.segments.length).toBeLessThan(10);
  expect([contour.start.x, contour.start.y]).toEqual(
    points.slice(0, 2).map((value) => expect.closeTo(value, 3)),
  );
});
