import { type Contour, boxOf, circleContour, offset, penned, signedArea } from '../geometry';
import type { DrawingPath, Task } from '../format';
import { polygon } from '../testing/contours';
import { type MachineWishes, MATERIALS, type Process, TOOLS, machineFor, straightTime } from '../machine';
import { rehearse } from './rehearse';

const machine = (process: Process, wishes: MachineWishes = {}, tool = 0) => {
  const material = MATERIALS.find((one) => one.process === process);
  const tools = TOOLS.filter((one) => one.process === process);
  if (!material) throw new Error(`no material for ${process}`);
  return machineFor(material, tools[tool], wishes);
};
const path = (task: Task, outer: Contour): DrawingPath => ({ task, shape: { outer, holes: [] } });
const cut = (contour: Contour) => path('cut-through', contour);
const rectangle = (x: number, y: number, width: number, height: number) =>
  polygon([x, y], [x + width, y], [x + width, y + height], [x, y + height]);
const line = (...places: [x: number, y: number][]): Contour => ({
  ...polygon(...places),
  segments: polygon(...places).segments.slice(0, -1),
  closed: false,
});

describe('what is done first', () => {
  const paths = [
    cut(rectangle(0, 0, 100, 80)),
    cut(rectangle(10, 10, 40, 40)),
    cut(circleContour({ x: 30, y: 30 }, 8)),
    path('guide', line([0, 0], [100, 80])),
    path('pocket', rectangle(60, 10, 30, 30)),
    path('score', line([60, 60], [90, 60])),
    path('engrave', line([10, 70], [50, 70])),
  ];

  // Common practice, no source: marks, then pockets, then inner cuts, the outer contour last.
  it.each(['laser', 'vinyl', 'plasma', 'router'] as const)('%s', (process) => {
    const { tracks, order, parts } = rehearse(paths, machine(process));
    const tasks = order.map((track) => tracks[track].task);
    expect(tasks.slice(0, 2).sort()).toEqual(['engrave', 'score']);
    expect(tasks.slice(2)).toEqual(['pocket', 'cut-through', 'cut-through', 'cut-through']);
    expect(order.slice(3).map((track) => tracks[track].depth)).toEqual([2, 1, 0]);
    expect(parts.map(({ isIsland, contours }) => [isIsland, contours.length])).toEqual([
      [false, 2],
      [true, 1],
    ]);
  });

  it('an order by hand is kept, and what it spoils is seen', () => {
    const { order, seen } = rehearse(paths.slice(0, 2), machine('laser'), { order: [0, 1] });
    expect(order).toEqual([0, 1]);
    expect(seen).toMatchObject([{ kind: 'cut-after-free', severity: 'stop', count: 1 }]);
    expect(rehearse(paths.slice(0, 2), machine('laser')).seen).toEqual([]);
  });
});

