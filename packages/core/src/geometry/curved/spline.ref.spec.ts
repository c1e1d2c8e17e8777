import bspline from 'b-spline';
import fc from 'fast-check';
import type { Contour, Point } from '../contour';
import { distanceToChords, indexChords } from '../near/distance';
import { centredArc } from '../arc';
import { splineContour, splineThrough } from './spline';

/** Places along a spline by an evaluator that is not ours (b-spline), which counts its parameter from 0 to 1. */
function placesOf(degree: number, points: Point[], knots: number[], weights?: number[]): Point[] {
  const own = points.map(({ x, y }) => [x, y]);
  return Array.from({ length: 41 }, (_, k) => {
    const [x, y] = bspline(Math.min(k / 40, 1 - 1e-12), degree, own, knots, weights);
    return { x, y };
  });
}

function farthest(contour: Contour, places: readonly Point[]): number {
  const chords = indexChords([contour], 1e-4);
  return Math.max(...places.map(({ x, y }) => distanceToChords(chords, x, y, 1)));
}

const points = fc.array(
  fc.record({
    x: fc.double({ min: -50, max: 50, noNaN: true }),
    y: fc.double({ min: -50, max: 50, noNaN: true }),
  }),
  { minLength: 6, maxLength: 12 },
);

const clamped = (degree: number, count: number) => {
  const inner = count - degree - 1;
  return [
    ...Array<number>(degree + 1).fill(0),
    ...Array.from({ length: inner }, (_, k) => (k + 1) / (inner + 1)),
    ...Array<number>(degree + 1).fill(1),
  ];
};

describe('splines against an evaluator that is not ours', () => {
  it.each([1, 2, 3, 4, 5])('degree %i', (degree) => {
    fc.assert(
      fc.property(points, (own) => {
        const knots = clamped(degree, own.length);
        const contour = splineContour({ degree, knots, points: own }, 1e-3);
        expect(farthest(contour as Contour, placesOf(degree, own, knots))).toBeLessThan(3e-3);
      }),
      { numRuns: 60 },
    );
  });

  it('with weights, and with knots that are not even', () => {
    fc.assert(
      fc.property(
        points,
        fc.array(fc.double({ min: 0.2, max: 5, noNaN: true }), { minLength: 12, maxLength: 12 }),
        (own, all) => {
          const weights = all.slice(0, own.length);
          const knots = clamped(3, own.length).map((knot) => knot ** 1.5);
          const contour = splineContour({ degree: 3, knots, points: own, weights }, 1e-3);
          expect(farthest(contour as Contour, placesOf(3, own, knots, weights))).toBeLessThan(5e-3);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('with ends that are not clamped', () => {
    const own = [0, 1, 2, 3, 4, 5, 6].map((k) => ({ x: 10 * Math.cos(k), y: 10 * Math.sin(k) }));
    const knots = Array.from({ length: 11 }, (_, k) => k);
    const contour = splineContour({ degree: 3, knots, points: own }, 1e-3);
    expect(farthest(contour as Contour, placesOf(3, own, knots))).toBeLessThan(1e-3);
    expect(contour?.segments).toHaveLength(4);
  });
});

it('a circle as a rational curve of degree 2 is its four arcs (Piegl and Tiller, example 7.1)', () => {
  const w = Math.SQRT1_2;
  const own = [
    [1, 0],
    [1, 1],
    [0, 1],
    [-1, 1],
    [-1, 0],
    [-1, -1],
    [0, -1],
    [1, -1],
    [1, 0],
  ].map(([x, y]) => ({ x: 5 * x, y: 5 * y }));
  const knots = [0, 0, 0, 0.25, 0.25, 0.5, 0.5, 0.75, 0.75, 1, 1, 1];
  const contour = splineContour(
    { degree: 2, knots, points: own, weights: [1, w, 1, w, 1, w, 1, w, 1] },
    1e-3,
  );
  let from = contour?.start as Point;
  for (const segment of contour?.segments ?? []) {
    expect(segment.kind).toBe('arc');
    if (segment.kind === 'arc') expect(centredArc(from, segment).radius).toBeCloseTo(5, 9);
    from = segment;
  }
  expect(contour?.segments).toHaveLength(4);
  expect(farthest(contour as Contour, placesOf(2, own, knots, [1, w, 1, w, 1, w, 1, w, 1]))).toBeLessThan(
    2e-4,
  );
});

it('numbers that make no spline make none', () => {
  const own = [
    { x: 0, y: 0 },
    { x: 1, y: 1 },
    { x: 2, y: 0 },
    { x: 3, y: 1 },
  ];
  expect(splineContour({ degree: 3, knots: [0, 0, 0, 0, 1, 1, 1], points: own }, 1)).toBeUndefined();
  expect(splineContour({ degree: 3, knots: [0, 0, 0, 1, 0, 1, 1, 1], points: own }, 1)).toBeUndefined();
  expect(splineContour({ degree: 5, knots: [], points: own }, 1)).toBeUndefined();
  expect(
    splineContour({ degree: 1, knots: [0, 0, 1, 2, 3, 3], points: own, weights: [1, 0, 1, 1] }, 1),
  ).toBeUndefined();
});

describe('a spline through points', () => {
  it('goes through all of them, and along the directions at its ends', () => {
    const given = [
      { x: 0, y: 0 },
      { x: 4, y: 3 },
      { x: 9, y: -1 },
      { x: 12, y: 5 },
    ];
    const contour = splineThrough(given, false, { x: 0, y: 1 }, { x: 1, y: 0 });
    expect([contour?.start, ...(contour?.segments ?? [])]).toMatchObject(given);
    const [first] = contour?.segments ?? [];
    const last = contour?.segments[2];
    if (first.kind !== 'cubic' || last?.kind !== 'cubic') throw new Error('These should be cubics.');
    expect(first.x1).toBeCloseTo(0, 9);
    expect(last.y2).toBeCloseTo(5, 9);
  });

  it('through points of a circle, closed, is that circle within a thousandth', () => {
    const given = Array.from({ length: 24 }, (_, k) => ({
      x: 10 * Math.cos((k * Math.PI) / 12),
      y: 10 * Math.sin((k * Math.PI) / 12),
    }));
    const contour = splineThrough(given, true) as Contour;
    expect(contour.closed).toBe(true);
    const around = Array.from({ length: 200 }, (_, k) => ({
      x: 10 * Math.cos((k * Math.PI) / 100),
      y: 10 * Math.sin((k * Math.PI) / 100),
    }));
    expect(farthest(contour, around)).toBeLessThan(1e-3);
  });

  it('of fewer points than it needs is none', () => {
    expect(
      splineThrough(
        [
          { x: 1, y: 1 },
          { x: 1, y: 1 },
        ],
        false,
      ),
    ).toBeUndefined();
    expect(
      splineThrough(
        [
          { x: 1, y: 1 },
          { x: 2, y: 1 },
        ],
        true,
      ),
    ).toBeUndefined();
  });
});
