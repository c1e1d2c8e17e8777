import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { drop, fact } from './support/page';
import { expect, test } from './support/server';

/** The stall's sign, small, on coloured ground: a photo in whose tones a colour profile shows. */
const sign = () =>
  sharp(readFileSync(join(__dirname, '../demo/pictures/03-stall-sign.jpg')))
    .resize(480)
    .modulate({ saturation: 1.6 });
const profiled = () => sign().withIccProfile('p3');
const grey = () => sign().greyscale().ensureAlpha(0.8);

/** By how much nodes may differ. What is translucent goes through a canvas, which rounds it by a tone. */
const OFF = 0.01;
const OFF_TRANSLUCENT = 0.12;

const kinds: [name: string, bytes: () => Promise<Buffer>, off?: number][] = [
  ['profile.png', () => profiled().png().toBuffer()],
  ['profile.jpg', () => profiled().jpeg({ quality: 92 }).toBuffer()],
  ['profile.webp', () => profiled().webp({ lossless: true }).toBuffer()],
  ['profile.tiff', () => profiled().tiff().toBuffer()],
  ['sixteen.png', () => sign().toColourspace('rgb16').png().toBuffer()],
  ['grey-alpha.png', () => grey().toColourspace('b-w').png().toBuffer(), OFF_TRANSLUCENT],
  ['inks.jpg', () => sign().toColourspace('cmyk').jpeg({ quality: 92 }).toBuffer()],
];

/** The same picture has the same pixels, and so the same paths, in the browser and at the command line. */
for (const [name, bytes, off = OFF] of kinds) {
  test(`${name} gives the same paths in the browser and at the command line`, async ({ page, server }) => {
    const folder = mkdtempSync(join(tmpdir(), 'drelk-pixels-'));
    try {
      const file = join(folder, name);
      const report = join(folder, 'report.json');
      writeFileSync(file, await bytes());
      execFileSync(process.execPath, ['packages/cli/dist/drelk.mjs', 'trace', file, '--report', report]);
      const facts = JSON.parse(readFileSync(report, 'utf8')) as Record<string, number>;
      await page.goto(server.address);
      await drop(page, name, readFileSync(file));
      await expect(fact(page, 'match')).toBeVisible({ timeout: 30_000 });
      await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/);
      const shown = async (which: string) =>
        Number.parseFloat((await fact(page, which).locator('.value').textContent()) ?? '');
      expect(await shown('shapes')).toBe(facts['shapes']);
      expect(Math.abs((await shown('nodes')) / facts['nodes'] - 1)).toBeLessThan(off);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
}
