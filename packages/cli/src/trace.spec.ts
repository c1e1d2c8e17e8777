import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import DxfParser from 'dxf-parser';
import sharp from 'sharp';
import { contoursDrawn, newJob, readDxf, readSvg } from '@drelk/core';

const root = join(__dirname, '../../..');
const demo = join(root, 'demo/pictures');
let folder: string;

beforeAll(() => execFileSync(process.execPath, [join(root, 'scripts/build-cli.mjs')]));
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'drelk-cli-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

function drelk(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(root, 'packages/cli/dist/drelk.mjs'), 'trace', ...args],
    { encoding: 'utf8' },
  );
  return { status, stdout, stderr };
}
const at = (name: string) => join(folder, name);
const report = () =>
  JSON.parse(readFileSync(at('r.json'), 'utf8')) as Record<string, number> & {
    milliseconds: Record<string, number>;
  };

describe('drelk trace', () => {
  it('brings the sealing ring out at its true size from the file’s density', () => {
    const { status } = drelk(
      join(demo, '09-sealing-ring.png'),
      '--out',
      at('a.svg'),
      '--out',
      at('a.dxf'),
      '--report',
      at('r.json'),
    );
    expect(status).toBe(0);
    expect(report()).toMatchObject({ shapes: 1, holes: 4, contours: 5, openPaths: 0 });
    expect(Math.abs(report()['width'] - 60)).toBeLessThan(0.02);
    expect(Object.keys(report().milliseconds)).toEqual(expect.arrayContaining(['grey', 'ink', 'line']));
    const parsed = new DxfParser().parseSync(readFileSync(at('a.dxf'), 'utf8'));
    expect(parsed?.entities.map((entity) => entity.type)).toEqual(Array(5).fill('CIRCLE'));
  });

  it('makes one pixel one millimetre with --size-by picture, places kept', () => {
    drelk(
      join(demo, '01-moth.png'),
      '--out',
      at('a.svg'),
      '--width',
      '1000mm',
      '--size-by',
      'picture',
      '--report',
      at('r.json'),
    );
    const svg = readFileSync(at('a.svg'), 'utf8');
    expect(svg).toContain('width="1000mm" height="760mm" viewBox="0 0 1000 760"');
    expect(report()['width']).toBeGreaterThan(860);
    expect(report()['width']).toBeLessThan(870);
  });

  it.each([
    ['120mm', 120],
    ['5in', 127],
    ['4 1/2in', 114.3],
  ])('makes the artwork exactly %s wide', (width, millimetres) => {
    drelk(join(demo, '01-moth.png'), '--out', at('a.svg'), '--width', width);
    expect(readSvg(readFileSync(at('a.svg'), 'utf8')).page.right).toBeCloseTo(millimetres, 3);
  });

  it('writes the newer DXF when asked', () => {
    drelk(join(demo, '02-moth-small.jpg'), '--out', at('a.dxf'), '--dxf', '2000');
    const text = readFileSync(at('a.dxf'), 'utf8');
    expect(text).toContain('AC1015');
    expect(contoursDrawn(readDxf(text)).every(({ closed }) => closed)).toBe(true);
  });

  it('takes settings from a job', () => {
    const source = { blob: '', name: '', kind: 'png', width: 1, height: 1, density: null, notes: [] };
    const fresh = newJob(source);
    const job = { ...fresh, piece: { ...fresh.piece, edge: 'height', length: 80 } };
    writeFileSync(at('job.json'), JSON.stringify(job));
    drelk(join(demo, '01-moth.png'), '--job', at('job.json'), '--report', at('r.json'));
    expect(report()['height']).toBeCloseTo(80, 6);
  });

  it('takes settings from a job of an older schema', () => {
    const job = join(root, 'packages/core/src/testing/documents/schema-1-first.json');
    expect(drelk(join(demo, '01-moth.png'), '--job', job, '--report', at('r.json')).status).toBe(0);
    expect(report()['width']).toBeCloseTo(82, 6);
  });

  it('traces line art as single lines, into both formats', () => {
    const args = ['--method', 'centreline', '--out', at('a.svg'), '--out', at('a.dxf')];
    drelk(join(demo, '06-teapot.png'), ...args, '--width', '120mm', '--report', at('r.json'));
    expect(report()).toMatchObject({ openPaths: 0, lines: 9 });
    const open = contoursDrawn(readDxf(readFileSync(at('a.dxf'), 'utf8'))).filter(({ closed }) => !closed);
    expect(open.length).toBeGreaterThan(3);
  });

  it('takes a label apart into its colours, the paper counted', () => {
    const args = ['--method', 'colours', '--colours', '5', '--out', at('a.svg')];
    drelk(join(demo, '07-tin-label.png'), ...args);
    const groups = readFileSync(at('a.svg'), 'utf8').match(/<g [^>]*id="[^"]+"/g) ?? [];
    expect(groups).toHaveLength(4);
  });

  it('refuses what is no number of colours', () => {
    const { status, stderr } = drelk(join(demo, '01-moth.png'), '--out', at('a.svg'), '--colours', 'many');
    expect(status).toBe(1);
    expect(stderr).toContain('“many” is not a number of colours');
    expect(existsSync(at('a.svg'))).toBe(false);
  });
});

