import sharp from 'sharp';
import { withDensity } from './png-density';
import { checkPicture, readPictureHeader } from './read-header';

/** Reference: files written by a general-purpose picture library. */
const canvas = () => sharp({ create: { width: 60, height: 40, channels: 3, background: '#fff' } });

describe('density', () => {
  it.each([72, 96, 300, 600])('of %i dpi is read from PNG (pHYs), JPEG and TIFF', async (density) => {
    const dressed = canvas().withMetadata({ density });
    for (const bytes of [
      await dressed.clone().png().toBuffer(),
      await dressed.clone().jpeg().toBuffer(),
      await dressed.clone().tiff().toBuffer(),
    ]) {
      const header = readPictureHeader(bytes);
      expect(header).toMatchObject({ width: 60, height: 40, complete: true });
      expect(Math.abs((header?.density ?? 0) - density)).toBeLessThan(0.05);
    }
  });

  it('of 11811 pixels a metre is 300 dpi (PNG specification)', () => {
    expect(11811 * 0.0254).toBeCloseTo(300, 2);
  });
});

describe('kinds and sizes', () => {
  it.each(['png', 'jpeg', 'webp', 'gif', 'tiff', 'avif'] as const)(
    '%s is told from its bytes',
    async (kind) => {
      const bytes = await canvas().toFormat(kind).toBuffer();
      expect(checkPicture(bytes, 'a')).toMatchObject({ kind, width: 60, height: 40, animated: false });
    },
  );

  it('a lossless WebP and a 16-bit PNG too', async () => {
    expect(readPictureHeader(await canvas().webp({ lossless: true }).toBuffer())).toMatchObject({
      width: 60,
      height: 40,
    });
    expect(readPictureHeader(await canvas().toColourspace('rgb16').png().toBuffer())).toMatchObject({
      width: 60,
    });
  });

  it('a BMP, by its own header', () => {
    const bytes = new Uint8Array(54 + 60 * 40 * 4);
    const view = new DataView(bytes.buffer);
    bytes.set([0x42, 0x4d]);
    view.setUint32(2, bytes.length, true);
    view.setInt32(18, 60, true);
    view.setInt32(22, -40, true);
    view.setUint32(38, 11811, true);
    const header = readPictureHeader(bytes);
    expect(header).toMatchObject({ kind: 'bmp', width: 60, height: 40, complete: true });
    expect(header?.density).toBeCloseTo(300, 1);
  });

  it.each([1, 3, 6, 8])('an orientation of %i is obeyed', async (orientation) => {
    const header = readPictureHeader(await canvas().withMetadata({ orientation }).jpeg().toBuffer());
    expect(header).toMatchObject({ orientation, width: orientation >= 5 ? 40 : 60 });
  });

  it('an animated WebP is said to move', async () => {
    const pages = sharp({ create: { width: 20, height: 40, channels: 3, background: '#fff' } });
    const bytes = await sharp(await pages.png().toBuffer())
      .webp()
      .toBuffer();
    expect(readPictureHeader(bytes)?.animated).toBe(false);
    const raw = Buffer.alloc(20 * 40 * 3, 9);
    raw.fill(200, 20 * 20 * 3);
    const moving = await sharp(raw, { raw: { width: 20, height: 40, channels: 3, pageHeight: 20 } })
      .webp({ loop: 0 })
      .toBuffer();
    expect(readPictureHeader(moving)).toMatchObject({ animated: true, width: 20, height: 20 });
  });
});

/** A TIFF of one directory; what takes more than four bytes, all of one value, lies at 200 and 208. */
function tiff(entries: [tag: number, type: number, value: number][], long = 0): Buffer {
  const bytes = Buffer.alloc(220);
  bytes.write('II*', 'latin1');
  bytes.writeUInt32LE(8, 4);
  bytes.writeUInt16LE(entries.length, 8);
  entries.forEach(([tag, type, value], k) => {
    const at = 10 + 12 * k;
    bytes.writeUInt16LE(tag, at);
    bytes.writeUInt16LE(type, at + 2);
    bytes.writeUInt32LE(1, at + 4);
    bytes.writeUInt32LE(value, at + 8);
  });
  bytes.writeUInt32LE(long, 200);
  bytes.writeUInt32LE(long, 208);
  return bytes;
}

it('a camera’s density is none: it says nothing of what was seen (EXIF 2.3, exposure time)', async () => {
  const withExposure = canvas().withExif({ IFD2: { ExposureTime: '1/60' } });
  const scan = await canvas().withMetadata({ density: 300 }).jpeg().toBuffer();
  const photo = await withExposure.withMetadata({ density: 300 }).jpeg().toBuffer();
  expect(readPictureHeader(scan)?.density).toBeCloseTo(300, 0);
  expect(readPictureHeader(photo)?.density).toBeUndefined();
});

