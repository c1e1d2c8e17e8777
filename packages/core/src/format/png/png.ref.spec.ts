import sharp from 'sharp';
import { type Contour, circleContour, reverseContour } from '../../geometry';
import type { Drawing, DrawingPath } from '../drawing';
import { type Chosen, usualOf } from '../file-format';
import { readPictureHeader } from '../picture/read-header';
import { svg } from '../svg/format';
import { textOf } from '../text';
import { block } from '../../testing/contours';
import { leaf } from '../../testing/curves';
import { png } from './format';

const drawingOf = (paths: DrawingPath[]): Drawing => ({
  frame: { left: 5, top: 5, right: 45, bottom: 35 },
  units: 'mm',
  paths,
});
/** 254 dpi are ten pixels a millimetre. */
const chosen = (more: Chosen = {}): Chosen => ({ ...usualOf(png), density: 254, ...more });
const written = (paths: DrawingPath[], more: Chosen = {}) => png.write(drawingOf(paths), chosen(more));
/** Reference: an image library that is not ours. Pixels with all four channels. */
const decoded = async (bytes: Uint8Array) => {
  const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const at = (column: number, row: number) => [
    ...data.subarray(4 * (row * info.width + column), 4 * (row * info.width + column) + 4),
  ];
  return { data, width: info.width, height: info.height, at };
};
const ring: DrawingPath = {
  task: 'cut-through',
  shape: {
    outer: circleContour({ x: 25, y: 20 }, 10),
    holes: [reverseContour(circleContour({ x: 25, y: 20 }, 4))],
  },
};

