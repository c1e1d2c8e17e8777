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