it('four channels in a JPEG are inks', async () => {
  expect(readPictureHeader(await canvas().toColourspace('cmyk').jpeg().toBuffer())?.inks).toBe(true);
  expect(readPictureHeader(await canvas().jpeg().toBuffer())?.inks).toBe(false);
});

describe('what must not be decoded', () => {
  const png = (width: number, height: number) => {
    const bytes = Buffer.alloc(45);
    bytes.writeUInt32BE(0x89504e47, 0);
    bytes.writeUInt32BE(13, 8);
    bytes.write('IHDR', 12, 'latin1');
    bytes.writeUInt32BE(width, 16);
    bytes.writeUInt32BE(height, 20);
    bytes.write('IEND', 37, 'latin1');
    return bytes;
  };

  it.each([
    ['a text file named .png', Buffer.from('just words'), 'not a picture'],
    ['an empty file', Buffer.alloc(0), 'not a picture'],
    ['20,000 x 20,000 pixels', png(20_000, 20_000), '20000 × 20000 pixels; Drelk takes up to 150 megapixels'],
    ['1 x 1 pixel', png(1, 1), 'only 1 × 1 pixels'],
  ])('%s gets a sentence', (_name, bytes, sentence) => {
    expect(() => checkPicture(bytes, 'tea "🫖".png')).toThrow(sentence);
    expect(() => checkPicture(bytes, 'tea "🫖".png')).toThrow('tea "🫖".png');
  });

  const frame = Buffer.from('2c00000000204e204e0002024c01003b', 'hex');
  it.each([
    [
      'a GIF whose frame is larger than its screen',
      Buffer.concat([Buffer.from('4749463839615a004600800000000000ffffff', 'hex'), frame]),
      '20000 × 20000 pixels',
    ],
    [
      'a TIFF with its width twice',
      tiff([
        [256, 4, 40],
        [256, 4, 20_000],
        [257, 4, 20_000],
      ]),
      '20000 × 20000',
    ],
    [
      'a TIFF with its size as eight bytes',
      tiff(
        [
          [256, 16, 200],
          [257, 16, 208],
        ],
        20_000,
      ),
      '20000 × 20000',
    ],
  ])('%s is as large as a decoder may take it for', (_name, bytes, sentence) => {
    expect(() => checkPicture(bytes, 'a')).toThrow(sentence);
  });

  it('a thousand EXIF blocks that promise more than they hold take no time', () => {
    const block = Buffer.from('ffe1001245786966000049492a000800000000100000', 'hex').subarray(0, 20);
    const bytes = Buffer.concat([Buffer.from('ffd8', 'hex'), ...Array<Buffer>(45_000).fill(block)]);
    const begun = performance.now();
    expect(readPictureHeader(bytes)).toBeUndefined();
    expect(performance.now() - begun).toBeLessThan(2000);
  });

  it.each(['jpeg', 'png', 'webp', 'gif'] as const)('a truncated %s gets a sentence', async (kind) => {
    const noise = { type: 'gaussian' as const, mean: 120, sigma: 50 };
    const bytes = await sharp({ create: { width: 200, height: 200, channels: 3, background: '#fff', noise } })
      .toFormat(kind)
      .toBuffer();
    expect(() => checkPicture(bytes.subarray(0, bytes.length >> 1), 'a')).toThrow('ends in the middle');
  });

  it('random bytes never crash the readers', () => {
    for (const start of [
      [0x89, 0x50, 0x4e, 0x47],
      [0xff, 0xd8],
      [0x49, 0x49, 42, 0],
      [0x47, 0x49, 0x46, 0x38],
      [0x42, 0x4d],
    ]) {
      for (let seed = 1; seed < 60; seed++) {
        const bytes = Uint8Array.from({ length: 300 }, (_, i) => start[i] ?? (i * seed * 2654435761) >>> 24);
        expect(() => readPictureHeader(bytes)).not.toThrow();
      }
    }
  });
});

it.each([96, 300, 1200])(
  'a density of %d dpi written into a PNG is the one sharp reads back',
  async (density) => {
    const png = await canvas().png().toBuffer();
    for (const bytes of [withDensity(png, density), withDensity(withDensity(png, 72), density)]) {
      const metadata = await sharp(bytes).metadata();
      expect(metadata.density).toBe(density);
      expect(readPictureHeader(bytes)?.density).toBeCloseTo(density, 1);
      expect((await sharp(bytes).raw().toBuffer()).length).toBe(60 * 40 * 3);
    }
  },
);
