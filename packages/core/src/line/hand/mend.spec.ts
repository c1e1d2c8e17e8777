import fc from 'fast-check';
import type { Context } from '../../context';
import {
  type Contour,
  type Point,
  boxOf,
  directed,
  indexRims,
  narrowPlaces,
  signedArea,
  worstDistance,
} from '../../geometry';
import { MATERIALS, TOOLS, machineFor } from '../../machine';
import { rehearse } from '../../rehearse';
import { type Mend, mended } from './mend';

const context: Context = { now: () => performance.now(), stopped: () => false, progress: () => undefined };
const mendedBy = (contours: readonly Contour[], how: Mend) => mended(contours, how, context);

const polygon = (...places: [x: number, y: number][]): Contour =>
  directed(
    {
      start: { x: places[0][0], y: places[0][1] },
      segments: [...places.slice(1), places[0]].map(([x, y]) => ({ kind: 'line', x, y })),
      closed: true,
    },
    true,
  );
const mend = (how: Mend['how'], least: number, at: Point[], isTaken = false): Mend => ({
  how,
  at,
  least,
  isTaken,
});
const area = (contours: readonly Contour[]) => contours.reduce((sum, one) => sum + signedArea(one), 0);

/** Two boards joined by a strip so wide. */
const joined = (width: number): Contour =>
  polygon(
    [0, 0],
    [30, 0],
    [30, 10 - width / 2],
    [45, 10 - width / 2],
    [45, 0],
    [75, 0],
    [75, 20],
    [45, 20],
    [45, 10 + width / 2],
    [30, 10 + width / 2],
    [30, 20],
    [0, 20],
  );
/** Two boards with a waist between them, drawn with curves. */
const waisted = (width: number): Contour =>
  directed(
    {
      start: { x: 0, y: 0 },
      segments: [
        { kind: 'line', x: 20, y: 0 },
        { kind: 'cubic', x1: 30, y1: 0, x2: 30, y2: 10 - width / 2, x: 40, y: 10 - width / 2 },
        { kind: 'cubic', x1: 50, y1: 10 - width / 2, x2: 50, y2: 0, x: 60, y: 0 },
        { kind: 'line', x: 80, y: 0 },
        { kind: 'line', x: 80, y: 20 },
        { kind: 'line', x: 60, y: 20 },
        { kind: 'cubic', x1: 50, y1: 20, x2: 50, y2: 10 + width / 2, x: 40, y: 10 + width / 2 },
        { kind: 'cubic', x1: 30, y1: 10 + width / 2, x2: 30, y2: 20, x: 20, y: 20 },
        { kind: 'line', x: 0, y: 20 },
        { kind: 'line', x: 0, y: 0 },
      ],
      closed: true,
    },
    true,
  );
const narrow = (contours: readonly Contour[], least: number, side?: 'outside') =>
  narrowPlaces(indexRims(contours.map((one) => one)), least, side);

describe('thickened', () => {
  it('a strip is as wide as is asked, and nothing else is changed', () => {
    const shape = joined(0.6);
    const [place] = narrow([shape], 1);
    expect(place.width).toBeCloseTo(0.6, 6);
    const made = mendedBy([shape], mend('thickened', 1, [{ x: 37, y: 10 }]));
    expect(made).toHaveLength(1);
    expect(narrow(made, 1)).toEqual([]);
    // 15 by .4 mm more, and a little where it ends.
    expect(area(made) - area([shape])).toBeGreaterThan(6);
    expect(area(made) - area([shape])).toBeLessThan(7.5);
    expect(boxOf(made)).toEqual(boxOf([shape]));
    expect(worstDistance(made, [shape], 0.1, 0.001)).toBeLessThan(0.3);
  });

  it('a waist drawn with curves too, which are kept away from it', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 0.95, noNaN: true }), (width) => {
        const shape = waisted(width);
        const [place] = narrow([shape], 1);
        const at = { x: (place.from.x + place.to.x) / 2, y: (place.from.y + place.to.y) / 2 };
        const made = mendedBy([shape], mend('thickened', 1, [at]));
        expect(narrow(made, 1)).toEqual([]);
        expect(made.flatMap(({ segments }) => segments.map(({ kind }) => kind))).toContain('cubic');
        expect(worstDistance(made, [shape], 0.1, 0.001)).toBeLessThan((1.1 - width) / 2);
      }),
      { numRuns: 20 },
    ));

  it('only where it is asked', () => {
    const twice = [joined(0.6), ...[joined(0.7)].map((one) => moved(one, 0, 60))];
    const made = mendedBy(twice, mend('thickened', 1, [{ x: 37, y: 10 }]));
    expect(narrow(made, 1).map(({ width }) => Number(width.toFixed(3)))).toEqual([0.7]);
  });

  it('says so where there is nothing', () =>
    expect(() => mendedBy([joined(3)], mend('thickened', 1, [{ x: 37, y: 10 }]))).toThrow(
      'There is nothing at these places that could be mended so.',
    ));
});

