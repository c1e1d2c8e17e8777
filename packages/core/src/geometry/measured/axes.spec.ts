import { axesOf } from './axes';
import { formContour } from '../forms/form';
import { mapPoint, mirroredAbout } from '../maps/homography';

const form = { x: 30, y: 20, radius: 0, sides: 0, turn: 0 };

describe('axes', () => {
  it.each([0, 20, 60, 89, 120])('of a slot run as it is turned, by %i degrees', (degrees) => {
    const turn = (degrees * Math.PI) / 180;
    const { long, short, angle } = axesOf(
      formContour({ ...form, kind: 'slot', width: 60, height: 10, turn }),
      0.001,
    );
    expect(long).toBeGreaterThan(2 * short);
    const off = Math.abs(angle) * (180 / Math.PI) - (degrees > 90 ? 180 - degrees : degrees);
    expect(Math.abs(off)).toBeLessThan(0.01);
  });

  // A circle's line has the second moment r^2 / 2 about any axis through its middle.
  it('of a circle are alike', () => {
    const { long, short } = axesOf(formContour({ ...form, kind: 'circle', width: 40, height: 40 }), 0.001);
    expect(long).toBeCloseTo(20 / Math.SQRT2, 2);
    expect(short).toBeCloseTo(long, 2);
    expect(axesOf({ start: { x: 5, y: 5 }, segments: [], closed: false }, 0.1)).toEqual({
      long: 0,
      short: 0,
      angle: 0,
    });
  });
});

describe('mirroring about a line', () => {
  it('leaves its places where they are and takes others to the other side, as far off', () => {
    const map = mirroredAbout({ x: 10, y: 0 }, { x: 20, y: 10 });
    const at = (x: number, y: number) => {
      const place = mapPoint(map, { x, y });
      return [place.x, place.y].map((value) => Math.round(value * 1e9) / 1e9 + 0);
    };
    expect(at(10, 0)).toEqual([10, 0]);
    expect(at(20, 10)).toEqual([20, 10]);
    expect(at(20, 0)).toEqual([10, 10]);
    const [x, y] = at(3, 4);
    expect(at(x, y)).toEqual([3, 4]);
  });
});
