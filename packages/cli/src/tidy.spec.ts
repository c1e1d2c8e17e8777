import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { contoursDrawn, readDxf, readSvg } from '@drelk/core';

const root = join(__dirname, '../../..');
const old = join(root, 'demo/pictures/12-old-lettering.dxf');
let folder: string;

beforeAll(() => execFileSync(process.execPath, [join(root, 'scripts/build-cli.mjs')]));
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'drelk-tidy-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const at = (name: string) => join(folder, name);
function tidy(...args: string[]) {
  const bundled = join(root, 'packages/cli/dist/drelk.mjs');
  const { status, stdout, stderr } = spawnSync(process.execPath, [bundled, 'tidy', ...args], {
    encoding: 'utf8',
  });
  return { status, stdout, stderr };
}

describe('drelk tidy', () => {
  it('makes closed letters with holes of old lettering, into both formats, and reports what it mended', () => {
    const { status } = tidy(
      old,
      '--out',
      at('a.svg'),
      '--out',
      at('a.dxf'),
      '--simplify',
      '0.05mm',
      '--dxf',
      '2000',
      '--report',
      at('r.json'),
    );
    expect(status).toBe(0);
    const report = JSON.parse(readFileSync(at('r.json'), 'utf8')) as Record<string, Record<string, number>>;
    expect(report).toMatchObject({
      unit: null,
      before: { contours: 15, open: 6 },
      after: { contours: 10, open: 0, holes: 2 },
      mended: { 'doubled contours, dropped': 2 },
      left: {},
    });
    const svg = contoursDrawn(readSvg(readFileSync(at('a.svg'), 'utf8')));
    const dxf = contoursDrawn(readDxf(readFileSync(at('a.dxf'), 'utf8')));
    expect([svg.length, dxf.length]).toEqual([10, 10]);
    expect([...svg, ...dxf].every(({ closed }) => closed)).toBe(true);
  });

  it('says on one line what came of it, and what was mended, where no report is asked for', () => {
    const { stdout } = tidy(old, '--out', at('a.svg'));
    expect(stdout).toMatch(/^376\.\d\d x 60\.\d\d mm, 10 contours, 0 open, 10646 nodes become \d+\n/);
    expect(stdout).toContain('2 doubled contours, dropped');
  });

  it('takes a unit where the file has none', () => {
    tidy(old, '--unit', 'in', '--report', at('r.json'));
    const { width } = JSON.parse(readFileSync(at('r.json'), 'utf8')) as { width: number };
    expect(width).toBeCloseTo(376.2857 * 25.4, 2);
  });

  it.each([
    ['binary DXF', 'Drawing  Binary DXF\r\n\x1a\0', 'is a binary DXF'],
    ['a drawing of nothing but writing', '0\nTEXT\n8\n0\n1\ntea\n', 'has nothing to cut: just texts (1)'],
    ['no vector file', 'once upon a time', 'is neither an SVG nor a DXF'],
    ['a page without size', '<svg width="0" height="0"/>', 'a page without size'],
  ])('refuses %s with a sentence, exit 1, and writes nothing', (_name, content, message) => {
    writeFileSync(at('in'), content);
    const { status, stderr } = tidy(at('in'), '--out', at('a.svg'), '--report', at('r.json'));
    expect(status).toBe(1);
    expect(stderr).toContain(message);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(readdirSync(folder)).toEqual(['in']);
  });

  it.each([
    ['a length that is none', ['--simplify', 'abc'], 1],
    ['a negative gap', ['--join=-1mm'], 1],
    ['an ending that is no format', ['--out', 'a.png'], 1],
    ['a unit that is none', ['--unit', 'ell'], 2],
    ['an option that is none', ['--colour', 'red'], 2],
  ])('refuses %s', (_name, args, status) => {
    expect(tidy(old, ...args).status).toBe(status);
    expect(existsSync(at('a.svg'))).toBe(false);
  });

  it('refuses a file that is not there', () => {
    const { status, stderr } = tidy(at('none.svg'));
    expect(status).toBe(1);
    expect(stderr).toContain('cannot be opened');
  });
});
