import fc from 'fast-check';
import { leaf } from '../../testing/curves';
import { circleContour } from '../arc';
import type { Contour } from '../contour';
import { combineAreas } from '../curved/combine';
import { narrowPlaces as placesIn } from './narrow-places';
import { indexRims } from '../near/near-segments';
import { reverseContour } from '../maps/transform';

const narrowPlaces = (contours: readonly Contour[], least: number, side?: 'inside' | 'outside') =>
  placesIn(indexRims(contours), least, side);

const polygon = (...places: [number, number][]): Contour => {
  const [start, ...rest] = places.map(([x, y]) => ({ x, y }));
  return { start, segments: [...rest, start].map((to) => ({ kind: 'line', ...to })), closed: true };
};
/** Counter-clockwise on screen. */
const box = (left: number, top: number, right: number, bottom: number) =>
  polygon([left, top], [left, bottom], [right, bottom], [right, top]);
const disc = (x: number, y: number, radius: number) => circleContour({ x, y }, radius);
const hole = (x: number, y: number, radius: number) => circleContour({ x, y }, radius, true);
/** Two plates held together by a strip of a width. */
const dumbbell = (width: number, length = 20) =>
  combineAreas('unite', [
    box(0, 0, 20, 20),
    box(20 + length, 0, 40 + length, 20),
    box(10, 10 - width / 2, 30 + length, 10 + width / 2),
  ]);

describe('narrow places of a region', () => {
  it.each([0.4, 1, 1.9])('a strip of %d mm between two plates is one, as wide as it is', (width) => {
    const found = narrowPlaces(dumbbell(width), 2);
    expect(found).toHaveLength(1);
    expect(found[0].width).toBeCloseTo(width, 3);
    expect(found[0].from.x).toBeGreaterThan(19);
    expect(found[0].from.x).toBeLessThan(41);
  });

  it('is none where it is as wide as is asked for', () => {
    expect(narrowPlaces(dumbbell(2.01), 2)).toEqual([]);
    expect(narrowPlaces([box(0, 0, 10, 10), disc(30, 0, 6), leaf], 2)).toEqual([]);
  });

  it('a hole that is nearly at the rim leaves a wall as thick as the circles say', () => {
    const found = narrowPlaces([disc(0, 0, 10), hole(5, 0, 4)], 2);
    expect(found).toHaveLength(1);
    expect(found[0].width).toBeCloseTo(1, 2);
    expect(new Set([found[0].a, found[0].b])).toEqual(new Set([0, 1]));
  });

  it('holes near to one another and to the rim are told one by one', () => {
    const found = narrowPlaces([box(0, 0, 60, 20), hole(10, 10, 4), hole(18.8, 10, 4), hole(50, 4.5, 4)], 1);
    expect(found.map(({ width }) => Number(width.toFixed(2)))).toEqual([0.5, 0.8]);
  });

  it('two notches whose tips point at each other are as far apart as their tips', () => {
    const notched = polygon(
      [0, 0],
      [0, 20],
      [14, 20],
      [20, 10.4],
      [26, 20],
      [40, 20],
      [40, 0],
      [26, 0],
      [20, 9.6],
      [14, 0],
    );
    const found = narrowPlaces([notched], 2);
    expect(found).toHaveLength(1);
    expect(found[0].width).toBeCloseTo(0.8, 6);
    expect(found[0].from.x).toBe(20);
  });

  it('the tip of a corner is none, nor the end of a strip that is no longer than a few times its width', () => {
    expect(narrowPlaces([polygon([0, 0], [0, 20], [30, 10])], 2)).toEqual([]);
    const spur = combineAreas('unite', [box(0, 0, 20, 20), box(19, 9.5, 22, 10.5)]);
    expect(narrowPlaces(spur, 2)).toEqual([]);
  });

  it('a wedge that runs into a tip is none, however sharp, nor is the room between two leaves that touch at one', () => {
    const wedge = (height: number) =>
      polygon([0, 0], [0, 40], [60, 40], [60, 20 + height / 2], [5, 20], [60, 20 - height / 2], [60, 0]);
    for (const height of [2, 6, 20]) expect(narrowPlaces([wedge(height)], 1, 'outside')).toEqual([]);
    const spike = polygon([0, 0], [0, 40], [20, 40], [20, 22], [80, 20], [20, 18], [20, 0]);
    expect(narrowPlaces([spike], 2)).toEqual([]);
    // A slot of one width all along is, though it ends as well.
    const slot = polygon([0, 0], [0, 40], [60, 40], [60, 20.3], [5, 20.3], [5, 19.7], [60, 19.7], [60, 0]);
    expect(narrowPlaces([slot], 1, 'outside').map(({ width }) => Number(width.toFixed(3)))).toEqual([0.6]);
  });

  it('a line drawn with pressure is no tip, though it gets thinner towards both of its ends', () => {
    const half = (share: number) => 0.2 + 0.23 * Math.sin(Math.PI * share);
    const shares = Array.from({ length: 41 }, (_, k) => k / 40);
    const line = polygon(
      ...shares.map((share): [number, number] => [60 * share, half(share)]),
      ...shares.reverse().map((share): [number, number] => [60 * share, -half(share)]),
    );
    const found = narrowPlaces([line], 1);
    expect(found.map(({ width }) => width < 0.5)).toEqual([true]);
    expect(found[0].length).toBeGreaterThan(50);
  });

  it('what is left out of a region is looked at the other way around: a slot that is too narrow', () => {
    const slot = [box(0, 0, 60, 20), reverseContour(box(10, 9.7, 50, 10.3))];
    expect(narrowPlaces(slot, 1)).toEqual([]);
    const [found, ...more] = narrowPlaces(slot, 1, 'outside');
    expect(more).toEqual([]);
    expect(found.width).toBeCloseTo(0.6, 6);
  });

  it('curves: a bent strip is as wide as its circles are apart', () => {
    const ring = [disc(0, 0, 10), hole(0, 0, 9.3)];
    expect(narrowPlaces(ring, 1)[0].width).toBeCloseTo(0.7, 2);
  });

  it('planted strips of any width, turn and place are found below the limit, and none above it', () => {
    const near = fc.double({ min: -30, max: 30, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
        near,
        near,
        (width, turn, x, y) => {
          if (width > 0.95 && width < 1.05) return;
          const [c, s] = [Math.cos(turn), Math.sin(turn)];
          const turned = dumbbell(width).map((contour): Contour => ({
            ...contour,
            start: {
              x: c * contour.start.x - s * contour.start.y + x,
              y: s * contour.start.x + c * contour.start.y + y,
            },
            segments: contour.segments.map((to) => ({
              kind: 'line',
              x: c * to.x - s * to.y + x,
              y: s * to.x + c * to.y + y,
            })),
          }));
          const found = narrowPlaces(turned, 1);
          expect(found).toHaveLength(width < 1 ? 1 : 0);
          if (width < 1) expect(found[0].width).toBeCloseTo(width, 3);
        },
      ),
      { numRuns: 100 },
    );
  });
});
