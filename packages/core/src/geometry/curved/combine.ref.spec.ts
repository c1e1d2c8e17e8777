import { random } from '../../testing/pictures';
import { circleContour } from '../arc';
import { intersected, subtracted, united } from '../measured/areas';
import type { Contour } from '../contour';
import { findCrossings } from '../meeting/crossings';
import { type Form, formContour } from '../forms/form';
import { contourLength, signedArea } from '../measured/measure';
import { type Combining, combineAreas } from './combine';

const areaOf = (contours: readonly Contour[]) =>
  contours.reduce((sum, contour) => sum + signedArea(contour), 0);
const kindsOf = (contours: readonly Contour[]) =>
  contours.map(({ segments }) => segments.map(({ kind }) => kind[0]).join(''));
const isClosed = ({ start, segments }: Contour) => {
  const end = segments[segments.length - 1];
  return end.x === start.x && end.y === start.y;
};
const box = (x: number, y: number, width: number, height: number, turn = 0): Contour =>
  formContour({ kind: 'rectangle', x, y, width, height, turn, radius: 0, sides: 0 });

describe('areas that keep their curves', () => {
  const [a, b] = [circleContour({ x: 0, y: 0 }, 50), circleContour({ x: 60, y: 0 }, 50)];
  /** Two circles of radius r, d apart, have a lens in common (plane geometry). */
  const lens = 2 * 2500 * Math.acos(0.6) - 30 * Math.sqrt(4 * 2500 - 3600);

  it('two circles united are arcs with two meetings, where they exactly meet', () => {
    const [one, ...none] = combineAreas('unite', [a], [b]);
    expect(none).toEqual([]);
    expect(new Set(kindsOf([one])[0])).toEqual(new Set('a'));
    expect(one.segments.length).toBeLessThanOrEqual(a.segments.length + b.segments.length + 2);
    expect(signedArea(one)).toBeCloseTo(2 * Math.PI * 2500 - lens, 4);
    const meetings = one.segments.filter(({ x }) => Math.abs(x - 30) < 1e-6);
    expect(meetings.map(({ y }) => Math.abs(y))).toEqual([expect.closeTo(40, 6), expect.closeTo(40, 6)]);
  });

  it('taken away and in common as well', () => {
    expect(areaOf(combineAreas('keep common', [a], [b]))).toBeCloseTo(lens, 4);
    expect(areaOf(combineAreas('take away', [a], [b]))).toBeCloseTo(Math.PI * 2500 - lens, 4);
    expect(combineAreas('take away', [a], [a])).toEqual([]);
    expect(areaOf(combineAreas('unite', [a], [a]))).toBeCloseTo(Math.PI * 2500, 3);
  });

  it('a hole stays one, and what lies apart or within stays as it is', () => {
    const hole = circleContour({ x: 0, y: 0 }, 20, true);
    expect(combineAreas('unite', [a, hole], [circleContour({ x: 200, y: 0 }, 10)])).toHaveLength(3);
    const [outer, inner] = combineAreas('take away', [a], [circleContour({ x: 5, y: 0 }, 10)]);
    expect(signedArea(outer) * signedArea(inner)).toBeLessThan(0);
    expect(combineAreas('unite', [a], [circleContour({ x: 5, y: 0 }, 10)])).toHaveLength(1);
  });

  it('rims that run along one another leave no slivers', () => {
    const united = combineAreas('unite', [box(0, 0, 40, 20)], [box(40, 0, 40, 20)]);
    expect(united).toHaveLength(1);
    expect(signedArea(united[0])).toBeCloseTo(1600, 6);
    const step = combineAreas('take away', [box(0, 0, 40, 20)], [box(10, 0, 20, 20)]);
    expect(areaOf(step)).toBeCloseTo(400, 6);
  });

  it('random pairs have the areas of the polygon library, close, and cross nothing', () => {
    const next = random(77);
    const forms = ['circle', 'slot', 'rectangle', 'ellipse', 'polygon'] as const;
    const one = (): Contour => {
      const form: Form = {
        kind: forms[Math.floor(5 * next())],
        x: 60 * next(),
        y: 60 * next(),
        turn: 3 * next(),
        width: 40 + 40 * next(),
        height: 0,
        radius: 0,
        sides: 3 + Math.floor(5 * next()),
      };
      form.height = form.kind === 'circle' || form.kind === 'polygon' ? form.width : 12 + 25 * next();
      if (form.kind === 'rectangle') form.radius = next() < 0.5 ? 0 : 0.3 * Math.min(form.width, form.height);
      return formContour(form);
    };
    const ways: [Combining, (p: Contour[], q: Contour[]) => Contour[]][] = [
      ['unite', united],
      ['take away', subtracted],
      ['keep common', intersected],
    ];
    for (let round = 0; round < 300; round++) {
      const [p, q] = [one(), one()];
      for (const [how, reference] of ways) {
        const ours = combineAreas(how, [p], [q]);
        expect(ours.every(isClosed)).toBe(true);
        expect(findCrossings(ours, 0.001)).toEqual([]);
        // The library follows rims within 0.01.
        const allowed = 0.01 * (contourLength(p) + contourLength(q));
        expect(Math.abs(areaOf(ours) - Math.abs(areaOf(reference([p], [q]))))).toBeLessThan(allowed);
      }
    }
  });
});
