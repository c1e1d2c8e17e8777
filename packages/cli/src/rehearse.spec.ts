import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import type { RehearsedFile } from '@drelk/core';

const root = join(__dirname, '../../..');
let folder: string;

beforeAll(() => execFileSync(process.execPath, [join(root, 'scripts/build-cli.mjs')]));
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'drelk-rehearse-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const file = (name: string, text: string) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const svg = (content: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="150mm" viewBox="0 0 200 150">${content}</svg>`;
function rehearse(path: string, ...args: string[]) {
  const bundled = join(root, 'packages/cli/dist/drelk.mjs');
  const { status, stdout, stderr } = spawnSync(process.execPath, [bundled, 'rehearse', path, ...args], {
    encoding: 'utf8',
  });
  return { status, stdout, stderr };
}
function reportOf(path: string, ...args: string[]): RehearsedFile {
  const { status, stderr } = rehearse(path, '--report', join(folder, 'r.json'), ...args);
  expect([status, stderr]).toEqual([0, '']);
  return JSON.parse(readFileSync(join(folder, 'r.json'), 'utf8')) as RehearsedFile;
}
const plate = svg('<path d="M10 10h120v100H10z"/><circle cx="40" cy="40" r="15" fill="#fff"/>');

describe('drelk rehearse', () => {
  it('tells order, time, and the parts that come out, in the file’s own frame', () => {
    const report = reportOf(file('plate.svg', plate), '--process', 'laser');
    expect(report.order).toHaveLength(2);
    expect(report.order[0]).toMatchObject({ task: 'cut-through', passes: 1 });
    // The hole comes first: its middle is 40 mm from the left of the page, 40 mm from its top.
    expect(Math.hypot(report.order[0].x - 40, report.order[0].y - 40)).toBeCloseTo(14.9, 3);
    expect(report.parts).toHaveLength(1);
    expect(report.parts[0].width).toBeCloseTo(120, 2);
    expect(report.parts[0].height).toBeCloseTo(100, 2);
    expect(report.parts[0].area).toBeCloseTo(12000 - Math.PI * 225, 3);
    expect(report.parts[0].freedAt).toBeCloseTo(report.seconds, 6);
    const spent = Object.values(report.tasks).reduce((sum, { seconds }) => sum + seconds, 0);
    expect(spent + report.travel.seconds).toBeCloseTo(report.seconds, 6);
    expect(report.findings).toEqual([]);
  });

  // Published: uniform acceleration. A circle in one go, begun and ended at rest: length by speed, and speed by acceleration.
  it('a circle takes as long as the closed formula says', () => {
    const path = file('circle.svg', svg('<circle cx="60" cy="60" r="40"/>'));
    const { tasks } = reportOf(path, '--process', 'laser');
    const length = 2 * Math.PI * 40.1;
    expect(tasks['cut-through'].length).toBeCloseTo(length, 6);
    expect(tasks['cut-through'].seconds).toBeCloseTo(length / 30 + 30 / 2000, 6);
  });

  // Common practice, no source: half the width takes about half the time.
  it('half as large takes about half as long', () => {
    const [whole, half] = ['1', '.5'].map((scale) =>
      reportOf(
        file(`${scale}.svg`, svg(`<g transform="scale(${scale})"><path d="M10 10h120v100H10z"/></g>`)),
        '--process',
        'laser',
      ),
    );
    expect(half.seconds / whole.seconds).toBeGreaterThan(0.45);
    expect(half.seconds / whole.seconds).toBeLessThan(0.6);
  });

  it('draws the sheet: what fell out, what came free, what stayed', async () => {
    const picture = join(folder, 'sheet.png');
    expect(rehearse(file('plate.svg', plate), '--process', 'router', '--picture', picture).status).toBe(0);
    const { data, info } = await sharp(picture).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    const margin = 0.06 * 120;
    const at = (x: number, y: number) => {
      const scale = info.width / (120 + 2 * margin);
      const k =
        3 * (Math.round((y - 10 + margin) * scale) * info.width + Math.round((x - 10 + margin) * scale));
      return `#${data.subarray(k, k + 3).toString('hex')}`;
    };
    expect([at(40, 40), at(100, 100), at(5, 5)]).toEqual(['#2a2620', '#8fbfae', '#d9c19a']);
  });

  it('without a report it says it in words', () => {
    const { stdout } = rehearse(file('plate.svg', plate), '--process', 'plasma', '--tool', '1mm');
    expect(stdout).toContain('120.00 x 100.00 mm, for steel 1.5 mm, torch, kerf 1 mm');
    expect(stdout).toContain('2 pierces');
    expect(stdout).toContain('part of 120.00 x 100.00 mm');
  });

  it.each([
    [['--process', 'water'], '“water” is no process. Choose laser, vinyl, plasma, router.'],
    [['--process', 'laser', '--tool', '0'], '“0” is not a length.'],
    [['--process', 'laser', '--material', 'cheese'], '“cheese” is no material for a laser.'],
    [['--process', 'router', '--depth', 'NaN'], '“NaN” is not a length.'],
  ])('%j gets a sentence and writes nothing', (args, sentence) => {
    const report = join(folder, 'r.json');
    const { status, stderr } = rehearse(file('plate.svg', plate), ...args, '--report', report);
    expect(status).toBe(1);
    expect(stderr).toContain(sentence);
    expect(existsSync(report)).toBe(false);
  });

  it.each([
    [svg(''), 'There is nothing in'],
    [svg('<g id="guide"><path d="M10 10h50v50z"/></g>'), 'There is nothing to cut in this file.'],
    [svg('<path d="M10 NaN h50v50z"/>'), 'There is nothing in'],
    ['hello', 'is neither an SVG nor a DXF'],
  ])('a file of %j gets a sentence', (text, sentence) => {
    const { status, stderr } = rehearse(file('odd.svg', text), '--process', 'laser');
    expect([status, stderr.includes(sentence), stderr]).toEqual([1, true, stderr]);
  });

  it('a bed that is too small is told', () => {
    const path = file('large.svg', svg('<path d="M0 0h900v20h-900z"/>'));
    expect(reportOf(path, '--process', 'laser').findings).toMatchObject([
      { kind: 'outside-bed', severity: 'stop', count: 1 },
    ]);
  });
});
