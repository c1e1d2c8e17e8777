import type { DrawingPath, Task } from '../format';
import { type Contour, circleContour } from '../geometry';
import { MATERIALS, TOOLS } from '../machine';
import { block } from '../testing/contours';
import { cutGrounds } from './cut-ground';
import { limitsOf } from './limits';
import { prove } from './prove';
import { subjectOf } from './subject';
import { type Wanted, wantOf } from './wanted';

const path = (outer: Contour, task: Task = 'cut-through'): DrawingPath => ({
  task,
  shape: { outer, holes: [] },
});
const plate = path(block(0, 0, 80, 60));
const disc = (x: number, y: number, radius: number, task?: Task) =>
  path(circleContour({ x, y }, radius), task);
const kinds = (paths: DrawingPath[], said: 'auto' | Wanted) =>
  prove(subjectOf(paths, { want: wantOf(said, cutGrounds(paths)) })).findings.map(({ kind }) => kind);
const mill = TOOLS.filter(({ process }) => process === 'router');
const pine = MATERIALS.filter(({ process }) => process === 'router')[0];

describe('what is to come out', () => {
  it('is seen from what lies in what', () => {
    const seen = (paths: DrawingPath[]) => wantOf('auto', cutGrounds(paths)).is;
    expect(seen([plate])).toBe('together');
    expect(seen([plate, disc(20, 20, 8)])).toBe('board');
    expect(seen([plate, disc(200, 20, 8)])).toBe('apart');
    expect(seen([plate, disc(200, 20, 18), disc(200, 20, 12), disc(200, 20, 8)])).toBe('board');
  });

  it('what lies in a hole of a board falls out; of parts it is one', () => {
    const rings = [plate, disc(30, 30, 20), disc(30, 30, 10)];
    expect(kinds(rings, 'auto')).toEqual(['island']);
    expect(kinds(rings, 'board')).toEqual(['island']);
    expect(kinds(rings, 'apart')).toEqual([]);
  });

  it('what is to hang together and does not is told, with the smaller ones', () => {
    const three = [plate, disc(100, 20, 8), disc(130, 20, 5)];
    expect(kinds(three, 'auto')).toEqual([]);
    expect(kinds(three, 'apart')).toEqual([]);
    const [found] = prove(subjectOf(three, { want: wantOf('together', cutGrounds(three)) })).findings;
    expect(found).toMatchObject({ kind: 'asunder', severity: 'warn', count: 2 });
    expect(found.places[0].x).toBeCloseTo(100, 1);
    expect(found.measured).toBeCloseTo(16, 1);
  });
});

describe('tasks with tools and depths of their own', () => {
  const pocket = path(block(10, 10, 50, 40), 'pocket');
  const found = (works: Parameters<typeof limitsOf>[2]) =>
    prove(subjectOf([plate, pocket]), limitsOf(pine, mill[0], works)).findings;

  it('a pocket as deep as the sheet is none', () => {
    const deep = (depth: number) => found({ works: { pocket: { tool: null, depth } } });
    expect(deep(pine.thickness).map(({ kind }) => kind)).toContain('too-deep');
    expect(deep(pine.thickness - 1).map(({ kind }) => kind)).not.toContain('too-deep');
    const [told] = deep(pine.thickness + 1);
    expect(told.message).toBe(
      `1 pocket goes ${pine.thickness + 1} mm deep, through a sheet of ${pine.thickness} mm.`,
    );
  });

  it('what a finer bit leaves in the corners of a pocket is less, by the square of its width', () => {
    const standing = (works: Parameters<typeof limitsOf>[2]) =>
      found(works)
        .find(({ kind }) => kind === 'inner-corner')
        ?.sizes.reduce((sum, one) => sum + one, 0) ?? 0;
    const finer = { ...mill[0], name: 'fine', width: mill[0].width / 2 };
    const ratio = standing({}) / standing({ works: { pocket: { tool: finer, depth: null } } });
    expect(ratio).toBeGreaterThan(3.8);
    expect(ratio).toBeLessThan(4.2);
  });

  it('a knife clears nothing, whatever cuts through', () => {
    const knife = { ...mill[0], kind: 'knife' as const };
    const kindsWith = found({ works: { pocket: { tool: knife, depth: null } } }).map(({ kind }) => kind);
    expect(kindsWith).toContain('not-this-tool');
  });
});
