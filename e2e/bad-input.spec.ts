import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { drop, fact } from './support/page';
import { pdf } from './support/pdf';
import { panorama } from './support/pictures';
import { expect, root, test } from './support/server';

const demo = join(root, 'demo/pictures');

const blank = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#fff' } })
    .png()
    .toBuffer();

/** The header of a PNG of any size, with nothing in it. */
function hollow(width: number, height: number): Buffer {
  const bytes = Buffer.alloc(45);
  bytes.writeUInt32BE(0x89504e47, 0);
  bytes.writeUInt32BE(13, 8);
  bytes.write('IHDR', 12, 'latin1');
  bytes.writeUInt32BE(width, 16);
  bytes.writeUInt32BE(height, 20);
  bytes.write('IEND', 37, 'latin1');
  return bytes;
}

const refused: [string, () => Promise<Buffer> | Buffer, string][] = [
  ['words.png', () => Buffer.from('only words'), 'is not a picture that Drelk can read'],
  ['half.jpg', () => readFileSync(join(demo, '03-stall-sign.jpg')).subarray(0, 60_000), 'ends in the middle'],
  ['dot.png', () => blank(1, 1), 'only 1 × 1 pixels'],
  ['giant.png', () => hollow(20_000, 20_000), '20000 × 20000 pixels'],
  ['locked.pdf', () => pdf({ locked: true }), 'is locked with a password'],
  ['empty.pdf', () => pdf({ pages: 0 }), 'has no pages'],
  ['long.pdf', () => pdf({ pages: 2000 }), 'has 2000 pages'],
  ['broken.pdf', () => Buffer.from('%PDF-1.4\nnothing more'), 'is not a PDF that can be read'],
];
test('what cannot be taken is refused with a sentence each, and the shelf is as it was', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  const cards = page.getByRole('region', { name: 'Jobs' }).getByRole('link');
  await expect(cards).toHaveCount(7);
  for (const [name, make, sentence] of refused)
    await test.step(name, async () => {
      await drop(page, name, await make());
      await expect(page.locator('mat-snack-bar-container').last()).toContainText(sentence);
    });
  await page.reload();
  await expect(cards).toHaveCount(7);
});

test('an all-white picture opens and says that nothing is ink', async ({ page, server }) => {
  await page.goto(server.address);
  await drop(page, 'white.png', await blank(80, 60));
  await expect(page.locator('drelk-bench [role=alert]')).toContainText('Nothing here is ink');
});

test('grain is told from shapes, with what to do about it', { tag: '@long' }, async ({ page, server }) => {
  const [width, height] = [900, 700];
  let state = 7;
  const tones = Uint8Array.from({ length: width * height }, () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state >>> 31 ? 255 : 0;
  });
  const grain = await sharp(tones, { raw: { width, height, channels: 1 } })
    .png()
    .toBuffer();
  await page.goto(server.address);
  await drop(page, 'grain.png', grain);
  const alert = page.locator('drelk-bench [role=alert]');
  await expect(alert).toContainText('that is grain, not shapes');
  await expect(alert).toContainText('drop specks');
});

test(
  'a strip of 30,000 pixels is seen and traced from end to end',
  { tag: '@long' },
  async ({ page, server }) => {
    await page.goto(server.address);
    await drop(page, 'strip.jpg', await panorama());
    await expect(fact(page, 'shapes').locator('.value')).toHaveText('10');
    await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/);
    await expect(fact(page, 'nodes').locator('.value')).toHaveText('20');
  },
);

test(
  'an animated WebP is taken by its first picture, and that is said',
  { tag: '@long' },
  async ({ page, server }) => {
    const raw = Buffer.alloc(64 * 128 * 3, 255);
    for (let y = 10; y < 40; y++) raw.fill(0, (y * 64 + 10) * 3, (y * 64 + 40) * 3);
    const bytes = await sharp(raw, { raw: { width: 64, height: 128, channels: 3, pageHeight: 64 } })
      .webp({ lossless: true })
      .toBuffer();
    await page.goto(server.address);
    await drop(page, 'moving.webp', bytes);
    await expect(fact(page, 'shapes')).toContainText('1');
    await page.keyboard.press('1');
    await expect(page.getByText('its first picture was taken')).toBeVisible();
  },
);

const disc = (fill: string) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="80"><circle cx="40" cy="40" r="30" fill="${fill}"/></svg>`,
  );
const opaque = () => sharp(disc('#000')).flatten({ background: '#fff' });
const odd: [string, () => Promise<Buffer>][] = [
  ['clear ground.png', () => sharp(disc('#000')).png().toBuffer()],
  ['white in alpha.png', () => sharp(disc('#fff')).png().toBuffer()],
  ['sixteen bits.png', () => opaque().toColourspace('rgb16').png().toBuffer()],
  ['four inks.jpg', () => opaque().toColourspace('cmyk').jpeg({ quality: 95 }).toBuffer()],
  ['tea "🫖".png', () => opaque().png().toBuffer()],
];
test('clear ground, white in alpha, sixteen bits, four inks: each disc becomes one circle', async ({
  page,
  server,
}) => {
  for (const [name, make] of odd)
    await test.step(name, async () => {
      await page.goto(server.address);
      await drop(page, name, await make());
      await expect(fact(page, 'shapes').locator('.value')).toHaveText('1');
      await expect(fact(page, 'holes').locator('.value')).toHaveText('0');
      await expect(fact(page, 'nodes').locator('.value')).toHaveText('2');
    });
});

test('an EXIF-rotated JPEG stands upright', async ({ page, server }) => {
  const bar = await sharp({ create: { width: 120, height: 20, channels: 3, background: '#000' } })
    .png()
    .toBuffer();
  const bytes = await sharp({ create: { width: 200, height: 100, channels: 3, background: '#fff' } })
    .composite([{ input: bar, left: 40, top: 40 }])
    .withMetadata({ orientation: 6 })
    .jpeg({ quality: 95 })
    .toBuffer();
  await page.goto(server.address);
  await drop(page, 'bar.jpg', bytes);
  await expect(fact(page, 'size').locator('.value')).toHaveText(/^20(\.\d+)? × (120|119\.\d+)(\.\d+)? mm$/);
});
