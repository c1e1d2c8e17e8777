import fc from 'fast-check';
import type { DrawingPath, Task } from '../format';
import { type Contour, circleContour, combineAreas, placeContour, reverseContour } from '../geometry';
import { block, polygon } from '../testing/contours';
import { leaf } from '../testing/curves';
import type { Finding } from './check';
import { type Limits, limitsOf } from './limits';
import { prove } from './prove';
import { timesToPass } from './size-to-pass';
import { subjectOf } from './subject';
import { MATERIALS, PROCESSES, TOOLS, type Process } from '../machine';

const path = (outer: Contour, holes: Contour[] = [], more: Partial<DrawingPath> = {}): DrawingPath => ({
  task: 'cut-through',
  shape: { outer, holes },
  ...more,
});
const materialFor = (process: Process) => {
  const material = MATERIALS.find((one) => one.process === process);
  const tool = TOOLS.find((one) => one.process === process);
  if (!material || !tool) throw new Error(`nothing for ${process}`);
  return limitsOf(material, tool);
};
const LASER = materialFor('laser');

const findingsOf = (paths: DrawingPath[], limits: Limits = LASER): Finding[] =>
  prove(subjectOf(paths), limits).findings;
const kindsOf = (paths: DrawingPath[], limits = LASER) => findingsOf(paths, limits).map(({ kind }) => kind);
const found = (paths: DrawingPath[], kind: string, limits = LASER) => {
  const finding = findingsOf(paths, limits).find((one) => one.kind === kind);
  if (!finding) throw new Error(`no ${kind}: ${kindsOf(paths, limits).join()}`);
  return finding;
};

/** Two plates held by a strip, somewhere. */
const dumbbell = (width: number, x = 0, y = 0) =>
  combineAreas('unite', [
    block(0, 0, 20, 20),
    block(40, 0, 20, 20),
    block(10, 10 - width / 2, 40, width),
  ]).map((contour) => placeContour(contour, { scale: 1, x, y }));

describe('a clean piece', () => {
  it.each(PROCESSES)('has no finding for a %s', (process) => {
    const plate = path(block(0, 0, 200, 100), [reverseContour(circleContour({ x: 20, y: 50 }, 6))]);
    // A round tool leaves nothing standing at outer corners.
    expect(kindsOf([plate, path(circleContour({ x: 260, y: 50 }, 30))], materialFor(process))).toEqual([]);
  });

  it('has none where engravings lie side by side, or plates share a border', () => {
    const engraved: Partial<DrawingPath> = { task: 'engrave' };
    const plate = (colour: string) => ({ plate: { name: colour, colour } });
    expect(kindsOf([path(block(0, 0, 50, 50)), path(block(10, 10, 0.3, 20), [], engraved)])).toEqual([]);
    expect(
      kindsOf([
        path(block(0, 0, 20, 20), [], plate('#112233')),
        path(block(20, 0, 20, 20), [], plate('#332211')),
      ]),
    ).toEqual([]);
  });

  it('of 1,000 random ones with everything above its limit has none', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.06, max: 3, noNaN: true }),
        fc.double({ min: 0.55, max: 3, noNaN: true }),
        fc.double({ min: 2, max: 6, noNaN: true }),
        (neck, radius, wall) => {
          const hole = circleContour({ x: wall + radius, y: 10 }, radius, true);
          const [outer] = dumbbell(neck);
          const kinds = kindsOf([path(outer, [hole])]);
          expect(kinds).toEqual([]);
        },
      ),
      { numRuns: 1000 },
    );
  });
});