describe('parts come out as drawn, whatever the kerf', () => {
  const wave = {
    start: { x: 0, y: 0 },
    segments: [
      { kind: 'cubic' as const, x1: 20, y1: -12, x2: 50, y2: 12, x: 70, y: 0 },
      { kind: 'line' as const, x: 70, y: 40 },
      { kind: 'arc' as const, bulge: 0.4, x: 0, y: 40 },
      { kind: 'line' as const, x: 0, y: 0 },
    ],
    closed: true,
  };
  const shapes: [string, Contour][] = [
    ['a rectangle', rectangle(5, 5, 62.5, 41.3)],
    ['a disc', circleContour({ x: 20, y: 20 }, 17.35)],
    ['a triangle', polygon([0, 0], [60, 7], [20, 45])],
    ['a wave', wave],
  ];
  for (const process of ['laser', 'vinyl', 'plasma', 'router'] as const)
    it.each(shapes)(`${process}: %s`, (_, shape) => {
      const { parts, tracks, machine: own } = rehearse([cut(shape)], machine(process));
      const box = boxOf([shape]);
      if (!box) throw new Error('no box');
      expect(Math.abs(parts[0].width - (box.right - box.left))).toBeLessThan(0.01);
      expect(Math.abs(parts[0].height - (box.bottom - box.top))).toBeLessThan(0.01);
      // The tool's middle goes where a library that is not ours (clipper2-ts) has the contour grown by half the kerf.
      const [run] = tracks[0].runs;
      const [grown] = offset([shape], own.kerf / 2, 'round', 0.001);
      expect(Math.abs(Math.abs(signedArea(run)) - Math.abs(signedArea(grown)))).toBeLessThan(0.15);
    });

  it('with the tool’s middle on the line they are smaller by the kerf', () => {
    const { parts } = rehearse([cut(rectangle(0, 0, 50, 30))], machine('plasma', { compensated: false }));
    expect(parts[0].width).toBeCloseTo(48.5, 6);
    expect(parts[0].height).toBeCloseTo(28.5, 6);
  });

  it('a hole that is too small for the tool is told', () => {
    const paths = [cut(rectangle(0, 0, 60, 60)), cut(circleContour({ x: 30, y: 30 }, 1.2))];
    const { seen, unreached, tracks } = rehearse(paths, machine('router'));
    expect(unreached).toHaveLength(1);
    expect(tracks).toHaveLength(1);
    expect(seen).toMatchObject([
      { kind: 'unreached', count: 1, message: 'The tool does not get into 1 contour.' },
      // A disc 2.4 mm across: pi r^2.
      { kind: 'left-standing', count: 1, measured: expect.closeTo(Math.PI * 1.44, 2) as number },
    ]);
  });
});

describe('what a round tool leaves standing', () => {
  const corner = (radius: number) => (1 - Math.PI / 4) * radius ** 2;

  // Published: a right angle less a quarter disc, by plane geometry. Common practice: a 1/8 in mill leaves a radius of 1.5875 mm.
  it('in the corners of a pocket', () => {
    const { standing } = rehearse([path('pocket', rectangle(0, 0, 30, 20))], machine('router'));
    expect(standing).toHaveLength(4);
    for (const { area } of standing) expect(Math.abs(area - corner(1.5875))).toBeLessThan(0.015);
  });

  it('in the corners of a hole, and in none of a part', () => {
    const paths = [cut(rectangle(0, 0, 90, 70)), cut(rectangle(20, 20, 30, 30))];
    const { standing, tracks } = rehearse(paths, machine('router', {}, 1));
    expect(standing.map(({ track }) => tracks[track].depth)).toEqual([1, 1, 1, 1]);
    for (const { area } of standing) expect(Math.abs(area - corner(25.4 / 8))).toBeLessThan(0.03);
  });

  it('beside a slot that is narrower than the tool', () => {
    const slotted = polygon([0, 0], [60, 0], [60, 40], [31, 40], [31, 20], [29, 20], [29, 40], [0, 40]);
    const { standing } = rehearse([cut(slotted)], machine('router'));
    const all = standing.reduce((sum, { area }) => sum + area, 0);
    // Nearly all of the slot of 2 by 20 mm: at its mouth the mill reaches in by a little.
    expect(all).toBeGreaterThan(38);
    expect(all).toBeLessThan(40);
  });

  it('a large pocket with curves is cleared all over, by rings that have no more nodes than those around them', () => {
    // A wave all around, 260 mm across; its rim leaves nothing that the mill does not get into.
    const places = Array.from({ length: 720 }, (_, k): [number, number] => {
      const angle = (2 * Math.PI * k) / 720;
      const radius = 120 + 10 * Math.sin(5 * angle);
      return [radius * Math.cos(angle), radius * Math.sin(angle)];
    });
    const rim = polygon(...places);
    const made = machine('router');
    const { tracks } = rehearse([path('pocket', rim)], made);
    const { runs } = tracks[0];
    const counts = runs.map(({ segments }) => segments.length);
    expect(runs.length).toBeGreaterThan(80);
    // The outermost, which is exact, comes last.
    expect(Math.max(...counts)).toBe(Math.max(...counts.slice(-1)));
    // Reference: the area that a mill covers along all rings, by the polygon library, beside the pocket's own.
    const swept = penned(
      runs.map((contour) => ({ contour, pen: made.kerf })),
      0.01,
    );
    const covered = Math.abs(swept.reduce((sum, contour) => sum + signedArea(contour), 0));
    expect(covered / Math.abs(signedArea(rim))).toBeGreaterThan(0.999);
    expect(covered / Math.abs(signedArea(rim))).toBeLessThan(1.0005);
  });

  it('a pocket is cleared all over: no two ways are farther apart than the step', () => {
    const { tracks, byTask } = rehearse([path('pocket', rectangle(0, 0, 40, 25))], machine('router'));
    const [{ runs, passes }] = tracks;
    const step = 0.4 * 3.175;
    expect(passes).toBe(2);
    expect(runs).toHaveLength(Math.floor((12.5 - 1.5875) / step) + 1);
    const rings = runs.map((run) => Math.abs(signedArea(run)));
    expect(rings).toEqual([...rings].sort((a, b) => a - b));
    expect(byTask.pocket.length).toBeGreaterThan(passes * (1000 / step) * 0.85);
  });
});

