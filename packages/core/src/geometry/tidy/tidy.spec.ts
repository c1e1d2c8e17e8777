import fc from 'fast-check';
import { circleContour } from '../arc';
import type { Contour, Point, Segment } from '../contour';
import { nodeCount } from '../contour';
import { flatten } from '../flatten';
import { contourLength, signedArea } from '../measured/measure';
import { splitSegment } from '../segment';
import { reverseContour } from '../maps/transform';
import { worstDistance } from '../near/distance';
import { withoutBits } from './bits';
import { chordsToArcs } from './chords-to-arcs';
import { joinEnds } from './join-ends';
import { merged } from './merged';
import { withoutDoubles } from './without-doubles';
import { withoutOverlaps } from './without-overlaps';

const line = (...points: number[][]): Contour => ({
  start: { x: points[0][0], y: points[0][1] },
  segments: points.slice(1).map(([x, y]) => ({ kind: 'line', x, y })),
  closed: false,
});
const closed = (...points: number[][]): Contour => ({ ...line(...points, points[0]), closed: true });
const SQUARE = [
  [0, 0],
  [10, 0],
  [10, 10],
  [0, 10],
];

/** A closed contour cut into its segments, each either way around, in any order. */
function loosened(contour: Contour, order: readonly number[], turned: readonly boolean[]): Contour[] {
  const pieces = contour.segments.map((segment, k): Contour => {
    const { x, y } = k > 0 ? contour.segments[k - 1] : contour.start;
    const piece = { start: { x, y }, segments: [segment], closed: false };
    return turned[k % turned.length] ? reverseContour(piece) : piece;
  });
  return pieces
    .map((piece, k) => ({ piece, by: order[k % order.length] + k / 1e6 }))
    .sort((a, b) => a.by - b.by)
    .map(({ piece }) => piece);
}

const star = (points: number, x: number): Contour => {
  const corner = (k: number) => {
    const far = k % 2 === 0 ? 10 : 5;
    return [x + far * Math.cos((k * Math.PI) / points), far * Math.sin((k * Math.PI) / points)];
  };
  return closed(...Array.from({ length: 2 * points }, (_, k) => corner(k)));
};

describe('joinEnds', () => {
  it('puts any cut-up contours together again, whatever the order and the directions', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 2, max: 9 }), { minLength: 1, maxLength: 5 }),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 3, maxLength: 20 }),
        fc.array(fc.boolean(), { minLength: 1, maxLength: 7 }),
        (sizes, order, turned) => {
          const meant = sizes.map((size, k) => star(size, 30 * k));
          const { contours, moved } = joinEnds(
            meant.flatMap((one) => loosened(one, order, turned)),
            0.1,
          );
          expect(contours).toHaveLength(meant.length);
          expect(contours.every((contour) => contour.closed)).toBe(true);
          expect(moved).toBe(0);
          const areas = (of: readonly Contour[]) =>
            of.map((one) => Math.abs(signedArea(one))).sort((a, b) => a - b);
          areas(contours).forEach((area, k) => expect(area).toBeCloseTo(areas(meant)[k], 6));
        },
      ),
    );
  });

  it('goes over gaps up to what is said, to the middle', () => {
    const given = [line([0, 0], [10, 0]), line([10.1, 0], [10, 10], [0, 0.05])];
    const near = joinEnds(given, 0.2);
    expect(near.contours).toHaveLength(1);
    expect(near.contours[0].closed).toBe(true);
    expect(near.moved).toBe(2);
    expect(near.contours[0].segments[0]).toMatchObject({ x: 10.05, y: 0 });
    expect(joinEnds(given, 0.02).contours).toHaveLength(2);
  });

  it('keeps squares apart that touch at a corner', () => {
    const other = closed(...SQUARE.map(([x, y]) => [x + 10, y + 10]));
    const pieces = [closed(...SQUARE), other].flatMap((one) => loosened(one, [0.3, 0.9, 0.1], [false, true]));
    const { contours } = joinEnds(pieces, 0.1);
    expect(contours.map((contour) => Math.abs(signedArea(contour)))).toEqual([100, 100]);
  });

  it('goes straight on where more than two meet, and leaves what ends there', () => {
    const { contours } = joinEnds([line([0, 0], [5, 0]), line([5, 0], [5, 8]), line([5, 0], [9, 0])], 0.1);
    expect(contours.map(contourLength).sort((a, b) => a - b)).toEqual([8, 9]);
  });

  it('takes the handles of curves along, and leaves closed contours as they are', () => {
    const curve: Contour = {
      start: { x: 0, y: 0 },
      segments: [{ kind: 'cubic', x1: 0, y1: 5, x2: 10, y2: 5, x: 10, y: 0 }],
      closed: false,
    };
    const round = circleContour({ x: 50, y: 0 }, 3);
    const { contours } = joinEnds([curve, round, line([10.2, 0], [0, 0])], 0.3);
    expect(contours[1]).toBe(round);
    expect(contours[0].segments[0]).toMatchObject({ x2: 10.1, y2: 5, x: 10.1 });
  });

  it('does not close a bit that is shorter than the gap onto itself', () => {
    const { contours } = joinEnds([line([0, 0], [0.01, 0], [0.01, 0.01])], 0.1);
    expect(contours[0].closed).toBe(false);
  });
});

