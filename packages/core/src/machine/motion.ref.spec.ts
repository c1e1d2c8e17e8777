import fc from 'fast-check';
import { type Contour, circleContour } from '../geometry';
import { lengthOf, placeAtTime, secondsOf, straightTime, timed } from './motion';

const motion = { acceleration: { x: 2000, y: 2000 }, jolt: 10 };
const open = (...places: [x: number, y: number][]): Contour => ({
  start: { x: places[0][0], y: places[0][1] },
  segments: places.slice(1).map(([x, y]) => ({ kind: 'line', x, y })),
  closed: false,
});

// Published: uniform acceleration; a straight move from rest to rest.
describe('times agree with the closed formulas', () => {
  it.each([
    [300, 30],
    [0.1, 30],
    [1000, 250],
    [15, 200],
  ])('a line of %d mm at %d mm/s', (length, feed) => {
    const whole = straightTime(length, feed, 2000);
    expect(whole).toBeCloseTo(
      length >= feed ** 2 / 2000 ? length / feed + feed / 2000 : 2 * Math.sqrt(length / 2000),
      9,
    );
    expect(secondsOf(timed(open([0, 0], [length, 0]), feed, motion))).toBeCloseTo(whole, 9);
    // The same in two pieces one after the other, which is no corner.
    expect(secondsOf(timed(open([0, 0], [length / 3, 0], [length, 0]), feed, motion))).toBeCloseTo(whole, 9);
  });

  it('a square stops at its corners', () => {
    const square = timed(open([0, 0], [50, 0], [50, 50], [0, 50], [0, 0]), 100, motion);
    expect(secondsOf(square)).toBeCloseTo(4 * straightTime(50, 100, 2000), 9);
  });

  it.each([
    [10, 30],
    [1, 100],
    [0.05, 100],
  ])('a circle of radius %d mm at %d mm/s is no faster than its pull allows', (radius, feed) => {
    const way = timed(circleContour({ x: 3, y: 4 }, radius), feed, motion);
    const speed = Math.min(feed, Math.sqrt(2000 * radius));
    expect(secondsOf(way)).toBeCloseTo(straightTime(2 * Math.PI * radius, speed, 2000), 6);
    expect(lengthOf(way)).toBeCloseTo(2 * Math.PI * radius, 9);
  });

  it('an axis that speeds up more slowly takes longer, and slanting ways as much as both allow', () => {
    const slow = { ...motion, acceleration: { x: 2000, y: 500 } };
    expect(secondsOf(timed(open([0, 0], [0, 80]), 200, slow))).toBeCloseTo(straightTime(80, 200, 500), 9);
    expect(secondsOf(timed(open([0, 0], [80, 0]), 200, slow))).toBeCloseTo(straightTime(80, 200, 2000), 9);
    const slanting = 1 / Math.hypot(0.6 / 2000, 0.8 / 500);
    expect(secondsOf(timed(open([0, 0], [60, 80]), 200, slow))).toBeCloseTo(
      straightTime(100, 200, slanting),
      9,
    );
  });
});

describe('look-ahead', () => {
  const points = fc.array(
    fc.tuple(fc.double({ min: -50, max: 50, noNaN: true }), fc.double({ min: -50, max: 50, noNaN: true })),
    {
      minLength: 2,
      maxLength: 12,
    },
  );

  it('is never faster than the feed nor speeds up more than the machine can, whatever the way', () =>
    fc.assert(
      fc.property(points, fc.double({ min: 1, max: 300, noNaN: true }), (places, feed) => {
        const way = timed(open(...places), feed, motion);
        way.lengths.forEach((length, k) => {
          const [before, after] = [way.speeds[k], way.speeds[k + 1]];
          expect(Math.max(before, after)).toBeLessThanOrEqual(feed + 1e-9);
          expect(Math.abs(after ** 2 - before ** 2)).toBeLessThanOrEqual(2 * 2000 * length + 1e-6);
        });
        expect(way.speeds[0]).toBe(0);
        expect(way.speeds[way.speeds.length - 1]).toBe(0);
      }),
    ));

  it('takes no less than straight on at the feed, and no more than a stop at every place', () =>
    fc.assert(
      fc.property(points, (places) => {
        const way = timed(open(...places), 120, motion);
        const stops = [...way.lengths].reduce((sum, length) => sum + straightTime(length, 120, 2000), 0);
        expect(secondsOf(way)).toBeGreaterThanOrEqual(lengthOf(way) / 120 - 1e-9);
        expect(secondsOf(way)).toBeLessThanOrEqual(stops + 1e-9);
      }),
    ));

  it('knows where the tool is at any moment', () => {
    const way = timed(open([0, 0], [100, 0], [100, 40]), 50, motion);
    // Speeding up for 25 ms: a t² / 2.
    expect(placeAtTime(way, 0.02).x).toBeCloseTo(2000 * 0.0002, 9);
    expect(placeAtTime(way, 0.025 + 1).x).toBeCloseTo(0.625 + 50, 9);
    expect(placeAtTime(way, straightTime(100, 50, 2000))).toMatchObject({ x: 100, y: 0 });
    expect(placeAtTime(way, secondsOf(way) - 0.01).y).toBeCloseTo(40 - 2000 * 0.00005, 9);
    expect(placeAtTime(way, 99)).toMatchObject({ x: 100, y: 40 });
  });
});
