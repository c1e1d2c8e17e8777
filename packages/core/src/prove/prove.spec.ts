import type { DrawingPath } from '../format';
import { circleContour } from '../geometry';
import { type Given, type Subject, told, toldArea } from './check';
import { CHECKS, LIMITS, proofOf, prove } from './prove';
import { sheetsLeft } from './sheets';
import { subjectOf } from './subject';

const disc: DrawingPath = {
  task: 'cut-through',
  shape: { outer: circleContour({ x: 5, y: 5 }, 4), holes: [] },
};
const start = { x: 1, y: 2 };
const straight: DrawingPath = {
  task: 'cut-through',
  shape: { outer: { start, segments: [{ kind: 'line', x: 8, y: 9 }], closed: false }, holes: [] },
};
const subject = subjectOf([disc], { frame: { left: 0, top: 0, right: 10, bottom: 10 }, pixel: 0.2 });
const kinds = (changed: Partial<Given>) => prove({ ...subject, ...changed }).findings.map(({ kind }) => kind);

describe('prove', () => {
  it('is silent where nothing is wrong', () => expect(kinds({})).toEqual([]));

  it('finds contours of areas that do not close, with both their ends', () => {
    const [finding] = prove(subjectOf([disc, straight])).findings;
    expect(finding).toMatchObject({ kind: 'open', measured: 1, allowed: 0 });
    expect(finding.places.map(({ x, y }) => [x, y])).toEqual([
      [1, 2],
      [8, 9],
    ]);
    expect(finding.message).toContain('1 of 2 contours');
  });

  it('tells what could not be laid on the piece', () => {
    const told = { name: 'Border', message: 'It leaves nothing.', hint: 'Make it less.' };
    expect(prove({ ...subject, leftOut: [told] }).findings).toEqual([
      expect.objectContaining({
        kind: 'left-out',
        message: '“Border” is not on the piece: It leaves nothing.',
        hint: 'Make it less.',
      }),
    ]);
  });

  it('lets single lines be open', () =>
    expect(kinds({ paths: [{ ...straight, shape: { ...straight.shape, pen: 1 } }] })).toEqual([]));

  it.each([
    [{ hasTrueSize: false, pixel: 3 }, ['no-true-size']],
    [{ pixel: 0.51 }, ['coarse']],
    [{ pixel: 0.5 }, []],
    [{ pixel: undefined }, []],
  ])('%o: %o', (changed, found) => expect(kinds(changed)).toEqual(found));

  it('counts a line with a pen that was meant to close, and none that only ends', () => {
    const bent = (gap: number): DrawingPath => ({
      task: 'cut-through',
      shape: {
        outer: {
          start: { x: 0, y: 0 },
          segments: [
            { kind: 'line', x: 30, y: 0 },
            { kind: 'line', x: 30, y: 20 },
            { kind: 'line', x: 0, y: 20 },
            { kind: 'line', x: 0, y: gap },
          ],
          closed: false,
        },
        holes: [],
        pen: 0.4,
      },
    });
    expect(prove(subjectOf([bent(1)])).findings[0]).toMatchObject({
      kind: 'open',
      severity: 'stop',
      count: 1,
    });
    expect(kinds({ ...subjectOf([bent(12)]) })).toEqual([]);
  });

  it('sets apart what is waived, with the reason', () => {
    const all = prove(subjectOf([disc, straight], { hasTrueSize: false })).findings;
    const { findings, waived } = proofOf(
      all,
      { parts: 2, want: { is: 'apart', isSaid: false } },
      {
        waived: { 'no-true-size': 'It is a sketch.' },
        waivedAt: {},
      },
    );
    expect(findings.map(({ kind }) => kind)).toEqual(['open', 'apart']);
    expect(waived).toEqual([expect.objectContaining({ kind: 'no-true-size', reason: 'It is a sketch.' })]);
  });

  it('asks again what was waived once more of it is found, or it measures otherwise', () => {
    const all = prove(subjectOf([disc, straight])).findings;
    const open = (at: { count: number; measured: number }) =>
      proofOf(
        all,
        { parts: 2, want: { is: 'apart', isSaid: false } },
        { waived: { open: 'It is a line.' }, waivedAt: { open: at } },
      ).waived.length;
    expect(open({ count: 1, measured: 1 })).toBe(1);
    expect(open({ count: 2, measured: 1 })).toBe(1);
    expect(open({ count: 0, measured: 1 })).toBe(0);
    expect(open({ count: 1, measured: 0.5 })).toBe(0);
  });

  it('measures against the limits that it is given', () => {
    const [finding] = prove(subject, { ...LIMITS, coarsePixel: 0.1 }).findings;
    expect(finding).toMatchObject({ kind: 'coarse', measured: 0.2, allowed: 0.1 });
  });

  it('tells lengths in the unit that the job counts in', () => {
    const [finding] = prove(subject, { ...LIMITS, coarsePixel: 0.1, units: 'in' }).findings;
    expect(finding.message).toContain('becomes 0.0079 in; up to 0.0039 in');
    // 25.4 mm are an inch (international yard and pound agreement, 1959).
    expect(told(25.4, 'in')).toBe('1 in');
    expect(toldArea(645.16, 'in')).toBe('1 in²');
    expect([toldArea(12.34, 'mm'), toldArea(6450, 'mm')]).toEqual(['12.3 mm²', '64.5 cm²']);
  });

  it('reads no more than a check says', () => {
    const whole: Subject = { ...subject, sheets: sheetsLeft(subject.grounds, LIMITS) };
    for (const check of CHECKS) {
      const read = new Set<string>();
      const watched = new Proxy(whole, {
        get: (target, part) => {
          read.add(String(part));
          return target[part as keyof Subject];
        },
      });
      check.check(watched, LIMITS);
      expect([...read].every((part) => check.reads.some((said) => said === part))).toBe(true);
    }
  });
});