describe('each process in its own way', () => {
  it('a beam engraves an area in lines, so long as its area by their distance', () => {
    const paths = [
      path('engrave', circleContour({ x: 30, y: 30 }, 20)),
      path('engrave', circleContour({ x: 30, y: 30 }, 8)),
    ];
    const { byTask } = rehearse(paths, machine('laser'));
    expect(byTask.engrave.length * 0.2).toBeCloseTo(Math.PI * (400 - 64), 0);
  });

  it('a torch pierces beside the part and comes in; inside of holes', () => {
    const paths = [cut(rectangle(0, 0, 90, 70)), cut(circleContour({ x: 40, y: 35 }, 15))];
    const { moves, pierces, tracks } = rehearse(paths, machine('plasma'));
    expect(pierces.count).toBe(2);
    const leads = moves.filter(({ kind }) => kind === 'lead');
    expect(leads.map(({ track }) => tracks[track].depth)).toEqual([1, 0]);
    const [inner, outer] = leads.map(({ way }) => ({ x: way?.places[0] ?? NaN, y: way?.places[1] ?? NaN }));
    expect(Math.hypot(inner.x - 40, inner.y - 35)).toBeCloseTo(15 - 0.75 - 3.75, 6);
    const isBeside = outer.x < -4 || outer.x > 94 || outer.y < -4 || outer.y > 74;
    expect(isBeside).toBe(true);
  });

  it('a torch and a mill go clockwise around parts and the other way around in holes, seen from above', () => {
    for (const process of ['plasma', 'router'] as const) {
      const paths = [cut(rectangle(0, 0, 90, 70)), cut(rectangle(20, 20, 30, 30))];
      const { tracks } = rehearse(paths, machine(process));
      expect(tracks.map(({ runs }) => Math.sign(signedArea(runs[0])))).toEqual([-1, 1]);
    }
  });

  it('a mill goes around as often as it needs to come through, down along its way each time', () => {
    const { moves, pierces } = rehearse([cut(rectangle(0, 0, 90, 70))], machine('router'));
    const work = moves.filter(({ kind }) => kind === 'work');
    expect(work).toHaveLength(6);
    expect(pierces.count).toBe(0);
    // 18 mm in six passes: 3 mm each, at 3 degrees.
    const ramps = moves.filter(({ kind }) => kind === 'ramp');
    expect(ramps).toHaveLength(6);
    for (const { length } of ramps) expect(length).toBeCloseTo(3 / Math.tan(Math.PI / 60), 6);
    for (const { length } of work) expect(length).toBeCloseTo(work[0].length, 6);
    // From pass to pass it stays where it is.
    expect(moves.filter(({ kind }) => kind === 'travel')).toHaveLength(1);
  });

  it('a mill goes down around a small hole more than once, and straight down where its way is open', () => {
    const hole = rehearse([cut(rectangle(0, 0, 90, 70)), cut(rectangle(20, 20, 12, 12))], machine('router'));
    const [first] = hole.moves.filter(({ kind }) => kind === 'ramp');
    const [round] = hole.moves.filter(({ kind }) => kind === 'work');
    expect(first.length).toBeCloseTo(3 / Math.tan(Math.PI / 60), 6);
    expect(first.length).toBeGreaterThan(round.length);
    const open = rehearse([cut(line([0, 0], [80, 0]))], machine('router'));
    expect(open.moves.filter(({ kind }) => kind === 'ramp')).toHaveLength(0);
    expect(open.pierces.count).toBe(6);
  });

  it('a knife turns on its tip in corners, a beam does not', () => {
    const square = [cut(rectangle(0, 0, 50, 50))];
    const turns = rehearse(square, machine('vinyl')).moves.filter(({ kind }) => kind === 'turn');
    // A run that is begun in the middle of a side has all four corners.
    expect(turns.reduce((sum, { seconds }) => sum + seconds, 0)).toBeCloseTo(
      4 * straightTime((0.25 * Math.PI) / 2, 200, 3000),
      6,
    );
    expect(rehearse(square, machine('laser')).moves.some(({ kind }) => kind === 'turn')).toBe(false);
  });

  it('tabs hold a part, and are left as wide as the tool leaves them', () => {
    const runs = [
      line([5, 0], [60, 0], [60, 15]),
      line([60, 20], [60, 40], [0, 40], [0, 0], [0, 0.0], [1, 0]),
    ];
    const { parts, tracks, seen } = rehearse(
      [...runs.map(cut), cut(rectangle(20, 10, 10, 10))],
      machine('laser'),
    );
    expect(parts).toHaveLength(1);
    expect(parts[0]).toMatchObject({ freedAt: null, isIsland: false });
    expect(parts[0].width).toBeCloseTo(60, 2);
    expect(parts[0].contours).toHaveLength(2);
    const held = tracks.find(({ drawn, isLoop }) => drawn[0].closed && !isLoop);
    expect(held?.runs).toHaveLength(2);
    expect(seen).toEqual([]);
  });
});