describe('a planted flaw', () => {
  // Above and below the limit by 5 %: found, and not found.
  const sides = (limit: number) =>
    fc.oneof(
      fc.double({ min: 0.25 * limit, max: 0.95 * limit, noNaN: true }),
      fc.double({ min: 1.05 * limit, max: 3 * limit, noNaN: true }),
    );
  const place = fc.record({
    x: fc.double({ min: -500, max: 500, noNaN: true }),
    y: fc.double({ min: -500, max: 500, noNaN: true }),
  });

  it.each<[string, keyof Limits, (size: number, at: { x: number; y: number }) => DrawingPath[]]>([
    ['neck', 'leastNeck', (size, { x, y }) => dumbbell(size, x, y).map((outer) => path(outer))],
    [
      'wall',
      'leastWall',
      (size, { x, y }) => [
        path(block(x, y, 60, 60), [circleContour({ x: x + 10 + size, y: y + 30 }, 10, true)]),
      ],
    ],
    [
      'narrow-slot',
      'leastGap',
      (size, { x, y }) => [path(block(x, y, 20, 20)), path(block(x + 20 + size, y, 20, 20))],
    ],
    [
      'small-hole',
      'leastHole',
      (size, { x, y }) => [
        path(block(x, y, 40, 40), [circleContour({ x: x + 20, y: y + 20 }, size / 2, true)]),
      ],
    ],
    [
      'speck',
      'leastPart',
      (size, { x, y }) => [path(block(x, y, 30, 30)), path(circleContour({ x: x + 60, y }, size / 2))],
    ],
  ])('of kind %s is found below its limit and not above it, and measured', (kind, limit, plant) => {
    const allowed = LASER[limit] as number;
    fc.assert(
      fc.property(sides(allowed), place, (size, at) => {
        // Lines so near that a beam goes along both at once are told as that.
        fc.pre(kind !== 'narrow-slot' || Math.abs(size - LASER.double) > 0.001);
        const told = kind === 'narrow-slot' && size <= LASER.double ? 'duplicate' : kind;
        const finding = findingsOf(plant(size, at)).find((one) => one.kind === told);
        expect(finding !== undefined).toBe(size < allowed);
        if (finding && told === kind) {
          expect(finding.measured).toBeCloseTo(size, 2);
          expect(finding).toMatchObject({ count: 1, allowed });
          expect(finding.places).toHaveLength(1);
        }
      }),
      { numRuns: 1000 },
    );
  });
});

