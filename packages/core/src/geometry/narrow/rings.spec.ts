import { circleContour } from '../arc';
import { drawnRings, leastOtherWidth } from './rings';

const ring = (radius: number, inner: number, off = 0) => ({
  outer: circleContour({ x: 50, y: 50 }, radius),
  holes: [circleContour({ x: 50 + off, y: 50 }, inner, true)],
});

describe('drawnRings', () => {
  it('gives the width of a closed line', () => {
    const [width, ...others] = drawnRings([
      ring(40, 37),
      { outer: circleContour({ x: 0, y: 0 }, 9), holes: [] },
    ]);
    expect(others).toEqual([]);
    expect(width).toBeCloseTo(3, 9);
  });

  it.each([
    ['whose hole is off centre', ring(40, 37, 1)],
    ['broad as a washer', ring(40, 20)],
    ['whose hole is as large as itself', ring(40, 40)],
    ['whose hole is larger', ring(40, 40.001)],
    ['whose hole leaves a hair of it', ring(40, 39.9999)],
    [
      'with two holes',
      { ...ring(40, 37), holes: [...ring(40, 37).holes, circleContour({ x: 50, y: 88.5 }, 0.5)] },
    ],
  ])('takes none %s for a line', (_, shape) => expect(drawnRings([shape])).toEqual([]));
});

it('leastOtherWidth is that of the thinnest shape that is no closed line', () => {
  const washer = ring(40, 20);
  expect(leastOtherWidth([ring(40, 37), washer])).toBeCloseTo(20, 9);
  expect(leastOtherWidth([ring(40, 37)])).toBe(Infinity);
});
