import fc from 'fast-check';
import type { DrawingPath } from '../format';
import {
  type Affine,
  type Contour,
  affineContour,
  circleContour,
  combineAreas,
  reverseContour,
} from '../geometry';
import { block } from '../testing/contours';
import type { Given } from './check';
import { limitsOf } from './limits';
import { prove } from './prove';
import { subjectOf } from './subject';
import { MATERIALS, TOOLS } from '../machine';

const limitsFor = (name: string) => {
  const material = MATERIALS.find((one) => one.name === name);
  const tool = TOOLS.find((one) => one.process === material?.process);
  if (!material || !tool) throw new Error(`no ${name}`);
  return limitsOf(material, tool);
};
const PLYWOOD = limitsFor('plywood 3 mm');

const path = (outer: Contour, holes: Contour[] = [], more: Partial<DrawingPath> = {}): DrawingPath => ({
  task: 'cut-through',
  shape: { outer, holes },
  ...more,
});
const look = (paths: DrawingPath[], kind: string, more: Partial<Given> = {}, limits = PLYWOOD) =>
  prove(subjectOf(paths, more), limits).findings.find((one) => one.kind === kind);

/** Turned by degrees and moved. */
const turnedTo = (turn: number, x: number, y: number): Affine => {
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return [cos, sin, -sin, cos, x, y];
};

/** A plate of one size that hangs by a strip as wide as that on a larger one, turned and moved. */
const tongue = (side: number, width: number, turn: number, x: number, y: number) =>
  combineAreas('unite', [
    block(0, 0, 200, 200),
    block(190, 100 - width / 2, 40, width),
    block(220, 100 - side / 2, side, side),
  ]).map((contour) => affineContour(contour, turnedTo(turn, x, y)));

describe('what hangs by too little', () => {
  it('of 1,000 plates is told by the strip’s width and the area beyond it, wherever it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 180, noNaN: true }),
        fc.double({ min: 1.01, max: 1.95, noNaN: true }),
        fc.record({
          turn: fc.integer({ min: 0, max: 359 }),
          x: fc.double({ min: -300, max: 300, noNaN: true }),
          y: fc.double({ min: -300, max: 300, noNaN: true }),
        }),
        (side, width, { turn, x, y }) => {
          const needed = PLYWOOD.leastHold * side;
          // What of the strip lies beyond its narrowest place may count or not.
          fc.pre(Math.abs(width / needed - 1) > 0.05);
          const [outer] = tongue(side, width, turn, x, y);
          const finding = look([path(outer)], 'weak');
          expect(finding !== undefined).toBe(width < needed);
          if (!finding) return;
          expect(finding.count).toBe(1);
          expect(finding.measured).toBeCloseTo(width, 2);
          expect(finding.allowed / needed).toBeGreaterThan(0.995);
          expect(finding.allowed / needed).toBeLessThan(1.05);
        },
      ),
      { numRuns: 1000 },
    );
  });

  it('by two bridges counts what both hold, and holes are not what hangs', () => {
    // A middle of 100 mm in a ring of air, held left and right: its air is two halves.
    const held = (bridge: number, holes: Contour[] = []) => {
      const air = combineAreas(
        'take away',
        [block(20, 20, 160, 160)],
        [block(50, 50, 100, 100), block(0, 100 - bridge / 2, 200, bridge)],
      );
      return [path(block(0, 0, 200, 200), [...air.map(reverseContour), ...holes])];
    };
    const finding = look(held(1.6), 'weak');
    expect(finding?.measured).toBeCloseTo(3.2, 2);
    // The middle, and half of both bridges or all of them.
    expect(finding?.message).toMatch(/of 100\.\d cm²/);
    expect(look(held(2.2), 'weak')).toBeUndefined();
    const lighter = reverseContour(circleContour({ x: 100, y: 100 }, 40));
    expect(look(held(1.6, [lighter]), 'weak')).toBeUndefined();
  });

  it('is nothing on a film, which lies on its carrier', () => {
    const [outer] = tongue(100, 1.2, 0, 0, 0);
    expect(look([path(outer)], 'weak')).toBeDefined();
    expect(look([path(outer)], 'weak', {}, limitsFor('sign vinyl'))).toBeUndefined();
  });

  it('comes the worst first', () => {
    const plate = combineAreas('unite', [
      block(0, 0, 200, 200),
      block(190, 50, 40, 1.4),
      block(220, 20, 60, 60),
      block(190, 150, 40, 1.2),
      block(220, 110, 80, 80),
    ]);
    const finding = look(
      plate.map((outer) => path(outer)),
      'weak',
    );
    expect(finding?.count).toBe(2);
    expect(finding?.sizes.map((size) => Number(size.toFixed(2)))).toEqual([1.2, 1.4]);
    expect(finding?.places[0].y).toBeCloseTo(150.6, 1);
  });
});

