import { leaf } from '../../testing/curves';
import { alongOf, cornersAlong, onAt, runsBetween } from './along';
import { circleContour } from '../arc';
import { type Contour } from '../contour';
import { placeOn } from '../curved/part';
import { contourLength } from '../measured/measure';

const square: Contour = {
  start: { x: 0, y: 0 },
  segments: [
    [0, 10],
    [10, 10],
    [10, 0],
    [0, 0],
  ].map(([x, y]) => ({ kind: 'line', x, y })),
  closed: true,
};

describe('along a contour', () => {
  it('places lie where lengths say, around it as often as need be', () => {
    const along = alongOf(square);
    expect(along.length).toBe(40);
    for (const [far, x, y] of [
      [0, 0, 0],
      [5, 0, 5],
      [17, 7, 10],
      [45, 0, 5],
      [-5, 5, 0],
    ])
      expect(placeOn(square, onAt(along, far))).toEqual({
        x: expect.closeTo(x, 9) as number,
        y: expect.closeTo(y, 9) as number,
      });
  });

  it('a quarter of a circle’s length is a quarter turn', () => {
    const circle = circleContour({ x: 0, y: 0 }, 7);
    const at = placeOn(circle, onAt(alongOf(circle), (Math.PI * 7) / 2));
    expect([at.x, at.y]).toEqual([expect.closeTo(0, 9), expect.closeTo(-7, 9)]);
  });

  it('corners are where it turns, and nowhere on a circle', () => {
    expect(cornersAlong(alongOf(square), 0.35)).toEqual([0, 10, 20, 30]);
    expect(cornersAlong(alongOf(circleContour({ x: 3, y: 4 }, 2)), 0.35)).toEqual([]);
  });

  it('what is left between gaps is as long as all of it without them, on curves too', () => {
    const along = alongOf(leaf);
    const gaps: [number, number][] = [0.1, 0.4, 0.95].map((share) => [
      share * along.length,
      share * along.length + 3,
    ]);
    const runs = runsBetween(along, gaps);
    expect(runs).toHaveLength(3);
    expect(runs.every(({ closed }) => !closed)).toBe(true);
    const left = runs.reduce((sum, run) => sum + contourLength(run), 0);
    expect(left).toBeCloseTo(along.length - 9, 6);
  });
});
