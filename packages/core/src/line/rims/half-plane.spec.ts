import fc from 'fast-check';
import { halfPlaneDistance, halfPlaneShare } from './half-plane';

describe('the share of a pixel on one side of an edge', () => {
  it('is half through the centre, whole and none beyond', () => {
    for (const angle of [0, 0.3, Math.PI / 4, 2, 4]) {
      const [x, y] = [Math.cos(angle), Math.sin(angle)];
      expect([0, 0.8, -0.8].map((distance) => halfPlaneShare(x, y, distance))).toEqual([0.5, 1, 0]);
    }
  });

  it('is a triangle’s area near a corner', () => {
    // At 45 degrees, an edge 0.1 from the corner cuts off a triangle of area 0.1^2.
    const share = halfPlaneShare(Math.SQRT1_2, Math.SQRT1_2, Math.SQRT1_2 - 0.1);
    expect(share).toBeCloseTo(1 - 0.01, 12);
  });

  it('tells the distance back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 7, noNaN: true }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        (angle, share) => {
          const [x, y] = [Math.cos(angle), Math.sin(angle)];
          expect(halfPlaneShare(x, y, halfPlaneDistance(x, y, share))).toBeCloseTo(share, 9);
        },
      ),
    );
  });
});
