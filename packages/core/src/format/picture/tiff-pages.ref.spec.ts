import sharp from 'sharp';
import { onePage, tiffPages } from './tiff-pages';
import { checkPicture } from './read-header';

// Files written, and pages read, by a general-purpose picture library (libvips).
const COLOURS = ['#c02020', '#20c020', '#2020c0', '#111111'];
const page = (background: string) =>
  sharp({ create: { width: 40, height: 30, channels: 3, background } })
    .png()
    .toBuffer();
const many = async () =>
  sharp(await Promise.all(COLOURS.map(page)), { join: { animated: true } })
    .tiff({ xres: 300 / 25.4, yres: 300 / 25.4 })
    .toBuffer();
const colourOf = async (bytes: Uint8Array) => [...(await sharp(bytes).raw().toBuffer()).subarray(0, 3)];

it('each page of a file by itself is the picture that the library reads there', async () => {
  const bytes = await many();
  const pages = tiffPages(bytes);
  expect(pages.map(({ width, height }) => [width, height])).toEqual(COLOURS.map(() => [40, 30]));
  expect(Math.round(pages[2].density ?? 0)).toBe(300);
  for (const [k, own] of pages.entries()) {
    const alone = onePage(bytes, own);
    const theirs = await sharp(bytes, { page: k }).raw().toBuffer();
    expect(await colourOf(alone)).toEqual([...theirs.subarray(0, 3)]);
    expect((await sharp(alone).metadata()).pages ?? 1).toBe(1);
    expect(checkPicture(alone, 'a').animated).toBe(false);
  }
  expect(checkPicture(bytes, 'a').animated).toBe(true);
});

it('smaller copies of a picture are no pages of their own', async () => {
  const pyramid = await sharp({ create: { width: 600, height: 500, channels: 3, background: '#445566' } })
    .tiff({ pyramid: true, tile: true, tileWidth: 64, tileHeight: 64 })
    .toBuffer();
  expect((await sharp(pyramid).metadata()).pages).toBeGreaterThan(1);
  expect(tiffPages(pyramid)).toHaveLength(1);
});

it('a file that goes around in a circle ends, and one that is none has no pages', async () => {
  const bytes = await many();
  const [first, second] = tiffPages(bytes);
  const circle = Buffer.from(bytes);
  const entries = circle.readUInt16LE(second.at);
  circle.writeUInt32LE(first.at, second.at + 2 + 12 * entries);
  expect(tiffPages(circle)).toHaveLength(2);
  expect(tiffPages(await page('#fff'))).toEqual([]);
  expect(tiffPages(bytes.subarray(0, 9))).toEqual([]);
});