describe('parts on one another', () => {
  it('of 200 pairs of discs have as much in common as the formula of two circles says', () => {
    // Weisstein, "Circle-Circle Intersection", MathWorld, equation 14.
    const lens = (d: number, r: number, R: number) =>
      r * r * Math.acos((d * d + r * r - R * R) / (2 * d * r)) +
      R * R * Math.acos((d * d + R * R - r * r) / (2 * d * R)) -
      0.5 * Math.sqrt((-d + r + R) * (d + r - R) * (d - r + R) * (d + r + R));
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        (r, R, share) => {
          const d = Math.abs(R - r) + share * 2 * Math.min(r, R);
          const pair = [path(circleContour({ x: 0, y: 0 }, r)), path(circleContour({ x: d, y: 0 }, R))];
          const finding = look(pair, 'crossing');
          expect(finding).toMatchObject({ count: 2, severity: 'stop' });
          // Curves are followed within 0.005 mm, all around at most what the smaller disc is.
          const [, area, unit] = /up to ([\d.]+) ([cm]m²) in common/.exec(finding?.message ?? '') ?? [];
          // Told to a tenth, of mm² or of cm².
          const told = Number(area) * (unit === 'cm²' ? 100 : 1);
          expect(Math.abs(told - lens(d, r, R))).toBeLessThan(
            0.005 * 2 * Math.PI * Math.min(r, R) + (unit === 'cm²' ? 5 : 0.05),
          );
          const [one, other] = finding?.places ?? [];
          expect(one.x).toBeCloseTo(other.x, 1);
          expect(one.y).toBeCloseTo(-other.y, 1);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('are none where they touch, lie in one another, or are cut from sheets of their own', () => {
    const plate = (colour: string) => ({ plate: { name: colour, colour } });
    for (const pair of [
      [path(block(0, 0, 20, 20)), path(block(20, 0, 20, 20))],
      [path(block(0, 0, 60, 60)), path(block(20, 20, 10, 10))],
      [path(block(0, 0, 20, 20), [], plate('#aa0000')), path(block(10, 10, 20, 20), [], plate('#00aa00'))],
    ])
      expect(look(pair, 'crossing')).toBeUndefined();
  });
});

describe('holes', () => {
  const hole = (x: number, y: number, radius: number) => reverseContour(circleContour({ x, y }, radius));

  it('that lie in no area of theirs are told, each', () => {
    const astray = path(block(0, 0, 60, 60), [hole(20, 20, 5), hole(100, 20, 5), hole(20, 20, 2)]);
    const finding = look([astray], 'nesting');
    expect(finding).toMatchObject({ count: 2, severity: 'stop' });
    expect(finding?.places.map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [100, 20],
      [20, 20],
    ]);
  });

  it('are where they belong on anything sorted by what lies in what', () =>
    expect(look([path(block(0, 0, 60, 60), [hole(20, 20, 5), hole(40, 40, 5)])], 'nesting')).toBeUndefined());
});

describe('what is seen from behind', () => {
  const plain = [path(block(0, 0, 60, 60))];
  const film = limitsFor('heat transfer');

  it.each([
    ['is mirrored, on a film that is cut from behind', true, film, undefined],
    ['is not mirrored there', false, film, 'warn'],
    ['is mirrored elsewhere', true, PLYWOOD, 'note'],
    ['is not mirrored elsewhere', false, PLYWOOD, undefined],
    ['comes from a file that does not say', undefined, film, undefined],
  ])('%s', (_, mirrored, limits, severity) =>
    expect(look(plain, 'mirrored', { mirrored }, limits)?.severity).toBe(severity),
  );
});

describe('a plate', () => {
  const moss = { name: 'moss', colour: '#557733' };
  const clay = { name: 'clay', colour: '#c98a5f' };

  it('of which nothing is left is told by its name', () => {
    const finding = look([path(block(0, 0, 9, 9), [], { plate: moss })], 'unreached-plate', {
      plates: [moss, clay],
    });
    expect(finding?.message).toContain('The plate “clay” has nothing on the piece');
    expect(
      look([path(block(0, 0, 9, 9), [], { plate: moss })], 'unreached-plate', { plates: [moss] }),
    ).toBeUndefined();
    expect(look([path(block(0, 0, 9, 9))], 'unreached-plate', { plates: [moss, clay] })).toBeUndefined();
  });
});
