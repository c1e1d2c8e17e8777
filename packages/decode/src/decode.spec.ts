import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { asPng } from './as-png';
import { openPicture } from './open-picture';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'drelk-decode-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Twenty pixels by ten, the left half red, the right one blue. */
const pair = () => {
  const row = [...Array<number[]>(10).fill([255, 0, 0]), ...Array<number[]>(10).fill([0, 0, 255])].flat();
  const pixels = Buffer.from(Array<number[]>(10).fill(row).flat());
  return sharp(pixels, { raw: { width: 20, height: 10, channels: 3 } });
};
const at = (name: string) => join(folder, name);

/** Sixteen pixels by eight, the left half white, the right one black (BITMAPINFOHEADER; rows from the bottom up). */
function bitmap(bits: number): Buffer {
  const colours = bits <= 8 ? 2 ** bits : 0;
  const row = Math.max(4, 2 * bits);
  const start = 54 + 4 * colours;
  const bytes = Buffer.alloc(start + 8 * row);
  bytes.write('BM', 'latin1');
  bytes.writeUInt32LE(bytes.length, 2);
  bytes.writeUInt32LE(start, 10);
  bytes.writeUInt32LE(40, 14);
  bytes.writeInt32LE(16, 18);
  bytes.writeInt32LE(8, 22);
  bytes.writeUInt16LE(1, 26);
  bytes.writeUInt16LE(bits, 28);
  // The first colour is black, all others white.
  for (let k = 1; k < colours; k++) bytes.writeUInt32LE(0xffffff, 54 + 4 * k);
  const white = bits === 8 || bits === 4 ? (bits === 8 ? 1 : 0x11) : 0xff;
  for (let y = 0; y < 8; y++) bytes.fill(white, start + y * row, start + y * row + bits);
  if (bits === 32) for (let i = start + 3; i < bytes.length; i += 4) bytes[i] = 0;
  return bytes;
}

describe('openPicture', () => {
  it('gives RGBA with what the header says', async () => {
    writeFileSync(at('pair.png'), await pair().withMetadata({ density: 254 }).png().toBuffer());
    const { source, decoded } = await openPicture(at('pair.png'));
    expect(source).toMatchObject({ name: 'pair.png', kind: 'png', width: 20, height: 10 });
    expect(source.density).toBeCloseTo(254, 0);
    expect(source.blob).toMatch(/^[0-9a-f]{64}$/);
    expect(decoded.key).toBe(source.blob);
    expect([...decoded.picture.data.slice(4 * 9, 4 * 11)]).toEqual([255, 0, 0, 255, 0, 0, 255, 255]);
  });

  it('obeys the orientation of EXIF: 6 is a quarter turn to the right', async () => {
    writeFileSync(
      at('turned.tif'),
      await pair().withMetadata({ orientation: 6 }).tiff({ compression: 'none' }).toBuffer(),
    );
    const { source, decoded } = await openPicture(at('turned.tif'));
    expect([source.width, source.height]).toEqual([10, 20]);
    expect([...decoded.picture.data.slice(0, 3)]).toEqual([255, 0, 0]);
  });

  it('brings sixteen bits a channel down to eight', async () => {
    writeFileSync(at('deep.png'), await pair().toColourspace('rgb16').png().toBuffer());
    const { decoded } = await openPicture(at('deep.png'));
    expect([...decoded.picture.data.slice(0, 4)]).toEqual([255, 0, 0, 255]);
    expect(decoded.picture.data).toHaveLength(4 * 200);
  });

  it('takes the numbers as they stand in the file, whatever colour profile is with them', async () => {
    const grey = sharp({ create: { width: 9, height: 9, channels: 3, background: '#7b5a2d' } });
    const png = await grey.withIccProfile('p3').png().toBuffer();
    expect((await sharp(png).metadata()).icc).toBeDefined();
    const inFile = await sharp(png, { ignoreIcc: true }).raw().toBuffer();
    writeFileSync(at('profile.png'), png);
    const { decoded } = await openPicture(at('profile.png'));
    expect([...decoded.picture.data.subarray(0, 3)]).toEqual([...inFile.subarray(0, 3)]);
  });

  it.each([1, 4, 8, 24, 32])('reads a Windows bitmap of %d bits a pixel', async (bits) => {
    writeFileSync(at(`pair-${bits}.bmp`), bitmap(bits));
    const { source, decoded } = await openPicture(at(`pair-${bits}.bmp`));
    expect(source).toMatchObject({ kind: 'bmp', width: 16, height: 8 });
    const pixel = (x: number, y: number) => [
      ...decoded.picture.data.subarray(64 * y + 4 * x, 64 * y + 4 * x + 4),
    ];
    expect([pixel(0, 0), pixel(15, 7)]).toEqual([
      [255, 255, 255, 255],
      [0, 0, 0, 255],
    ]);
  });

  it.each([
    ['none.png', undefined, 'cannot be opened'],
    ['words.png', Buffer.from('only words'), 'is not a picture'],
  ])('%s: gets a sentence', async (name, bytes, sentence) => {
    if (bytes) writeFileSync(at(name), bytes);
    await expect(openPicture(at(name))).rejects.toThrow(sentence);
  });

  it('says where a file ends in the middle', async () => {
    const whole = readFileSync(join(__dirname, '../../../demo/pictures/01-moth.png'));
    writeFileSync(at('half.png'), whole.subarray(0, whole.length / 2));
    await expect(openPicture(at('half.png'))).rejects.toThrow(/ends in the middle|damaged/);
  });
});

describe('asPng', () => {
  it('keeps every pixel of what browsers do not read', async () => {
    const png = await asPng(await pair().tiff({ compression: 'none' }).toBuffer());
    const { data } = await sharp(png).raw().toBuffer({ resolveWithObject: true });
    expect([...data.subarray(27, 33)]).toEqual([255, 0, 0, 0, 0, 255]);
  });

  it('refuses what is damaged', async () => {
    const whole = await pair().tiff({ compression: 'none' }).toBuffer();
    await expect(asPng(whole.subarray(0, 20))).rejects.toMatchObject({ code: 'truncated' });
  });
});
