import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const root = join(__dirname, '../../..');
let folder: string;

beforeAll(() => execFileSync(process.execPath, [join(root, 'scripts/build-cli.mjs')]));
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'drelk-check-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

interface Report {
  unit: string | null;
  size: { width: number; height: number };
  findings: {
    kind: string;
    severity: string;
    count: number;
    measured: number;
    allowed: number;
    where: { x: number; y: number }[];
    message: string;
  }[];
}

const file = (name: string, text: string) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
function check(path: string, ...args: string[]) {
  const bundled = join(root, 'packages/cli/dist/drelk.mjs');
  const { status, stdout, stderr } = spawnSync(process.execPath, [bundled, 'check', path, ...args], {
    encoding: 'utf8',
  });
  return { status, stdout, stderr };
}
function reportOf(path: string, ...args: string[]): Report {
  const { status, stderr } = check(path, '--report', join(folder, 'r.json'), ...args);
  expect([status, stderr]).toEqual([0, '']);
  return JSON.parse(readFileSync(join(folder, 'r.json'), 'utf8')) as Report;
}
/** A page of millimetres. */
const svg = (content: string, width = 100, height = 80) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${content}</svg>`;
/** Circles in a DXF of a unit (its $INSUNITS), y up. */
const dxf = (unit: number, circles: [x: number, y: number, radius: number][]) =>
  [
    '0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70',
    unit,
    '0\nENDSEC\n0\nSECTION\n2\nENTITIES',
    ...circles.map(([x, y, radius]) => `0\nCIRCLE\n8\n0\n10\n${x}\n20\n${y}\n40\n${radius}`),
    '0\nENDSEC\n0\nEOF\n',
  ].join('\n');

describe('drelk check', () => {
  it('is told what is to come out, and how deep pockets are', () => {
    const circles = '<circle cx="30" cy="30" r="20"/><circle cx="30" cy="30" r="8"/>';
    const rings = svg(`<g id="cut"><path d="M2 2h90v70h-90z"/>${circles}</g>`);
    const kinds = (text: string, ...args: string[]) =>
      reportOf(file('rings.svg', text), '--process', 'router', ...args).findings.map(({ kind }) => kind);
    expect(kinds(rings)).toContain('island');
    expect(kinds(rings, '--comes-out', 'apart')).not.toContain('island');
    const pocket = svg('<path d="M2 2h90v70h-90z"/><g id="pocket"><path d="M20 20h40v30h-40z"/></g>');
    expect(kinds(pocket)).not.toContain('too-deep');
    expect(kinds(pocket, '--depth', '40mm')).toContain('too-deep');
    const { status, stderr } = check(file('p.svg', pocket), '--process', 'router', '--depth', '0mm');
    expect([status, stderr]).toEqual([1, expect.stringContaining('“0mm” is not a length.')]);
  });

  it('is silent about a clean file', () => {
    const path = file('clean.svg', svg('<rect x="5" y="5" width="60" height="40"/>'));
    expect(reportOf(path, '--process', 'laser').findings).toEqual([]);
    expect(check(path, '--process', 'vinyl').stdout).toContain('Nothing found that would spoil the cut.');
  });

  it('tells places in millimetres from the upper left of an SVG’s page', () => {
    const path = file('hole.svg', svg('<path fill-rule="evenodd" d="M5 5h60v40H5zM30 20h.6v.6h-.6z"/>'));
    const [hole, ...more] = reportOf(path, '--process', 'laser').findings;
    expect(more.map(({ kind }) => kind)).toEqual([]);
    expect(hole).toMatchObject({ kind: 'small-hole', severity: 'warn', count: 1, allowed: 1 });
    expect(hole.measured).toBeCloseTo(0.6, 3);
    expect(hole.where[0].x).toBeCloseTo(30.3, 3);
    expect(hole.where[0].y).toBeCloseTo(20.3, 3);
  });

  it('says what of a file is no path, or cannot be read', () => {
    const texts = file('text.svg', svg('<text x="5" y="20">open late</text><path d="M10 10h50v50h-50z"/>'));
    const [text, ...more] = reportOf(texts, '--process', 'laser').findings;
    expect(more).toEqual([]);
    expect(text).toMatchObject({
      kind: 'text-as-text',
      severity: 'stop',
      count: 1,
      message: '1 text is letters of a font and no paths: nothing is cut there.',
    });
    const lost = file('lost.svg', svg('<path d="M10 10h50v50h-50z"/><path d="M10 70L NaN 5"/>'));
    expect(reportOf(lost, '--process', 'laser').findings.map(({ kind }) => kind)).toContain('left-out');
  });

  // DXF reference, $INSUNITS: 1 inches, 4 millimetres, 6 metres, 0 none.
  it.each([
    [4, 1],
    [1, 25.4],
    [6, 1000],
    [0, 1],
  ])('reads a DXF of unit %i right, places y up', (unit, millimetres) => {
    const at = (value: number) => value / millimetres;
    const path = file(
      'discs.dxf',
      dxf(unit, [
        [at(50), at(40), at(30)],
        [at(62), at(47), at(0.3)],
      ]),
    );
    const { findings, size } = reportOf(path, '--process', 'laser');
    expect(size.width).toBeCloseTo(60, 4);
    const hole = findings.find(({ kind }) => kind === 'small-hole');
    expect(hole?.where[0].x).toBeCloseTo(62, 4);
    expect(hole?.where[0].y).toBeCloseTo(47, 4);
    expect(findings.some(({ kind }) => kind === 'no-true-size')).toBe(unit === 0);
  });

  it('lines that meet are one, in whatever order they were drawn: a frame of four is closed, of three it is not', () => {
    const sides = [
      [0, 0, 50, 0],
      [50, 30, 0, 30],
      [50, 0, 50, 30],
      [0, 0, 0, 30],
    ];
    const frame = (count: number) =>
      file(
        'frame.dxf',
        `0\nSECTION\n2\nENTITIES\n${sides
          .slice(0, count)
          .map(([x1, y1, x2, y2]) => `0\nLINE\n8\n0\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}\n`)
          .join('')}0\nENDSEC\n0\nEOF\n`,
      );
    const kinds = (count: number) =>
      reportOf(frame(count), '--process', 'laser', '--unit', 'mm').findings.map(({ kind }) => kind);
    expect(kinds(4)).toEqual([]);
    expect(kinds(3)).toEqual(['open']);
  });

  it('by another tool and material finds other things: corners that an end mill cannot reach into', () => {
    const path = file('window.svg', svg('<path fill-rule="evenodd" d="M5 5h90v70H5zM25 25h50v30H25z"/>'));
    const kinds = (...args: string[]) => reportOf(path, ...args).findings.map(({ kind }) => kind);
    expect(kinds('--process', 'laser', '--material', 'card')).toEqual([]);
    const [corner] = reportOf(path, '--process', 'router', '--tool', '1/4 in').findings;
    expect(corner).toMatchObject({ kind: 'inner-corner', count: 4, allowed: 3.175 });
  });

  it('lines that are scored may be open, those that are cut may not', () => {
    const line = (layer: string) =>
      file(
        'line.svg',
        svg(
          `<rect x="5" y="5" width="60" height="40"/><g id="${layer}"><path fill="none" stroke="#000" d="M10 10L40 30"/></g>`,
        ),
      );
    const kinds = (layer: string) =>
      reportOf(line(layer), '--process', 'laser').findings.map(({ kind }) => kind);
    expect(kinds('score')).toEqual([]);
    expect(kinds('outline')).toEqual(['open']);
  });

  it.each([
    [['--process', 'loom'], 'is no process', 1],
    [['--process', 'laser', '--material', 'moonlight'], 'is no material for a laser', 1],
    [['--process', 'router', '--tool', '0'], 'is not a length', 1],
    [['--process', 'router', '--tool', 'NaN'], '', 1],
    [[], 'process', 2],
  ])('%j gets a sentence', (args, says, status) => {
    const path = file('clean.svg', svg('<rect x="5" y="5" width="60" height="40"/>'));
    const result = check(path, ...args);
    expect(result.status).toBe(status);
    expect(result.stderr).toContain(says);
  });

  it('a file with nothing to cut, and one that is none, get a sentence', () => {
    expect(check(file('empty.svg', svg('')), '--process', 'laser')).toMatchObject({ status: 1 });
    expect(check(file('words.svg', 'words'), '--process', 'laser').stderr).toContain(
      'neither an SVG nor a DXF',
    );
    expect(check(join(folder, 'none.svg'), '--process', 'laser').stderr).toContain('cannot be opened');
  });
});