describe('only motion shows', () => {
  it('two parts that share a line burn it twice', () => {
    const paths = [cut(rectangle(0, 0, 40, 30)), cut(rectangle(40.08, 5, 40, 20))];
    const { seen } = rehearse(paths, machine('laser'));
    expect(seen).toMatchObject([{ kind: 'cut-twice', severity: 'warn', count: 1, measured: 20 }]);
    expect(seen[0].places[0].x).toBeCloseTo(40, 0);
  });

  it('a cut takes from the part beside what reaches into it', () => {
    const paths = [cut(rectangle(0, 0, 40, 30)), cut(rectangle(40.12, 5, 40, 20))];
    const { seen, parts } = rehearse(paths, machine('laser'));
    expect(seen).toMatchObject([{ kind: 'bitten', severity: 'warn', count: 2 }]);
    // Of a kerf of 0.2 mm a gap of 0.12 leaves 0.08 in the part beside.
    expect(parts.map(({ width }) => width).sort((a, b) => a - b)[0]).toBeCloseTo(39.92, 3);
  });

  it('a contour that is drawn twice does too', () => {
    for (const process of ['laser', 'vinyl'] as const)
      expect(
        rehearse([cut(rectangle(0, 0, 40, 30)), cut(rectangle(0, 0, 40, 30))], machine(process)).seen,
      ).toMatchObject([{ kind: 'cut-twice', count: 1 }]);
  });

  it('the same parts farther apart do not', () => {
    const paths = [cut(rectangle(0, 0, 40, 30)), cut(rectangle(40.35, 5, 40, 20))];
    expect(rehearse(paths, machine('laser')).seen).toEqual([]);
  });

  it('a torch passes over a part that came free', () => {
    const row = [0, 1, 2].map((k) => cut(rectangle(60 * k, 0, 40, 40)));
    const { seen } = rehearse(row, machine('plasma'), { order: [0, 2, 1] });
    expect(seen.map(({ kind }) => kind)).not.toContain('cut-after-free');
    const over = rehearse(
      [cut(rectangle(0, 0, 40, 40)), cut(rectangle(0, 60, 40, 40)), cut(rectangle(0, 120, 40, 40))],
      machine('plasma'),
      { order: [1, 0, 2] },
    );
    expect(over.seen.map(({ kind }) => kind)).toEqual(['travel-over-free']);
  });

  it('a bed that is too small is told, and one that fits turned around is not', () => {
    const kinds = (width: number, height: number) =>
      rehearse([cut(rectangle(0, 0, width, height))], machine('laser')).seen.map(({ kind }) => kind);
    expect(kinds(650, 300)).toEqual(['outside-bed']);
    expect(kinds(300, 590)).toEqual([]);
  });
});

