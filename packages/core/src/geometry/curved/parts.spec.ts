import { circleContour } from '../arc';
import type { Point, Segment } from '../contour';
import { formContour } from '../forms/form';
import { contourLength, signedArea } from '../measured/measure';
import { combineAreas } from './combine';
import { cornerAfter, finePolygons, shareAfter } from './fine-polygons';
import { meetingNear } from './meet';
import { partBack, partBetween, placeOn } from './part';

const round = circleContour({ x: 0, y: 0 }, 10);
const square = formContour({
  kind: 'rectangle',
  x: 0,
  y: 0,
  turn: 0,
  width: 20,
  height: 20,
  radius: 0,
  sides: 0,
});
const lengthOf = (segments: Segment[], start: Point) => contourLength({ start, segments, closed: false });

describe('fine polygons', () => {
  const fine = finePolygons([round, square], 0.01);

  it('lie within the tolerance, and their corners know where they are', () => {
    fine.x.forEach((x, corner) => {
      const at = placeOn(fine.contours[fine.contour[corner]], {
        segment: fine.segment[corner],
        share: fine.share[corner],
      });
      expect([at.x, at.y]).toEqual([x, fine.y[corner]]);
    });
    for (let corner = fine.first[0]; corner < fine.first[1]; corner++) {
      const next = cornerAfter(fine, corner);
      const [mx, my] = [(fine.x[corner] + fine.x[next]) / 2, (fine.y[corner] + fine.y[next]) / 2];
      expect(10 - Math.hypot(mx, my)).toBeLessThan(0.0101);
    }
  });

  it('go around: the last corner is followed by the first, at the end of its segment', () => {
    const last = fine.first[1] - 1;
    expect(cornerAfter(fine, last)).toBe(0);
    expect(shareAfter(fine, last)).toBe(1);
    expect(fine.first[2] - fine.first[1]).toBe(4);
  });
});

describe('part of a contour', () => {
  it('is a stretch of a segment, or goes on over nodes and around the start', () => {
    const quarter = partBetween(round, { segment: 0, share: 0.25 }, { segment: 0, share: 0.75 });
    expect(quarter).toHaveLength(1);
    const from = placeOn(round, { segment: 0, share: 0.25 });
    expect(lengthOf(quarter, from)).toBeCloseTo(5 * Math.PI, 9);
    const around = partBetween(round, { segment: 0, share: 0.75 }, { segment: 0, share: 0.25 });
    expect(lengthOf(around, placeOn(round, { segment: 0, share: 0.75 }))).toBeCloseTo(15 * Math.PI, 9);
    const over = partBetween(square, { segment: 1, share: 0.5 }, { segment: 3, share: 0.5 });
    expect(over.map(({ kind }) => kind)).toEqual(['line', 'line', 'line']);
  });

  it('walked back ends where it would have begun', () => {
    const back = partBack(square, { segment: 2, share: 0.5 }, { segment: 0, share: 0.5 });
    const { x, y } = back[back.length - 1];
    const wanted = placeOn(square, { segment: 0, share: 0.5 });
    expect([x, y]).toEqual([expect.closeTo(wanted.x, 9), expect.closeTo(wanted.y, 9)]);
    expect(lengthOf(back, placeOn(square, { segment: 2, share: 0.5 }))).toBeCloseTo(40, 9);
  });
});

describe('the meeting of two curves', () => {
  const other = circleContour({ x: 12, y: 0 }, 10);

  it('is exact, however rough the guess', () => {
    // x = 6, y = 8 above and below (plane geometry).
    const met = meetingNear(round, { segment: 0, share: 0.3 }, other, { segment: 0, share: 0.7 }, 5);
    expect(met?.at.x).toBeCloseTo(6, 9);
    expect(Math.abs(met?.at.y ?? 0)).toBeCloseTo(8, 9);
  });

  it('is none where they do not meet, run along one another, or meet farther off', () => {
    const apart = circleContour({ x: 40, y: 0 }, 10);
    expect(
      meetingNear(round, { segment: 0, share: 0.5 }, apart, { segment: 0, share: 0.5 }, 50),
    ).toBeUndefined();
    expect(
      meetingNear(round, { segment: 0, share: 0.5 }, round, { segment: 0, share: 0.5 }, 1),
    ).toBeUndefined();
    expect(
      meetingNear(round, { segment: 0, share: 0.3 }, other, { segment: 0, share: 0.7 }, 0.01),
    ).toBeUndefined();
  });
});

describe('combined areas', () => {
  it('that touch at a place only stay two, and one in the other’s hole stays apart', () => {
    const touching = circleContour({ x: 20, y: 0 }, 10);
    const sum = combineAreas('unite', [round], [touching]).reduce((all, one) => all + signedArea(one), 0);
    expect(sum).toBeCloseTo(200 * Math.PI, 2);
    const ring = [circleContour({ x: 0, y: 0 }, 30), circleContour({ x: 0, y: 0 }, 20, true)];
    expect(combineAreas('unite', ring, [round])).toHaveLength(3);
    expect(combineAreas('keep common', ring, [round])).toEqual([]);
  });

  it('of several at once are united whatever their order', () => {
    const many = Array.from({ length: 6 }, (_, k) => circleContour({ x: 12 * k, y: 0 }, 10));
    const [forth, back] = [many, [...many].reverse()].map((all) => combineAreas('unite', all));
    expect(forth).toHaveLength(1);
    expect(signedArea(forth[0])).toBeCloseTo(signedArea(back[0]), 6);
    // Five lenses of two circles 12 apart (plane geometry).
    const lens = 2 * 100 * Math.acos(0.6) - 6 * Math.sqrt(4 * 100 - 144);
    expect(signedArea(forth[0])).toBeCloseTo(600 * Math.PI - 5 * lens, 4);
  });
});
