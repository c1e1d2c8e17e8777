import fc from 'fast-check';
import { quietContext } from '../../context';
import { readPathData } from '../../format';
import {
  type Contour,
  arcThrough,
  boxOf,
  centredArc,
  circleContour,
  closedContour,
  contourLength,
  cutAtNode,
  distanceToChords,
  flatten,
  indexChords,
  joinedContours,
  nodeCount,
  offset,
  signedArea,
} from '../../geometry';
import { aligned, apartBy, spreadOut } from './arrange';
import { type GivenShape, type Reshaping, grown, reshaped } from './reshape';

const ring = (radius: number, width: number): GivenShape => ({
  contours: [circleContour({ x: 50, y: 50 }, radius), circleContour({ x: 50, y: 50 }, radius - width, true)],
});
const make = (shapes: GivenShape[], what: Reshaping) => reshaped(shapes, what, quietContext);
const [star] = readPathData('M50 10L60 40L90 40L65 60L75 90L50 70L25 90L35 60L10 40L40 40Z');
const line = (...places: number[][]): Contour => ({
  start: { x: places[0][0], y: places[0][1] },
  segments: places.slice(1).map(([x, y]) => ({ kind: 'line', x, y })),
  closed: false,
});

describe('grown', () => {
  it.each([5, -3, 0.4])('a disc grown by %d is a disc', (by) => {
    const [disc, ...more] = grown([circleContour({ x: 50, y: 50 }, 20)], by, 'round', 0.01, quietContext);
    expect(more).toEqual([]);
    expect(disc.segments.map(({ kind }) => kind)).toEqual(['arc', 'arc']);
    expect(Math.sqrt(signedArea(disc) / Math.PI)).toBeCloseTo(20 + by, 2);
  });

  it('rounds corners that stick out with arcs, and keeps the others', () => {
    const [out] = grown([star], 3, 'round', 0.01, quietContext);
    expect(out.segments.filter(({ kind }) => kind === 'arc')).toHaveLength(5);
    const [inward] = grown([star], -3, 'sharp', 0.01, quietContext);
    expect(inward.segments.map(({ kind }) => kind)).toEqual(Array<string>(10).fill('line'));
  });

  it('has the area of the reference’s own offset (clipper2), with far fewer nodes', () => {
    const [letter] = readPathData(
      'M37 12C34 4 27 0 19 0C8 0 1 6 1 16C1 26 9 30 19 33C26 35 29 38 29 42C29 48 25 51 19 51C13 51 10 48 7 42L0 46C3 55 10 60 19 60C31 60 38 53 38 42C38 31 31 27 20 24C13 21 11 19 11 15C11 11 14 9 19 9C24 9 27 11 29 16Z',
    );
    for (const by of [2, -1.5]) {
      const ours = grown([letter], by, 'round', 0.02, quietContext);
      const theirs = offset([letter], by, 'round');
      const area = (all: Contour[]) => all.reduce((sum, one) => sum + Math.abs(signedArea(one)), 0);
      const nodes = (all: Contour[]) => all.reduce((sum, one) => sum + nodeCount(one), 0);
      expect(Math.abs(area(ours) / area(theirs) - 1)).toBeLessThan(2e-3);
      expect(nodes(ours)).toBeLessThan(nodes(theirs) / 4);
      const chords = indexChords(theirs, 0.001);
      const off = ours.flatMap((one) => {
        const points = flatten(one, 0.005);
        return Array.from({ length: points.length / 2 }, (_, k) =>
          distanceToChords(chords, points[2 * k], points[2 * k + 1], 1),
        );
      });
      expect(Math.max(...off)).toBeLessThan(0.05);
    }
  });

  it('keeps holes, and says where nothing is left', () => {
    const thicker = make([ring(20, 6)], { how: 'grown', by: 1, corners: 'round', within: 0.01 });
    expect(
      thicker.map(({ contour }) => Math.round(Math.sqrt(Math.abs(signedArea(contour)) / Math.PI))),
    ).toEqual([21, 13]);
    expect(() => make([ring(20, 6)], { how: 'grown', by: -4, corners: 'round', within: 0.01 })).toThrow(
      'Nothing would be left',
    );
  });

  it('a single line gets a wider pen', () => {
    const [made] = make([{ contours: [line([0, 0], [9, 0])], pen: 2 }], {
      how: 'grown',
      by: 0.5,
      corners: 'round',
      within: 0.01,
    });
    expect(made.pen).toBe(3);
  });
});