describe('withoutDoubles', () => {
  const round = circleContour({ x: 5, y: 5 }, 4);
  const [quarter, rest] = splitSegment(round.start, round.segments[0], 0.5);
  const inPieces: Contour = {
    start: round.start,
    segments: [quarter, rest, round.segments[1]],
    closed: true,
  };
  const elsewhere: Contour = {
    start: { x: 1, y: 5 },
    segments: [round.segments[1], round.segments[0]],
    closed: true,
  };

  it.each([
    ['the same', round],
    ['the other way around', reverseContour(round)],
    ['in other pieces', inPieces],
    ['begun elsewhere', elsewhere],
    ['as chords within what is allowed', closed(...places(flatten(round, 0.005)))],
  ])('drops one that is there twice: %s', (_what, other) => {
    const { contours, doubles } = withoutDoubles([round, other], 0.02);
    expect(contours).toEqual([round]);
    expect(doubles).toBe(1);
  });

  it('keeps what is only near, or only as long', () => {
    const given = [
      round,
      circleContour({ x: 5.1, y: 5 }, 4),
      circleContour({ x: 5, y: 5 }, 3.9),
      closed([0, 0], [8, 0], [8, 8], [0, 8]),
    ];
    expect(withoutDoubles(given, 0.02).contours).toEqual(given);
  });

  it('drops open lines that lie on part of a contour', () => {
    const { contours, parts } = withoutDoubles(
      [line([2, 0], [6, 0]), closed(...SQUARE), line([2, 0], [6, 1])],
      0.02,
    );
    expect(contours).toHaveLength(2);
    expect(parts).toBe(1);
  });
});

function places(points: Float64Array): number[][] {
  return Array.from({ length: points.length / 2 }, (_, k) => [points[2 * k], points[2 * k + 1]]);
}

describe('withoutOverlaps', () => {
  it('draws every stretch of a line once', () => {
    const given = [
      line([0, 0], [10, 0]),
      line([4, 0], [6, 0]),
      line([8, 0], [14, 0]),
      line([14, 0], [20, 0]),
      line([3, 0], [3, 5]),
    ];
    const { contours, gone } = withoutOverlaps(given, 1e-3);
    expect(gone).toBe(2);
    expect(contours.map(contourLength)).toEqual([14, 6, 5]);
  });

  it('covers the same places as before, whatever lies on one carrier', () => {
    const stretch = fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 20 }), fc.boolean());
    fc.assert(
      fc.property(
        fc.array(stretch, { minLength: 1, maxLength: 12 }),
        fc.double({ min: 0, max: Math.PI, noNaN: true }),
        (all, angle) => {
          const at = (along: number) => [along * Math.cos(angle), along * Math.sin(angle)];
          const given = all.map(([from, length, back]) =>
            back ? line(at(from + length), at(from)) : line(at(from), at(from + length)),
          );
          const { contours } = withoutOverlaps(given, 1e-6);
          const covered = new Set(
            all.flatMap(([from, length]) => Array.from({ length }, (_, k) => from + k)),
          );
          const whole = contours.reduce((sum, contour) => sum + contourLength(contour), 0);
          expect(whole).toBeCloseTo(covered.size, 4);
        },
      ),
    );
  });
});

