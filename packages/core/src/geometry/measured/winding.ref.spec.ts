import { type Cv, loadOpenCv } from '../../testing/opencv';
import { random } from '../../testing/pictures';
import { circleContour } from '../arc';
import type { Contour } from '../contour';
import { signedArea } from './measure';
import { reverseContour } from '../maps/transform';
import { isInside, windingNumber } from './winding';

describe('windingNumber', () => {
  it('is 1 inside a counter-clockwise circle, -1 inside a clockwise one, exactly up to the rim', () => {
    const circle = circleContour({ x: 3, y: -2 }, 10);
    for (const angle of [0.1, 1, 2, 3, 4, 5, 6]) {
      const at = (radius: number) => ({ x: 3 + radius * Math.cos(angle), y: -2 + radius * Math.sin(angle) });
      expect(windingNumber([circle], at(9.999999))).toBe(1);
      expect(windingNumber([reverseContour(circle)], at(9.999999))).toBe(-1);
      expect(windingNumber([circle], at(10.000001))).toBe(0);
    }
  });

  it('is 2 in the middle of a star drawn in one go, which even-odd leaves out', () => {
    const places = [0, 2, 4, 1, 3].map((k) => ({
      x: Math.sin((2 * Math.PI * k) / 5),
      y: -Math.cos((2 * Math.PI * k) / 5),
    }));
    const star: Contour = {
      start: places[0],
      segments: [...places.slice(1), places[0]].map((place) => ({ kind: 'line', ...place })),
      closed: true,
    };
    expect(Math.abs(windingNumber([star], { x: 0, y: 0 }))).toBe(2);
    expect(isInside([star], { x: 0, y: 0 })).toBe(false);
    expect(isInside([star], { x: 0, y: -0.7 })).toBe(true);
  });

  it('holds as much as Green’s theorem says: places tried at random', () => {
    const leaf: Contour = {
      start: { x: 0, y: 0 },
      segments: [
        { kind: 'cubic', x1: 2, y1: 12, x2: 14, y2: 4, x: 10, y: 10 },
        { kind: 'cubic', x1: 8, y1: -2, x2: 6, y2: 8, x: 0, y: 0 },
      ],
      closed: true,
    };
    const next = random(4);
    const tries = 40_000;
    let inside = 0;
    for (let k = 0; k < tries; k++)
      inside += windingNumber([leaf], { x: 14 * next() - 2, y: 14 * next() - 2 });
    expect(Math.abs((196 * inside) / tries - signedArea(leaf))).toBeLessThan(0.8);
  });
});

describe('the reference library on the same polygons', () => {
  let cv: Cv;
  beforeAll(async () => {
    ({ cv } = await loadOpenCv());
  });

  it('agrees on areas, and on what is inside', () => {
    const next = random(12);
    for (let round = 0; round < 8; round++) {
      const places = Array.from({ length: 9 }, (_, k) => {
        const [angle, radius] = [(-2 * Math.PI * k) / 9, 30 + 60 * next()];
        return [Math.round(100 + radius * Math.cos(angle)), Math.round(100 + radius * Math.sin(angle))];
      });
      const polygon: Contour = {
        start: { x: places[0][0], y: places[0][1] },
        segments: [...places.slice(1), places[0]].map(([x, y]) => ({ kind: 'line', x, y })),
        closed: true,
      };
      const mat = cv.matFromArray(places.length, 1, cv.CV_32SC2, places.flat());
      expect(signedArea(polygon)).toBeCloseTo(cv.contourArea(mat), 9);
      expect(cv.moments(mat).m00).toBeCloseTo(signedArea(polygon), 9);
      for (let k = 0; k < 60; k++) {
        const place = { x: 200 * next(), y: 200 * next() };
        const theirs = cv.pointPolygonTest(mat, new cv.Point(place.x, place.y), false);
        if (theirs !== 0) expect(isInside([polygon], place)).toBe(theirs > 0);
      }
      mat.delete();
    }
  });
});