describe('findings', () => {
  it('lines that lie on one another: how long they are cut twice', () => {
    const finding = found([path(block(0, 0, 40, 40)), path(block(40, 10, 20, 20))], 'duplicate');
    expect(finding.severity).toBe('stop');
    expect(finding.measured).toBeCloseTo(20, 6);
    expect(finding.places.every(({ x, y }) => Math.abs(x - 40) < 0.1 && y > 9 && y < 31)).toBe(true);
    expect(found([path(leaf), path(leaf)], 'duplicate').measured).toBeGreaterThan(80);
  });

  it('areas may lie side by side, and lines beside one another are nothing to a mill that goes beside them', () => {
    const router = materialFor('router');
    const pocket: { task: Task } = { task: 'pocket' };
    const letters = [path(block(20, 20, 10, 40), [], pocket), path(block(30.5, 20, 10, 40), [], pocket)];
    expect(kindsOf([path(block(0, 0, 200, 100)), ...letters], router)).not.toContain('duplicate');
    expect(kindsOf([path(block(0, 0, 60, 60)), path(block(61, 0, 60, 60))], router)).toContain('narrow-slot');
    expect(kindsOf([path(block(0, 0, 60, 60)), path(block(61, 0, 60, 60))], router)).not.toContain(
      'duplicate',
    );
    // A beam of 0.2 mm cuts lines 0.08 mm apart twice.
    expect(kindsOf([path(block(0, 0, 60, 60)), path(block(60.08, 0, 60, 60))])).toContain('duplicate');
  });

  it('cuts that cross, and a contour that crosses itself, each place once', () => {
    const across = found([path(block(0, 0, 40, 40)), path(block(20, 20, 40, 40))], 'crossing');
    expect(across).toMatchObject({ count: 2, severity: 'stop' });
    const bow = polygon([0, 0], [40, 40], [40, 0], [0, 40]);
    expect(found([path(bow)], 'self-crossing').places).toEqual([
      { x: expect.closeTo(20, 6) as number, y: expect.closeTo(20, 6) as number },
    ]);
    // Where they do, no gap or wall is told as well, and no size that would mend it.
    const both = findingsOf([path(block(0, 0, 40, 40)), path(block(20, 20, 40, 40))]);
    expect(both.map(({ kind }) => kind)).toEqual(['crossing', 'apart']);
    expect(timesToPass(both)).toBeUndefined();
    // A score may run across anything; that it runs out is worth knowing.
    const score = path(
      { start: { x: -5, y: 5 }, segments: [{ kind: 'line', x: 50, y: 5 }], closed: false },
      [],
      { task: 'score' },
    );
    const over = findingsOf([path(block(0, 0, 40, 40)), { ...score, shape: { ...score.shape, pen: 0.3 } }]);
    expect(over).toMatchObject([{ kind: 'over-edge', severity: 'note' }]);
  });

  it('an outline that is worked twice: on two layers, or twice on a layer whose areas are cleared', () => {
    const disc = circleContour({ x: 20, y: 20 }, 6);
    const engraved: Partial<DrawingPath> = { task: 'engrave' };
    const plate = path(block(0, 0, 60, 40), [reverseContour(disc)]);
    // Once more, gone around the other way.
    const again = path(reverseContour(disc), [], engraved);
    const finding = found([plate, again], 'same-outline');
    expect(finding).toMatchObject({ severity: 'warn', count: 1 });
    expect(finding.message).toContain('both cut through and engraved');
    expect(found([path(block(0, 0, 60, 40)), again, again], 'same-outline').message).toContain(
      'engraved twice',
    );
    // What is cut twice is told by its length; what is only in the same box, or nearly there, is another outline.
    expect(kindsOf([plate, path(disc)])).not.toContain('same-outline');
    const square = path(block(14, 14, 12, 12), [], engraved);
    expect(kindsOf([plate, square])).not.toContain('same-outline');
    const beside = path(placeContour(disc, { scale: 1, x: 0.5, y: 0 }), [], engraved);
    expect(kindsOf([plate, beside])).not.toContain('same-outline');
  });

  it('sides that lie on the edge of the page, unless the page is as large as the drawing', () => {
    const onPage = (width: number, height: number) =>
      prove(
        subjectOf([path(block(0, 0, 60, 40))], { page: { left: 0, top: 0, right: width, bottom: height } }),
        LASER,
      ).findings.filter(({ kind }) => kind === 'flush');
    expect(onPage(200, 100)).toMatchObject([{ severity: 'note', count: 2 }]);
    expect(onPage(60, 100)).toMatchObject([{ count: 3 }]);
    expect(onPage(60, 40)).toEqual([]);
  });

  it('along which line what is too narrow reaches', () => {
    const neck = found([path(dumbbell(0.4)[0])], 'neck');
    const on = (neck.stretches ?? []).flat();
    // The strip runs from 20 to 40 at the middle of the plates.
    const along = on.filter((_, k) => k % 2 === 0);
    const across = on.filter((_, k) => k % 2 === 1);
    expect(Math.min(...along)).toBeLessThan(21);
    expect(Math.max(...along)).toBeGreaterThan(39);
    for (const y of across) expect(y).toBeCloseTo(10, 2);
    const twice = found([path(block(0, 0, 60, 40)), path(block(0, 0, 60, 40))], 'duplicate');
    const length = (twice.stretches ?? []).reduce((sum, [x, y, u, v]) => sum + Math.hypot(u - x, v - y), 0);
    expect(length).toBeCloseTo(2 * 200, 1);
  });

  it('what lies in a hole falls out', () => {
    const paths = [
      path(circleContour({ x: 0, y: 0 }, 40), [circleContour({ x: 0, y: 0 }, 25, true)]),
      path(circleContour({ x: 3, y: 0 }, 8)),
    ];
    const finding = found(paths, 'island');
    expect(finding).toMatchObject({ count: 1, measured: expect.closeTo(16, 6) as number });
    expect(finding.places[0].x).toBeCloseTo(3, 6);
    // Letters cut out of a board leave their middles.
    const board = path(block(0, 0, 100, 60));
    const letter = path(circleContour({ x: 50, y: 30 }, 20), [circleContour({ x: 50, y: 30 }, 8, true)]);
    expect(found([board, letter], 'island').places[0].x).toBeCloseTo(50, 6);
  });

  it('a round tool leaves material standing in inner corners: a kite less a slice of the circle', () => {
    const router = materialFor('router');
    const window = path(block(0, 0, 200, 200), [reverseContour(block(50, 50, 100, 100))]);
    const finding = found([window], 'inner-corner', router);
    expect(finding.count).toBe(4);
    const radius = 3.175 / 2;
    // Four right corners leave what a square has more than its circle.
    expect(finding.message).toContain(`${((4 - Math.PI) * radius ** 2).toFixed(1)} mm²`);
    expect(kindsOf([window])).toEqual([]);
  });

  it('a pocket beside an edge leaves a wall, which is told where it is too thin', () => {
    const router = materialFor('router');
    const pocket: { task: Task } = { task: 'pocket' };
    const board = path(block(0, 0, 200, 100));
    const beside = (wall: number) => [board, path(block(wall, 20, 40, 40), [], pocket)];
    expect(found(beside(3), 'wall', router)).toMatchObject({
      count: 1,
      measured: expect.closeTo(3, 6) as number,
    });
    expect(kindsOf(beside(6), router)).not.toContain('wall');
    // Two pockets have one between them; a hole through the floor of one leaves none.
    const two = [board, path(block(30, 20, 40, 40), [], pocket), path(block(73, 20, 40, 40), [], pocket)];
    expect(found(two, 'wall', router).measured).toBeCloseTo(3, 6);
    const through = [
      path(block(0, 0, 200, 100), [circleContour({ x: 38, y: 40 }, 5, true)]),
      path(block(30, 20, 40, 40), [], pocket),
    ];
    expect(kindsOf(through, router)).not.toContain('wall');
  });

  it('pockets too: corners that stay standing, and strokes that the tool does not go into', () => {
    const router = materialFor('router');
    const pocket: { task: Task } = { task: 'pocket' };
    const board = path(block(0, 0, 200, 100));
    // An L of strokes of 8 mm: five corners of it are inner ones to the tool, one is material's.
    const letter = path(polygon([50, 20], [50, 80], [90, 80], [90, 72], [58, 72], [58, 20]), [], pocket);
    const corners = found([board, letter], 'inner-corner', router);
    expect(corners).toMatchObject({ count: 5, severity: 'note' });
    // In a round one nothing does.
    const round = polygon(
      ...Array.from({ length: 60 }, (_, k): [number, number] => [
        140 + 9 * Math.cos(k / 9.549),
        50 - 9 * Math.sin(k / 9.549),
      ]),
    );
    expect(kindsOf([board, path(round, [], pocket)], router)).toEqual([]);
    const thin = path(block(120, 20, 2, 60), [], pocket);
    expect(found([board, thin], 'narrow-slot', router)).toMatchObject({
      count: 1,
      measured: expect.closeTo(2, 6) as number,
      allowed: 3.175,
    });
    expect(kindsOf([board, letter])).toEqual([]);
  });

  it('tips, slivers, what is larger than the bed, too many nodes and segments that are too short', () => {
    const spike = polygon([0, 0], [0, 4], [60, 2]);
    expect(found([path(spike)], 'sharp-tip').measured).toBeCloseTo(
      (2 * Math.atan2(2, 60) * 180) / Math.PI,
      3,
    );
    expect(found([path(block(0, 0, 80, 0.3))], 'sliver').measured).toBeCloseTo(0.3, 2);
    expect(found([path(block(0, 0, 700, 30))], 'outside-bed')).toMatchObject({
      measured: 700,
      allowed: 600,
      severity: 'stop',
    });
    // Turned, it fits.
    expect(kindsOf([path(block(0, 0, 380, 590))])).toEqual([]);
    const fine = Array.from({ length: 400 }, (_, k): [number, number] => {
      const angle = (-2 * Math.PI * k) / 400;
      return [20 * Math.cos(angle), 20 * Math.sin(angle)];
    });
    expect(found([path(polygon(...fine))], 'too-many-nodes').measured).toBeGreaterThan(300);
    const tiny = Array.from({ length: 400 }, (_, k): [number, number] => {
      const angle = (-2 * Math.PI * k) / 400;
      return [Math.cos(angle), Math.sin(angle)];
    });
    expect(found([path(block(0, 0, 900, 9)), path(polygon(...tiny))], 'short-segments').count).toBe(400);
  });

  it('tell how many times as large all would pass, and so large they do', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 0.9, noNaN: true }),
        fc.double({ min: 0.1, max: 0.6, noNaN: true }),
        fc.double({ min: 0.3, max: 2, noNaN: true }),
        (neck, radius, wall) => {
          const [outer] = dumbbell(neck);
          const plan = [outer, circleContour({ x: wall + radius, y: 10 }, radius, true)];
          const at = (scale: number) => {
            const [rim, hole] = plan.map((contour) => placeContour(contour, { scale, x: 0, y: 0 }));
            // The bed does not grow along, and what hangs grows as what holds it does.
            return findingsOf([path(rim, [hole])]).filter(
              ({ kind }) => kind !== 'outside-bed' && kind !== 'weak',
            );
          };
          const times = timesToPass(at(1)) ?? NaN;
          expect(times).toBeGreaterThan(1);
          expect(at(times)).toEqual([]);
          // And no smaller would do.
          expect(at(0.98 * times)).not.toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
    expect(timesToPass(findingsOf([path(block(0, 0, 40, 40))]))).toBeUndefined();
  });

  it('come gravest first', () => {
    const severities = findingsOf([
      path(block(0, 0, 40, 40)),
      path(block(20, 20, 40, 40)),
      path(circleContour({ x: 100, y: 0 }, 0.3)),
    ]).map(({ severity }) => severity);
    expect(severities).toEqual(
      [...severities].sort(
        (a, b) => ['stop', 'warn', 'note'].indexOf(a) - ['stop', 'warn', 'note'].indexOf(b),
      ),
    );
    expect(severities.length).toBeGreaterThan(1);
  });

  it('guides are nothing to any machine', () => {
    const guide: { task: Task } = { task: 'guide' };
    expect(kindsOf([path(block(0, 0, 40, 40)), path(block(0, 0, 40, 40), [], guide)])).toEqual([]);
  });
});

it('the workshop’s rows are for processes that have both, and say where their figures come from', () => {
  for (const process of PROCESSES) {
    expect(MATERIALS.some((one) => one.process === process)).toBe(true);
    expect(TOOLS.some((one) => one.process === process)).toBe(true);
  }
  expect(new Set([...MATERIALS, ...TOOLS].map(({ name, process }) => `${process} ${name}`)).size).toBe(
    MATERIALS.length + TOOLS.length,
  );
});