describe('a picture of a piece', () => {
  it('has its size by pixels and density, for another library and for our own reader', async () => {
    const bytes = written([ring]);
    const { width, height, density, format } = await sharp(bytes).metadata();
    expect([width, height, format]).toEqual([400, 300, 'png']);
    expect(density).toBe(254);
    const header = readPictureHeader(bytes);
    expect([header?.width, header?.height]).toEqual([400, 300]);
    expect(header?.density).toBeCloseTo(254, 1);
  });

  it('shows two tones: black inside, white in holes and around', async () => {
    const { data, at } = await decoded(written([ring]));
    expect(at(200, 150)).toEqual([255, 255, 255, 255]);
    expect(at(130, 150)).toEqual([0, 0, 0, 255]);
    expect(at(2, 2)).toEqual([255, 255, 255, 255]);
    const tones = new Set(data.filter((_, k) => k % 4 === 0));
    expect([...tones].sort()).toEqual([0, 255]);
    const black = data.filter((value, k) => k % 4 === 0 && value === 0).length;
    // Area of a ring, in pixels.
    expect(Math.abs(black / (Math.PI * (100 ** 2 - 40 ** 2)) - 1)).toBeLessThan(2e-3);
  });

  it('is transparent where it is asked to be, with or without greys', async () => {
    for (const shows of ['tones', 'filled', 'plates']) {
      const { at } = await decoded(written([ring], { shows, ground: 'clear' }));
      expect(at(200, 150)[3]).toBe(0);
      expect(at(2, 2)[3]).toBe(0);
      expect(at(130, 150)[3]).toBe(255);
    }
  });

  it('has smooth rims that cover just what the area covers', async () => {
    const { data } = await decoded(written([ring], { shows: 'filled', ground: 'clear' }));
    const cover = data.reduce((sum, value, k) => (k % 4 === 3 ? sum + value / 255 : sum), 0);
    expect(Math.abs(cover / (Math.PI * (100 ** 2 - 40 ** 2)) - 1)).toBeLessThan(5e-4);
    const greys = new Set(data.filter((_, k) => k % 4 === 3));
    expect(greys.size).toBeGreaterThan(10);
  });

  it('shows plates in their colours, with no seam where they share a border', async () => {
    const plate = (name: string, colour: string, outer: Contour): DrawingPath => ({
      task: 'cut-through',
      shape: { outer, holes: [] },
      plate: { name, colour },
    });
    const { at } = await decoded(
      written(
        [
          plate('clay', '#c98a5f', block(10, 10, 10.03, 10)),
          plate('indigo', '#2b3468', block(20.03, 10, 10, 10)),
        ],
        { shows: 'plates' },
      ),
    );
    const row = Array.from({ length: 200 }, (_, k) => at(51 + k - (k > 197 ? 3 : 0), 100));
    expect(row[0]).toEqual([0xc9, 0x8a, 0x5f, 255]);
    expect(row[190]).toEqual([0x2b, 0x34, 0x68, 255]);
    // On the way from one to the other no pixel is lighter than both.
    for (const [red, green, blue] of row) {
      expect(red).toBeLessThanOrEqual(0xc9);
      expect(green).toBeLessThanOrEqual(0x8a);
      expect(blue).toBeLessThanOrEqual(0x68);
    }
  });

  it('is empty where something is cut out of a part, and shows what is engraved on it', async () => {
    const board: DrawingPath = { task: 'cut-through', shape: { outer: block(10, 10, 30, 20), holes: [] } };
    const letter: DrawingPath = { task: 'cut-through', shape: { outer: block(15, 15, 5, 5), holes: [] } };
    const mark: DrawingPath = { task: 'engrave', shape: { outer: block(30, 15, 5, 5), holes: [] } };
    const line: DrawingPath = {
      task: 'score',
      shape: {
        outer: { start: { x: 12, y: 27 }, segments: [{ kind: 'line', x: 38, y: 27 }], closed: false },
        holes: [],
        pen: 0.6,
      },
    };
    const { at } = await decoded(written([board, letter, mark, line]));
    expect([at(70, 70), at(125, 125), at(275, 125), at(200, 220)].map(([tone]) => tone)).toEqual([
      0, 255, 255, 255,
    ]);
    const colours = await decoded(written([board, letter, mark, line], { shows: 'plates' }));
    expect(colours.at(275, 125)).toEqual([0x6f, 0x8f, 0x6a, 255]);
    expect(colours.at(200, 220)).toEqual([0x8a, 0x5a, 0x86, 255]);
    expect(colours.at(125, 125)).toEqual([255, 255, 255, 255]);
  });

  it('is what another library makes of our SVG at that density', async () => {
    // Reference: an SVG renderer that is not ours, which smooths rims in its own way.
    const paths: DrawingPath[] = [
      ring,
      { task: 'cut-through', shape: { outer: leaf, holes: [] } },
      { task: 'cut-through', shape: { outer: block(38.3, 28.1, 5.2, 4.7), holes: [] } },
    ];
    const own = { ...drawingOf(paths), frame: { left: 0, top: 0, right: 80, bottom: 60 } };
    const chosen = { ...usualOf(png), density: 254, shows: 'filled' };
    const text = textOf(svg.write(svg.meant(own, usualOf(svg)), usualOf(svg)));
    // Ten pixels a millimetre.
    const inPixels = text.replace('width="80mm" height="60mm"', 'width="800" height="600"');
    const { data, info } = await sharp(Buffer.from(inPixels))
      .flatten({ background: '#ffffff' })
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([800, 600]);
    const ours = await sharp(png.write(own, chosen)).greyscale().raw().toBuffer();
    const off = data.map((value, k) => Math.abs(value - ours[k]));
    expect(off.reduce((sum, value) => sum + value, 0) / off.length).toBeLessThan(0.15);
    // Nowhere by more than a third: rims alone differ.
    expect(off.reduce((most, value) => Math.max(most, value), 0)).toBeLessThan(85);
  });

  it('says how dense it may be where it were too large', () => {
    expect(() => written([ring], { density: 2400 })).not.toThrow();
    const wide = { ...drawingOf([ring]), frame: { left: 0, top: 0, right: 1200, bottom: 1200 } };
    expect(() => png.write(wide, chosen({ density: 300 }))).toThrow(
      expect.objectContaining({
        code: 'too-large',
        hint: expect.stringMatching(/at most 189 dpi/) as string,
      }),
    );
  });
});

describe('a picture read back', () => {
  const bytes = written([ring]);
  const spoiled = (change: (copy: Uint8Array<ArrayBuffer>) => Uint8Array) => change(bytes.slice());

  it('is what was written, pixel by pixel', async () => {
    const back = png.readBack(bytes);
    const { at } = await decoded(bytes);
    for (let k = 0; k < 2000; k++) {
      const [column, row] = [(k * 37) % 400, (k * 61) % 300];
      expect(back.at(column, row)).toEqual(at(column, row));
    }
  });

  it.each<[string, (copy: Uint8Array<ArrayBuffer>) => Uint8Array]>([
    ['no PNG', (copy) => copy.fill(0, 0, 4)],
    ['an end that is missing', (copy) => copy.subarray(0, copy.length - 12)],
    ['a byte that is another', (copy) => copy.fill(copy[70] ^ 255, 70, 71)],
    ['half of it', (copy) => copy.subarray(0, copy.length >> 1)],
  ])('is refused with %s', (_, change) =>
    expect(() => png.readBack(spoiled(change))).toThrow(/not as it was written/),
  );
});