describe('opened', () => {
  const slotted = (width: number) =>
    polygon(
      [0, 0],
      [60, 0],
      [60, 40],
      [30 + width / 2, 40],
      [30 + width / 2, 15],
      [30 - width / 2, 15],
      [30 - width / 2, 40],
      [0, 40],
    );

  it('a slot is as wide as the tool', () => {
    const shape = slotted(2);
    const [place] = narrow([shape], 3.175, 'outside');
    expect(place.width).toBeCloseTo(2, 6);
    const made = mendedBy([shape], mend('opened', 3.175, [{ x: 30, y: 28 }]));
    expect(narrow(made, 3.175, 'outside')).toEqual([]);
    expect(area(made)).toBeLessThan(area([shape]) - 1.1 * 21);
  });

  it('between two parts either gives way', () => {
    const parts = [
      polygon([0, 0], [40, 0], [40, 30], [0, 30]),
      polygon([41, 0], [80, 0], [80, 30], [41, 30]),
    ];
    const made = mendedBy(parts, mend('opened', 2, [{ x: 40.5, y: 15 }]));
    expect(made).toHaveLength(2);
    expect(narrow(made, 2, 'outside')).toEqual([]);
  });
});

describe('a corner for a round tool', () => {
  const radius = 3.175 / 2;
  const pocket = polygon([10, 10], [50, 10], [50, 40], [10, 40]);
  const corners = [
    { x: 10, y: 10 },
    { x: 50, y: 10 },
    { x: 50, y: 40 },
    { x: 10, y: 40 },
  ];
  const router = (() => {
    const material = MATERIALS.find(({ process }) => process === 'router');
    const tool = TOOLS.find(({ process }) => process === 'router');
    if (!material || !tool) throw new Error('no router');
    return machineFor(material, tool);
  })();
  /** What the rehearsed mill leaves standing, in mm². */
  const standing = (contours: readonly Contour[]) =>
    rehearse(
      contours.map((outer) => ({ task: 'pocket', shape: { outer, holes: [] } })),
      router,
    ).standing.reduce((sum, one) => sum + one.area, 0);

  it('is cut free: the mill gets everywhere into the corner', () => {
    expect(standing([pocket])).toBeGreaterThan(2);
    const made = mendedBy([pocket], mend('relieved', radius, corners, true));
    expect(made).toHaveLength(1);
    expect(standing(made)).toBeLessThan(0.2);
    expect(area(made)).toBeGreaterThan(area([pocket]));
  });

  it('is rounded: nothing is drawn that the mill would leave', () => {
    const made = mendedBy([pocket], mend('rounded', radius, corners, true));
    expect(standing(made)).toBeLessThan(0.05);
    expect(area([pocket]) - area(made)).toBeCloseTo((4 - Math.PI) * (1.02 * radius) ** 2, 1);
  });

  it('of a part is cut into it, or filled', () => {
    const angle = polygon([0, 0], [60, 0], [60, 20], [20, 20], [20, 60], [0, 60]);
    const free = mendedBy([angle], mend('relieved', radius, [{ x: 20, y: 20 }]));
    const full = mendedBy([angle], mend('rounded', radius, [{ x: 20, y: 20 }]));
    expect(area(free)).toBeLessThan(area([angle]));
    expect(area(full) - area([angle])).toBeCloseTo((1 - Math.PI / 4) * (1.02 * radius) ** 2, 1);
    expect(boxOf(free)).toEqual(boxOf([angle]));
  });
});

function moved(contour: Contour, dx: number, dy: number): Contour {
  const by = <P extends Point>(place: P): P => ({ ...place, x: place.x + dx, y: place.y + dy });
  return { ...contour, start: by(contour.start), segments: contour.segments.map(by) };
}