describe('chordsToArcs', () => {
  it('finds the circle that chords were cut from', () => {
    const round = circleContour({ x: 20, y: 30 }, 12.5);
    const { contour, arcs } = chordsToArcs(closed(...places(flatten(round, 0.01))), 1e-3);
    expect(arcs).toBe(1);
    expect(contour.segments).toHaveLength(2);
    expect(signedArea(contour)).toBeCloseTo(signedArea(round), 6);
  });

  it('finds the arcs of a rounded rectangle, in any direction, and leaves its sides', () => {
    const arc = (x: number, y: number): Segment => ({ kind: 'arc', bulge: -Math.tan(Math.PI / 8), x, y });
    const box: Contour = {
      start: { x: 5, y: 0 },
      segments: [
        { kind: 'line', x: 25, y: 0 },
        arc(30, 5),
        { kind: 'line', x: 30, y: 15 },
        arc(25, 20),
        { kind: 'line', x: 5, y: 20 },
        arc(0, 15),
        { kind: 'line', x: 0, y: 5 },
        arc(5, 0),
      ],
      closed: true,
    };
    for (const one of [box, reverseContour(box)]) {
      const { contour, arcs } = chordsToArcs(closed(...places(flatten(one, 0.01))), 1e-3);
      expect(arcs).toBe(4);
      expect(contour.segments.map(({ kind }) => kind).sort()).toEqual([
        ...Array<string>(4).fill('arc'),
        ...Array<string>(4).fill('line'),
      ]);
      expect(signedArea(contour)).toBeCloseTo(signedArea(one), 4);
    }
  });

  it.each([6, 8, 12])('leaves a regular polygon of %i corners', (corners) => {
    const polygon = closed(
      ...Array.from({ length: corners }, (_, k) => [
        10 * Math.cos((2 * Math.PI * k) / corners),
        10 * Math.sin((2 * Math.PI * k) / corners),
      ]),
    );
    expect(chordsToArcs(polygon, 1e-3)).toEqual({ contour: polygon, arcs: 0 });
  });

  it('moves nothing by more than is allowed, whatever the contour', () => {
    const points = fc.array(fc.tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 0, max: 50 })), {
      minLength: 4,
      maxLength: 40,
    });
    fc.assert(
      fc.property(points, (all) => {
        const given = line(...all);
        const { contour } = chordsToArcs(given, 1e-3);
        const ends = (one: Contour): Point => one.segments[one.segments.length - 1];
        expect([ends(contour).x, ends(contour).y]).toEqual([ends(given).x, ends(given).y]);
        expect(nodeCount(contour)).toBeLessThanOrEqual(nodeCount(given));
      }),
    );
  });
});

describe('merged and withoutBits', () => {
  it('drops nodes within a straight line, not its turning back', () => {
    expect(merged(line([0, 0], [3, 0], [7, 0], [10, 0], [10, 5]), 1e-4).segments).toHaveLength(2);
    expect(merged(line([0, 0], [10, 0], [4, 0]), 1e-4).segments).toHaveLength(2);
  });

  it('makes one arc of arcs of one circle', () => {
    const arc = splitSegment({ x: 0, y: 0 }, { kind: 'arc', bulge: 0.6, x: 10, y: 0 }, 0.4);
    const one = merged({ start: { x: 0, y: 0 }, segments: arc, closed: false }, 1e-4);
    expect(one.segments).toHaveLength(1);
    expect(one.segments[0]).toMatchObject({ kind: 'arc', x: 10 });
  });

  it('drops segments of no length and contours around nothing', () => {
    expect(withoutBits(line([0, 0], [0, 0], [5, 0]), 1e-3)).toMatchObject({
      segments: 1,
      contour: { segments: [{ x: 5 }] },
    });
    expect(withoutBits(closed([0, 0], [0, 0], [0, 0]), 1e-3).contour).toBeUndefined();
    expect(withoutBits(closed([0, 0], [5, 0], [9, 0]), 1e-3).contour).toBeUndefined();
  });

  it('keeps a line that goes there and back, once', () => {
    expect(withoutBits(closed([0, 0], [5, 0]), 1e-3).contour).toMatchObject({
      closed: false,
      segments: [{ x: 5 }],
    });
  });

  it('a contour that was tidied lies where it did', () => {
    const given = star(7, 0);
    const { contour } = withoutBits(merged(given, 1e-4), 1e-3);
    expect(worstDistance([contour as Contour], [given], 0.1, 0.001)).toBeLessThan(1e-3);
  });
});