describe('lines and areas', () => {
  it('a ring drawn with a pen is one line along its middle, and an area again', () => {
    const [one] = make([ring(20, 1)], { how: 'as lines', within: 0.01 });
    expect(one.pen).toBeCloseTo(1, 6);
    expect(Math.sqrt(Math.abs(signedArea(one.contour)) / Math.PI)).toBeCloseTo(19.5, 2);
    const back = make([{ contours: [one.contour], pen: 1 }], { how: 'as areas', within: 0.01 });
    expect(back.map(({ contour }) => Math.sqrt(Math.abs(signedArea(contour)) / Math.PI))).toEqual([
      expect.closeTo(20, 1),
      expect.closeTo(19, 1),
    ]);
  });

  it('a line as an area is as long and wide as its pen makes it', () => {
    const [{ contour }] = make([{ contours: [line([0, 0], [30, 0])], pen: 4 }], {
      how: 'as areas',
      within: 0.01,
    });
    expect(signedArea(contour)).toBeCloseTo(30 * 4 + Math.PI * 4, 1);
    expect(nodeCount(contour)).toBeLessThanOrEqual(6);
  });

  it('what is no ring, or no line, is told', () => {
    expect(() => make([{ contours: [star] }], { how: 'as lines', within: 0.01 })).toThrow(
      'None of these is a ring',
    );
    expect(() => make([{ contours: [star] }], { how: 'as areas', within: 0.01 })).toThrow(
      'None of these is a line',
    );
  });
});

describe('ends', () => {
  it('a closed contour is cut open at a node, an open one in two', () => {
    const [open] = cutAtNode(star, 3) as Contour[];
    expect(open.closed).toBe(false);
    expect(open.start).toEqual({ x: star.segments[2].x, y: star.segments[2].y });
    expect(contourLength(open)).toBeCloseTo(contourLength(star), 9);
    expect(cutAtNode(line([0, 0], [5, 0], [5, 5]), 1)?.map(contourLength)).toEqual([5, 5]);
    expect(cutAtNode(line([0, 0], [5, 0]), 0)).toBeUndefined();
  });

  it('near ends meet half way, others by a line', () => {
    const near = closedContour(line([0, 0], [10, 0], [10, 10], [0, 0.1]), 0.2);
    expect([near.closed, nodeCount(near)]).toEqual([true, 3]);
    const far = closedContour(line([0, 0], [10, 0], [10, 10]), 0.2);
    expect([far.closed, nodeCount(far)]).toEqual([true, 3]);
  });

  it('lines are joined at their nearest ends, whichever way they run', () => {
    const one = joinedContours([line([0, 0], [10, 0]), line([30, 0], [20, 0]), line([10, 1], [20, 1])]);
    expect(one?.closed).toBe(false);
    expect(contourLength(one as Contour)).toBeCloseTo(32, 9);
    expect(joinedContours([line([0, 0], [1, 0])])).toBeUndefined();
  });
});

it('an arc goes through its three places, which no line allows', () => {
  const place = fc.record({ x: fc.integer({ min: -50, max: 50 }), y: fc.integer({ min: -50, max: 50 }) });
  fc.assert(
    fc.property(place, place, place, (a, b, c) => {
      const arc = arcThrough(a, b, c);
      const flat = (b.x - a.x) * (c.y - a.y) === (b.y - a.y) * (c.x - a.x);
      if (flat) return expect(arc).toBeUndefined();
      if (!arc || arc.segments[0].kind !== 'arc') throw new Error('There should be an arc.');
      const { centre, radius } = centredArc(arc.start, arc.segments[0]);
      expect(Math.hypot(b.x - centre.x, b.y - centre.y) / radius).toBeCloseTo(1, 6);
      const way = indexChords([arc], radius * 1e-4);
      expect(distanceToChords(way, b.x, b.y, 1) / radius).toBeLessThan(1e-3);
    }),
  );
});

describe('arranged', () => {
  const boxes = [
    { left: 0, top: 0, right: 10, bottom: 10 },
    { left: 30, top: 5, right: 34, bottom: 25 },
    { left: 50, top: 2, right: 70, bottom: 8 },
  ];

  it('by a side or the middle of the one that stays', () => {
    expect(aligned(boxes, 1, 'left').map(({ x }) => x)).toEqual([30, 0, -20]);
    expect(aligned(boxes, 0, 'middle').map(({ y }) => y)).toEqual([0, -10, 0]);
    expect(aligned(boxes, 2, 'centre').map(({ x }) => x)).toEqual([55, 28, 0]);
    expect(aligned(boxes, 0, 'bottom').map(({ y }) => y)).toEqual([0, -15, 2]);
  });

  it('with the same gap between neighbours, the outermost staying', () => {
    const moves = spreadOut(boxes, 'across');
    const moved = boxes.map((box, k) => [box.left + moves[k].x, box.right + moves[k].x]);
    expect(moved[0]).toEqual([0, 10]);
    expect(moved[2]).toEqual([50, 70]);
    expect(moved[1][0] - moved[0][1]).toBeCloseTo(moved[2][0] - moved[1][1], 9);
  });

  it('two so far apart as is typed, the way they lie', () => {
    const { x, y } = apartBy([boxes[0], boxes[2]], 100);
    const middle = { x: 60 + x, y: 5 + y };
    expect(Math.hypot(middle.x - 5, middle.y - 5)).toBeCloseTo(100, 9);
    expect(apartBy([boxes[0], boxes[0]], 7)).toEqual({ x: 7, y: 0 });
  });

  it('boxes are those of what was made', () => {
    expect(boxOf([star])).toEqual({ left: 10, top: 10, right: 90, bottom: 90 });
  });
});