describe('with nothing to do', () => {
  it('guides alone get a sentence', () =>
    expect(() => rehearse([path('guide', rectangle(0, 0, 10, 10))], machine('laser'))).toThrow(
      'There is nothing to cut in this file.',
    ));
  it('a tool too wide for everything does too', () =>
    expect(() => rehearse([path('pocket', rectangle(0, 0, 2, 2))], machine('router'))).toThrow(
      'The tool is too wide for everything that is drawn.',
    ));
});

it('all times add up, in order', () => {
  const paths = [
    cut(rectangle(0, 0, 90, 70)),
    cut(circleContour({ x: 40, y: 35 }, 15)),
    path('score', line([5, 5], [80, 5])),
  ];
  const { moves, seconds, byTask, travel } = rehearse(paths, machine('plasma'));
  const tasks = Object.values(byTask).reduce((sum, spent) => sum + spent.seconds, 0);
  expect(tasks + travel.seconds).toBeCloseTo(seconds, 9);
  moves
    .slice(1)
    .forEach(({ begins }, k) => expect(begins).toBeCloseTo(moves[k].begins + moves[k].seconds, 9));
});

describe('what is said of tasks, and of what comes out', () => {
  const plate = cut(rectangle(0, 0, 100, 80));

  it('pockets with a tool and a depth of their own', () => {
    const fine = { ...TOOLS.filter((one) => one.process === 'router')[0], name: 'fine', width: 1 };
    const paths = [plate, path('pocket', rectangle(10, 10, 30, 20))];
    const works = { pocket: { tool: fine, depth: 6 } };
    const own = rehearse(paths, machine('router', { works }));
    const usual = rehearse(paths, machine('router'));
    expect([usual.toolChanges, own.toolChanges]).toEqual([0, 1]);
    // Rings of .4 of the width, three times as many and more; what stands in four corners is (1 - pi/4) r^2 each.
    expect(own.byTask.pocket.length).toBeGreaterThan(3 * usual.byTask.pocket.length);
    expect(own.standing.reduce((sum, { area }) => sum + area, 0)).toBeCloseTo((4 - Math.PI) * 0.25, 2);
    const through = rehearse(paths, machine('router', { works: { pocket: { tool: null, depth: 40 } } }));
    expect(through.seen.map(({ kind }) => kind)).toContain('too-deep');
  });

  it('parts that are to hang together and do not, and islands that are parts', () => {
    const told = (paths: DrawingPath[], wanted: 'together' | 'apart' | 'auto') =>
      rehearse(paths, machine('laser'), { wanted }).seen.map(({ kind }) => kind);
    const beside = [plate, cut(rectangle(120, 0, 20, 20))];
    expect(told(beside, 'auto')).toEqual([]);
    expect(told(beside, 'together')).toEqual(['asunder']);
    const within = [plate, cut(rectangle(10, 10, 60, 60)), cut(rectangle(20, 20, 30, 30))];
    expect(told(within, 'auto')).toEqual(['falls-out']);
    expect(told(within, 'apart')).toEqual([]);
  });

  it('lengths in the unit that people count in', () => {
    const [seen] = rehearse(
      [plate, path('pocket', rectangle(10, 10, 30, 20))],
      machine('router', {
        works: { pocket: { tool: null, depth: 25.4 } },
      }),
      { units: 'in' },
    ).seen;
    expect(seen.message).toContain('goes 1 in deep, through a sheet of ');
  });
});