describe('wrong files: exit 1, one sentence, nothing left behind', () => {
  const white = () => sharp({ create: { width: 64, height: 64, channels: 3, background: '#fff' } }).png();
  const grain = () => {
    let state = 7;
    const tones = Uint8Array.from({ length: 900 * 700 }, () => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      return state >>> 31 ? 255 : 0;
    });
    return sharp(tones, { raw: { width: 900, height: 700, channels: 1 } })
      .png()
      .toBuffer();
  };
  const cases: [string, () => Promise<Buffer>, string][] = [
    ['text.png', () => Promise.resolve(Buffer.from('only words')), 'is not a picture'],
    [
      'half.jpg',
      async () => readFileSync(join(demo, '03-stall-sign.jpg')).subarray(0, 60_000),
      'ends in the middle',
    ],
    ['white.png', () => white().toBuffer(), 'Nothing here is ink'],
    ['grain.png', () => grain(), 'that is grain, not shapes'],
    [
      'one.png',
      () =>
        sharp({ create: { width: 1, height: 1, channels: 3, background: '#000' } })
          .png()
          .toBuffer(),
      'only 1 × 1',
    ],
  ];
  it.each(cases)('%s', async (name, make, sentence) => {
    writeFileSync(at(name), await make());
    const { status, stderr, stdout } = drelk(at(name), '--out', at('a.svg'), '--report', at('r.json'));
    expect(status).toBe(1);
    expect(stderr).toContain(sentence);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(stdout).toBe('');
    expect(readdirSync(folder)).toEqual([name]);
  });

  it('a file that is not there, a threshold and a width that are none', () => {
    expect(drelk(at('none.png'), '--out', at('a.svg'))).toMatchObject({ status: 1 });
    expect(drelk(join(demo, '01-moth.png'), '--threshold', '300')).toMatchObject({ status: 1 });
    expect(drelk(join(demo, '01-moth.png'), '--width', 'wide').stderr).toContain('“wide” is not a length');
    expect(drelk(join(demo, '01-moth.png'), '--out', at('a.webp'))).toMatchObject({ status: 1 });
    expect(readdirSync(folder)).toEqual([]);
  });
});

describe('odd pictures come out right', () => {
  const disc = (fill: string) =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="80"><circle cx="40" cy="40" r="30" fill="${fill}"/></svg>`,
    );
  const opaque = (fill = '#000') => sharp(disc(fill)).flatten({ background: '#fff' });
  const cases: [string, () => Promise<Buffer>][] = [
    ['transparent ground.png', () => sharp(disc('#000')).png().toBuffer()],
    ['white ink in alpha only.png', () => sharp(disc('#fff')).png().toBuffer()],
    ['sixteen bits.png', () => opaque().toColourspace('rgb16').png().toBuffer()],
    ['four inks.jpg', () => opaque().toColourspace('cmyk').jpeg({ quality: 95 }).toBuffer()],
    ['tea "🫖" \'late\'.png', () => opaque().png().toBuffer()],
    ['light on dark.png', () => sharp(disc('#fff')).flatten({ background: '#000' }).png().toBuffer()],
  ];
  it.each(cases)('%s', async (name, make) => {
    writeFileSync(at(name), await make());
    const { status, stderr } = drelk(
      at(name),
      '--out',
      at('a.svg'),
      '--width',
      '100mm',
      '--size-by',
      'picture',
      '--report',
      at('r.json'),
    );
    expect([status, stderr]).toEqual([0, '']);
    expect(report()).toMatchObject({ shapes: 1, holes: 0 });
    expect(Math.abs(report()['width'] - 60)).toBeLessThan(0.3);
  });

  it('an EXIF-rotated JPEG stands upright', async () => {
    const sheet = sharp({ create: { width: 200, height: 100, channels: 3, background: '#fff' } });
    const bar = await sharp({ create: { width: 120, height: 20, channels: 3, background: '#000' } })
      .png()
      .toBuffer();
    const bytes = await sheet
      .composite([{ input: bar, left: 40, top: 40 }])
      .withMetadata({ orientation: 6 })
      .jpeg({ quality: 95 })
      .toBuffer();
    writeFileSync(at('a.jpg'), bytes);
    drelk(at('a.jpg'), '--width', '100mm', '--size-by', 'picture', '--report', at('r.json'));
    expect(report()['height']).toBeCloseTo(120, 0);
    expect(report()['width']).toBeCloseTo(20, 0);
  });

  it('an animated WebP gives its first picture', async () => {
    const raw = Buffer.alloc(64 * 128 * 3, 255);
    for (let y = 10; y < 40; y++) raw.fill(0, (y * 64 + 10) * 3, (y * 64 + 40) * 3);
    const bytes = await sharp(raw, { raw: { width: 64, height: 128, channels: 3, pageHeight: 64 } })
      .webp({ lossless: true })
      .toBuffer();
    writeFileSync(at('a.webp'), bytes);
    drelk(at('a.webp'), '--width', '64mm', '--size-by', 'picture', '--report', at('r.json'));
    expect(report()['width']).toBeCloseTo(30, 0);
  });
});
